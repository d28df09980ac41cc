import { animalsApi, type AnimalPage } from '@hatch-book/contract'
import { addDays, payloadSchema } from '@hatch-book/core'
import { App, Button, Drawer, Select } from 'antd'
import { useState } from 'react'
import { ContractForm } from '../parts/form/ContractForm'
import { DayField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { send, wordsOf } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useAnimals } from '../shell/queries'
import { useSession } from '../shell/session'
import { useGoOn } from '../shell/useGoOn'

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

function MergeForm({ page, onDone }: { page: AnimalPage; onDone(): void }) {
  const { data } = useAnimals()
  const { notification } = App.useApp()
  const goOn = useGoOn()
  const { animal } = page
  const [otherId, setOtherId] = useState<string | null>(null)
  const [says, setSays] = useState('')
  const others = (data ?? []).filter((a) => a.id !== animal.id && a.species === animal.species)
  const save = async () => {
    if (!otherId) return setSays('Choose the other record')
    try {
      await send(animalsApi.merge, { params: { id: animal.id }, body: { otherId } })
      notification.success({
        title: `${others.find((o) => o.id === otherId)!.tag} counts as ${animal.tag} from now on`,
        description: 'Strike the merging out of the log to part them again.',
      })
      onDone()
      goOn(`/animals/${animal.id}`)
    } catch (error) {
      setSays(wordsOf(error))
    }
  }
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault()
        void save()
      }}
    >
      <p>
        <strong>{animal.tag}</strong> stays. The other record’s log, photos, papers, young and pairings count
        here; nothing is rewritten, and striking the merging out parts them again.
      </p>
      <div className="field">
        <label htmlFor="other">The other record of this animal</label>
        <Select
          id="other"
          showSearch
          optionFilterProp="label"
          value={otherId}
          onChange={setOtherId}
          options={others.map((a) => ({ value: a.id, label: `${a.tag} ${a.line}` }))}
          style={{ width: '100%' }}
        />
        {says && (
          <span className="says" role="alert">
            {says}
          </span>
        )}
      </div>
      <Button type="primary" htmlType="submit">
        Make them one
      </Button>{' '}
      <Button onClick={onDone}>Cancel</Button>
    </form>
  )
}
