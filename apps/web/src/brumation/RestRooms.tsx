import type { ReactNode } from 'react'
import { NavLink, useSearchParams } from 'react-router'

const PARTS = [
  ['/brumation', 'Plan'],
  ['/brumation/checks', 'Checks'],
  ['/brumation/units', 'Units'],
  ['/brumation/weather', 'Weather'],
  ['/brumation/tubs', 'Tubs'],
  ['/brumation/seasons', 'Who came through'],
] as const

/** The head of every page about rests: its title, what can be done, and the way to the others. */
export function RestHead({ title, children }: { title: ReactNode; children?: ReactNode }) {
  const plan = useSearchParams()[0].get('plan')
  return (
    <>
      <div className="head" style={{ marginBottom: 6 }}>
        <h1>{title}</h1>
        <div className="side">{children}</div>
      </div>
      <nav className="pages" aria-label="Brumation">
        {PARTS.map(([to, name]) => (
          <NavLink
            key={to}
            end
            to={plan ? `${to}?plan=${plan}` : to}
            className={({ isActive }) => (isActive ? 'here' : '')}
          >
            {name}
          </NavLink>
        ))}
      </nav>
    </>
  )
}
