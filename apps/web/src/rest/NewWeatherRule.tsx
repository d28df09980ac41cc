import { toCelsius } from '@hatch-book/core'
import { WeatherRuleDraft, placesApi, restApi, newId, type Weather } from '@hatch-book/contract'
import { Button, Input, InputNumber, Segmented, Select } from 'antd'
import { animalOption } from '../parts/identityWords'
import { useState, type FormEvent } from 'react'
import type { RefusedError } from '../shell/api'
import { fit, send } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useAnimals } from '../shell/queries'
import { useSession } from '../shell/session'

/** 'Bring in when so many nights in a row fall under a temperature': the sentence is the form. */
export function NewWeatherRule({ stations, onDone }: { stations: Weather['stations']; onDone(): void }) {
  const figures = useFigures()
  const { today } = useSession()
  const { data: animals } = useAnimals()
  const fahrenheit = figures.temperatureUnit === '°F'
  const [name, setName] = useState('')
  const [act, setAct] = useState<'bring in' | 'put out'>('bring in')
  const [nights, setNights] = useState<number | null>(5)
  const [limit, setLimit] = useState<number | null>(fahrenheit ? 43 : 6)
  const [station, setStation] = useState(stations[0]?.id ?? 'new')
  const [animalIds, setAnimals] = useState<string[]>([])
  const [error, setError] = useState<RefusedError | null>(null)
  const side = act === 'bring in' ? 'under' : 'over'
  const save = async (event: FormEvent) => {
    event.preventDefault()
    try {
      let stationId = station
      if (station === 'new') {
        stationId = newId()
        await send(placesApi.add, { body: { id: stationId, kind: 'outdoors', name: 'Outdoors' } })
      }
      const limitC = limit === null ? null : fahrenheit ? Math.round(toCelsius(limit) * 10) / 10 : limit
      await send(restApi.addWeatherRule, {
        body: fit(WeatherRuleDraft, {
          ...{ id: newId(), name: name.trim() || (act === 'bring in' ? 'Bring in' : 'Put out') },
          ...{ act, stationId, since: today, animalIds, rule: { nights, side, limitC } },
        }),
      })
      onDone()
    } catch (refused) {
      setError(refused as RefusedError)
    }
  }
  return (
    <form className="card now below-16 upto-820" onSubmit={(e) => void save(e)} aria-label="New rule">
      <div className="row at-middle below-12">
        <Segmented
          aria-label="What to do"
          options={['bring in', 'put out']}
          value={act}
          onChange={(v) => setAct(v as typeof act)}
        />
        <span>when</span>
        <InputNumber
          aria-label="Nights in a row"
          min={1}
          max={60}
          precision={0}
          value={nights}
          onChange={setNights}
          className="w-64"
        />
        <span>nights in a row {side === 'under' ? 'fall under' : 'stay over'}</span>
        <InputNumber
          aria-label="Temperature"
          value={limit}
          onChange={setLimit}
          suffix={figures.temperatureUnit}
          className="w-110"
        />
        <span>at</span>
        <Select
          aria-label="Thermometer"
          value={station}
          onChange={setStation}
          className="min-150"
          options={[
            ...stations.map((s) => ({ value: s.id, label: s.name })),
            { value: 'new', label: 'a new thermometer' },
          ]}
        />
      </div>
      <div className="row at-start gap-16">
        <div className="field w-240">
          <label htmlFor="rule-name">Called</label>
          <Input
            id="rule-name"
            value={name}
            onChange={(e) => setName(e.target.value)}
            maxLength={80}
            placeholder={act}
          />
        </div>
        <div className="field grows min-260">
          <label htmlFor="rule-animals">For</label>
          <Select
            id="rule-animals"
            mode="multiple"
            value={animalIds}
            onChange={setAnimals}
            showSearch={{ optionFilterProp: 'label' }}
            options={(animals ?? [])
              .filter((a) => a.presence === 'here')
              .map((a) => animalOption(a, [a.species]))}
            placeholder="tags; may be empty"
          />
        </div>
      </div>
      {error && (
        <p className="note bad" role="alert">
          {error.words}
        </p>
      )}
      <Button type="primary" htmlType="submit">
        Set the rule
      </Button>{' '}
      <Button onClick={onDone}>Cancel</Button>
    </form>
  )
}
