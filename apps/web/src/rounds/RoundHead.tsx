import type { ReactNode } from 'react'
import { NavLink } from 'react-router'

const PAGES = [
  ['/round', 'Round'],
  ['/round/week', 'To come'],
  ['/round/away', 'Away'],
] as const

/** The head of the room, with its pages. */
export function RoundHead({ title, children }: { title: ReactNode; children?: ReactNode }) {
  return (
    <div className="head">
      <h1>{title}</h1>
      <nav className="pages" aria-label="Pages of the round">
        {PAGES.map(([to, name]) => (
          <NavLink key={to} to={to} end className={({ isActive }) => (isActive ? 'here' : '')}>
            {name}
          </NavLink>
        ))}
      </nav>
      <div className="side">{children}</div>
    </div>
  )
}
