import { Verdict } from '../parts/Verdict'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import type { SittingProps } from './weighed'

/** Everybody who was on the scale in this sitting, the last first, with what changed. */
export function WeighedSoFar({ done, animals, onReasons }: SittingProps) {
  const figures = useFigures()
  const { undo } = useLog()
  return (
    <div>
      <h2>Weighed in this sitting{done.length > 0 && <span className="fig"> {done.length}</span>}</h2>
      {done.length === 0 && <p className="quiet">The animals you weigh appear here, with what changed.</p>}
      {done.length > 0 && (
        <button type="button" className="plain small" onClick={() => void undo()}>
          take back the last (Ctrl+Z)
        </button>
      )}
      <ul className="lines scrolls">
        {[...done].reverse().map(({ animal: before, grams }) => {
          const now = animals.find((a) => a.id === before.id)
          return (
            <li key={before.id}>
              <div className="between">
                <span className="tag">{before.tag}</span>
                <span className="fig">
                  {figures.grams(grams)}{' '}
                  <span className={before.grams && grams < before.grams ? 'bad' : 'good'}>
                    {before.grams
                      ? `${grams >= before.grams ? '+' : '−'}${figures.grams(Math.abs(grams - before.grams))}`
                      : ''}
                  </span>
                </span>
              </div>
              {now?.verdict && (
                <div className="between small">
                  <span>
                    <Verdict verdict={now.verdict} />
                    {before.verdict && before.verdict !== now.verdict && (
                      <span className="quiet"> was {before.verdict}</span>
                    )}
                  </span>
                  <button type="button" className="plain" onClick={() => onReasons(before.id)}>
                    reasons
                  </button>
                </div>
              )}
            </li>
          )
        })}
      </ul>
    </div>
  )
}
