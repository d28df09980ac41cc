import { toCelsius } from '@hatch-book/core'
import type { UnitRow } from '@hatch-book/contract'
import { Button, InputNumber } from 'antd'
import { useState, type FormEvent } from 'react'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useMay } from '../shell/session'

const FIELDS = [
  ['celsius', 'It shows'],
  ['lowC', 'lowest'],
  ['highC', 'highest'],
] as const
type Read = Partial<Record<(typeof FIELDS)[number][0], number>>

/** What a plain thermometer shows in a unit that nothing logs: enough to tell a good one from a bad one, in two weeks. */
export function ThermometerForm({ unit }: { unit: UnitRow }) {
  const figures = useFigures()
  const may = useMay()
  const { write } = useLog()
  const [read, setRead] = useState<Read>({})
  const [says, setSays] = useState('')
  if (!may.write) return null
  const fahrenheit = figures.temperatureUnit === '°F'
  const toC = (value: number) => (fahrenheit ? Math.round(toCelsius(value) * 100) / 100 : value)
  const save = async (event: FormEvent) => {
    event.preventDefault()
    const { celsius: c, lowC: low, highC: high } = read
    if ((low === undefined) !== (high === undefined))
      return setSays('Write both the lowest and the highest, or neither.')
    if (c === undefined && low === undefined) return setSays('Write what it shows.')
    if ((low ?? -Infinity) > (c ?? low!) || (c ?? high!) > (high ?? Infinity))
      return setSays('What it shows must lie between the lowest and the highest.')
    setSays('')
    const payload = Object.fromEntries(Object.entries(read).map(([key, value]) => [key, toC(value)]))
    const done = await write(
      [{ kind: 'thermometer read', subject: { type: 'place', id: unit.id }, payload }],
      `${unit.name} was read`,
    )
    if (done) setRead({})
  }
  return (
    <form className="card" aria-label="Read its thermometer" onSubmit={(e) => void save(e)} noValidate>
      <h3>Read its thermometer</h3>
      <div className="row" style={{ gap: 12, alignItems: 'end' }}>
        {FIELDS.map(([key, label]) => (
          <label key={key} className="small">
            {label}
            <br />
            <InputNumber
              aria-label={label}
              value={read[key] ?? null}
              step={0.1}
              decimalSeparator="."
              suffix={figures.temperatureUnit}
              style={{ width: 96 }}
              onChange={(v) => setRead({ ...read, [key]: v ?? undefined })}
            />
          </label>
        ))}
      </div>
      <p className="small quiet">
        Lowest and highest are those since it was last set back; leave them out if it does not keep them. Then
        set it back.
      </p>
      {says && (
        <p className="says" role="alert">
          {says}
        </p>
      )}
      <Button htmlType="submit">Save reading</Button>
    </form>
  )
}
