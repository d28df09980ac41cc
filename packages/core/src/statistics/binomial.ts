import jStat from 'jstat'

/** Natural logarithm of the number of ways to choose `k` of `n`, both whole. */
export function logChoose(n: number, k: number): number {
  if (k < 0 || k > n) return -Infinity
  // Exactly nothing, where the difference of great logarithms would leave a little.
  if (k === 0 || k === n) return 0
  return jStat.gammaln(n + 1) - jStat.gammaln(k + 1) - jStat.gammaln(n - k + 1)
}

/**
 * Chances of 0 to `n` successes of `n`, each with a chance `p`. Built from the likeliest number outwards, so that it holds for thousands,
 * where the chance of none is too small for a number.
 */
export function binomialChances(n: number, p: number): number[] {
  if (p <= 0) return [1, ...new Array<number>(n).fill(0)]
  if (p >= 1) return [...new Array<number>(n).fill(0), 1]
  const peak = Math.min(n, Math.floor((n + 1) * p))
  const chances = new Array<number>(n + 1).fill(0)
  chances[peak] = 1
  for (let k = peak; k < n; k++) chances[k + 1] = (chances[k]! * (n - k) * p) / ((k + 1) * (1 - p))
  for (let k = peak; k > 0; k--) chances[k - 1] = (chances[k]! * k * (1 - p)) / ((n - k + 1) * p)
  const sum = chances.reduce((a, b) => a + b, 0)
  return chances.map((c) => c / sum)
}

/** Sum of numbers that are given, and told, as logarithms. */
export function logSum(logs: readonly number[]): number {
  const most = Math.max(...logs)
  if (!Number.isFinite(most)) return most
  return most + Math.log(logs.reduce((sum, x) => sum + Math.exp(x - most), 0))
}
