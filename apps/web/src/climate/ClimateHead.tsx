import type { ReactNode } from 'react'
import { NavLink } from 'react-router'

/** The head of the pages about the air; the way back to the eggs is in it. */
export function ClimateHead({ title, children }: { title: ReactNode; children?: ReactNode }) {
  return (
    <>
      <div className="head" style={{ marginBottom: 6 }}>
        <h1>{title}</h1>
        <div className="side">{children}</div>
      </div>
      <nav className="pages no-print" aria-label="Climate">
        <NavLink to="/incubation">Boxes</NavLink>
        <NavLink to="/climate" className={({ isActive }) => (isActive ? 'here' : '')}>
          Climate
        </NavLink>
        <NavLink to="/brumation/units">Cold units</NavLink>
        <NavLink to="/brumation/weather">Weather</NavLink>
      </nav>
    </>
  )
}
