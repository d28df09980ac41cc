import { Link } from 'react-router'
import { Verdict } from '../parts/Verdict'
import { useFigures } from '../shell/figures'
import { changeOf, sittingInWords, summariseSitting, type SittingProps } from './weighed'

const percent = (share: number) => `${share >= 0 ? '+' : '−'}${Math.abs(share * 100).toFixed(1)} %`

/** At the end of a sitting: who lost, who crossed a threshold, and everybody's change. */
export function SittingSummary({ done, animals, onReasons }: SittingProps) {
  const figures = useFigures()
  const sitting = summariseSitting(done, animals)
  const { lost, crossed } = sitting
  return (
    <div>
      <p className="bigger">{sittingInWords(sitting)}</p>
      <h2>Lost a twentieth or more</h2>
      {lost.length === 0 && <p className="quiet">None.</p>}
      <ul className="lines">
        {lost.map((w) => (
          <li key={w.animal.id} className="between">
            <span>
              <Link className="tag" to={`/animals/${w.animal.id}`}>
                {w.animal.tag}
              </Link>{' '}
              <span className="small quiet">{w.animal.place?.name}</span>
            </span>
            <span className="bad fig">{percent(changeOf(w)!)}</span>
          </li>
        ))}
      </ul>
      <h2>Crossed a threshold</h2>
      {crossed.length === 0 && <p className="quiet">None.</p>}
      <ul className="lines">
        {crossed.map(({ weighed: w, now }) => (
          <li key={w.animal.id}>
            <div className="between">
              <Link className="tag" to={`/animals/${w.animal.id}`}>
                {w.animal.tag}
              </Link>
              <span>
                {now.verdict && <Verdict verdict={now.verdict} />}
                {now.verdict && w.animal.verdict && now.verdict !== w.animal.verdict && (
                  <span className="quiet"> was {w.animal.verdict}</span>
                )}
                {now.stage !== w.animal.stage && (
                  <span>
                    {' '}
                    {now.stage}, <span className="quiet">was {w.animal.stage}</span>
                  </span>
                )}
                {now.verdict && (
                  <button type="button" className="plain" onClick={() => onReasons(now.id)}>
                    reasons
                  </button>
                )}
              </span>
            </div>
          </li>
        ))}
      </ul>
      <h2>Everybody</h2>
      <table className="plain-table">
        <thead>
          <tr>
            <th>tag</th>
            <th className="right">before</th>
            <th className="right">now</th>
            <th className="right">change</th>
            <th>belly</th>
            <th>condition</th>
          </tr>
        </thead>
        <tbody>
          {done.map((w) => (
            <tr key={w.animal.id}>
              <td className="tag">{w.animal.tag}</td>
              <td className="fig right">{figures.grams(w.animal.grams)}</td>
              <td className="fig right">{figures.grams(w.grams)}</td>
              <td className="fig right">{changeOf(w) === null ? 'first' : percent(changeOf(w)!)}</td>
              <td>{w.context}</td>
              <td>{w.condition ?? <span className="quiet">not scored</span>}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
