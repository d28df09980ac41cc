import { METRIC, type Say } from '../quantities'
import { daysBetween, type Day } from '../calendar'
import { careTogether } from '../care'
import type { ColonyStage } from '../colonies'
import { lifeFor, type CohortProtocol } from './compile'
import type { DayTemperature } from './clock'
import { cohortForecast, type CohortGroup, type StageForecast } from './forecast'
import { crowdingOf, type CrowdingFinding } from './instar'
import { nextSearch, type NextSearch } from './search'
import {
  cohortStanding,
  groupsOf,
  temperatureAhead,
  temperatureBehind,
  type CohortEvent,
  type CohortStanding,
} from './standing'
import { cohortWork } from './work'
import { foodTogether, type CareRule } from '../protocols'
import type { WorkItem } from '../rounds'

/** A cohort as a book keeps it: what was set down of it, and its log as it bears on the counts. */
export interface CohortRecord {
  id: string
  name: string
  kind: 'young' | 'breeding box'
  began: Day
  fertilised: 'mated' | 'not mated' | 'mixed'
  tubs: number
  /** One of them. */
  litres: number
  heightMm: number | null
  /** What it stands at, °C; and from a day on at another temperature. */
  celsius: number
  thenC: number | null
  thenFrom: Day | null
  warmth: { from: Day; celsius: number }[]
  /** Oldest first. */
  events: CohortEvent[]
  /** Of a breeding box, newest first. */
  searches: {
    on: Day
    eggs: { young: number; old: number }
    larvae: Record<string, number>
    takenOut: boolean
  }[]
  /** Newest first. */
  collected: { on: Day }[]
  /** When grown ones came out, newest first. */
  emerged: { on: Day; females: number; males: number }[]
}

/** A cohort with all that is reckoned of it. */
export interface CohortStudy<C extends CohortRecord = CohortRecord> {
  cohort: C
  protocol: CohortProtocol
  /** The stages it goes through, from the egg on. */
  way: ColonyStage[]
  standing: CohortStanding
  groups: CohortGroup[]
  ahead: DayTemperature
  forecast: StageForecast[]
  crowding: CrowdingFinding | null
  /** Of a breeding box that was ever filled: the search to come. */
  search: { lastOn: Day; next: NextSearch } | null
  work: WorkItem[]
}

/** What a cohort's log, its protocol and a day say of it: who is there, what comes next, and what falls due. */
export function studyCohort<C extends CohortRecord>(
  cohort: C,
  protocol: CohortProtocol,
  today: Day,
  say: Say = METRIC,
): CohortStudy<C> {
  const way = lifeFor(protocol, cohort.fertilised)
  const standing = cohortStanding(
    way.map((s) => s.name),
    cohort.events,
    cohort.began,
  )
  const { thenC, thenFrom, celsius } = cohort
  const thenIn = thenFrom === null ? null : daysBetween(today, thenFrom)
  const ahead = temperatureAhead(celsius, thenC, thenIn)
  const groups = groupsOf(
    { stages: way, pause: protocol.pause, referenceC: protocol.referenceC },
    standing,
    temperatureBehind(cohort.warmth, celsius, today),
    today,
  )
  const forecast = cohortForecast(way, groups, ahead, protocol.referenceC)
  const search = cohort.kind === 'breeding box' ? searchOf(cohort, protocol, standing, ahead) : null
  const crowding = crowdingNow(cohort, protocol, standing)
  const alone = protocol.aloneFrom
  const together = standing.stages.filter((s) => s.stage !== null && alone !== null && s.stage >= alone)
  const grouped = Math.round(together.reduce((sum, s) => sum + s.count, 0))
  const toBeSingled = grouped > cohort.tubs ? grouped : 0
  const work = cohortWork(
    {
      ...{ id: cohort.id, name: cohort.name, today, protocol, forecast, search },
      countedOn: standing.countedOn,
      then: thenC !== null && thenFrom !== null ? { on: thenFrom, celsius: thenC } : null,
      collectedOn: cohort.collected[0]?.on ?? null,
      // Who is boxed singly is split by it.
      crowded: crowding && crowding.tubs > cohort.tubs && toBeSingled === 0 ? crowding.says : '',
      toBeSingled,
    },
    say,
  )
  return { cohort, protocol, way, standing, groups, ahead, forecast, crowding, search, work }
}

/** The grown, as stages of protocols call them. */
const GROWN_NAMES = ['adult', 'adults', 'grown']

/**
 * The care that a cohort asks for in the stages it is in: of two rhythms of one task the quicker. As long as nobody has counted it, that which is
 * of no stage in particular.
 */
export function careOfCohort({ protocol, standing }: Pick<CohortStudy, 'protocol' | 'standing'>): CareRule[] {
  if (standing.most > 0 && standing.stages.length === 0) return []
  const names = new Set(
    standing.stages.flatMap(({ name, stage }) =>
      stage === null ? [...GROWN_NAMES, protocol.grown.toLowerCase()] : [name.toLowerCase()],
    ),
  )
  const isHere = (stage: string) => names.has(stage.toLowerCase())
  const countOf = (stage: string) =>
    standing.stages
      .filter((s) => (s.stage === null ? GROWN_NAMES.includes(stage.toLowerCase()) : s.name === stage))
      .reduce((sum, s) => sum + s.count, 0)
  return [
    ...foodTogether(
      protocol.foods
        .filter(({ stage }) => isHere(stage))
        .map((food) => ({ ...food, count: countOf(food.stage) })),
    ),
    ...careTogether(protocol.care.filter(({ stages }) => stages === null || stages.some(isHere))),
  ]
}

/** Crowding by the largest stage they are in: all of them together, in the litres of all tubs. */
function crowdingNow(
  cohort: CohortRecord,
  protocol: CohortProtocol,
  { stages }: CohortStanding,
): CrowdingFinding | null {
  const oldest = stages.filter((s) => s.stage !== null && s.count >= 1).at(-1)
  const litres = oldest ? protocol.litresEach[oldest.stage!] : stages.length > 0 ? protocol.adultLitres : null
  if (!litres) return null
  const count = Math.round(stages.filter((s) => s.stage !== 0).reduce((sum, s) => sum + s.count, 0))
  const mm = oldest ? (protocol.stages[oldest.stage!]?.mm ?? null) : null
  return crowdingOf(
    count,
    litres.typical,
    { litres: cohort.litres, heightMm: cohort.heightMm, tubs: cohort.tubs },
    mm,
    protocol.heightBodies,
  )
}

function searchOf(
  cohort: CohortRecord,
  protocol: CohortProtocol,
  standing: CohortStanding,
  celsius: DayTemperature,
): CohortStudy['search'] {
  const { box } = protocol
  if (!box) return null
  const last = cohort.searches[0]
  const lastOn = last?.on ?? cohort.began
  const females = standing.stages.find((s) => s.name === 'females')?.count ?? 0
  const found = protocol.stages.map((s, i) =>
    !last ? 0 : i === 0 ? last.eggs.young + last.eggs.old : (last.larvae[s.name] ?? 0),
  )
  return {
    lastOn,
    next: nextSearch({
      ...{ stages: protocol.stages, eats: box.eats, referenceC: protocol.referenceC, celsius },
      ...{ eggsPerDay: females * box.eggsPerDay.typical, adultsFrom: 0, adultsTo: females > 0 ? null : 0 },
      // What was seen and left is there as surely as what was not seen.
      ...{ missed: last && !last.takenOut ? 1 : box.missed, found },
      earliestDays: box.searchDays.least,
    }),
  }
}
