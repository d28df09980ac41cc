import type { ReactNode } from 'react'
import { NavLink, useParams } from 'react-router'

const PARTS = [
  ['/incubation', 'Boxes'],
  ['/incubation/finding', 'Finding'],
  ['/incubation/plan', 'Plan the hatch'],
  ['/incubation/methods', 'Methods'],
  ['/incubation/forecasts', 'Past forecasts'],
  ['/incubation/clocks', 'Other clocks'],
  ['/climate', 'Climate'],
] as const

/** The head of every page about eggs: its title, what can be done, and the way to the others. */
export function IncubationHead({ title, children }: { title: ReactNode; children?: ReactNode }) {
  const { id } = useParams()
  return (
    <>
      <div className="head" style={{ marginBottom: 6 }}>
        <h1>{title}</h1>
        <div className="side">{children}</div>
      </div>
      <nav className="pages no-print" aria-label="Incubation">
        {PARTS.map(([to, name]) => (
          <NavLink
            key={to}
            end
            to={to} // A picked clutch is one of the boxes.
            className={({ isActive }) => (isActive || (id && to === '/incubation') ? 'here' : '')}
          >
            {name}
          </NavLink>
        ))}
      </nav>
    </>
  )
}
