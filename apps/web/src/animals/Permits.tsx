import type { AnimalPage } from '@hatch-book/contract'
import { payloadSchema } from '@hatch-book/core'
import { Button } from 'antd'
import { useState } from 'react'
import { ContractForm } from '../parts/form/ContractForm'
import { DayField, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useMay, useSession } from '../shell/session'

/** Numbers and end dates of papers: reminders only, the authority says what is needed. */
export function Permits({ page }: { page: AnimalPage }) {
  const { animal, permits, papersWanted } = page
  const figures = useFigures()
  const may = useMay()
  const { today } = useSession()
  const [open, setOpen] = useState(false)
  if (permits.length === 0 && papersWanted === '' && !may.decide) return null
  return (
    <section className="above-16" aria-label="Permits">
      <div className="between">
        <h2>Permits and marks</h2>
        {may.decide && !open && (
          <Button size="small" onClick={() => setOpen(true)}>
            note one
          </Button>
        )}
      </div>
      {papersWanted !== '' && permits.length === 0 && <p className="small warm">Wanted: {papersWanted}.</p>}
      <ul className="lines">
        {permits.map((p) => (
          <li key={p.name} className="between">
            <span>
              {p.name} <span className="fig">{p.number}</span>
            </span>
            <span className={`small ${p.until && p.until < today ? 'bad' : 'quiet'}`}>
              {p.until ? `${p.until < today ? 'ended' : 'until'} ${figures.day(p.until)}` : 'without an end'}
            </span>
          </li>
        ))}
      </ul>
      {open && <PermitForm animal={animal} onDone={() => setOpen(false)} />}
    </section>
  )
}

function PermitForm({ animal, onDone }: { animal: AnimalPage['animal']; onDone(): void }) {
  const { enter } = useLog()
  const noting = useContractForm({
    begin: { name: '', number: '', until: null as string | null },
    schema: payloadSchema('permit noted'),
    body: ({ name, number, until }) => ({ name: name.trim(), number: number.trim(), until }),
    send: async (payload) => {
      const subject = { type: 'animal' as const, id: animal.id }
      await enter([{ kind: 'permit noted', subject, payload }], `${animal.tag}: ${payload.name} noted`)
      onDone()
    },
  })
  return (
    <ContractForm
      of={noting}
      label="A permit"
      actions={<FormActions of={noting} save="Save permit" onCancel={onDone} />}
    >
      <TextField name="name" label="Which paper" most={80} width={240} autoFocus needed="Enter which paper" />
      <TextField name="number" label="Its number" most={80} width={240} needed="Enter its number" />
      <DayField name="until" label="Ends" width={160} />
    </ContractForm>
  )
}
