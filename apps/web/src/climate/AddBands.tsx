import { Select } from 'antd'
import { useState } from 'react'
import { placeNames, usePlaces } from '../shell/queries'
import { BandsForm } from './BandsForm'

/** An enclosure that is to be watched: it gets its bands, and a probe whose log can be brought in or that speaks. */
export function AddBands({ measured }: { measured: readonly string[] }) {
  const { data: places } = usePlaces()
  const [placeId, setPlace] = useState<string | null>(null)
  if (!places) return null
  const names = placeNames(places)
  const open = places.filter(
    (p) => ['tub', 'rack', 'room', 'shelf'].includes(p.kind) && !measured.includes(p.id),
  )
  if (open.length === 0) return null
  return (
    <details style={{ marginTop: 18 }}>
      <summary className="quiet">watch an enclosure or a room</summary>
      <div className="card small-card" style={{ maxWidth: 560, marginTop: 8 }}>
        <Select
          aria-label="Enclosure or room"
          showSearch={{ optionFilterProp: 'label' }}
          placeholder="which one"
          value={placeId}
          onChange={setPlace}
          style={{ width: 260, marginBottom: 10 }}
          options={open.map((p) => ({ value: p.id, label: names.get(p.id) ?? p.name }))}
        />
        {placeId && <BandsForm key={placeId} placeId={placeId} bands={null} onDone={() => setPlace(null)} />}
      </div>
    </details>
  )
}
