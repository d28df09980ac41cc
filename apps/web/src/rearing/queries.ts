import { rearingApi, type ReplyOf } from '@hatch-book/contract'
import { send, useAsk } from '../shell/api'

const setsOf = ({ sets }: ReplyOf<typeof rearingApi.holdbacks>) => sets

export const useDueMeals = (by: string) => useAsk(rearingApi.meals, { query: { by } })
export const useFirstMeals = () => useAsk(rearingApi.firstMeals)
export const useSexing = () => useAsk(rearingApi.sexing)
/** Asks to be shown what was read, which is written down. */
export const showReadings = (id: string) => send(rearingApi.showReadings, { params: { id } })
export const useSiblingSets = () => useAsk(rearingApi.holdbacks, {}, { select: setsOf })
export const useSiblings = (id: string | undefined, goal: string | null) =>
  useAsk(rearingApi.siblings, id === undefined ? null : { params: { id }, query: goal ? { goal } : {} })
export const useSpace = () => useAsk(rearingApi.space)
