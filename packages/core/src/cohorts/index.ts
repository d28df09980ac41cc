export { dayAfter, stageDays, type DayTemperature } from './clock'
export {
  emergenceOverlap,
  planEmergence,
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
export { nextSearch, type NextSearch, type SearchQuestion } from './search'
