import type { Counter, Register, ShareView } from '@hatch-book/contract'
import { useQuery } from '@tanstack/react-query'
import { api } from '../shell/api'
import { useMay } from '../shell/session'

/** Contacts, wishes and prices; nothing for those who do not see who buys. */
export function useCounter() {
  const { seesBuyers } = useMay()
  return useQuery({
    queryKey: ['counter'],
    queryFn: () => api.get<Counter>('/api/counter'),
    enabled: seesBuyers,
  })
}
/** For whom animals are held, by their identifiers. */
export function useHeldFor(): ReadonlyMap<string, string> {
  const { data } = useCounter()
  return new Map(data?.contacts.flatMap((c) => c.animals.map((a) => [a.id, c.name] as const)))
}
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
