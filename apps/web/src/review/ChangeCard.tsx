import { counted } from '@hatch-book/core'
import type { Change, SeasonReview } from '@hatch-book/core'
import { useFigures } from '../shell/figures'
import { UNITS, isBetter, sayChance, sayDifference, sayValue } from './words'

const SHOWN = 3
const SAYS = { method: 'Method', incubator: 'Incubator' } as const

/** What was done otherwise than the season before, and what goes with it: as much as can be said, and no more. */
export function ChangeCard({ change, review }: { change: Change; review: SeasonReview }) {
  const figures = useFigures()
  const { dimension, from, to, species, now, before, effects } = change
  const telling = effects.filter((e) => e.comparison.verdict !== 'too few to tell' || e.comparison.p < 0.2)
  const tied = telling.some((e) => e.tiedToSeason)
  return (
    <article className="card above-12" aria-label={`${SAYS[dimension]} changed`}>
      <h2>
        What was changed: {dimension}, of {species.join(' and ')}
      </h2>
      <p>
        From <strong>{from}</strong> to <strong>{to}</strong>: {before.with} of {before.of} clutches had it in
        season {review.against}, {now.with} of {now.of} in season {review.season}.
      </p>
      {telling.length === 0 && <p className="quiet">Too few clutches yet to tell what goes with it.</p>}
      <ul className="lines">
        {telling.slice(0, SHOWN).map((e) => {
          const { measure, comparison } = e
          const better = isBetter(measure, comparison.difference)
          const sure = comparison.verdict === 'more than chance'
          return (
            <li key={measure.name}>
              <strong>{measure.says}</strong>: {sayValue(figures, measure, e.with.value)} with it (
              {counted(e.with.units, ...UNITS[measure.of])}), {sayValue(figures, measure, e.without.value)}{' '}
              without ({e.without.units}).{' '}
              <span className={sure && better !== null ? (better ? 'good' : 'bad') : ''}>
                {sayDifference(figures, measure, comparison.difference)}
                {sure && better !== null && (better ? ' ▲ better' : ' ▼ worse')}
              </span>
              {comparison.low !== null &&
                comparison.high !== null &&
                `, between ${sayDifference(figures, measure, comparison.low)} and ${sayDifference(figures, measure, comparison.high)}`}
              ; <span className="quiet">{sayChance(comparison, e.holds, effects.length)}.</span>
            </li>
          )
        })}
      </ul>
      {tied && (
        <p className="note">
          No season had both: whatever else was different between the two seasons may be the reason as well. A
          clutch of each, side by side, would tell.
        </p>
      )}
    </article>
  )
}
