/** The standard normal distribution function, by the complementary error function of Numerical Recipes (|error| < 1.2e-7). */
export function normalCumulative(z: number): number {
  // Beyond these nothing is left that a figure of sixteen digits could hold.
  if (z > 9) return 1
  if (z < -39) return 0
  const x = Math.abs(z) / Math.SQRT2
  const t = 1 / (1 + 0.5 * x)
  const poly =
    -1.26551223 +
    t *
      (1.00002368 +
        t *
          (0.37409196 +
            t *
              (0.09678418 +
                t *
                  (-0.18628806 +
                    t *
                      (0.27886807 +
                        t * (-1.13520398 + t * (1.48851587 + t * (-0.82215223 + t * 0.17087277))))))))
  const tail = 0.5 * t * Math.exp(-x * x + poly)
  return z >= 0 ? 1 - tail : tail
}

/** The z below which a share of the standard normal lies (Acklam's rational approximation, |error| < 1.2e-9 relative). */
export function normalQuantile(p: number): number {
  if (!(p > 0 && p < 1)) throw new RangeError('a share between 0 and 1 is needed')
  const a = [
    -39.69683028665376, 220.9460984245205, -275.9285104469687, 138.357751867269, -30.66479806614716,
    2.506628277459239,
  ]
  const b = [-54.47609879822406, 161.5858368580409, -155.6989798598866, 66.80131188771972, -13.28068155288572]
  const c = [
    -0.007784894002430293, -0.3223964580411365, -2.400758277161838, -2.549732539343734, 4.374664141464968,
    2.938163982698783,
  ]
  const d = [0.007784695709041462, 0.3224671290700398, 2.445134137142996, 3.754408661907416]
  const horner = (k: readonly number[], x: number) => k.reduce((sum, v) => sum * x + v, 0)
  if (p < 0.02425) {
    const q = Math.sqrt(-2 * Math.log(p))
    return horner(c, q) / (horner(d, q) * q + 1)
  }
  if (p > 1 - 0.02425) return -normalQuantile(1 - p)
  const q = p - 0.5
  const r = q * q
  return (horner(a, r) * q) / (horner(b, r) * r + 1)
}
