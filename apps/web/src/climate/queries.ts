import type { BandsProposed, ClimateRow } from '@hatch-book/contract'
import { useQuery } from '@tanstack/react-query'
import { api } from '../shell/api'

export const useProposedBands = (placeId: string) =>
  useQuery({
    queryKey: ['climate', placeId, 'proposed'],
    queryFn: () => api.get<BandsProposed>(`/api/places/${placeId}/bands/proposed`),
  })
export const useClimate = () =>
  useQuery({
    queryKey: ['climate'],
    queryFn: () => api.get<{ places: ClimateRow[] }>('/api/climate').then((r) => r.places),
  })
