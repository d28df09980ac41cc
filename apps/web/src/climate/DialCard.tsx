import type { ClimateRow, Entry } from '@hatch-book/contract'
import { dayOfInstant, instantOfDay, ofKinds } from '@hatch-book/core'
import { Button, Checkbox, InputNumber } from 'antd'
import { useState, type FormEvent } from 'react'
import { useEntriesOf } from '../shell/queries'
import { TemperatureInput } from '../parts/TemperatureInput'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useMay, useSession } from '../shell/session'

const HOUR_MS = 3_600_000
const USUAL_C = 28
const USUAL_DROP = 3
const USUAL_NIGHT = { from: 20, hours: 12 }

/** An incubator's dial: what it is set to, by day and by night, and how it was turned. Every forecast follows it. */
export function DialCard({ place }: { place: ClimateRow }) {
  const figures = useFigures()
  const may = useMay()
  const { data: entries } = useEntriesOf(place.placeId, 40)
  const turns = entries && ofKinds(entries, 'set point').filter((e) => !e.struckBy)
  if (!turns) return null
  const last = turns[0]
  return (
    <article className="card small-card below-16" aria-label="Its dial">
      <h2>Its dial</h2>
      {may.decide && <DialForm key={last?.id ?? ''} place={place} last={last} />}
      <ul className="lines small above-8">
        {turns.slice(0, 6).map((e) => {
          const { celsius, night } = e.payload
          return (
            <li key={e.id} className="between">
              <span>{figures.instant(e.at)}</span>
              <span className="fig">
                {figures.celsius(celsius)}
                {night && ` / ${figures.celsius(night.celsius)}`}
              </span>
            </li>
          )
        })}
      </ul>
      {turns.length === 0 && <p className="small quiet">Not changed since it was set up.</p>}
    </article>
  )
}

function DialForm({ place, last }: { place: ClimateRow; last: Entry<'set point'> | undefined }) {
  const figures = useFigures()
  const { book, now } = useSession()
  const { write } = useLog()
  const set = last?.payload
  const ahead = hoursAhead(book.zone, now)
  const [celsius, setCelsius] = useState<number | null>(place.setPointC ?? USUAL_C)
  const [says, setSays] = useState('')
  const [night, setNight] = useState(
    set?.night
      ? { celsius: set.night.celsius, from: onClock(set.night.startHour + ahead), hours: set.night.hours }
      : null,
  )
  const save = (event: FormEvent) => {
    event.preventDefault()
    // An empty field is no nought: eggs would be said to stand in the cold.
    if (celsius === null || Number.isNaN(night?.celsius)) return setSays('Enter the temperature it is set to')
    setSays('')
    void write(
      [
        {
          kind: 'set point',
          subject: { type: 'place', id: place.placeId },
          payload: {
            celsius,
            ...(place.setPointC === null ? {} : { wasC: place.setPointC }),
            night: night && {
              celsius: night.celsius,
              startHour: onClock(night.from - ahead),
              hours: night.hours,
            },
          },
        },
      ],
      `${place.name} is set to ${figures.celsius(celsius)}${night ? `, ${figures.celsius(night.celsius)} by night` : ''}`,
    )
  }
  const number = (label: string, value: number, set: (n: number) => void, step = 0.5) => (
    <InputNumber
      aria-label={label}
      size="small"
      step={step}
      value={value}
      className="w-76"
      onChange={(n) => set(n ?? 0)}
    />
  )
  return (
    <form onSubmit={save}>
      <div className="row">
        <TemperatureInput
          label="Set to"
          size="small"
          step={0.1}
          className="w-76"
          celsius={celsius}
          onChange={setCelsius}
        />{' '}
        {figures.temperatureUnit}
        <Checkbox
          checked={night !== null}
          onChange={(e) =>
            setNight(e.target.checked ? { ...USUAL_NIGHT, celsius: (celsius ?? USUAL_C) - USUAL_DROP } : null)
          }
        >
          otherwise by night
        </Checkbox>
      </div>
      {night && (
        <div className="row above-8">
          <TemperatureInput
            label="By night"
            size="small"
            step={0.1}
            className="w-76"
            celsius={night.celsius}
            onChange={(c) => setNight({ ...night, celsius: c ?? NaN })}
          />{' '}
          {figures.temperatureUnit} from
          {number('Night begins at, hour', night.from, (from) => setNight({ ...night, from }), 1)} for
          {number('Hours of night', night.hours, (hours) => setNight({ ...night, hours }), 1)} h
        </div>
      )}
      {says && (
        <p className="says" role="alert">
          {says}
        </p>
      )}
      <Button size="small" htmlType="submit" className="above-8">
        Save setting
      </Button>
    </form>
  )
}

const onClock = (hour: number) => ((hour % 24) + 24) % 24

/** How many hours the book's wall clock is ahead of UTC. */
function hoursAhead(zone: string, now: string): number {
  const at = Date.parse(now)
  const midnight = instantOfDay(dayOfInstant(at, zone), zone, 0)
  return onClock(-(midnight % (24 * HOUR_MS)) / HOUR_MS)
}
