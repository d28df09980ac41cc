import { EntryList } from './Entries'
import { useEntriesOf } from '../shell/queries'
import { NotYet } from './NotYet'

/** As many as a card has room for; struck ones among them. */
const SHOWN = 5
const ASKED = 12

/** The last entries of one subject, to be read and struck out. */
export function LastEntries({ subjectId }: { subjectId: string }) {
  const asked = useEntriesOf(subjectId, ASKED)
  const { data } = asked
  if (!data) return <NotYet of={asked} />
  return (
    <div className="card" role="region" aria-label="Last entries">
      <h3>Last entries</h3>
      <EntryList entries={data} most={SHOWN} />
    </div>
  )
}
