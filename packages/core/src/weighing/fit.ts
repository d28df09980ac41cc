import type { WeightContext } from '../animals'
import { invert, leastSquares, type Residual } from './leastSquares'
import { fromFree, logWeights, toFree, type AnyCurve, type GrowthModel, type GrowthPrior } from './models'
import { farthest, isSuspect, lossOf, widthsOf } from './leftOut'
import { medianOf, robustSpread } from './robust'

/** A weight at an age. Without a context it counts as taken with an empty gut. */
export interface WeightAtAge {
  /** Days from hatching; of an estimated age the middle. */
  ageDays: number
  grams: number
  context?: WeightContext | undefined
}

export interface FitOptions {
  /** Shapes to choose from. */
  models?: readonly GrowthModel[]
  /** The curve that few points borrow from; without one the points stand alone. */
  prior?: GrowthPrior | undefined
}

export interface GrowthFit {
  curve: AnyCurve
  /** Standard deviation of a weighing round the curve, as a share of the weight. */
  noise: number
  /** Corrected Akaike criterion of each shape that could be fitted; the lowest was chosen. */
  aicc: { model: GrowthModel; value: number }[]
  /** Covariance of the free parameters: ln A, ln k and Ti; of a log-linear one ln A and k. */
  covariance: number[][]
  /** Index of each point that was set aside or counted little, and why. */
  outliers: { index: number; why: 'gravid' | 'fed' | 'off the curve'; off: number }[]
  /** How many weighings the curve rests on, each by its weight. */
  counted: number
}

/** How far siblings differ: 15 per cent in weight, and the same in pace. */
export const SIBLING_SPREAD = { A: 0.15, k: 0.15, Ti: 0.12 } as const

/** What a weighing counts by its context: eggs and meals are not the animal. */
const TRUST: Record<WeightContext, number> = {
  empty: 1,
  'not said': 1,
  'in shed': 0.7,
  fed: 0.25,
  gravid: 0,
}
/** Scale and gut: what a weighing scatters when there are too few to tell, and the least it is ever taken to. */
const USUAL_NOISE = 0.025
const LEAST_NOISE = 0.002
/** Tukey's biweight sets aside what lies further out than this many spreads; named from the second. */
const REJECTED_AT = 4.685
const NAMED_AT = 3.5
/** A meal more or less is no error, however smooth the curve. */
const NEVER_NAMED = 0.06
const INNER_AT = 3.5
const MOST_PASSES = 14
const SETTLED = 1e-7
const ALL_MODELS: readonly GrowthModel[] = ['gompertz', 'logistic', 'log-linear']

/**
 * Fits a growth curve to one animal's weights.
 *
 * Least squares on the logarithm of the weight (spread grows with the animal), by Levenberg and Marquardt. Weighings when
 * gravid are set aside, when fed count a quarter; then Tukey's biweight (Beaton and Tukey 1974) is iterated with the scale
 * from the median deviation, so that one wrong figure bends nothing, and what it set aside is named. A prior enters as so
 * many pseudo-residuals: with few points the line's curve speaks, with many the animal does (empirical Bayes). Among shapes
 * the corrected Akaike criterion chooses (Hurvich and Tsai 1989).
 *
 * @returns null when the points (with their prior) do not determine any of the shapes: fewer than three of different ages
 *   without a prior, or none with one
 * @throws RangeError when a weight is not above zero or an age not a number
 */
export function fitGrowth(points: readonly WeightAtAge[], options: FitOptions = {}): GrowthFit | null {
  for (const { grams, ageDays } of points)
    if (!(grams > 0) || !Number.isFinite(grams) || !Number.isFinite(ageDays))
      throw new RangeError(`${grams} g at ${ageDays} days is not a weight at an age`)
  const { prior, models = prior ? ['gompertz'] : ALL_MODELS } = options
  const usable = points.filter((p) => trustOf(p) > 0)
  const ages = new Set(usable.map((p) => p.ageDays)).size
  const fits = models.flatMap((model) => {
    const free = model === 'log-linear' ? 2 : 3
    if (prior ? usable.length === 0 : ages < free) return []
    const fit = fitModel(model, points, prior)
    return fit ? [fit] : []
  })
  if (fits.length === 0) return null
  const scale = Math.min(...fits.map((f) => f.fit.noise))
  const judged = fits.map(({ fit, residuals }) => ({
    fit,
    model: fit.curve.model,
    value: corrected(residuals, points.map(trustOf), scale, fit.covariance.length),
  }))
  const best = judged.reduce((a, b) => (b.value < a.value ? b : a))
  return { ...best.fit, aicc: judged.map(({ model, value }) => ({ model, value })) }
}

const trustOf = (p: WeightAtAge) => TRUST[p.context ?? 'empty']

function fitModel(
  model: GrowthModel,
  points: readonly WeightAtAge[],
  prior: GrowthPrior | undefined,
): { fit: Omit<GrowthFit, 'aicc'>; residuals: number[] } | null {
  const trust = points.map(trustOf)
  const starts = prior && model !== 'log-linear' ? [priorStart(model, prior, points)] : guesses(model, points)
  let best: { free: number[]; noise: number; weights: number[]; curvature: number[][]; loss: number } | null =
    null
  for (const start of starts) {
    const found = robustly(model, points, trust, prior, start)
    if (found && (!best || found.loss < best.loss)) best = found
  }
  if (!best) return null
  if (isSuspect(best))
    for (const index of farthest(offCurve(model, points, best.free), trust))
      for (const start of starts) {
        const without = trust.map((t, i) => (i === index ? 0 : t))
        const found = robustly(model, points, trust, prior, start, without)
        if (found && found.loss < best.loss - 1e-6) best = found
      }
  const { free, noise, weights, curvature } = best
  const covariance = invert(curvature)
  if (!covariance || covariance.some((row, i) => !(row[i]! >= 0))) return null
  const residuals = offCurve(model, points, free)
  const counted = weights.reduce((a, b) => a + b, 0)
  return {
    fit: {
      curve: fromFree(model, free),
      noise,
      covariance,
      counted,
      outliers: outliersOf(points, residuals, noise),
    },
    residuals,
  }
}

/** Iterates weights and curve until they agree. @param first what each counts at first */
function robustly(
  model: GrowthModel,
  points: readonly WeightAtAge[],
  trust: readonly number[],
  prior: GrowthPrior | undefined,
  start: readonly number[],
  first: readonly number[] = trust,
) {
  const logs = points.map((p) => Math.log(p.grams))
  let free = [...start]
  let weights = [...first]
  let noise = USUAL_NOISE
  for (let pass = 0; pass < MOST_PASSES; pass++) {
    const residual = residualsOf(model, points, logs, weights, noise, prior)
    const found = leastSquares(residual, points.length + (prior ? free.length : 0), free)
    if (found.at.some((v) => !Number.isFinite(v))) return null
    const moved = Math.max(...found.at.map((v, i) => Math.abs(v - free[i]!) / (1 + Math.abs(v))))
    free = found.at
    const off = offCurve(model, points, free)
    if ((moved < SETTLED && pass > 1) || pass === MOST_PASSES - 1) {
      // What one start found is only comparable by the whole of what it leaves over.
      const loss = lossOf(off, trust, free, model, prior)
      return { free, noise, weights, curvature: found.curvature, loss }
    }
    noise = noiseOf(off, trust, free.length, prior !== undefined)
    weights = off.map((r, i) => trust[i]! * biweight(r / noise))
  }
  return null
}

function offCurve(model: GrowthModel, points: readonly WeightAtAge[], free: readonly number[]): number[] {
  const slopes: number[] = []
  const weightAt = logWeights(model, free)
  return points.map((p) => Math.log(p.grams) - weightAt(p.ageDays, slopes))
}

/** The weighings' residuals, then the prior's. */
function residualsOf(
  model: GrowthModel,
  points: readonly WeightAtAge[],
  logs: readonly number[],
  weights: readonly number[],
  noise: number,
  prior: GrowthPrior | undefined,
): Residual {
  const roots = weights.map((w) => Math.sqrt(w) / noise)
  const mean = prior ? toFree({ model, ...prior.curve }) : []
  const widths = prior ? widthsOf(prior) : []
  let weightAt = logWeights(model, [0, 0, 0])
  let ofFree: readonly number[] | null = null
  return (at, index, slopes) => {
    if (at !== ofFree) [weightAt, ofFree] = [logWeights(model, at), at]
    if (index < points.length) {
      const root = roots[index]!
      const value = weightAt(points[index]!.ageDays, slopes)
      for (let i = 0; i < slopes.length; i++) slopes[i]! *= root
      return root * (value - logs[index]!)
    }
    const i = index - points.length
    slopes.fill(0)
    slopes[i] = 1 / widths[i]!
    return (at[i]! - mean[i]!) / widths[i]!
  }
}

function noiseOf(off: readonly number[], trust: readonly number[], free: number, borrowed: boolean): number {
  const kept = off.filter((_, i) => trust[i]! > 0)
  if (kept.length <= free + 1) return USUAL_NOISE
  // The median finds who belongs; the root mean square of those is the surer figure. The curve used up its freedom.
  const rough = robustSpread(kept, 0) * Math.sqrt(kept.length / (kept.length - free))
  const inner = kept.filter((r) => Math.abs(r) <= INNER_AT * Math.max(rough, LEAST_NOISE))
  const spread =
    inner.length > free + 1
      ? Math.sqrt(inner.reduce((sum, r) => sum + r * r, 0) / (inner.length - free))
      : rough
  if (!borrowed) return Math.max(LEAST_NOISE, spread)
  // With few points the usual noise holds its own against a chance agreement.
  const usual = 4
  return Math.sqrt((kept.length * spread ** 2 + usual * USUAL_NOISE ** 2) / (kept.length + usual))
}

function biweight(r: number): number {
  const u = r / REJECTED_AT
  return Math.abs(u) >= 1 ? 0 : (1 - u * u) ** 2
}

function outliersOf(
  points: readonly WeightAtAge[],
  residuals: readonly number[],
  noise: number,
): GrowthFit['outliers'] {
  return points.flatMap(({ context }, index): GrowthFit['outliers'] => {
    const off = Math.exp(residuals[index]!) - 1
    if (context === 'gravid' || context === 'fed') return [{ index, why: context, off }]
    const far = Math.abs(residuals[index]!) > Math.max(NAMED_AT * noise, NEVER_NAMED)
    return far ? [{ index, why: 'off the curve', off }] : []
  })
}

/**
 * AICc of normal residuals of unknown variance. A point counts by its trust, and one that no shape would keep counts as far
 * out as the biweight looks, alike for every shape.
 */
function corrected(
  residuals: readonly number[],
  trust: readonly number[],
  scale: number,
  free: number,
): number {
  const n = trust.reduce((a, b) => a + b, 0)
  const parameters = free + 1
  // Too few to compare by: the fewer parameters the better.
  if (n <= parameters + 1) return 1e6 + parameters
  const most = (REJECTED_AT * scale) ** 2
  const squares = residuals.reduce((sum, r, i) => sum + trust[i]! * Math.min(most, r * r), 0)
  const variance = Math.max(1e-12, squares / n)
  return n * Math.log(variance) + 2 * parameters + (2 * parameters * (parameters + 1)) / (n - parameters - 1)
}

/** The prior's curve, raised or lowered to the animal's own weights. */
function priorStart(model: GrowthModel, prior: GrowthPrior, points: readonly WeightAtAge[]): number[] {
  const free = toFree({ model, ...prior.curve })
  const off = offCurve(
    model,
    points.filter((p) => trustOf(p) > 0),
    free,
  )
  return [free[0]! + Math.max(-0.5, Math.min(0.5, medianOf(off))), free[1]!, free[2]!]
}

/** Starting curves: the straight line through the logarithms, and saturating ones that end at or well above the heaviest. */
function guesses(model: GrowthModel, points: readonly WeightAtAge[]): number[][] {
  const usable = points.filter((p) => trustOf(p) > 0)
  if (model === 'log-linear') return [line(usable.map((p) => [p.ageDays, Math.log(p.grams)]))]
  const heaviest = Math.max(...usable.map((p) => p.grams))
  return [1.03, 1.3, 2.5].flatMap((factor) => {
    const A = heaviest * factor
    // Both shapes are straight lines in age once their weights are taken through the inverse of the curve.
    const straight = usable.map((p): [number, number] => [
      p.ageDays,
      model === 'gompertz' ? -Math.log(-Math.log(p.grams / A)) : -Math.log(A / p.grams - 1),
    ])
    const [intercept, k] = line(straight) as [number, number]
    return k > 0 ? [[Math.log(A), Math.log(k), -intercept / k]] : []
  })
}

/** Ordinary straight line: intercept and slope. */
function line(points: readonly (readonly [number, number])[]): number[] {
  const n = points.length
  const meanX = points.reduce((s, p) => s + p[0], 0) / n
  const meanY = points.reduce((s, p) => s + p[1], 0) / n
  const xx = points.reduce((s, p) => s + (p[0] - meanX) ** 2, 0)
  const xy = points.reduce((s, p) => s + (p[0] - meanX) * (p[1] - meanY), 0)
  const slope = xx > 0 ? xy / xx : 0
  return [meanY - slope * meanX, slope]
}
