import type { Entry, Round } from '@hatch-book/contract'
import { entryInWords, kindsOf, TIMES_OF_DAY, toBring, type WorkItem } from '@hatch-book/core'
import { useFigures } from '../shell/figures'
import { useOutbox } from '../shell/outbox'
import { useMay, useSession } from '../shell/session'
import css from './round.module.css'

const SHOWN = 6

/** What was written today, by whom, and what to carry along. */
export function RoundSide({
  round,
  open,
  later,
  onUndo,
}: {
  round: Round
  open: readonly WorkItem[]
  /** What of today waits for its hour. */
  later: readonly WorkItem[]
  onUndo(): void
}) {
  return (
    <aside className={css.roundSide}>
      <Logged entries={round.entries} onUndo={onUndo} />
      <Bring items={open} />
      {later.length > 0 && (
        <section aria-label="Later today">
          <h2>Later today</h2>
          <p className="small">{laterInWords(later)}</p>
        </section>
      )}
    </aside>
  )
}

/** What waits for a later hour of today, by its part of the day: `This evening: 12 tubs to mist.` */
export const laterInWords = (later: readonly WorkItem[]): string =>
  TIMES_OF_DAY.flatMap((time) => {
    const items = later.filter(({ at }) => at === time)
    return items.length > 0 ? `${time === 'night' ? 'Tonight' : `This ${time}`}: ${kindsOf(items)}.` : []
  }).join(' ')

function Logged({ entries, onUndo }: { entries: readonly Entry[]; onUndo(): void }) {
  const figures = useFigures()
  const { member } = useSession()
  const may = useMay()
  const acts = useOutbox((s) => s.acts)
  const shown = entries.filter((e) => !e.struckBy && e.kind !== 'struck').slice(0, SHOWN)
  return (
    <section aria-label="Logged today">
      <h2>Logged today</h2>
      {acts.length + shown.length === 0 && <p className="quiet small">Nothing yet.</p>}
      <ul className="lines small">
        {[...acts]
          .reverse()
          .slice(0, SHOWN)
          .map((a) => (
            <li key={a.id}>
              <span className="warm">kept here</span> {a.says}
            </li>
          ))}
        {shown.map((e) => (
          <li key={e.id}>
            <span className="when">{figures.clock(e.at)}</span>
            <span className="tag">{e.subject.tag}</span>{' '}
            <span
              className={
                e.kind === 'meal' && ['refused', 'brought up'].includes(e.payload.outcome) ? 'bad' : ''
              }
            >
              {entryInWords(e, figures)}
            </span>
            {e.by !== member.name && <span className="quiet"> {e.by}</span>}
          </li>
        ))}
      </ul>
      {may.write && (
        <p className="small">
          <button type="button" className="plain" onClick={onUndo}>
            <kbd>Z</kbd> takes back the last one
          </button>
        </p>
      )}
    </section>
  )
}

function Bring({ items }: { items: readonly WorkItem[] }) {
  const things = toBring(items)
  if (things.length === 0) return null
  return (
    <section aria-label="To bring">
      <h2>To bring</h2>
      <ul className="lines small">
        {things.map(({ what, count }) => (
          <li key={what} className="between">
            <span>{what}</span>
            <span className="fig">{count}</span>
          </li>
        ))}
      </ul>
    </section>
  )
}
