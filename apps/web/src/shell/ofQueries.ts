import { useQueryClient, type QueryClient } from '@tanstack/react-query'
import { useCallback, useSyncExternalStore } from 'react'

/** Something that is read out of all that was asked, as it changes. */
export function useOfQueries<T>(read: (client: QueryClient) => T): T {
  const client = useQueryClient()
  const subscribe = useCallback(
    (changed: () => void) => client.getQueryCache().subscribe(() => queueMicrotask(changed)),
    [client],
  )
  return useSyncExternalStore(subscribe, () => read(client))
}
