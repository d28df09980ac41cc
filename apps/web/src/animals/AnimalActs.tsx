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
import { MergeForm } from './MergeForm'

/** What is decided of one animal now and then: quarantine, and that two records are of one animal. */
export function AnimalActs({ page }: { page: AnimalPage }) {
  const [open, setOpen] = useState<'quarantine' | 'merge' | null>(null)
  return (
    <>
      <button type="button" className="plain" onClick={() => setOpen('quarantine')}>
        quarantine
      </button>
      <button type="button" className="plain" onClick={() => setOpen('merge')}>
        merge with another record
      </button>
      <Drawer
        title={open === 'merge' ? 'Two records, one animal' : `Quarantine of ${page.animal.tag}`}
        open={open !== null}
        onClose={() => setOpen(null)}
        size={430}
        destroyOnHidden
      >
        {open === 'quarantine' && <QuarantineForm page={page} onDone={() => setOpen(null)} />}
        {open === 'merge' && <MergeForm page={page} onDone={() => setOpen(null)} />}
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
