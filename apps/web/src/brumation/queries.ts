import type { RestBook, SeasonReport, UnitPage, UnitRow, Weather } from '@hatch-book/contract'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { api } from '../shell/api'

/** What the rests are asked from the server. */
export const useRests = (planId: string | null) =>
  useQuery({
    queryKey: ['rests', planId],
    queryFn: () => api.get<RestBook>(`/api/rests${planId ? `?plan=${planId}` : ''}`),
    placeholderData: keepPreviousData,
  })
export const useUnits = () =>
  useQuery({
    queryKey: ['units'],
    queryFn: () => api.get<{ units: UnitRow[] }>('/api/units').then((r) => r.units),
  })
export const useUnit = (id: string | undefined) =>
  useQuery({
    queryKey: ['unit', id],
    queryFn: () => api.get<UnitPage>(`/api/units/${id}`),
    enabled: id !== undefined,
  })
export const useWeather = () =>
  useQuery({ queryKey: ['weather'], queryFn: () => api.get<Weather>('/api/weather') })
export const useSeasons = () =>
  useQuery({ queryKey: ['rests', 'seasons'], queryFn: () => api.get<SeasonReport>('/api/rests/seasons') })
