import type { ClimateRow } from '@hatch-book/contract'
import { useQuery } from '@tanstack/react-query'
import { api } from '../shell/api'

export const useClimate = () =>
  useQuery({
    queryKey: ['climate'],
    queryFn: () => api.get<{ places: ClimateRow[] }>('/api/climate').then((r) => r.places),
  })
