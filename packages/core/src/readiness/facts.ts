import type { Sex, WeightContext } from '../animals'
import type { Day, DaySpan } from '../calendar'
import type { GrowthFit } from '../weighing'

/** What is known of an animal on the day its readiness is judged. */
export interface BreederFacts {
  sex: Sex
  sexCertainty: number
  hatched: DaySpan | null
  /** The day of the moult that made an insect adult. */
  adultSince?: Day | null | undefined
  weight: { grams: number; on: Day; context: WeightContext } | null
  /** The animal's own fitted growth, where it was fitted: projections then follow it and not the species' curve. */
  growth?: GrowthFit | null | undefined
  condition: { score: number; on: Day } | null
  mealsInARow: number
  refusalsInARow: number
  lastTakenOn: Day | null
  inShedSince: Day | null
  quarantineUntil: Day | null
  openProblems: readonly string[]
  presence: 'here' | 'listed' | 'sold' | 'died'
  resting: boolean
  /** The last clutch of a female, and what she weighed before she was paired for it. */
  lastClutch: { foundOn: Day; gramsBefore: number | null } | null
}
