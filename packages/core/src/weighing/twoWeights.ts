import type { GrowthCurve } from './models'

/** What one weighs at an age. */
export interface WeightAt {
  grams: number
  ageDays: number
}

/** A final weight so many times the older one tells that the weights do not show yet where growth ends. */
const MOST_TIMES = 2
const LEAST_ABOVE = 1 + 1e-9
const STEPS = 200

/** −ln(ln(A/W)): along a curve of growth it rises evenly with age. */
const phase = (final: number, grams: number) => -Math.log(Math.log(final / grams))

/** A curve, and by what it was settled beside the two weights: that at birth, or the final one. */
export interface GrowthOfTwo {
  curve: GrowthCurve
  by: 'birth' | 'final weight'
}

/**
 * The curve W(t) = A·exp(−exp(−k·(t − Ti))) through two weights. With p(W) = −ln(ln(A/W)), which is k·(t − Ti), both lie on a line; where the
 * weight at birth W₀ lies on it too, the final weight A is that at which (p(W₁) − p(W₀)) / t₁ = (p(W₂) − p(W₀)) / t₂, found by halving. Young
 * that are still far from grown do not tell where they end: then A is the final weight that is known, and k = (p(W₂) − p(W₁)) / (t₂ − t₁).
 * @param youngGrams at birth or hatching
 * @param finalGrams what they weigh in the end, as far as it is known
 * @returns the curve; or why no animal grows so, in words
 */
export function growthOfTwo(
  youngGrams: number,
  one: WeightAt,
  other: WeightAt,
  finalGrams: number,
): GrowthOfTwo | { says: string } {
  const [younger, older] = one.ageDays < other.ageDays ? [one, other] : [other, one]
  if (!(younger.ageDays > 0) || younger.ageDays === older.ageDays)
    return { says: 'enter two different ages, both above 0' }
  if (!(younger.grams > youngGrams)) return { says: 'the first weight must be above the newborn weight' }
  if (!(older.grams > younger.grams)) return { says: 'the later weight must be higher' }
  const A = finalByBirth(youngGrams, younger, older)
  if (A !== null) {
    const k = (phase(A, older.grams) - phase(A, youngGrams)) / older.ageDays
    return { curve: { A, k, Ti: -phase(A, youngGrams) / k }, by: 'birth' }
  }
  if (!(finalGrams > older.grams))
    return { says: 'this is above the adult weight in the protocol: correct the adult weight first' }
  const k =
    (phase(finalGrams, older.grams) - phase(finalGrams, younger.grams)) / (older.ageDays - younger.ageDays)
  const Ti = younger.ageDays - phase(finalGrams, younger.grams) / k
  return { curve: { A: finalGrams, k, Ti }, by: 'final weight' }
}

/** The final weight of the curve through birth and both weights; null where it would be far above the older one, or nowhere. */
function finalByBirth(youngGrams: number, younger: WeightAt, older: WeightAt): number | null {
  // Above nought where a final weight so large would bring the younger one higher than it is.
  const off = (final: number) =>
    (phase(final, younger.grams) - phase(final, youngGrams)) * older.ageDays -
    (phase(final, older.grams) - phase(final, youngGrams)) * younger.ageDays
  let [low, high] = [older.grams * LEAST_ABOVE, older.grams * MOST_TIMES]
  if (off(high) <= 0) return null
  for (let i = 0; i < STEPS; i++) {
    const middle = Math.sqrt(low * high)
    if (off(middle) > 0) high = middle
    else low = middle
  }
  return Math.sqrt(low * high)
}
