import { mean, sampleVariance } from '../statistics'
import { Z90 } from '../protocols'

/** So many, and between what it lies with nine chances in ten. */
export interface Estimate {
  count: number
  low: number
  high: number
}

/** 95th percentile of Student's t by degrees of freedom (two-sided 90 %), then the normal. */
const T90 = [
  6.314, 2.92, 2.353, 2.132, 2.015, 1.943, 1.895, 1.86, 1.833, 1.812, 1.796, 1.782, 1.771, 1.761, 1.753,
]

/**
 * All of a bin from scoops of it: their mean times how many scoops make the bin.
 *
 * With several scoops the interval is that of their mean (Student's t), never narrower than counting luck; with one it is
 * counting luck alone (Poisson), so it is too narrow where animals sit in heaps: scoop thrice.
 * @param scoops what each scoop held
 * @param share of the whole that one scoop is, 0 to 1
 * @throws RangeError for a count or share that cannot be
 */
export function countByScoops(scoops: readonly number[], share: number): Estimate {
  if (!(share > 0 && share <= 1)) throw new RangeError('a scoop is a part of the whole, at most all of it')
  if (scoops.length === 0) throw new RangeError('one scoop at least')
  if (scoops.some((n) => !Number.isFinite(n) || n < 0))
    throw new RangeError('a count is not a number from 0 on')
  const n = scoops.length
  const perScoop = mean(scoops)
  const luck = perScoop / n
  const between = n > 1 ? sampleVariance(scoops) / n : 0
  // What is scooped twice over is known: only the rest is guessed.
  const unseen = Math.max(0, 1 - n * share)
  const t = n > 1 && between > luck ? (T90[n - 2] ?? Z90) : Z90
  const half = t * Math.sqrt(Math.max(between, luck) * unseen)
  const seen = scoops.reduce((a, b) => a + b, 0)
  const of = (inEach: number) => Math.max(Math.min(seen, seen / Math.max(1, n * share)), inEach / share)
  return { count: perScoop / share, low: of(perScoop - half), high: of(perScoop + half) }
}

/**
 * Animals of a cup from its weight and that of a few counted ones.
 * @param grams of all, without the cup
 * @param sample so many were counted, and weighed this
 * @throws RangeError for weights or counts that cannot be
 */
export function countByWeight(grams: number, sample: { count: number; grams: number }): Estimate {
  if (!(grams >= 0) || !(sample.grams > 0) || !(sample.count > 0))
    throw new RangeError('weights and the counted few are more than nothing')
  if (sample.grams > grams) throw new RangeError('the counted few weigh more than all')
  const count = (grams / sample.grams) * sample.count
  // The few differ from all: a spread of a third between individuals is usual in mixed sizes, a rule of thumb.
  const half = (Z90 * (1 / 3)) / Math.sqrt(sample.count)
  return { count, low: Math.max(sample.count, count * (1 - half)), high: count * (1 + half) }
}

/**
 * What cannot well be: more grown ones than there were young before and grown ones then. Questioned, not refused: somebody may
 * have set new ones in, or missed them.
 * @returns the question, or null where nothing is odd
 */
export function doubtCount(
  before: { young: number; grown: number } | null,
  now: { young: number; grown: number },
): string | null {
  if (before === null) return null
  const could = before.young + before.grown
  if (now.grown > could)
    return `${now.grown} grown ones, but only ${could} young and grown were there before: were some set in?`
  return null
}
