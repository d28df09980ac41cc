import { addDays, sayGeneration } from '@hatch-book/core'
import { useFigures } from '../shell/figures'
import { told, type StudiedCohort } from './study'

/** Tag and place, where it stands, what comes next. */
export function CohortCard({
  studied: { cohort, standing, forecast, way, search, protocol },
  today,
  here,
  onPick,
}: {
  studied: StudiedCohort
  today: string
  here: boolean
  onPick(): void
}) {
  const figures = useFigures()
  const next = forecast[0]
  const stands = standing.stages
    .map((s) => told(s.count, s.name === 'grown' ? protocol.grown : s.name))
    .join(', ')
  return (
    <article className={`card small-card ${here ? 'now' : ''} below-12`} aria-label={`Cohort ${cohort.name}`}>
      <button type="button" className="plain wide" aria-current={here} onClick={onPick}>
        <span className="tag bigger">{cohort.name}</span>
        <span className="small">
          {cohort.species}
          {cohort.place ? `, ${cohort.place.name}` : ''}
        </span>
      </button>
      <div>
        {stands ||
          (standing.countedOn === null
            ? 'not counted yet'
            : cohort.kind === 'breeding box'
              ? 'empty'
              : 'none left')}
      </div>
      <div className="small quiet">
        {search
          ? `next search ${figures.day(addDays(search.lastOn, search.next.day))}`
          : next && Number.isFinite(next.half)
            ? `half are ${way[next.stage]?.name ?? protocol.grown} by ${figures.day(addDays(today, Math.round(next.half)))}`
            : ''}
        {cohort.generation ? `${search || next ? '; ' : ''}${sayGeneration(cohort.generation)}` : ''}
      </div>
    </article>
  )
}
