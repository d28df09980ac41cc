import type { Counter, Register, ShareView } from '@hatch-book/contract'
import { useQuery } from '@tanstack/react-query'
import { api } from '../shell/api'

export const useCounter = () =>
  useQuery({ queryKey: ['counter'], queryFn: () => api.get<Counter>('/api/counter') })
export const useShares = () =>
  useQuery({
    queryKey: ['shares'],
    queryFn: () => api.get<{ shares: ShareView[] }>('/api/shares').then((r) => r.shares),
  })
export const useRegister = (from: string, to: string) =>
  useQuery({
    queryKey: ['register', from, to],
    queryFn: () => api.get<Register>(`/api/register?from=${from}&to=${to}`).then((r) => r.movements),
    retry: false,
  })
