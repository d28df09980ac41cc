import { restApi, type ReplyOf } from '@hatch-book/contract'
import { keepPreviousData, useQueries } from '@tanstack/react-query'
import { questionOf, useAsk } from '../shell/api'

const unitsOf = ({ units }: ReplyOf<typeof restApi.units>) => units

/** What the rests are asked from the server. */
export const useRests = (planId: string | null) =>
  useAsk(restApi.rests, { query: planId ? { plan: planId } : {} }, { placeholderData: keepPreviousData })
export const useUnits = () => useAsk(restApi.units, {}, { select: unitsOf })
export const useUnit = (id: string | undefined) =>
  useAsk(restApi.unit, id === undefined ? null : { params: { id } })
/** Whether what is shown of each unit is there, or will not come: cards that came one by one would push each other about. */
export const useUnitsKnown = (units: readonly { id: string }[] | undefined): boolean =>
  useQueries({
    queries: (units ?? []).map(({ id }) => questionOf(restApi.unit, { params: { id } })),
    combine: (pages) => units !== undefined && pages.every(({ isPending }) => !isPending),
  })
export const useWeather = () => useAsk(restApi.weather)
export const useSeasons = () => useAsk(restApi.seasons)
