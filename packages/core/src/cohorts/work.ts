import { addDays, type Day } from '../calendar'
import { onDay, repeating, type WorkItem } from '../rounds'
import type { CohortProtocol } from './compile'
import type { StageForecast } from './forecast'
import { METRIC, type Say } from '../quantities'
import type { NextSearch } from './search'

export interface CohortFacts {
  id: string
  name: string
  today: Day
  protocol: CohortProtocol
  /** What comes next, from today on; empty where nobody is left. */
  forecast: readonly StageForecast[]
  countedOn: Day | null
  /** When it is to be kept at another temperature, °C. */
  then: { on: Day; celsius: number } | null
  /** Of a breeding box: when it was last searched, and what settles the next. */
  search: { lastOn: Day; next: NextSearch } | null
  /** Eggs were last collected. */
  collectedOn: Day | null
  crowded: string
  /** The stage from which each is alone is reached by those who still live together. */
  toBeSingled: number
}

/** Young are counted about so often, days: a rule of thumb. */
const COUNT_DAYS = { typical: 14, least: 7, most: 28 }

/** What falls due of a cohort: searched, looked at as they moult, split, singled, moved to another temperature, counted. */
export function cohortWork(facts: CohortFacts, say: Say = METRIC): WorkItem[] {
  const { today, protocol, forecast, countedOn, then, search, collectedOn, crowded, toBeSingled } = facts
  const subject = { type: 'cohort' as const, id: facts.id, name: facts.name }
  const work: WorkItem[] = []
  if (search) {
    const { next, lastOn } = search
    const due = addDays(lastOn, next.day)
    work.push({
      ...onDay({ kind: 'search', subject, says: 'search the box', why: sayWhy(next) }, due, 0, 0),
      earliest: addDays(lastOn, Math.min(next.day, Math.round(protocol.box!.searchDays.least))),
      latest: addDays(lastOn, Math.max(next.day, next.byRisk)),
    })
  }
  const next = forecast[0]
  if (next && !search) {
    const name = protocol.stages[next.stage]?.name ?? protocol.grown
    const due = addDays(today, Math.round(next.half))
    work.push({
      ...onDay(
        {
          kind: 'moult',
          subject,
          says: `look for ${name}`,
          why: `half of them are expected by then`,
        },
        due,
        0,
        0,
      ),
      carries: { stage: name },
      // The same moult stays the same work while its forecast moves.
      id: `${facts.id}:moult:${next.stage}`,
      earliest: addDays(today, Math.floor(next.first)),
      latest: addDays(today, Math.ceil(next.last)),
    })
  }
  if (crowded)
    work.push({
      ...onDay({ kind: 'split', subject, says: 'split it', why: crowded }, today, 0, 3),
      id: `${facts.id}:split`,
    })
  if (toBeSingled > 0)
    work.push({
      ...onDay(
        {
          kind: 'single',
          subject,
          says: `box ${toBeSingled} singly`,
          why: 'they eat each other from this stage on',
        },
        today,
        0,
        2,
      ),
      id: `${facts.id}:single`,
    })
  if (then && then.on >= addDays(today, -60))
    work.push(
      onDay(
        {
          kind: 'temperature',
          subject,
          says: `change the temperature to ${say.celsiusBrief(then.celsius)}`,
          why: 'so it was planned',
        },
        then.on,
        1,
        1,
      ),
    )
  if (collectedOn && protocol.collectDays)
    work.push(
      repeating(
        { kind: 'collect', subject, says: 'collect the eggs', why: `last collected on ${collectedOn}` },
        protocol.collectDays,
        collectedOn,
      ),
    )
  if (countedOn && forecast.length > 0)
    work.push(
      repeating(
        { kind: 'count', subject, says: 'count them', why: `last counted on ${countedOn}` },
        COUNT_DAYS,
        countedOn,
      ),
    )
  return work
}

const sayWhy = ({ because, risk }: NextSearch) =>
  because === 'the risk'
    ? `by then larvae that eat eggs are among them with a chance of ${Math.round(risk * 100)} %`
    : because === 'the disturbance'
      ? 'sooner breaks more eggs than it saves'
      : 'nothing that eats eggs is expected'
