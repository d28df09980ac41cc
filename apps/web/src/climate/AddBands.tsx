import { Select } from 'antd'
import { useState } from 'react'
import { placeNames, usePlaces } from '../shell/queries'
import { BandsForm } from './BandsForm'
import { NotYet } from '../parts/NotYet'

/** An enclosure that is to be watched: it gets its bands, and a probe whose log can be brought in or that speaks. */
export function AddBands({ measured }: { measured: readonly string[] }) {
  const placesAsked = usePlaces()
  const { data: places } = placesAsked
  const [placeId, setPlace] = useState<string | null>(null)
  if (!places) return <NotYet of={placesAsked} />
  const names = placeNames(places)
  const open = places.filter(
    (p) => ['tub', 'rack', 'room', 'shelf'].includes(p.kind) && !measured.includes(p.id),
  )
  if (open.length === 0) return null
  return (
    <details className="above-16">
      <summary className="quiet">watch an enclosure or a room</summary>
      <div className="card small-card upto-520 above-8">
        <Select
          aria-label="Enclosure or room"
          showSearch={{ optionFilterProp: 'label' }}
          placeholder="which one"
          value={placeId}
          onChange={setPlace}
          className="w-300 below-12"
          options={open.map((p) => ({ value: p.id, label: names.get(p.id) ?? p.name }))}
        />
        {placeId && <BandsForm key={placeId} placeId={placeId} bands={null} onDone={() => setPlace(null)} />}
      </div>
    </details>
  )
}
