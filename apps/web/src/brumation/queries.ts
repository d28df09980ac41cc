import { brumationApi, type ReplyOf } from '@hatch-book/contract'
import { keepPreviousData } from '@tanstack/react-query'
import { useAsk } from '../shell/api'

const unitsOf = ({ units }: ReplyOf<typeof brumationApi.units>) => units

/** What the rests are asked from the server. */
export const useRests = (planId: string | null) =>
  useAsk(brumationApi.rests, { query: planId ? { plan: planId } : {} }, { placeholderData: keepPreviousData })
export const useUnits = () => useAsk(brumationApi.units, {}, { select: unitsOf })
export const useUnit = (id: string | undefined) =>
  useAsk(brumationApi.unit, id === undefined ? null : { params: { id } })
export const useWeather = () => useAsk(brumationApi.weather)
export const useSeasons = () => useAsk(brumationApi.seasons)
