import { App, Button, Input, Segmented, Select } from 'antd'
import { useState, type FormEvent } from 'react'
import { api, refreshBook } from '../shell/api'
import { useMay, useSession } from '../shell/session'
import { BookHead } from './BookHead'
import { BookLife } from './BookLife'
import { Scales } from './Scales'

/** The book itself: its units, its scales, its life. */
export function BookPage() {
  return (
    <section className="page">
      <BookHead title="The book" />
      <div className="columns" style={{ gridTemplateColumns: '1fr 1fr' }}>
        <Settings />
        <Scales />
      </div>
      <BookLife />
    </section>
  )
}

function Settings() {
  const { book } = useSession()
  const may = useMay()
  const { notification } = App.useApp()
  const [change, setChange] = useState<Partial<typeof book>>({})
  const shown = { ...book, ...change }
  const save = async (event: FormEvent) => {
    event.preventDefault()
    const { version, name, zone, weightUnit, temperatureUnit } = shown
    try {
      await api.send('PATCH', '/api/book', { version, name, zone, weightUnit, temperatureUnit })
      setChange({})
      await refreshBook()
      notification.success({ title: 'Saved' })
    } catch (error) {
      notification.error({ title: 'Not saved', description: (error as Error).message })
    }
  }
  return (
    <form className="card" onSubmit={(e) => void save(e)}>
      <h3>Settings</h3>
      <div className="field">
        <label htmlFor="book-name">Name</label>
        <Input
          id="book-name"
          disabled={!may.run}
          value={shown.name}
          onChange={(e) => setChange({ ...change, name: e.target.value })}
        />
      </div>
      <div className="field">
        <label htmlFor="book-zone">Time zone</label>
        <Select
          id="book-zone"
          showSearch
          disabled={!may.run}
          value={shown.zone}
          onChange={(zone: string) => setChange({ ...change, zone })}
          options={Intl.supportedValuesOf('timeZone').map((z) => ({ value: z, label: z }))}
        />
      </div>
      <div className="row" style={{ gap: 24, marginBottom: 12 }}>
        <span>
          weights in{' '}
          <Segmented
            aria-label="weights in"
            disabled={!may.run}
            value={shown.weightUnit}
            options={['g', 'oz']}
            onChange={(weightUnit) => setChange({ ...change, weightUnit: weightUnit as 'g' })}
          />
        </span>
        <span>
          temperatures in{' '}
          <Segmented
            aria-label="temperatures in"
            disabled={!may.run}
            value={shown.temperatureUnit}
            options={[
              { value: 'C', label: '°C' },
              { value: 'F', label: '°F' },
            ]}
            onChange={(temperatureUnit) => setChange({ ...change, temperatureUnit: temperatureUnit as 'C' })}
          />
        </span>
      </div>
      {may.run ? (
        <Button type="primary" htmlType="submit" disabled={Object.keys(change).length === 0}>
          Save
        </Button>
      ) : (
        <p className="quiet small">Only the owner changes these.</p>
      )}
    </form>
  )
}
