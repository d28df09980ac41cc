import { toCelsius } from '@hatch-book/core'
import { placesApi, newId } from '@hatch-book/contract'
import { App, Button, Input, InputNumber } from 'antd'
import { useState, type FormEvent } from 'react'
import type { RefusedError } from '../shell/api'
import { send } from '../shell/api'
import { useFigures } from '../shell/figures'

/** An incubator with its set point and its boxes. */
export function NewIncubator() {
  const figures = useFigures()
  const { notification } = App.useApp()
  const fahrenheit = figures.temperatureUnit === '°F'
  const [name, setName] = useState('')
  const [set, setSet] = useState<number | null>(fahrenheit ? 82.4 : 28)
  const [shelves, setShelves] = useState(0)
  const [boxes, setBoxes] = useState(6)
  const [grid, setGrid] = useState({ rows: 4, columns: 5 })
  const [error, setError] = useState<RefusedError | null>(null)
  const add = async (event: FormEvent) => {
    event.preventDefault()
    const id = newId()
    const setPointC = set === null ? null : fahrenheit ? toCelsius(set) : set
    try {
      await send(placesApi.add, { body: { id, kind: 'incubator', name, setPointC } })
      const levels = shelves === 0 ? [id] : await addShelves(id, shelves)
      for (const parentId of levels)
        for (let n = 1; n <= boxes; n++)
          await send(placesApi.add, {
            body: {
              id: newId(),
              kind: 'box',
              name: `box ${n}`,
              parentId,
              grid,
            },
          })
      notification.success({ title: `${name} stands ready with ${boxes * Math.max(1, shelves)} boxes` })
      setName('')
    } catch (refused) {
      setError(refused as RefusedError)
    }
  }
  return (
    <form onSubmit={(e) => void add(e)} style={{ textAlign: 'left', maxWidth: 240, margin: '8px auto 0' }}>
      <div className="field">
        <label htmlFor="incubator-name">Its name</label>
        <Input id="incubator-name" value={name} onChange={(e) => setName(e.target.value)} placeholder="H1" />
        {error && (
          <span className="says">
            {error.says('name') ?? error.says('setPointC') ?? error.problem.detail}
          </span>
        )}
      </div>
      <div className="field">
        <label htmlFor="incubator-set">Set to, {figures.temperatureUnit}</label>
        <InputNumber id="incubator-set" value={set} onChange={setSet} />
      </div>
      <div className="field">
        <label htmlFor="incubator-shelves">Shelves, none for boxes side by side</label>
        <InputNumber
          id="incubator-shelves"
          min={0}
          max={10}
          value={shelves}
          onChange={(n) => setShelves(n ?? 0)}
        />
      </div>
      <div className="field">
        <label htmlFor="incubator-boxes">{shelves > 0 ? 'Boxes on each' : 'Boxes'}</label>
        <InputNumber id="incubator-boxes" min={1} max={60} value={boxes} onChange={(n) => setBoxes(n ?? 1)} />
      </div>
      <div className="field">
        <span className="label">Places in a box, rows and columns</span>
        <div className="row">
          <InputNumber
            aria-label="Rows of a box"
            min={1}
            max={20}
            value={grid.rows}
            style={{ width: 70 }}
            onChange={(rows) => setGrid({ ...grid, rows: rows ?? 1 })}
          />
          ×
          <InputNumber
            aria-label="Columns of a box"
            min={1}
            max={20}
            value={grid.columns}
            style={{ width: 70 }}
            onChange={(columns) => setGrid({ ...grid, columns: columns ?? 1 })}
          />
        </div>
      </div>
      <Button htmlType="submit">Put it up</Button>
    </form>
  )
}

async function addShelves(parentId: string, count: number): Promise<string[]> {
  const ids: string[] = []
  for (let n = 1; n <= count; n++) {
    const id = newId()
    await send(placesApi.add, { body: { id, kind: 'shelf', name: `shelf ${n}`, parentId } })
    ids.push(id)
  }
  return ids
}
