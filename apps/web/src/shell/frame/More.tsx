import { Fragment, type ReactNode } from 'react'
import { Link, useLocation } from 'react-router'
import css from './frame.module.css'
import { standingOf, type GroupOfPages } from './menu'
import { Dialog } from '../Dialog'

/** Every page, by its group: what the rail is on a wide screen. */
export function More({
  groups,
  onClose,
  children,
}: {
  groups: readonly GroupOfPages[]
  onClose(): void
  children: ReactNode
}) {
  const { pathname } = useLocation()
  const here = standingOf(groups, pathname)?.page.to
  return (
    <Dialog open title="Pages" footer={null} onCancel={onClose}>
      <nav aria-label="Every page" className={css.sheet}>
        {groups.map(({ name, pages }) => (
          <Fragment key={name}>
            <h2>{name}</h2>
            {pages.map((page) => (
              <Link key={page.to} to={page.to} className={page.to === here ? css.here : ''} onClick={onClose}>
                {page.name}
              </Link>
            ))}
          </Fragment>
        ))}
      </nav>
      {children}
    </Dialog>
  )
}
