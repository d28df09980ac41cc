import type { AnimalRow } from '@hatch-book/contract'
import { useCallback, type ReactNode } from 'react'
import { Link } from 'react-router'
import { useFigures } from '../shell/figures'
import { Portrait, SexSign } from './identity'
import { describeAnimal } from './identityWords'
import { Verdict } from './Verdict'

export function useAge(): (a: Pick<AnimalRow, 'hatched' | 'ageDays' | 'hatchFact'>) => string {
  const figures = useFigures()
  return useCallback(
    ({ ageDays, hatchFact }) => {
      if (!ageDays) return 'age not known'
      const middle = (ageDays.least + ageDays.most) / 2
      return `${hatchFact?.precision === 'about' || hatchFact?.precision === 'year' ? 'about ' : ''}${figures.days(middle)}`
    },
    [figures],
  )
}

/** The place an animal stands in; without one, that it has none, or that it has gone. */
export const whereabouts = (a: Pick<AnimalRow, 'place' | 'presence'>): string =>
  a.place?.name ?? (a.presence === 'here' ? 'no place' : a.presence)

/** The index card of an animal: tag and place, where it stands, what comes next. */
export function AnimalCard({ animal: a, children }: { animal: AnimalRow; children?: ReactNode }) {
  const figures = useFigures()
  const age = useAge()
  return (
    <article className={`card small-card ${a.openProblems.length > 0 ? 'trouble' : ''}`}>
      <Link to={`/animals/${a.id}`} className="whole">
        <div className="top">
          <Portrait of={a} size={44} />
          <span className="tag">{a.tag}</span>
          {a.name !== '' && <strong>{a.name}</strong>}
          <SexSign sex={a.sex} />
          <span className="place small">{whereabouts(a)}</span>
        </div>
        <div>{describeAnimal(a)}</div>
        <div className="small quiet">
          {age(a)}
          {a.line && ` · ${a.line}`}
        </div>
        <div className="between above-8">
          <span className="fig">{figures.grams(a.grams)}</span>
          <span className="small">{a.verdict ? <Verdict verdict={a.verdict} /> : a.stage}</span>
        </div>
        {a.openProblems.length > 0 && <div className="bad small">{a.openProblems.join(', ')}</div>}
      </Link>
      {children}
    </article>
  )
}
