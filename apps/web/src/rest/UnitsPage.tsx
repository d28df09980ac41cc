import { toCelsius } from '@hatch-book/core'
import { placesApi, newId, UNIT_MAKES } from '@hatch-book/contract'
import { Button, Input, InputNumber, Select } from 'antd'
import { useState, type FormEvent } from 'react'
import { PageHead } from '../parts/PageHead'
import type { RefusedError } from '../shell/api'
import { send } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'
import { useUnits, useUnitsKnown } from './queries'
import { UnitCard } from './UnitCard'

/** The cold units of the book. */
export function UnitsPage() {
  const { data: units } = useUnits()
  const may = useMay()
  const [adding, setAdding] = useState(false)
  const isKnown = useUnitsKnown(units)
  if (!units || !isKnown) return null
  return (
    <section className="page">
      <PageHead title="Cooling units">
        {may.decide && !adding && (
          <Button type="primary" onClick={() => setAdding(true)}>
            Add a unit
          </Button>
        )}
      </PageHead>
      {adding && <NewUnit onDone={() => setAdding(false)} />}
      {units.length === 0 && !adding && (
        <p className="empty">
          No cold unit is in the book yet. A fridge, a cooler, a cool room: log it empty for two weeks, then
          it is go or no-go.
        </p>
      )}
      <div className="cards" style={{ gridTemplateColumns: 'repeat(auto-fill, minmax(340px, 1fr))' }}>
        {units.map((u) => (
          <UnitCard key={u.id} unit={u} />
        ))}
      </div>
    </section>
  )
}

function NewUnit({ onDone }: { onDone(): void }) {
  const figures = useFigures()
  const fahrenheit = figures.temperatureUnit === '°F'
  const [name, setName] = useState('')
  const [make, setMake] = useState<(typeof UNIT_MAKES)[number]>('fridge')
  const [setTo, setSetTo] = useState<number | null>(null)
  const [litres, setLitres] = useState<number | null>(null)
  const [error, setError] = useState<RefusedError | null>(null)
  const save = async (event: FormEvent) => {
    event.preventDefault()
    const setPointC = setTo === null ? null : fahrenheit ? toCelsius(setTo) : setTo
    try {
      await send(placesApi.add, { body: { id: newId(), kind: 'unit', name, make, litres, setPointC } })
      onDone()
    } catch (refused) {
      setError(refused as RefusedError)
    }
  }
  return (
    <form
      className="card now"
      style={{ marginBottom: 16, maxWidth: 760 }}
      onSubmit={(e) => void save(e)}
      aria-label="New unit"
    >
      <div className="row" style={{ alignItems: 'flex-start', gap: 14 }}>
        <div className="field" style={{ width: 200 }}>
          <label htmlFor="unit-name">Name</label>
          <Input
            id="unit-name"
            autoFocus
            value={name}
            onChange={(e) => setName(e.target.value)}
            maxLength={60}
          />
          {error?.says('name') && <span className="says">{error.says('name')}</span>}
        </div>
        <div className="field" style={{ width: 140 }}>
          <label htmlFor="unit-make">It is a</label>
          <Select
            id="unit-make"
            value={make}
            onChange={setMake}
            options={UNIT_MAKES.map((m) => ({ value: m, label: m }))}
          />
        </div>
        <div className="field" style={{ width: 130 }}>
          <label htmlFor="unit-set">Set to</label>
          <InputNumber
            id="unit-set"
            value={setTo}
            onChange={setSetTo}
            suffix={figures.temperatureUnit}
            style={{ width: '100%' }}
          />
        </div>
        <div className="field" style={{ width: 110 }}>
          <label htmlFor="unit-litres">Holds</label>
          <InputNumber
            id="unit-litres"
            value={litres}
            onChange={setLitres}
            min={1}
            precision={0}
            suffix="L"
            style={{ width: '100%' }}
          />
        </div>
      </div>
      {error?.wordsBeside('name') && (
        <p className="note bad" role="alert">
          {error.problem.code === 'already-there'
            ? 'There is already a place with this name.'
            : error.wordsBeside('name')}
        </p>
      )}
      <Button type="primary" htmlType="submit">
        Add it
      </Button>{' '}
      <Button onClick={onDone}>Cancel</Button>
    </form>
  )
}
