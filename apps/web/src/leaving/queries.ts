import { keepPreviousData } from '@tanstack/react-query'
import { leavingApi, type ReplyOf } from '@hatch-book/contract'
import { useAsk } from '../shell/api'
import { useMay } from '../shell/session'

const sharesOf = ({ shares }: ReplyOf<typeof leavingApi.shares>) => shares
const movementsOf = ({ movements }: ReplyOf<typeof leavingApi.register>) => movements

/** Contacts, wishes and prices; nothing for those who do not see who buys. */
export function useCounter() {
  const { seesBuyers } = useMay()
  return useAsk(leavingApi.counter, {}, { enabled: seesBuyers })
}
/** For whom animals are held, by their identifiers. */
export function useHeldFor(): ReadonlyMap<string, string> {
  const { data } = useCounter()
  return new Map(data?.contacts.flatMap((c) => c.animals.map((a) => [a.id, c.name] as const)))
}
/** @param enabled only whoever gives addresses out sees them */
export const useShares = (enabled = true) => useAsk(leavingApi.shares, {}, { select: sharesOf, enabled })
export const useRegister = (from: string, to: string) =>
  useAsk(
    leavingApi.register,
    { query: { from, to } },
    { select: movementsOf, retry: false, placeholderData: keepPreviousData },
  )
