import { betaQuantile, wilsonInterval, type ShareInterval } from '../statistics'

/** Successes among trials of one pair, line, method or box. */
export interface ShareCount {
  successes: number
  trials: number
}

/** A beta distribution of a share: worth so many successes and failures. */
export interface BetaPrior {
  alpha: number
  beta: number
}

/** A pair's clutches tell as much of the next as this many eggs at least, however alike pairs look in small numbers. */
const MOST_WEIGHT = 60

/**
 * What pairs have in common: a beta distribution of their shares, by moments (Kleinman, 1973), each pair weighed by its eggs.
 * @returns an even prior worth two eggs where there are no two pairs with eggs
 */
export function betaPriorOf(counts: readonly ShareCount[]): BetaPrior {
  const some = counts.filter((c) => c.trials > 0)
  const trials = some.reduce((sum, c) => sum + c.trials, 0)
  if (some.length < 2 || trials === 0) return { alpha: 1, beta: 1 }
  const mean = some.reduce((sum, c) => sum + c.successes, 0) / trials
  const held = Math.min(0.995, Math.max(0.005, mean))
  const squares = some.reduce((sum, c) => sum + c.trials * (c.successes / c.trials - mean) ** 2, 0)
  const effective = trials - some.reduce((sum, c) => sum + c.trials ** 2, 0) / trials
  const between =
    effective > 0 ? (squares - (some.length - 1) * held * (1 - held)) / effective / (held * (1 - held)) : 0
  // The share of the variance that lies between pairs; none leaves them all alike.
  const apart = Math.min(0.9, Math.max(1 / (MOST_WEIGHT + 1), between))
  const weight = (1 - apart) / apart
  return { alpha: held * weight, beta: (1 - held) * weight }
}

export interface HatchRate {
  /** As counted, with Wilson's interval; null for no eggs. */
  counted: ShareInterval | null
  /** Pooled with what the other pairs show: what to expect of the next clutch. */
  expected: { share: number; low: number; high: number }
}

/**
 * Share of fertile eggs that hatched: as counted, and as expected next, drawn towards the other pairs as far as few eggs
 * cannot tell (beta-binomial). Its interval lies between the quantiles of the beta, 95 per cent unless said otherwise.
 * @throws RangeError when there are more successes than trials
 * @example hatchRate({ successes: 8, trials: 10 }, { alpha: 17, beta: 3 }).expected.share // 25 / 30
 */
export function hatchRate(
  count: ShareCount,
  { alpha, beta }: BetaPrior = { alpha: 1, beta: 1 },
  confidence = 0.95,
): HatchRate {
  const counted = wilsonInterval(count.successes, count.trials, confidence)
  const a = alpha + count.successes
  const b = beta + count.trials - count.successes
  const tail = (1 - confidence) / 2
  return {
    counted,
    expected: { share: a / (a + b), low: betaQuantile(tail, a, b), high: betaQuantile(1 - tail, a, b) },
  }
}
