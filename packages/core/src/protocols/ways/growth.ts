import { just, type Derived, type WayFigure } from './way'

/** Share of the final weight that a curve has reached when the animal is heavy enough to breed, as a rule of thumb. */
const FINAL_PER_GROWN = 1.15
/** A newborn that is given as heavier than this share of the grown is a slip; the curve is drawn all the same. */
const LARGEST_YOUNG = 0.8

/**
 * Rate and turning day of the curve W(t) = A·exp(−exp(−k·(t − Ti))) that passes through the weight at birth and the weight at which one may
 * breed. With p(W) = −ln(ln(A/W)), which is k·(t − Ti): k = (p(breeding) − p(birth)) / age, and Ti = −p(birth) / k.
 */
function curveThrough(final: number, young: number, breeding: number, ageDays: number) {
  const phase = (grams: number) => -Math.log(Math.log(final / Math.min(grams, final * LARGEST_YOUNG)))
  const born = phase(young)
  const k = Math.max(1e-5, (phase(breeding) - born) / Math.max(1, ageDays))
  return { k, turning: -born / k }
}

function curveOf(sex: 'female' | 'male'): Record<string, Derived> {
  const of = [
    `growth.${sex}.A`,
    'size.young',
    `readiness.${sex}.grams.cautious`,
    `readiness.${sex}.ageDays.cautious`,
  ]
  return {
    [`growth.${sex}.A`]: { of: [`size.${sex}`], by: (grown) => grown! * FINAL_PER_GROWN, spread: null },
    [`growth.${sex}.k`]: { of, by: (a, w, b, age) => curveThrough(a!, w!, b!, age!).k, spread: null },
    [`growth.${sex}.Ti`]: { of, by: (a, w, b, age) => curveThrough(a!, w!, b!, age!).turning, spread: null },
  }
}

/** Growth as it follows from what a keeper can say: weight at birth, weight and age at which one may breed, weight when grown. */
export const growthByAgeAndWeight: Readonly<Record<string, WayFigure>> = {
  ...curveOf('female'),
  ...curveOf('male'),
  // Wide, as the curve itself is a guess.
  'growth.warnOver': just(1.7),
  'growth.warnUnder': just(0.55),
}
