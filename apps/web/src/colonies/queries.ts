import { coloniesApi, type ColonyCountView } from '@hatch-book/contract'
import { hatchedOf, rangeSpread } from '@hatch-book/core'
import { useAsk } from '../shell/api'

export const useSupply = () => useAsk(coloniesApi.supply)

/** How well all of it was counted, as a share: a count one by one is taken as sure. */
export function spreadOf(count: ColonyCountView): number {
  const all = hatchedOf(count)
  return all > 0 ? rangeSpread(count.low, count.high) / all : 0
}
