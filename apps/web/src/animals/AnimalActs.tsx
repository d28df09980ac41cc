import { animalsApi, type AnimalPage } from '@hatch-book/contract'
import { addDays } from '@hatch-book/core'
import { App, Button, DatePicker, Drawer, Select } from 'antd'
import { useState } from 'react'
import { send, wordsOf } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useAnimals } from '../shell/queries'
import { useSession } from '../shell/session'
import dayjs from 'dayjs'
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
  const { write } = useLog()
  const { animal } = page
  const held = animal.quarantineUntil !== null && animal.quarantineUntil > today
  const [until, setUntil] = useState(held ? animal.quarantineUntil! : addDays(today, page.quarantineDays))
  const save = async (day: string, says: string) => {
    const done = await write(
      [{ kind: 'quarantined', subject: { type: 'animal', id: animal.id }, payload: { until: day } }],
      says,
    )
    if (done) onDone()
  }
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault()
        void save(until, `${animal.tag} is in quarantine until ${figures.day(until)}`)
      }}
    >
      <p>
        {held
          ? `It is in quarantine until ${figures.day(animal.quarantineUntil!)}.`
          : 'It is not in quarantine. A new or ailing animal comes last in the round, with tools of its own.'}
      </p>
      <div className="field">
        <label htmlFor="until">Until</label>
        <DatePicker
          id="until"
          value={dayjs(until)}
          allowClear={false}
          onChange={(d) => d && setUntil(d.format('YYYY-MM-DD'))}
        />
      </div>
      <Button type="primary" htmlType="submit">
        {held ? 'Change the day' : 'Put it in quarantine'}
      </Button>{' '}
      {held && (
        <Button onClick={() => void save(today, `${animal.tag} is out of quarantine`)}>End it today</Button>
      )}
    </form>
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
    if (!otherId) return setSays('choose the other record')
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
