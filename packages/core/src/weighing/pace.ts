import { ageOn } from '../animals/age'
import type { Day, DaySpan } from '../calendar'
import { gompertzWeight, type GrowthCurve } from './models'

/** From how many times the weight that is expected at its age an animal grows too fast, and below which too slowly; null where nobody says. */
export interface PaceLimits {
  over: number | null
  under: number | null
  /** The least that a newborn weighs; nothing where nobody says. */
  newbornGrams?: number | null
}

/** How an animal grows against what its protocol expects. */
export interface GrowthPace {
  is: 'too fast' | 'too slow'
  /** Its weight, as so many times what is expected. */
  times: number
  expectedGrams: number
}

/** Where its final weight is expected, a heavy animal is fat and not fast; one that is far too light there is stunted all the same. */
const GROWN = 0.85

/**
 * What is expected of an age: the weight on the curve, and never less than a newborn's. A curve that was worked out from the weights of older
 * animals may begin far below it.
 */
export const weightExpected = (
  curve: GrowthCurve,
  ageDays: number,
  newbornGrams: number | null | undefined,
): number => Math.max(newbornGrams ?? 0, gompertzWeight(curve, ageDays))

/**
 * Whether an animal outgrows its protocol or lags behind it: its last weight against the growth curve at the age it had then. Where the
 * hatch date is not sure, only what holds for the whole of its span is said.
 * @returns null where it grows as expected, is nearly grown, or nobody says what is too much
 */
export function paceOf(
  curve: GrowthCurve,
  { over, under, newbornGrams }: PaceLimits,
  { grams, on }: { grams: number; on: Day },
  hatched: DaySpan,
): GrowthPace | null {
  const age = ageOn(hatched, on)
  const [young, old] = [
    weightExpected(curve, Math.max(0, age.least), newbornGrams),
    weightExpected(curve, Math.max(0, age.most), newbornGrams),
  ]
  const told = (is: GrowthPace['is'], expectedGrams: number): GrowthPace => ({
    ...{ is, expectedGrams },
    times: Math.round((100 * grams) / expectedGrams) / 100,
  })
  if (young < GROWN * curve.A && over !== null && grams > over * old) return told('too fast', old)
  if (under !== null && grams < under * young) return told('too slow', young)
  return null
}
