import { useQueryClient, type Query, type QueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { RefusedError } from './api'
import { useOfQueries } from './ofQueries'

const ASK_AGAIN_MS = 10_000

/** An answer that is shown and could not be asked for again, because nobody answers. */
const isUnanswered = (query: Query) =>
  query.getObserversCount() > 0 &&
  query.state.data !== undefined &&
  query.state.error instanceof RefusedError &&
  query.state.error.problem.code === 'no-answer'

/**
 * When the oldest of the answers in use was read that could not be asked for again, in milliseconds; null while all of them are as fresh
 * as they can be.
 */
export function readWithoutAnswer(client: QueryClient): number | null {
  const stale = client.getQueryCache().getAll().filter(isUnanswered)
  return stale.length === 0 ? null : Math.min(...stale.map((q) => q.state.dataUpdatedAt))
}

/** The same for a view, as it changes; what was not answered is asked for again until it is. */
export function useReadWithoutAnswer(): number | null {
  const client = useQueryClient()
  const readAt = useOfQueries(readWithoutAnswer)
  const isStale = readAt !== null
  useEffect(() => {
    if (!isStale) return
    const timer = setInterval(() => void client.refetchQueries({ predicate: isUnanswered }), ASK_AGAIN_MS)
    return () => clearInterval(timer)
  }, [client, isStale])
  return readAt
}
