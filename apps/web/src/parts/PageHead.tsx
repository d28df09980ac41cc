import type { ReactNode } from 'react'
import { NavLink } from 'react-router'

/** The head of every page of a room: its title, what can be done, and the way to the room's other pages. */
export function PageHead({
  title,
  room,
  pages,
  here,
  children,
}: {
  title: ReactNode
  room: string
  pages: readonly (readonly [to: string, name: string])[]
  /** The page that counts as this one, where the address is longer than its link. */
  here?: string | undefined
  children?: ReactNode
}) {
  return (
    <>
      <div className="head" style={{ marginBottom: 6 }}>
        <h1>{title}</h1>
        <div className="side">{children}</div>
      </div>
      <nav className="pages no-print" aria-label={room}>
        {pages.map(([to, name]) => (
          <NavLink key={to} end to={to} className={({ isActive }) => (isActive || here === to ? 'here' : '')}>
            {name}
          </NavLink>
        ))}
      </nav>
    </>
  )
}
