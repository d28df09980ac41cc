import { toFree, type GrowthModel, type GrowthPrior } from './models'

/** With few points one wrong weight draws the curve to it and hides: then each of the farthest is left out at first. */
const SUSPECT_NOISE = 0.08
const SUSPECT_LOSS = 0.15
const LEFT_OUT = 6

/** Whether a curve leaves so much over that a slip of the pen may be hidden in it. @internal */
export const isSuspect = ({ noise, loss }: { noise: number; loss: number }) =>
  noise > SUSPECT_NOISE || loss > SUSPECT_LOSS

/** Whom to try without: all where they are few, else those that lie farthest off. @internal */
export const farthest = (off: readonly number[], trust: readonly number[]): number[] =>
  off
    .map((r, index) => ({ index, far: Math.abs(r) }))
    .filter(({ index }) => trust[index]! > 0)
    .sort((a, b) => b.far - a.far)
    .slice(0, off.length <= 2 * LEFT_OUT ? undefined : LEFT_OUT)
    .map(({ index }) => index)

/** A weighing far off costs no more than this, so that one is rather left out than that all are bent. */
const MOST_OFF = 0.5
/** Beyond so many spreads from its kind an animal is less likely than a slip of the pen; what each further one costs. */
const USUAL_SPREADS = 3
const SPREAD_COSTS = 0.15

/** What a curve leaves over: of each weighing, up to a bound, and of how odd an animal it would take. @internal */
export function lossOf(
  off: readonly number[],
  trust: readonly number[],
  free: readonly number[],
  model: GrowthModel,
  prior: GrowthPrior | undefined,
): number {
  const weighings = off.reduce((sum, r, i) => sum + trust[i]! * Math.min(Math.abs(r), MOST_OFF), 0)
  if (!prior || model === 'log-linear') return weighings
  const usual = toFree({ model, ...prior.curve })
  const odd = widthsOf(prior).map((width, i) => Math.abs((free[i]! - usual[i]!) / width))
  return weighings + odd.reduce((sum, z) => sum + SPREAD_COSTS * Math.max(0, z - USUAL_SPREADS), 0)
}

/** @internal */
export const widthsOf = ({ curve, spread }: GrowthPrior) => [
  spread.A,
  spread.k,
  spread.Ti * Math.max(1, Math.abs(curve.Ti)),
]
