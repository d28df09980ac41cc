import type { CalibrationView, FindingRow, MethodView } from '@hatch-book/contract'
import { useQuery } from '@tanstack/react-query'
import { api } from '../shell/api'

export const useFinding = () =>
  useQuery({
    queryKey: ['finding'],
    queryFn: () => api.get<{ females: FindingRow[] }>('/api/finding').then((r) => r.females),
  })
export const useMethods = () =>
  useQuery({
    queryKey: ['clutches', 'methods'],
    queryFn: () => api.get<{ methods: MethodView[] }>('/api/incubation-methods').then((r) => r.methods),
  })
export const usePastForecasts = () =>
  useQuery({
    queryKey: ['clutches', 'forecasts'],
    queryFn: () => api.get<CalibrationView>('/api/forecasts'),
  })
