import type { UseQueryResult } from '@tanstack/react-query'
import { wordsOf } from '../shell/api'
import { useShowsFailure } from '../shell/shownFailures'
import css from './notYet.module.css'

type Asked = Pick<UseQueryResult, 'data' | 'error' | 'refetch'>

/**
 * What stands where something is to come: nothing for the blink of an eye, then its outline; and where it could not be read, why, in its own
 * place, with the way to try again. The rest of the page stays.
 */
export function NotYet({
  of,
  rows = 0,
  page = false,
}: {
  /** What was asked for. */
  of: Asked | readonly Asked[]
  /** As many lines as it will have; none where it may turn out to be nothing. */
  rows?: number
  /** All of a page is to come. */
  page?: boolean
}) {
  const asked = Array.isArray(of) ? (of as readonly Asked[]) : [of as Asked]
  const failed = asked.filter(({ data, error }) => error && data === undefined)
  useShowsFailure(failed.length > 0)
  if (failed.length > 0)
    return (
      <div className={page ? 'page' : ''}>
        <p className="note bad" role="alert">
          {wordsOf(failed[0]!.error, 'This part could not be shown.')}{' '}
          <button
            type="button"
            className="plain"
            onClick={() => failed.forEach(({ refetch }) => void refetch())}
          >
            Try again
          </button>
        </p>
      </div>
    )
  if (page) return <div className={css.page} aria-busy="true" />
  if (rows === 0) return null
  return <div className={css.part} style={{ height: rows * ROW }} aria-busy="true" />
}

/** The height of a line of a list, in px. */
const ROW = 39
