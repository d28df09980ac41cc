// Looked up once: a fit takes millions of exponentials.
const { exp, log1p, min } = Math

/** Shapes of growth: Gompertz slows early, the logistic late, log-linear not at all. */
export type GrowthModel = 'gompertz' | 'logistic' | 'log-linear'

/** Gompertz and logistic growth: weight that it tends to (g), rate (per day), day of fastest growth. */
export interface GrowthCurve {
  A: number
  k: number
  Ti: number
}

/** A growth curve of any shape. `A`, `k`, `Ti` as above; a log-linear one is W = A exp(k t), and its `Ti` is 0. */
export type AnyCurve = GrowthCurve & { model: GrowthModel }

/** Weight in grams at an age in days (Gompertz 1825, in Winsor's 1932 form). */
export function gompertzWeight(curve: GrowthCurve, ageDays: number): number {
  return curve.A * Math.exp(-Math.exp(-curve.k * (ageDays - curve.Ti)))
}

/** Age in days at which a Gompertz curve passes a weight, or null when it never does. */
export function gompertzAge(curve: GrowthCurve, grams: number): number | null {
  if (!(grams > 0) || grams >= curve.A) return null
  return curve.Ti - Math.log(-Math.log(grams / curve.A)) / curve.k
}

/** Weight in grams at an age in days, whatever the shape (logistic: Verhulst 1838). */
export function curveWeight(curve: AnyCurve, ageDays: number): number {
  switch (curve.model) {
    case 'gompertz':
      return gompertzWeight(curve, ageDays)
    case 'logistic':
      return curve.A / (1 + Math.exp(-curve.k * (ageDays - curve.Ti)))
    case 'log-linear':
      return curve.A * Math.exp(curve.k * ageDays)
  }
}

/** Age in days at which a curve passes a weight on its way up, or null when it never does. */
export function curveAge(curve: AnyCurve, grams: number): number | null {
  if (!(grams > 0) || !(curve.k > 0)) return null
  if (curve.model === 'log-linear') return Math.log(grams / curve.A) / curve.k
  if (grams >= curve.A) return null
  if (curve.model === 'gompertz') return gompertzAge(curve, grams)
  return curve.Ti - Math.log(curve.A / grams - 1) / curve.k
}

/** Parameters in which a fit is free: logarithms of what must be positive. */
export function toFree({ model, A, k, Ti }: AnyCurve): number[] {
  return model === 'log-linear' ? [Math.log(A), k] : [Math.log(A), Math.log(k), Ti]
}

export function fromFree(model: GrowthModel, free: readonly number[]): AnyCurve {
  return model === 'log-linear'
    ? { model, A: Math.exp(free[0]!), k: free[1]!, Ti: 0 }
    : { model, A: Math.exp(free[0]!), k: Math.exp(free[1]!), Ti: free[2]! }
}

/**
 * The logarithm of the weight by age, at given free parameters. Its slopes by them are written into `slopes`.
 * What is the same at every age is worked out once.
 */
export function logWeights(
  model: GrowthModel,
  free: readonly number[],
): (ageDays: number, slopes: Float64Array | number[]) => number {
  const [logA, second] = free as [number, number]
  if (model === 'log-linear')
    return (ageDays, slopes) => {
      slopes[0] = 1
      slopes[1] = ageDays
      return logA + second * ageDays
    }
  const k = exp(second)
  const Ti = free[2]!
  const isGompertz = model === 'gompertz'
  return (ageDays, slopes) => {
    const z = k * (ageDays - Ti)
    // Far below its start a curve falls without bound; a fit wanders there, so keep the exponent where floats can follow.
    const fall = exp(min(500, -z))
    const share = isGompertz ? fall : fall / (1 + fall)
    slopes[0] = 1
    slopes[1] = share * z
    slopes[2] = -share * k
    if (isGompertz) return logA - fall
    return logA - (z < -500 ? -z : log1p(fall))
  }
}

/** Logarithm of the weight at one age; its slopes by the free parameters are written into `slopes`. */
export const logWeight = (
  model: GrowthModel,
  free: readonly number[],
  ageDays: number,
  slopes: Float64Array | number[],
): number => logWeights(model, free)(ageDays, slopes)

/** What a line or species expects of an animal before it was ever weighed. */
export interface GrowthPrior {
  curve: GrowthCurve
  /** Spread between animals, as the standard deviation of ln A, of ln k, and of Ti as a share of itself. */
  spread: { A: number; k: number; Ti: number }
}
