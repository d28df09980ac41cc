import { climateApi, type BandsProposed, type ClimateRow } from '@hatch-book/contract'
import { Button, Checkbox, InputNumber } from 'antd'
import { useState, type FormEvent } from 'react'
import { TemperatureInput } from '../parts/TemperatureInput'
import { send, wordsOf } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useProposedBands } from './queries'

export type Bands = NonNullable<ClimateRow['bands']>
/** Nothing is guessed where nobody lives there yet. */
const UNKNOWN: Bands = {
  day: { low: NaN, high: NaN },
  night: { low: NaN, high: NaN },
  dayFrom: 8,
  dayHours: 12,
  humidity: null,
}
const USUAL_DAMP = { low: 0.4, high: 0.7 }

const limitsOf = ({ day, night }: Bands) => [day.low, day.high, night.low, night.high]

function saysProposed({ bands, who }: BandsProposed): string {
  if (who.length === 0) return 'No animal with known needs lives here. Enter your own limits.'
  if (!bands) return `No temperature suits all of them: ${who.join(', ')}. Write what you mean to keep.`
  return `From the protocols of: ${who.join(', ')}.`
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
  const { data: proposed } = useProposedBands(placeId)
  const [changed, setValue] = useState<Bands | null>(bands)
  const value = changed ?? proposed?.bands ?? UNKNOWN
  const [says, setSays] = useState('')
  const { temperatureUnit: unit } = useFigures()
  const number = (label: string, n: number, set: (n: number) => Bands, step = 0.5) => (
    <InputNumber
      aria-label={label}
      size="small"
      step={step}
      value={Number.isNaN(n) ? null : n}
      className="w-76"
      onChange={(v) => setValue(set(v ?? NaN))}
    />
  )
  const warmth = (label: string, celsius: number, set: (celsius: number) => Bands) => (
    <TemperatureInput
      label={label}
      size="small"
      step={0.5}
      className="w-76"
      celsius={celsius}
      onChange={(c) => setValue(set(c ?? NaN))}
    />
  )
  const put = async (next: Bands | null) => {
    try {
      await send(climateApi.changeBands, { params: { id: placeId }, body: { bands: next } })
      onDone()
    } catch (error) {
      setSays(wordsOf(error))
    }
  }
  const save = (event: FormEvent) => {
    event.preventDefault()
    if (limitsOf(value).some(Number.isNaN))
      return setSays('Write the lowest and the highest for day and night')
    void put(value)
  }
  const { day, night, humidity } = value
  return (
    <form onSubmit={save} aria-label="Bands" noValidate>
      {proposed && <p className="small quiet">{saysProposed(proposed)}</p>}
      <p className="row">
        <span className="w-64">by day</span>
        {warmth('Day, at least', day.low, (low) => ({ ...value, day: { ...day, low } }))} to
        {warmth('Day, at most', day.high, (high) => ({ ...value, day: { ...day, high } }))} {unit}, from
        {number('Day begins at, hour', value.dayFrom, (dayFrom) => ({ ...value, dayFrom }))} for
        {number('Hours of day', value.dayHours, (dayHours) => ({ ...value, dayHours }))} h
      </p>
      <p className="row">
        <span className="w-64">by night</span>
        {warmth('Night, at least', night.low, (low) => ({ ...value, night: { ...night, low } }))} to
        {warmth('Night, at most', night.high, (high) => ({ ...value, night: { ...night, high } }))} {unit}
      </p>
      <p className="row">
        <Checkbox
          checked={humidity !== null}
          onChange={(e) =>
            setValue({
              ...value,
              humidity: e.target.checked ? (proposed?.bands?.humidity ?? USUAL_DAMP) : null,
            })
          }
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
        <Button size="small" onClick={() => void put(null)}>
          Watch it no more
        </Button>
      )}
    </form>
  )
}
