import { Select } from 'antd'
import type { ReactNode } from 'react'
import { NavLink, useSearchParams } from 'react-router'
import { NoSpecies } from '../parts/NoSpecies'
import { useScenes } from './queries'

const PARTS = [
  ['/pairing', 'Pairings'],
  ['/pairing/watch', 'Watch'],
  ['/pairing/season', 'Season'],
  ['/pairing/crosses', 'Crosses'],
  ['/pairing/kin', 'Kin'],
  ['/pairing/goals', 'Goals'],
  ['/pairing/genes', 'Genes'],
] as const

/** The head of every page about pairing: its title, what can be done, and the way to the others. */
export function PairingHead({
  title,
  ofSpecies = false,
  children,
}: {
  title: ReactNode
  /** The page is about one species, which is picked in its head. */
  ofSpecies?: boolean
  children?: ReactNode
}) {
  const species = useSearchParams()[0].get('species')
  const { data: scenes } = useScenes()
  return (
    <>
      <div className="head" style={{ marginBottom: 6 }}>
        <h1>{title}</h1>
        <div className="side">
          {ofSpecies && <SpeciesPick />}
          {children}
        </div>
      </div>
      <nav className="pages" aria-label="Pairing">
        {PARTS.map(([to, name]) => (
          <NavLink
            key={to}
            end
            to={species ? `${to}?species=${species}` : to}
            className={({ isActive }) => (isActive ? 'here' : '')}
          >
            {name}
          </NavLink>
        ))}
      </nav>
      {ofSpecies && scenes?.length === 0 && (
        <div className="empty">
          <p>No species in this book is kept individually.</p>
          <NoSpecies />
        </div>
      )}
    </>
  )
}

/** Which species the page is about; the address says so. */
function SpeciesPick() {
  const { data } = useScenes()
  const [params, setParams] = useSearchParams()
  const kept = (data ?? []).filter((s) => s.animals > 0)
  const picked = params.get('species') ?? kept[0]?.protocolId
  return (
    <Select
      aria-label="Species"
      value={picked}
      style={{ minWidth: 210 }}
      onChange={(id: string) =>
        setParams((before) => {
          const next = new URLSearchParams(before)
          next.set('species', id)
          for (const key of ['cross', 'animal', 'plan']) next.delete(key)
          return next
        })
      }
      options={(data ?? []).map((s) => ({
        value: s.protocolId,
        label: `${s.species}, ${s.animals === 0 ? 'none yet' : s.animals}`,
      }))}
    />
  )
}
