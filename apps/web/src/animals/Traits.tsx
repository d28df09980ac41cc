import type { AnimalPage } from '@hatch-book/contract'
import { Button, Input, Segmented } from 'antd'
import { useState } from 'react'
import { useLog } from '../shell/log'
import { useMay } from '../shell/session'

const CERTAINTIES = [
  { label: 'sure', value: 1 },
  { label: 'likely', value: 0.67 },
  { label: 'maybe', value: 0.5 },
  { label: 'hardly', value: 0.25 },
]
type Carries = AnimalPage['traits'][number]['carries']
const SAYS: Record<Carries, string> = { shows: 'shows', carries: 'carries', without: 'does not carry' }

/** The traits it shows and carries, each with how sure that is. */
export function Traits({ page }: { page: AnimalPage }) {
  const may = useMay()
  const [adding, setAdding] = useState(false)
  return (
    <section className="card" style={{ marginTop: 16 }}>
      <div className="between">
        <h2>Traits</h2>
        {may.write && !adding && (
          <button type="button" className="plain" onClick={() => setAdding(true)}>
            say of a trait
          </button>
        )}
      </div>
      {page.traits.length === 0 && !adding && <p className="quiet">Nothing is said of its traits.</p>}
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
      {adding && (
        <TraitForm animalId={page.animal.id} tag={page.animal.tag} onDone={() => setAdding(false)} />
      )}
    </section>
  )
}

function TraitForm({ animalId, tag, onDone }: { animalId: string; tag: string; onDone(): void }) {
  const { write } = useLog()
  const [trait, setTrait] = useState('')
  const [carries, setCarries] = useState<Carries>('shows')
  const [certainty, setCertainty] = useState(1)
  const [says, setSays] = useState('')
  const save = async () => {
    const named = trait.trim().toLowerCase()
    if (named === '') return setSays('say which trait, such as amelanistic')
    const payload = { trait: named, carries, certainty }
    if (
      await write(
        [{ kind: 'trait', subject: { type: 'animal', id: animalId }, payload }],
        `${tag} ${SAYS[carries]} ${named}`,
      )
    )
      onDone()
  }
  return (
    <form
      style={{ marginTop: 10 }}
      onSubmit={(e) => {
        e.preventDefault()
        void save()
      }}
    >
      <div className="field">
        <label htmlFor="trait">Trait</label>
        <Input
          id="trait"
          autoFocus
          value={trait}
          maxLength={60}
          placeholder="amelanistic"
          onChange={(e) => setTrait(e.target.value)}
          aria-invalid={says !== ''}
        />
        {says && (
          <span className="says" role="alert">
            {says}
          </span>
        )}
      </div>
      <div className="row" style={{ gap: 10, flexWrap: 'wrap' }}>
        <Segmented
          aria-label="How it has it"
          value={carries}
          onChange={setCarries}
          options={(Object.keys(SAYS) as Carries[]).map((value) => ({ value, label: SAYS[value] }))}
        />
        <Segmented aria-label="How sure" value={certainty} onChange={setCertainty} options={CERTAINTIES} />
      </div>
      <div style={{ marginTop: 10 }}>
        <Button type="primary" htmlType="submit">
          Write it
        </Button>{' '}
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </form>
  )
}
