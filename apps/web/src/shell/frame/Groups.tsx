import { Link, useLocation } from 'react-router'
import { Icon } from './icons'
import css from './frame.module.css'
import { leaveFocus, standingOf, type GroupOfPages } from './menu'
import type { Counts } from './counts'

/** The groups of pages, each with what is due in it. */
export function Groups({ groups, counts }: { groups: readonly GroupOfPages[]; counts: Counts }) {
  const { pathname } = useLocation()
  const here = standingOf(groups, pathname)?.group.name
  return (
    <nav aria-label="Rooms" className={css.groups}>
      {groups.map(({ name, icon, pages }) => {
        const due = counts.get(name)
        return (
          <Link
            key={name}
            to={pages[0]!.to}
            onMouseDown={leaveFocus}
            className={`${css.group} ${name === here ? css.here : ''}`}
            aria-current={name === here ? 'true' : undefined}
          >
            <span className={css.sign} aria-hidden>
              <Icon name={icon} />
              {due && <span className={css.count}>{due.count}</span>}
            </span>
            <span>
              {name} {due && <span className="unseen">{due.says}</span>}
            </span>
          </Link>
        )
      })}
    </nav>
  )
}
