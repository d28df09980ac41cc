import type { CorrectedSpecies } from '@hatch-book/contract'
import { firstOf } from '@hatch-book/core'
import { useFigures } from '../shell/figures'
import { withDays } from './sentence'

const MOST_NAMED = 30

/** What becomes of animals whose species is corrected: who they are, and whose stage or verdict will be another. */
export function CorrectedChanges({ of: { together, changes } }: { of: CorrectedSpecies }) {
  const figures = useFigures()
  if (together.length === 0) return <p>No animal changes.</p>
  return (
    <div role="status">
      <p>
        {together.length === 1 ? 'This changes one animal: ' : `This changes ${together.length} animals: `}
        <strong>
          {firstOf(
            together.map((a) => a.tag),
            MOST_NAMED,
          )}
        </strong>
        .
      </p>
      {changes.length === 0 ? (
        <p>No stage or readiness changes.</p>
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
      {changes.length > MOST_NAMED && <p className="quiet">And {changes.length - MOST_NAMED} more.</p>}
    </div>
  )
}
