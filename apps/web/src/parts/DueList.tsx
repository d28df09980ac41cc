import type { WorkItem } from '@hatch-book/core'
import { useFigures } from '../shell/figures'

const SHOWN = 6

/** Work that falls due, in the order it is given: what, on whom, from when to when; its reason is told when pointed at. */
export function DueList({
  work,
  today,
  onPick,
}: {
  work: readonly WorkItem[]
  today: string
  onPick(id: string): void
}) {
  const figures = useFigures()
  if (work.length === 0) return null
  return (
    <div className="card below-12" role="region" aria-label="Due">
      <h3>Due</h3>
      <ul className="lines small">
        {work.slice(0, SHOWN).map((w) => (
          <li key={w.id} className="between" title={w.why}>
            {w.subject.id ? (
              <button type="button" className="plain" onClick={() => onPick(w.subject.id)}>
                <strong>{w.subject.name}</strong> {w.says}
              </button>
            ) : (
              <span>
                <strong>{w.subject.name}</strong> {w.says}
              </span>
            )}
            <span className={`nowrap ${w.latest < today ? 'bad' : w.due <= today ? 'warm' : 'quiet'}`}>
              {w.earliest === w.latest
                ? figures.day(w.due)
                : figures.span({ from: w.earliest, to: w.latest })}
            </span>
          </li>
        ))}
      </ul>
      {work.length > SHOWN && <p className="small quiet">and {work.length - SHOWN} more</p>}
    </div>
  )
}
