import type { GenerationPlan, GenerationStep, PlanParent } from '@hatch-book/core'
import { percent } from './words'
import css from './kin.module.css'
import seasonCss from './season.module.css'

/** A way to a goal: each cross with its year, what is held back, and how the chance grows. */
export function PlanCard({
  plan,
  first,
  year,
  kin,
}: {
  plan: GenerationPlan
  first: boolean
  year: number
  kin: { warn: number }
}) {
  return (
    <article className={`card ${first ? 'now' : ''}`}>
      <div className="between">
        <h3 className="nowrap">
          {year + plan.season}: <span className="fig">{percent(plan.chance)}</span>
        </h3>
        <span className="small quiet">{first ? 'soonest good way' : plan.against}</span>
      </div>
      <ol className={css.generations}>
        {plan.steps.map((step, i) => (
          <Step key={i} step={step} steps={plan.steps} year={year} last={i === plan.steps.length - 1} />
        ))}
      </ol>
      <p className={plan.inbreeding >= kin.warn - 1e-9 ? 'warm' : ''}>
        The ones wanted are inbred <span className="fig">{percent(plan.inbreeding)}</span>;{' '}
        {plan.tubSeasons === 0
          ? 'no tub is needed on the way'
          : `${plan.tubSeasons} tub seasons for holdbacks`}
      </p>
      <table className="plain-table" aria-label="Chance by year">
        <thead>
          <tr>
            <th>by the end of</th>
            <th>chance</th>
            <th>expected</th>
          </tr>
        </thead>
        <tbody>
          {plan.bySeason.slice(0, 5).map((y) => (
            <tr key={y.season}>
              <td className="fig">{year + y.season}</td>
              <td className="fig">
                <span className={seasonCss.share} style={{ width: `${y.chance * 100}%` }} aria-hidden />
                {percent(y.chance)}
              </td>
              <td className="fig">{y.expected.toFixed(1)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </article>
  )
}

const parentWords = (parent: PlanParent, steps: readonly GenerationStep[], year: number) =>
  'animal' in parent ? (
    <span className="tag">{parent.tag}</span>
  ) : (
    <span>
      a {parent.looks} of {year + (steps[parent.step]?.season ?? 0)}
    </span>
  )

function Step({
  step,
  steps,
  year,
  last,
}: {
  step: GenerationStep
  steps: readonly GenerationStep[]
  year: number
  last: boolean
}) {
  const { hold } = step
  return (
    <li>
      <div>
        <span className="fig quiet">
          {year + step.season}
          {step.seasons > 1 && ` to ${year + step.season + step.seasons - 1}`}
        </span>{' '}
        {parentWords(step.dam, steps, year)} × {parentWords(step.sire, steps, year)}
        {step.inbreeding > 0 && <span className="small quiet"> (inbred {percent(step.inbreeding)})</span>}
      </div>
      <div className="small">
        {last ? 'throws' : `hold back ${hold.number}`} <strong>{hold.looks}</strong>, {percent(step.share)} of
        young, some {step.expected.toFixed(step.expected < 3 ? 1 : 0)}
        {hold.carries.length > 0 && (
          <span className="quiet">
            ;{' '}
            {hold.carries
              .map((c) => `${c.chance >= 0.995 ? '' : `${percent(c.chance)} `}het ${c.trait}`)
              .join(', ')}
          </span>
        )}
        <span className="quiet">
          ; {percent(step.chance)} to get{' '}
          {hold.both ? 'one of each sex' : hold.number > 1 && last ? 'them' : 'one'}
        </span>
      </div>
    </li>
  )
}
