import { addDays, type Day, type DaySpan } from '../calendar'
import { ageOn } from '../animals'

/** Gompertz growth of a species and sex: W(t) = A exp(-exp(-k (t - Ti))), t in days from hatching, W in grams. */
export interface GrowthCurve {
  /** Weight that growth tends to, g. */
  A: number
  /** Rate, per day. */
  k: number
  /** Day of fastest growth. */
  Ti: number
}

/**
 * Spread of growth between siblings (coefficient of variation). The date interval of a projection covers 90 per cent
 * of it.
 */
const GROWTH_SPREAD = 0.15
const Z90 = 1.6448536269514722

/** Weight in grams at an age in days (Gompertz 1825, in Winsor's 1932 form). */
export function gompertzWeight(curve: GrowthCurve, ageDays: number): number {
  return curve.A * Math.exp(-Math.exp(-curve.k * (ageDays - curve.Ti)))
}

/** Age in days at which the curve passes a weight, or null when it never does. */
export function gompertzAge(curve: GrowthCurve, grams: number): number | null {
  if (!(grams > 0) || grams >= curve.A) return null
  return curve.Ti - Math.log(-Math.log(grams / curve.A)) / curve.k
}

/**
 * When an animal is expected to reach a weight, or null for 'not reached'.
 *
 * The species curve is stretched to pass through the animal's own weight at its own age (an animal a tenth heavier than
 * the curve stays a tenth heavier); of an estimated age the middle is used. Without an age the animal is put on the
 * curve where its weight stands. The days still needed are then spread by the growth of siblings.
 */
export function projectWeight(
  curve: GrowthCurve,
  weighed: { grams: number; on: Day },
  hatched: DaySpan | null,
  wantedGrams: number,
): DaySpan | null {
  if (weighed.grams >= wantedGrams) return { from: weighed.on, to: weighed.on }
  const atAge = hatched ? middleAge(hatched, weighed.on) : gompertzAge(curve, weighed.grams)
  if (atAge === null) return null
  const stretch = weighed.grams / gompertzWeight(curve, atAge)
  const reached = gompertzAge(curve, wantedGrams / stretch)
  if (reached === null) return null
  const needed = reached - atAge
  return {
    from: addDays(weighed.on, Math.floor(needed / (1 + Z90 * GROWTH_SPREAD))),
    to: addDays(weighed.on, Math.ceil(needed / (1 - Z90 * GROWTH_SPREAD))),
  }
}

function middleAge(hatched: DaySpan, on: Day): number {
  const age = ageOn(hatched, on)
  return (age.least + age.most) / 2
}

/** Loss as a share of a reference weight; negative for a gain. */
export function lossSince(referenceGrams: number, grams: number): number {
  return (referenceGrams - grams) / referenceGrams
}
