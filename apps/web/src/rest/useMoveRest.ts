import { useFigures } from '../shell/figures'
import { restApi, type RestBook, type RestView } from '@hatch-book/contract'

import { useCallback } from 'react'
import { replan } from './replan'
import { keyOf, queries, send, wordsOf } from '../shell/api'
import { useNotices } from '../shell/notices'

/** Saves what was changed of a rest; says so when the server refuses, and then shows what it holds. */
export function usePatchRest() {
  const notification = useNotices()
  return useCallback(
    async (rest: Pick<RestView, 'id' | 'version'>, change: Record<string, unknown>): Promise<boolean> => {
      try {
        await send(restApi.changeRest, {
          params: { id: rest.id },
          body: { version: rest.version, ...change },
        })
        return true
      } catch (error) {
        const detail = wordsOf(error)
        notification.error({ title: 'Not changed', description: detail, duration: 8, key: 'rest' })
        return false
      }
    },
    [notification],
  )
}

/** Moves edges of a clock; the row stands where it was put while the server is asked. */
export function useMoveRest(book: RestBook) {
  const patch = usePatchRest()
  const { say } = useFigures()
  return useCallback(
    async (rest: RestView, moved: RestView['moved']) => {
      for (const plan of [undefined, book.plan?.id])
        queries.setQueryData<RestBook>(
          keyOf(restApi.rests, { query: { plan } }),
          (old) =>
            old && {
              ...old,
              rests: old.rests.map((r) =>
                r.id === rest.id ? { ...r, moved, clock: replan(book, r, moved, say) } : r,
              ),
            },
        )
      await patch(rest, { moved })
    },
    [book, patch, say],
  )
}
