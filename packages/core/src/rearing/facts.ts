import type { Defect, Permit, Sex } from '../animals'
import type { Day, DaySpan } from '../calendar'
import type { ReadinessVerdict } from '../readiness'
import type { ChecksDone } from '../checks'
import type { Measured } from '../weighing/sizes'

/** What is known of a growing animal on a day. */
export interface RearingFacts {
  sex: Sex
  sexCertainty: number
  hatched: DaySpan | null
  weight: { grams: number; on: Day } | null
  /** As it was last measured; nothing where nobody measured it. */
  measured?: Measured
  mealsInARow: number
  /** The longest row of unaided meals so far. */
  longestRow: number
  lastOfferedOn: Day | null
  wholeSheds: number
  lastShedOn: Day | null
  openProblems: readonly string[]
  quarantineUntil: Day | null
  readiness: ReadinessVerdict | null
  /** Kept as a breeder: the gate to breeding lies behind it. */
  breeds: boolean
  /** What was found on inspection; none where nobody looked. */
  defects?: readonly Defect[]
  /** How it came out of its checks, each as last done; nothing where nobody looked. */
  checks?: ChecksDone
  /** Papers on record, with the day on which they end. */
  permits?: readonly Permit[]
  resting?: boolean
  /** The day of its first entry: what came before nobody wrote down; null where that is not known. */
  firstOn?: Day | null
  /** The stage that somebody said it has reached. */
  stageSaid?: { stage: string; on: Day } | null
}
