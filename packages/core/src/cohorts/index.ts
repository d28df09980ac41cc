export { dayAfter, stageDays, type DayTemperature } from './clock'
export { cohortProtocolOf, lifeFor, type BoxRules, type CohortProtocol } from './compile'
export {
  generationMixed,
  generationOfYoung,
  mixLines,
  sayGeneration,
  type Generations,
  type LineShares,
} from './lineage'
export {
  GROWN,
  cohortStanding,
  doubtCohortCount,
  groupsOf,
  temperatureAhead,
  temperatureBehind,
  type CohortEvent,
  type CohortStanding,
  type StageMembers,
} from './standing'
export {
  emergenceOverlap,
  planEmergence,
  secondBrood,
  type AdultSpan,
  type CoolingPlan,
  type CoolingQuestion,
  type PairingNight,
  type Overlap,
  type PupaGroup,
} from './emergence'
export {
  cohortForecast,
  lastSafeStart,
  type CohortGroup,
  type SafeStart,
  type StageForecast,
} from './forecast'
export { crowdingOf, instarOf, type CohortRoom, type CrowdingFinding, type InstarChance } from './instar'
export { eggClock, type EggClock } from './eggCells'
export { eggsToKeep, type EggsToKeep } from './surplus'
export { cohortWork, type CohortFacts } from './work'
export { leafRace, type LeafRace } from './leaves'
export { pupaGroupsOf } from './emerging'
export { membersByWeek } from './members'
export { careOfCohort, studyCohort, type CohortRecord, type CohortStudy } from './study'
export { nextSearch, type NextSearch, type SearchQuestion } from './search'
