import type {
  DueMeals,
  FirstMeals,
  SexReadings,
  SexingList,
  SiblingSets,
  Siblings,
  SpaceView,
} from '@hatch-book/contract'
import { useQuery } from '@tanstack/react-query'
import { api } from '../shell/api'

export const useDueMeals = (by: string) =>
  useQuery({
    queryKey: ['meals', by],
    queryFn: () => api.get<DueMeals>(`/api/rearing/meals?by=${by}`),
  })
export const useFirstMeals = () =>
  useQuery({ queryKey: ['first-meals'], queryFn: () => api.get<FirstMeals>('/api/rearing/first-meals') })
export const useSexing = () =>
  useQuery({ queryKey: ['sexing'], queryFn: () => api.get<SexingList>('/api/rearing/sexing') })
/** Asks to be shown what was read, which is written down. */
export const showReadings = (id: string) => api.send<SexReadings>('POST', `/api/animals/${id}/readings`, {})
export const useSiblingSets = () =>
  useQuery({
    queryKey: ['holdbacks'],
    queryFn: () => api.get<SiblingSets>('/api/holdbacks').then((r) => r.sets),
  })
export const useSiblings = (id: string | undefined, goal: string | null) =>
  useQuery({
    queryKey: ['holdbacks', id, goal],
    queryFn: () => api.get<Siblings>(`/api/holdbacks/${id}${goal ? `?goal=${goal}` : ''}`),
    enabled: id !== undefined,
  })
export const useSpace = () =>
  useQuery({ queryKey: ['space'], queryFn: () => api.get<SpaceView>('/api/rearing/space') })
