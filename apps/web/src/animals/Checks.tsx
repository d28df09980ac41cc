import type { AnimalPage } from '@hatch-book/contract'
import { useFigures } from '../shell/figures'
import { useSession } from '../shell/session'

/** What it is looked over for: when each was last done, how it came out, and when it is due. */
export function Checks({ page: { checks } }: { page: AnimalPage }) {
  const figures = useFigures()
  const { today } = useSession()
  const shown = checks.filter(({ last, due }) => last ?? due)
  if (shown.length === 0) return null
  return (
    <section className="card above-16" aria-label="Checks">
      <h2>Checks</h2>
      <ul className="lines">
        {shown.map(({ name, last, due }) => (
          <li key={name} className="between">
            <span>
              {name}{' '}
              {last ? (
                <span className={last.passed ? 'good' : 'warm'}>
                  {last.passed ? 'passed' : 'not passed'} {figures.day(last.on)}
                </span>
              ) : (
                <span className="quiet">not checked yet</span>
              )}
            </span>
            <span className={`small ${due && due.due <= today ? 'warm' : 'quiet'}`}>
              {due && (due.due <= today ? 'due now' : `due ${figures.day(due.due)}`)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}
