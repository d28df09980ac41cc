import type { ColonyStage } from '../colonies'
import { normalCumulative } from '../statistics'

export interface EggsToKeep {
  /** So many are enough for those wanted, with the chance asked for. */
  atLeast: number
  /** More than this crowd the room, with the chance asked for; null where room is no matter. */
  atMost: number | null
  /** What becomes of an egg: the share that gets there. */
  share: number
  /** What is over of those there are, to sell, pass on or freeze. */
  over: number
}

/**
 * How many eggs to keep of those there are: enough that as many grow up as are wanted, and no more than there is room for. Each
 * comes through on its own with the product of the survivals, so those that do are binomial.
 * @param stages from the egg on; all of them are gone through
 * @param wanted so many grown
 * @param room so many grown find room; null where that is no matter
 * @param chance with which either is to hold
 * @throws RangeError for counts or a chance that cannot be
 */
export function eggsToKeep(
  stages: readonly Pick<ColonyStage, 'survive'>[],
  there: number,
  wanted: number,
  room: number | null,
  chance = 0.9,
): EggsToKeep {
  if (!Number.isInteger(wanted) || wanted < 0 || !(there >= 0) || (room !== null && !(room >= 0)))
    throw new RangeError('counts are from 0 on')
  if (!(chance > 0 && chance < 1)) throw new RangeError('a chance lies between 0 and 1')
  const share = stages.reduce((p, s) => p * s.survive, 1)
  if (!(share > 0)) throw new RangeError('nobody ever comes through')
  const atLeast = firstWhere((n) => atLeastOf(n, share, wanted) >= chance)
  // The largest number for which more than the room holds come through no oftener than is borne.
  const atMost =
    room === null ? null : firstWhere((n) => atLeastOf(n + 1, share, Math.floor(room) + 1) > 1 - chance)
  const keep = atMost === null ? atLeast : Math.min(atLeast, atMost)
  return { atLeast, atMost, share, over: Math.max(0, Math.floor(there) - keep) }
}

const MOST = 1e7
/** The first number from 0 on from which something holds. */
function firstWhere(holds: (n: number) => boolean): number {
  if (holds(0)) return 0
  let [low, high] = [0, 1]
  while (!holds(high) && high < MOST) [low, high] = [high, high * 2]
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2)
    if (holds(middle)) high = middle
    else low = middle
  }
  return high
}

/** From so many on the normal curve, shifted by a half, is as good. */
const MANY = 2000
/** Chance that at least so many of n come through. */
function atLeastOf(n: number, share: number, least: number): number {
  if (least <= 0) return 1
  if (least > n) return 0
  if (share >= 1) return 1
  if (n > MANY) return 1 - normalCumulative((least - 0.5 - n * share) / Math.sqrt(n * share * (1 - share)))
  const odds = Math.log(share) - Math.log1p(-share)
  let [below, log] = [0, n * Math.log1p(-share)]
  for (let k = 0; k < least; k++) {
    below += Math.exp(log)
    log += Math.log((n - k) / (k + 1)) + odds
  }
  return Math.max(0, 1 - below)
}
