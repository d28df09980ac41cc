import type { Cohorts, CohortView } from '@hatch-book/contract'
import {
  cohortForecast,
  cohortStanding,
  cohortWork,
  crowdingOf,
  daysBetween,
  groupsOf,
  lifeFor,
  nextSearch,
  temperatureAhead,
  temperatureBehind,
  type CohortGroup,
  type CohortProtocol,
  type CohortStanding,
  type ColonyStage,
  type CrowdingFinding,
  type DayTemperature,
  type NextSearch,
  type StageForecast,
  type WorkItem,
} from '@hatch-book/core'

/** A cohort with all that is reckoned of it. */
export interface StudiedCohort {
  cohort: CohortView
  protocol: CohortProtocol
  cautions: string
  /** The stages it goes through, from the egg on. */
  way: ColonyStage[]
  standing: CohortStanding
  groups: CohortGroup[]
  ahead: DayTemperature
  forecast: StageForecast[]
  crowding: CrowdingFinding | null
  /** Of a breeding box that was ever filled: the search to come. */
  search: { lastOn: string; next: NextSearch } | null
  work: WorkItem[]
}

export function studyCohorts({ cohorts, species, today }: Cohorts): StudiedCohort[] {
  const bySpecies = new Map(species.map((s) => [s.protocolId, s]))
  return cohorts.map((c) => {
    const { protocol, cautions } = bySpecies.get(c.protocolId)!
    return { ...studyCohort(c, protocol, today), cautions }
  })
}

function studyCohort(
  cohort: CohortView,
  protocol: CohortProtocol,
  today: string,
): Omit<StudiedCohort, 'cautions'> {
  const way = lifeFor(protocol, cohort.fertilised)
  const standing = cohortStanding(
    way.map((s) => s.name),
    cohort.events,
    cohort.began,
  )
  const { thenC, thenFrom, celsius } = cohort
  const thenIn = thenFrom === null ? null : daysBetween(today, thenFrom)
  const ahead = temperatureAhead(celsius, thenC, thenIn)
  const groups = groupsOf({ stages: way }, standing, temperatureBehind(cohort.warmth, celsius, today), today)
  const forecast = cohortForecast(way, groups, ahead, protocol.referenceC)
  const search = cohort.kind === 'breeding box' ? searchOf(cohort, protocol, standing, ahead) : null
  const crowding = crowdingNow(cohort, protocol, standing)
  const alone = protocol.aloneFrom
  const together = standing.stages.filter((s) => s.stage !== null && alone !== null && s.stage >= alone)
  const grouped = Math.round(together.reduce((sum, s) => sum + s.count, 0))
  const toBeSingled = grouped > cohort.tubs ? grouped : 0
  const work = cohortWork({
    ...{ id: cohort.id, name: cohort.name, today, protocol, forecast, search },
    countedOn: standing.countedOn,
    then: thenC !== null && thenFrom !== null ? { on: thenFrom, celsius: thenC } : null,
    collectedOn: cohort.collected[0]?.on ?? null,
    // Who is boxed singly is split by it.
    crowded: crowding && crowding.tubs > cohort.tubs && toBeSingled === 0 ? crowding.says : '',
    toBeSingled,
  })
  return { cohort, protocol, way, standing, groups, ahead, forecast, crowding, search, work }
}

/** Crowding by the largest stage they are in: all of them together, in the litres of all tubs. */
function crowdingNow(
  cohort: CohortView,
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
  cohort: CohortView,
  protocol: CohortProtocol,
  standing: CohortStanding,
  celsius: DayTemperature,
): StudiedCohort['search'] {
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

/** Everybody of a stage that can be told of, the grown included. */
export const countOf = ({ stages }: CohortStanding, name: string) =>
  Math.round(stages.find((s) => s.name === name)?.count ?? 0)

/** So many of a stage, in words: one egg, two eggs. */
export function told(count: number, name: string): string {
  const n = Math.round(count)
  const plural = /^(egg|pupal cell|female|male)s?$/.exec(name)
  return `${n.toLocaleString('en')} ${plural ? `${plural[1]}${n === 1 ? '' : 's'}` : name}`
}

/** What a form beside a cohort is handed. */
export interface ActProps {
  studied: StudiedCohort
  all: readonly StudiedCohort[]
  onDone(): void
  /** A cohort was made of it: go there. */
  onMade(id: string): void
}
