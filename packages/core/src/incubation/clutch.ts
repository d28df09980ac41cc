import { wilsonInterval, type ShareInterval } from '../statistics'
import { EGG_FATES, type EggFate } from './entries'

export { EGG_FATES, type EggFate }

/** Surplus: sold, given away, frozen humanely, or fed to somebody. What would have become of them nobody knows. */
export const SURPLUS_FATES = ['sold', 'passed on', 'frozen', 'fed'] as const satisfies readonly EggFate[]
const FERTILE: readonly EggFate[] = ['good', 'dented', 'mouldy', 'dead', 'pipped', 'hatched']
/** Of which nobody can tell whether they were fertile. */
const UNJUDGED: readonly EggFate[] = ['set', 'damaged', ...SURPLUS_FATES]
const ENDED: readonly EggFate[] = ['infertile', 'damaged', 'dead', 'hatched', ...SURPLUS_FATES]

/** Whether nothing more is expected of an egg. */
export function eggEnded(fate: EggFate): boolean {
  return ENDED.includes(fate)
}

/**
 * Fertility and hatch rate of a clutch from the fates of its eggs.
 * Fertility counts eggs that were judged; the hatch rate counts fertile eggs whose story has ended.
 */
export function clutchRates(fates: readonly EggFate[]): {
  fertility: ShareInterval | null
  hatch: ShareInterval | null
  waiting: number
} {
  const judged = fates.filter((f) => !UNJUDGED.includes(f))
  const fertile = judged.filter((f) => FERTILE.includes(f))
  const hatched = fates.filter((f) => f === 'hatched').length
  const dead = fates.filter((f) => f === 'dead').length
  return {
    fertility: wilsonInterval(fertile.length, judged.length),
    hatch: wilsonInterval(hatched, hatched + dead),
    waiting: fates.filter((f) => !eggEnded(f)).length,
  }
}

/** What a clutch comes as. Eggs of the first two are kept one by one; of the others they are counted, or the young are born. */
export const CLUTCH_KINDS = [
  'clutch',
  'singly boxed eggs',
  'spawn',
  'ootheca',
  'loose ova',
  'egg cluster',
  'litter',
] as const
export type ClutchKind = (typeof CLUTCH_KINDS)[number]

/** Eggs that are counted and not kept one by one: how many, and how sure that is. */
export interface CountedEggs {
  count: number
  /** 95 per cent; equal to the count where each was counted. */
  low: number
  high: number
  /** How it was found out, in words. */
  how: string
}

/** The number of eggs in the whole, from a weighed or measured part that was counted. */
export interface EggSample {
  /** Eggs in the part that was counted. */
  counted: number
  /** The part, and the whole, in the same measure: g, ml, squares. */
  part: number
  whole: number
}

/**
 * Estimates how many eggs there are from a sample. Eggs fall into a part by chance (Poisson): the interval is the exact one of
 * the count in Byar's approximation, carried over to the whole.
 * @throws RangeError when the part is nothing, or more than the whole, or the count is negative
 * @example estimateEggs({ counted: 50, part: 2, whole: 20 }) // 500, from 371 to 659
 */
export function estimateEggs({ counted, part, whole }: EggSample): CountedEggs {
  if (!(part > 0) || part > whole || !Number.isInteger(counted) || counted < 0)
    throw new RangeError('a sample is a part of the whole, with a count')
  const times = whole / part
  const z = 1.959964
  const byar = (n: number, side: 1 | -1) => n * (1 - 1 / (9 * n) + (side * z) / (3 * Math.sqrt(n))) ** 3
  const seen = (n: number) => Math.round(n * times)
  const exact = part === whole
  return {
    count: seen(counted),
    low: exact ? counted : Math.max(counted, counted === 0 ? 0 : Math.floor(byar(counted, -1) * times)),
    high: exact ? counted : Math.ceil(byar(counted + 1, 1) * times),
    how: exact ? 'counted' : `${counted} in a sample of 1 in ${Math.round(times * 10) / 10}`,
  }
}
