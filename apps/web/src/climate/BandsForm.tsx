import type { ClimateRow } from '@hatch-book/contract'
import { Button, Checkbox, InputNumber } from 'antd'
import { useState, type FormEvent } from 'react'
import { RefusedError, api, refreshBook } from '../shell/api'

export type Bands = NonNullable<ClimateRow['bands']>
const USUAL: Bands = {
  day: { low: 26, high: 32 },
  night: { low: 20, high: 26 },
  dayFrom: 8,
  dayHours: 12,
  humidity: { low: 0.4, high: 0.7 },
}

/** What the air of an enclosure should be: by day, by night, how damp. */
export function BandsForm({
  placeId,
  bands,
  onDone,
}: {
  placeId: string
  bands: Bands | null
  onDone(): void
}) {
  const [value, setValue] = useState<Bands>(bands ?? USUAL)
  const [says, setSays] = useState('')
  const number = (label: string, n: number, set: (n: number) => Bands, step = 0.5) => (
    <InputNumber
      aria-label={label}
      size="small"
      step={step}
      value={n}
      style={{ width: 74 }}
      onChange={(v) => setValue(set(v ?? 0))}
    />
  )
  const send = async (next: Bands | null) => {
    try {
      await api.send('PATCH', `/api/places/${placeId}/bands`, { bands: next })
      await refreshBook()
      onDone()
    } catch (error) {
      setSays(
        error instanceof RefusedError
          ? (error.problem.fields?.map((f) => f.says).join('; ') ?? error.problem.detail)
          : 'Something went wrong here.',
      )
    }
  }
  const save = (event: FormEvent) => {
    event.preventDefault()
    void send(value)
  }
  const { day, night, humidity } = value
  return (
    <form onSubmit={save} aria-label="Bands">
      <p className="row">
        <span style={{ width: 60 }}>by day</span>
        {number('Day, at least, °C', day.low, (low) => ({ ...value, day: { ...day, low } }))} to
        {number('Day, at most, °C', day.high, (high) => ({ ...value, day: { ...day, high } }))} °C, from
        {number('Day begins at, hour', value.dayFrom, (dayFrom) => ({ ...value, dayFrom }))} for
        {number('Hours of day', value.dayHours, (dayHours) => ({ ...value, dayHours }))} h
      </p>
      <p className="row">
        <span style={{ width: 60 }}>by night</span>
        {number('Night, at least, °C', night.low, (low) => ({ ...value, night: { ...night, low } }))} to
        {number('Night, at most, °C', night.high, (high) => ({ ...value, night: { ...night, high } }))} °C
      </p>
      <p className="row">
        <Checkbox
          checked={humidity !== null}
          onChange={(e) => setValue({ ...value, humidity: e.target.checked ? USUAL.humidity : null })}
        >
          damp
        </Checkbox>
        {humidity && (
          <>
            {number(
              'Air, at least, %',
              Math.round(humidity.low * 100),
              (low) => ({ ...value, humidity: { ...humidity, low: low / 100 } }),
              5,
            )}{' '}
            to
            {number(
              'Air, at most, %',
              Math.round(humidity.high * 100),
              (high) => ({ ...value, humidity: { ...humidity, high: high / 100 } }),
              5,
            )}{' '}
            %
          </>
        )}
      </p>
      {says && (
        <p className="note bad" role="alert">
          {says}. What you wrote is still here.
        </p>
      )}
      <Button size="small" type="primary" htmlType="submit">
        Watch it so
      </Button>{' '}
      {bands && (
        <Button size="small" onClick={() => void send(null)}>
          Watch it no more
        </Button>
      )}
    </form>
  )
}
