import type { AnimalPage } from '@hatch-book/contract'
import { payloadSchema } from '@hatch-book/core'
import { Segmented } from 'antd'
import { useState } from 'react'
import { ContractForm } from '../parts/form/ContractForm'
import { ChoiceField, Field, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
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
  const { enter } = useLog()
  const saying = useContractForm({
    begin: { trait: '', carries: 'shows' as Carries, certainty: 1 },
    schema: payloadSchema('trait'),
    body: ({ trait, ...how }) => ({ trait: trait.trim().toLowerCase(), ...how }),
    send: async (payload) => {
      const subject = { type: 'animal' as const, id: animalId }
      await enter([{ kind: 'trait', subject, payload }], `${tag} ${SAYS[payload.carries]} ${payload.trait}`)
      onDone()
    },
  })
  return (
    <ContractForm
      of={saying}
      label="A trait"
      style={{ marginTop: 10 }}
      actions={<FormActions of={saying} save="Save trait" onCancel={onDone} />}
    >
      <TextField
        name="trait"
        label="Trait"
        most={60}
        placeholder="amelanistic"
        autoFocus
        needed="Enter the trait, such as amelanistic"
      />
      <ChoiceField
        name="carries"
        label="Shows or carries"
        options={(Object.keys(SAYS) as Carries[]).map((value) => ({ value, label: SAYS[value] }))}
      />
      <Field name="certainty" label="How sure">
        <Segmented aria-label="How sure" options={CERTAINTIES} />
      </Field>
    </ContractForm>
  )
}
