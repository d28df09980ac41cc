import { useQueryClient, type Query, type QueryClient } from '@tanstack/react-query'
import { RefusedError, wordsOf } from './api'
import { useOfQueries } from './ofQueries'
import { useShownFailures } from './shownFailures'
import css from './alerts.module.css'

/** Something on the page was asked for and could not be read, and nothing that was read before stands in its place. */
const isUnread = ({ state, ...query }: Pick<Query, 'state'> & { observers: number }) =>
  query.observers > 0 &&
  state.status === 'error' &&
  state.data === undefined &&
  state.error instanceof RefusedError &&
  // What was refused for a reason is said by the page that asked for it.
  (state.error.problem.status === 0 || state.error.problem.status >= 500)

const unreadOf = (client: QueryClient): Query[] =>
  client
    .getQueryCache()
    .getAll()
    .filter((query) => isUnread({ state: query.state, observers: query.getObserversCount() }))

const firstUnread = (client: QueryClient) => unreadOf(client)[0]?.state.error ?? null

/** What of a page could not be read, where no part of the page says it of itself. The rest of the page stays. */
export function UnreadBar() {
  const client = useQueryClient()
  const isSaid = useShownFailures((s) => s.count > 0)
  const first = useOfQueries(firstUnread)
  if (!first || isSaid) return null
  return (
    <div className={`${css.outbox} no-print`} role="alert" aria-label="Not read">
      <span>
        <strong>Part of this page could not be read.</strong> {wordsOf(first)}
      </span>
      <button
        type="button"
        className="plain"
        onClick={() => unreadOf(client).forEach((query) => void query.fetch().catch(() => undefined))}
      >
        Try again
      </button>
    </div>
  )
}
