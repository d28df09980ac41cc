import type { AnimalPage } from '@hatch-book/contract'
import { addDays, payloadSchema } from '@hatch-book/core'
import { Button, Drawer } from 'antd'
import { useState } from 'react'
import { ContractForm } from '../parts/form/ContractForm'
import { DayField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useSession } from '../shell/session'
import { CorrectSpecies } from './CorrectSpecies'
import { MergeForm } from './MergeForm'

/** What is decided of one animal now and then: quarantine, that two records are of one animal, and of which species it is. */
export function AnimalActs({ page }: { page: AnimalPage }) {
  const [open, setOpen] = useState<keyof typeof titles | null>(null)
  const titles = {
    ...{ quarantine: `Quarantine of ${page.animal.tag}`, merge: 'Two records, one animal' },
    species: `Species of ${page.animal.tag}`,
  }
  return (
    <>
      <button type="button" className="plain" onClick={() => setOpen('quarantine')}>
        quarantine
      </button>
      <button type="button" className="plain" onClick={() => setOpen('merge')}>
        merge with another record
      </button>
      <button type="button" className="plain" onClick={() => setOpen('species')}>
        correct the species
      </button>
      <Drawer
        title={open && titles[open]}
        open={open !== null}
        onClose={() => setOpen(null)}
        size={430}
        destroyOnHidden
      >
        {open === 'quarantine' && <QuarantineForm page={page} onDone={() => setOpen(null)} />}
        {open === 'merge' && <MergeForm page={page} onDone={() => setOpen(null)} />}
        {open === 'species' && <CorrectSpecies page={page} onDone={() => setOpen(null)} />}
      </Drawer>
    </>
  )
}

function QuarantineForm({ page, onDone }: { page: AnimalPage; onDone(): void }) {
  const { today } = useSession()
  const figures = useFigures()
  const { enter, write } = useLog()
  const { animal } = page
  const subject = { type: 'animal' as const, id: animal.id }
  const held = animal.quarantineUntil !== null && animal.quarantineUntil > today
  const putting = useContractForm({
    begin: { until: held ? animal.quarantineUntil! : addDays(today, page.quarantineDays) },
    schema: payloadSchema('quarantined'),
    body: ({ until }) => ({ until }),
    send: async (payload) => {
      const says = `${animal.tag} is in quarantine until ${figures.day(payload.until)}`
      await enter([{ kind: 'quarantined', subject, payload }], says)
      onDone()
    },
  })
  const end = async () => {
    const says = `${animal.tag} is out of quarantine`
    if (await write([{ kind: 'quarantined', subject, payload: { until: today } }], says)) onDone()
  }
  return (
    <ContractForm
      of={putting}
      label="Quarantine"
      actions={
        <>
          <FormActions
            of={putting}
            save={held ? 'Change the day' : 'Put it in quarantine'}
            onCancel={onDone}
          />
          {held && <Button onClick={() => void end()}>End it today</Button>}
        </>
      }
    >
      <p>
        {held
          ? `It is in quarantine until ${figures.day(animal.quarantineUntil!)}.`
          : 'It is not in quarantine. A new or ailing animal comes last in the round, with tools of its own.'}
      </p>
      <DayField
        name="until"
        label="Until"
        width={170}
        earliest={addDays(today, 1)}
        needed="Enter until when"
      />
    </ContractForm>
  )
}
