import { Link, useLocation } from 'react-router'
import { Icon } from './icons'
import css from './frame.module.css'
import type { Counts } from './counts'

/** What a thumb reaches on every page of a phone. */
export function PhoneBar({
  counts,
  onWrite,
  onFind,
  onMore,
}: {
  counts: Counts
  /** Nothing where one may only read. */
  onWrite?: (() => void) | undefined
  onFind(): void
  onMore(): void
}) {
  const { pathname } = useLocation()
  return (
    <nav aria-label="At hand" className={`${css.bar} no-print`}>
      <Link to="/round" className={pathname === '/round' ? css.here : ''}>
        <span className={css.sign} aria-hidden>
          <Icon name="sun" />
          {counts.Today && <span className={css.count}>{counts.Today.count}</span>}
        </span>
        Round
      </Link>
      {onWrite && (
        <button type="button" onClick={onWrite}>
          <Icon name="write" />
          Write
        </button>
      )}
      <button type="button" onClick={onFind}>
        <Icon name="find" />
        Find
      </button>
      <button type="button" onClick={onMore}>
        <Icon name="more" />
        More
      </button>
    </nav>
  )
}
