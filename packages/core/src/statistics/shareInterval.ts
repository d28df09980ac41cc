import { normalQuantile } from './normal'

/** A share with its interval, and the counts behind it. */
export interface ShareInterval {
  share: number
  low: number
  high: number
  successes: number
  trials: number
}

/**
 * Wilson's score interval for a share (E. B. Wilson, 1927).
 * @param confidence two-sided, 0.95 unless said otherwise
 * @returns null for no trials: nothing can be said
 * @throws RangeError when there are more successes than trials, or either is negative or not whole
 * @example wilsonInterval(8, 10) // { share: 0.8, low: 0.490, high: 0.943, ... }
 */
export function wilsonInterval(successes: number, trials: number, confidence = 0.95): ShareInterval | null {
  if (!Number.isInteger(successes) || !Number.isInteger(trials) || successes < 0 || successes > trials)
    throw new RangeError('a share needs whole numbers, no more successes than trials')
  if (trials === 0) return null
  const z = normalQuantile(0.5 + confidence / 2)
  const share = successes / trials
  const z2n = (z * z) / trials
  const centre = (share + z2n / 2) / (1 + z2n)
  const half = (z / (1 + z2n)) * Math.sqrt((share * (1 - share)) / trials + z2n / (4 * trials))
  return {
    share,
    low: successes === 0 ? 0 : centre - half,
    high: successes === trials ? 1 : centre + half,
    successes,
    trials,
  }
}
