import type { Cohorts } from '@hatch-book/contract'
import { useQuery } from '@tanstack/react-query'
import { api } from '../shell/api'

export const useCohorts = () =>
  useQuery({ queryKey: ['cohorts'], queryFn: () => api.get<Cohorts>('/api/cohorts') })
