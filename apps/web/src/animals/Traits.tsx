import type { AnimalPage } from '@hatch-book/contract'
import { useState } from 'react'
import { LookForm, useGenes } from '../parts/LookForm'
import { useMay } from '../shell/session'

type Carries = AnimalPage['traits'][number]['carries']
const SAYS: Record<Carries, string> = { shows: 'shows', carries: 'carries', without: 'does not carry' }

/** What it looks like and carries, each with how sure that is. */
export function Traits({ page }: { page: AnimalPage }) {
  const may = useMay()
  const genes = useGenes(page.protocolId)
  const [adding, setAdding] = useState(false)
  return (
    <section className="card above-16">
      <div className="between">
        <h2>Look and genes</h2>
        {may.write && !adding && (
          <button type="button" className="plain" onClick={() => setAdding(true)}>
            say of its look
          </button>
        )}
      </div>
      {page.traits.length === 0 && !adding && <p className="quiet">Nothing is said of its look yet.</p>}
      <ul className="lines">
        {page.traits.map((t) => (
          <li key={t.trait} className="between">
            <span>
              {SAYS[t.carries]} <strong>{t.trait}</strong>
            </span>
            <span className="fig">{t.certainty >= 1 ? 'sure' : `${Math.round(t.certainty * 100)} %`}</span>
          </li>
        ))}
      </ul>
      {adding && <LookForm of={page.animal} genes={genes} onDone={() => setAdding(false)} />}
    </section>
  )
}
