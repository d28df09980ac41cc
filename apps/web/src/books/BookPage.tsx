import { booksApi } from '@hatch-book/contract'
import { App, Button, Input, Segmented, Select } from 'antd'
import { useState, type FormEvent } from 'react'
import { SideBySide } from '../parts/SideBySide'
import { useWriting } from '../parts/useWriting'
import { sendOrSay } from '../shell/api'
import { useMay, useSession } from '../shell/session'
import { BookHead } from './BookHead'
import { BookLife } from './BookLife'
import { Scales } from './Scales'

/** The book itself: its units, its scales, its life. */
export function BookPage() {
  return (
    <section className="page">
      <BookHead title="Settings" />
      <div className="columns halves">
        <Settings />
        <Scales />
      </div>
      <BookLife />
    </section>
  )
}

const NAMES = {
  ...{ name: 'Name', zone: 'Time zone' },
  ...{ weightUnit: 'weights in', temperatureUnit: 'temperatures in' },
}

function Settings() {
  const { book } = useSession()
  const may = useMay()
  const { notification } = App.useApp()
  const { name, zone, weightUnit, temperatureUnit } = book
  const writing = useWriting({
    version: book.version,
    writing: { name, zone, weightUnit, temperatureUnit },
  })
  const { draft, change, merge } = writing
  const [says, setSays] = useState('')
  const changed = JSON.stringify(draft) !== JSON.stringify({ name, zone, weightUnit, temperatureUnit })
  const save = async (event: FormEvent) => {
    event.preventDefault()
    const refused = await sendOrSay(booksApi.change, { body: { version: writing.version, ...draft } })
    setSays(refused)
    if (refused) return
    writing.kept(writing.version + 1)
    notification.success({ title: 'Saved' })
  }
  return (
    <form className="card" onSubmit={(e) => void save(e)}>
      <h3>Name, time zone and units</h3>
      <div className="field">
        <label htmlFor="book-name">Name</label>
        <Input
          id="book-name"
          disabled={!may.run}
          value={draft.name}
          onChange={(e) => change({ name: e.target.value })}
        />
      </div>
      <div className="field">
        <label htmlFor="book-zone">Time zone</label>
        <Select
          id="book-zone"
          showSearch
          disabled={!may.run}
          value={draft.zone}
          onChange={(zone: string) => change({ zone })}
          options={Intl.supportedValuesOf('timeZone').map((z) => ({ value: z, label: z }))}
        />
      </div>
      <div className="row gap-24 below-12">
        <span>
          weights in{' '}
          <Segmented
            aria-label="weights in"
            disabled={!may.run}
            value={draft.weightUnit}
            options={['g', 'oz']}
            onChange={(weightUnit) => change({ weightUnit: weightUnit as 'g' })}
          />
        </span>
        <span>
          temperatures in{' '}
          <Segmented
            aria-label="temperatures in"
            disabled={!may.run}
            value={draft.temperatureUnit}
            options={[
              { value: 'C', label: '°C' },
              { value: 'F', label: '°F' },
            ]}
            onChange={(temperatureUnit) => change({ temperatureUnit: temperatureUnit as 'C' })}
          />
        </span>
      </div>
      <SideBySide
        writing={writing}
        nameOf={(field) => NAMES[field as keyof typeof NAMES]}
        show={(_, value) => String(value)}
        onSettled={() => setSays('')}
      />
      {says && !merge && (
        <p className="bad" role="alert">
          {says}
        </p>
      )}
      {may.run ? (
        <Button type="primary" htmlType="submit" disabled={!changed || merge !== null}>
          Save
        </Button>
      ) : (
        <p className="quiet small">Only the owner changes these.</p>
      )}
    </form>
  )
}
