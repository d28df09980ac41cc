import { addDays, type Day, type DaySpan } from '../calendar'
import { ageOn } from '../animals'
import { gompertzAge, gompertzWeight, type GrowthCurve } from './models'

/**
 * Spread of growth between siblings (coefficient of variation). The date interval of a projection covers 90 per cent
 * of it.
 */
const GROWTH_SPREAD = 0.15
const Z90 = 1.6448536269514722

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
