import { counted } from '@hatch-book/core'
import type { WeatherRuleView } from '@hatch-book/contract'
import { Link } from 'react-router'
import { useFigures, type Figures } from '../shell/figures'

/** A rule of the weather at a glance: tonight's state, how many nights to go, how likely by when. */
export function WeatherCard({ rule }: { rule: WeatherRuleView }) {
  const figures = useFigures()
  return (
    <article className={`card ${rule.run.metOn ? 'now' : ''}`} aria-label={rule.name}>
      <h3 className="flush below-4">
        <Link to="/rest/weather" className="as-text">
          {rule.name}
        </Link>
      </h3>
      <p className="flush">{stateInWords(rule, figures)}</p>
    </article>
  )
}

export const ruleInWords = ({ act, rule }: WeatherRuleView, figures: Figures) =>
  `${act} when ${rule.nights} nights in a row ${rule.side === 'under' ? 'fall under' : 'stay over'} ${figures.celsius(rule.limitC)}`

export function stateInWords(view: WeatherRuleView, figures: Figures): string {
  const { run, act, animals } = view
  const who = animals.length === 0 ? '' : ` ${animals.map((a) => a.tag).join(', ')}`
  if (run.metOn) return `Met on ${figures.day(run.metOn)}: ${act}${who}.`
  if (!run.last) return 'Not known: no nights logged yet.'
  const last = `Lowest on the night of ${figures.day(run.last.day)}: ${figures.celsius(run.last.lowC)}. `
  const nights = `${run.running} in a row now, ${counted(run.toGo, 'night')} to go`
  const likely = view.chance.find((c) => c.share >= 0.5)
  const soon = view.chance[6]
  const chance = soon
    ? `, ${Math.round(100 * soon.share)} % within a week${likely ? `, even odds by ${figures.day(likely.day)}` : ''}`
    : ''
  return `${last}${nights}${chance}.`
}
