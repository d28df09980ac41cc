import type { Counter, Register, ShareView } from '@hatch-book/contract'
import { useQuery } from '@tanstack/react-query'
import { api, refreshBook, RefusedError } from '../shell/api'

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

/** Sends and asks anew; says in words what was refused, or nothing when it went well. */
export async function sendOrSay(method: 'POST' | 'PATCH', path: string, body: unknown): Promise<string> {
  try {
    await api.send(method, path, body)
    await refreshBook()
    return ''
  } catch (error) {
    return error instanceof RefusedError ? error.problem.detail : 'It could not be saved.'
  }
}
