import { median } from '../statistics'
/** Middle of a list; NaN of an empty one. */
export function medianOf(values: readonly number[]): number {
  return values.length === 0 ? NaN : median(values)
}

/** Makes the median absolute deviation estimate the standard deviation of normal noise. */
const MAD_TO_SD = 1.4826022185056018

/** Robust standard deviation: the scaled median absolute deviation (Hampel 1974). */
export function robustSpread(values: readonly number[], centre = medianOf(values)): number {
  return MAD_TO_SD * medianOf(values.map((v) => Math.abs(v - centre)))
}

/**
 * Huber's M-estimate of location (Huber 1964, k = 1.5) with the scale held at the median absolute deviation: nearly as
 * exact as the mean on clean samples, and untouched by a knock on the table.
 */
export function huberLocation(values: readonly number[], k = 1.5): number {
  let centre = medianOf(values)
  const spread = robustSpread(values, centre)
  if (!(spread > 0)) return centre
  for (let pass = 0; pass < 30; pass++) {
    let weights = 0
    let sum = 0
    for (const v of values) {
      const r = Math.abs(v - centre) / spread
      const w = r <= k ? 1 : k / r
      weights += w
      sum += w * v
    }
    const next = sum / weights
    if (Math.abs(next - centre) < 1e-9 * spread) return next
    centre = next
  }
  return centre
}
