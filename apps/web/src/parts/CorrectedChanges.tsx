import type { CorrectedSpecies } from '@hatch-book/contract'
import { useFigures } from '../shell/figures'
import { withDays } from './Reasons'

const MOST_NAMED = 30

/** What becomes of animals whose species is corrected: who they are, and whose stage or verdict will be another. */
export function CorrectedChanges({ of: { together, changes } }: { of: CorrectedSpecies }) {
  const figures = useFigures()
  if (together.length === 0) return <p>No animal is affected.</p>
  const others = changes.length > MOST_NAMED ? ` And ${changes.length - MOST_NAMED} more.` : ''
  return (
    <div role="status">
      <p>
        {together.length === 1 ? 'It concerns ' : `It concerns ${together.length} animals: `}
        <strong>
          {together
            .slice(0, MOST_NAMED)
            .map((a) => a.tag)
            .join(', ')}
        </strong>
        {together.length === 1 && ' alone'}
        {together.length > MOST_NAMED && ` and ${together.length - MOST_NAMED} more`}.
      </p>
      {changes.length === 0 ? (
        <p>Stages and readiness stay as they are.</p>
      ) : (
        <ul className="lines">
          {changes.slice(0, MOST_NAMED).map((c) => (
            <li key={c.id}>
              <strong>{c.tag}</strong>
              {c.stageFrom !== c.stageTo && `: stage ${c.stageTo} instead of ${c.stageFrom}`}
              {c.verdictFrom !== c.verdictTo && (
                <>
                  : {c.verdictTo ?? 'not judged'} instead of {c.verdictFrom ?? 'not judged'}
                  {c.because && <span className="quiet"> ({withDays(c.because, figures.day)})</span>}
                </>
              )}
            </li>
          ))}
        </ul>
      )}
      {others && <p className="quiet">{others}</p>}
    </div>
  )
}
