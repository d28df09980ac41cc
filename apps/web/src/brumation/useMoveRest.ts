import type { RestBook, RestView } from '@hatch-book/contract'
import { App } from 'antd'
import { useCallback } from 'react'
import { replan } from './replan'
import { api, queries, refreshBook, RefusedError } from '../shell/api'

/** Saves what was changed of a rest; says so when the server refuses, and then shows what it holds. */
export function usePatchRest() {
  const { notification } = App.useApp()
  return useCallback(
    async (rest: Pick<RestView, 'id' | 'version'>, change: Record<string, unknown>): Promise<boolean> => {
      try {
        await api.send('PATCH', `/api/rests/${rest.id}`, { version: rest.version, ...change })
        await refreshBook()
        return true
      } catch (error) {
        const detail = error instanceof RefusedError ? error.problem.detail : 'Something went wrong here.'
        notification.error({ title: 'Not changed', description: detail, duration: 8, key: 'rest' })
        await refreshBook()
        return false
      }
    },
    [notification],
  )
}

/** Moves edges of a clock; the row stands where it was put while the server is asked. */
export function useMoveRest(book: RestBook) {
  const patch = usePatchRest()
  return useCallback(
    async (rest: RestView, moved: RestView['moved']) => {
      const keys = [
        ['rests', null],
        ['rests', book.plan?.id ?? null],
      ]
      for (const queryKey of keys)
        queries.setQueryData<RestBook>(
          queryKey,
          (old) =>
            old && {
              ...old,
              rests: old.rests.map((r) =>
                r.id === rest.id ? { ...r, moved, clock: replan(book, r, moved) } : r,
              ),
            },
        )
      await patch(rest, { moved })
    },
    [book, patch],
  )
}
