import type { ColonyStage } from '../colonies'
import { Z90 } from '../protocols'
import { dayAfter, stageDays, type DayTemperature } from './clock'

export interface EggClock {
  /** Days from the search on which one in twenty, half, and nineteen in twenty of those that hatch have. */
  first: number
  half: number
  last: number
}

/**
 * When an egg that was found in a search hatches, boxed singly: how old it is nobody saw. It was laid since the last search, one
 * that looks young is in the first half of its development, one that looks old in the second; within that any age is as likely.
 * @param sinceDays days since the search before: no egg is older; null where there was none
 * @throws RangeError for days below 0
 */
export function eggClock(
  egg: ColonyStage,
  look: 'young' | 'old',
  sinceDays: number | null,
  celsius: DayTemperature,
  referenceC: number,
): EggClock {
  if (sinceDays !== null && !(sinceDays >= 0))
    throw new RangeError('a search lies days from 0 on before another')
  const all = stageDays(egg, referenceC)
  const oldest = Math.min(all, sinceDays ?? all)
  const [from, to] = look === 'young' ? [0, Math.min(oldest, all / 2)] : [Math.min(oldest, all / 2), oldest]
  const left = all - (from + to) / 2
  const spread = Math.sqrt(egg.spreadDays ** 2 + (to - from) ** 2 / 12)
  const on = (z: number) => dayAfter(Math.max(0, left + z * spread), 0, celsius, referenceC, () => egg)
  return { first: on(-Z90), half: on(0), last: on(Z90) }
}
