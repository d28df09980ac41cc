import { Link, useLocation } from 'react-router'
import { Icon } from './icons'
import css from './frame.module.css'

/** What a thumb reaches on every page of a phone. */
export function PhoneBar({
  stops,
  onWrite,
  onFind,
  onMore,
}: {
  /** How many are open in today’s round. */
  stops: number
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
          {stops > 0 && <span className={css.count}>{stops}</span>}
        </span>
        <span>Round {stops > 0 && <span className="unseen">{stops} due today</span>}</span>
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
