import { Select } from 'antd'
import type { ReactNode } from 'react'
import { useSearchParams } from 'react-router'
import { NoSpecies } from '../parts/NoSpecies'
import { PageHead } from '../parts/PageHead'
import { useScenes } from './queries'

/** The head of every page about pairing; of those about one species, also which. */
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
  const { data: scenes } = useScenes()
  return (
    <>
      <PageHead title={title}>
        {ofSpecies && <SpeciesPick />}
        {children}
      </PageHead>
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
      className="min-220"
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
