import { EntryList } from './Entries'
import { useEntriesOf } from '../shell/queries'

/** As many as a card has room for; struck ones among them. */
const SHOWN = 5
const ASKED = 12

/** The last entries of one subject, to be read and struck out. */
export function LastEntries({ subjectId }: { subjectId: string }) {
  const { data } = useEntriesOf(subjectId, ASKED)
  if (!data) return null
  return (
    <div className="card" role="region" aria-label="Last entries">
      <h3>Last entries</h3>
      <EntryList entries={data} most={SHOWN} />
    </div>
  )
}
