import type { Effects } from '@hatch-book/contract'
import { Link } from 'react-router'
import { useFigures } from '../shell/figures'
import { sayEffects } from './effectsInWords'
import { withDays } from './sentence'
import { Verdict } from './Verdict'

/** What differs, each with how it stood and how it stands now. */
export function EffectList({ effects }: { effects: Effects }) {
  const figures = useFigures()
  const { verdicts, stages, work } = effects
  const link = (id: string, tag: string) => (
    <Link className="tag" to={`/animals/${id}`}>
      {tag}
    </Link>
  )
  return (
    <div className="above-12" role="status">
      <p>{sayEffects(effects)}</p>
      <ul className="lines">
        {verdicts.map((c) => (
          <li key={c.id} className="between">
            {link(c.id, c.tag)}
            <span className="small">
              <Verdict verdict={c.to as 'ready'} /> instead of {c.from}
              {c.because && <span className="quiet">: {withDays(c.because, figures.day)}</span>}
            </span>
          </li>
        ))}
        {stages.map((s) => (
          <li key={`stage ${s.id}`} className="between">
            {link(s.id, s.tag)}
            <span className="small">
              {s.to} instead of {s.from}
            </span>
          </li>
        ))}
        {work.shown.map((w, i) => (
          <li key={`work ${i}`} className="between">
            <span>
              {w.name}: {w.says}
            </span>
            <span className="small">
              {w.to === null
                ? `no longer due (was ${figures.day(w.from!)})`
                : w.from === null
                  ? `new: due ${figures.day(w.to)}`
                  : w.from === w.to
                    ? `${figures.day(w.to)}, within a different window`
                    : `${figures.day(w.to)} instead of ${figures.day(w.from)}`}
            </span>
          </li>
        ))}
      </ul>
      {work.count > work.shown.length && (
        <p className="small quiet">And {(work.count - work.shown.length).toLocaleString('en')} more.</p>
      )}
    </div>
  )
}
