import { Link, useLocation } from 'react-router'
import css from './frame.module.css'
import { addressFrom, leaveFocus, standingOf, type GroupOfPages, type MenuPage } from './menu'

/** The pages of the group one is in, and under them those that belong to the one that is open. */
export function Pages({ groups }: { groups: readonly GroupOfPages[] }) {
  const { pathname, search } = useLocation()
  const here = standingOf(groups, pathname)
  if (!here) return null
  const link = (page: MenuPage, name: string, isHere: boolean) => (
    <Link
      key={page.to}
      to={addressFrom(here.at, page, search)}
      onMouseDown={leaveFocus}
      className={isHere ? css.here : ''}
      aria-current={isHere ? 'page' : undefined}
    >
      {name}
    </Link>
  )
  const { group, page, at } = here
  // The page itself comes first among its own, under its own word.
  const own = page.under.length > 0 ? [page, ...page.under] : []
  return (
    <div className={`${css.pages} no-print`}>
      <nav aria-label={group.name} className={css.row}>
        {group.pages.map((p) => link(p, p.name, p === page))}
      </nav>
      {own.length > 0 && (
        <nav aria-label={page.name} className={css.under}>
          {own.map((p) => link(p, p.name, p === at))}
        </nav>
      )}
    </div>
  )
}
