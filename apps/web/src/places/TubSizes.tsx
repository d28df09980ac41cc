import { placesApi, type RackView } from '@hatch-book/contract'
import { Button, Input, Select } from 'antd'
import { useState, type FormEvent } from 'react'
import { Labelled } from '../parts/Labelled'
import { NumberField } from '../parts/NumberField'
import { sendOrSay } from '../shell/api'

/** Says what size the tubs of a rack are, so that it can be told who fits and how many are wanted. */
export function TubSizes({ racks, onDone }: { racks: readonly RackView[]; onDone(): void }) {
  const [rackId, setRack] = useState(racks[0]!.id)
  const rack = racks.find((r) => r.id === rackId)!
  const known = rack.tubs.find((t) => t.tub)?.tub
  const [size, setSize] = useState(known?.size ?? 'small')
  const [areaM2, setArea] = useState<number | null>(known?.areaM2 ?? 0.06)
  const [litres, setLitres] = useState<number | null>(known?.litres ?? null)
  const [most, setMost] = useState(known?.most ?? 1)
  const [says, setSays] = useState('')
  const save = async (event: FormEvent) => {
    event.preventDefault()
    const refused = await sendOrSay(placesApi.changeTubs, {
      body: {
        ids: rack.tubs.map((t) => t.id),
        tub: { size: size.trim(), areaM2, litres, most },
      },
    })
    if (refused) setSays(refused)
    else onDone()
  }
  return (
    <form
      className="card now"
      style={{ marginBottom: 16 }}
      onSubmit={(e) => void save(e)}
      aria-label="Tub sizes"
    >
      <div className="row" style={{ gap: 16, alignItems: 'end' }}>
        <Labelled name="Rack">
          <Select
            aria-label="Rack"
            value={rackId}
            onChange={setRack}
            style={{ width: 150 }}
            options={racks.map((r) => ({ value: r.id, label: `${r.name} (${r.tubs.length})` }))}
          />
        </Labelled>
        <Labelled name="Size, by name">
          <Input
            aria-label="Size, by name"
            value={size}
            maxLength={40}
            onChange={(e) => setSize(e.target.value)}
            style={{ width: 130 }}
          />
        </Labelled>
        <NumberField name="Floor, m²" value={areaM2} onChange={setArea} min={0.001} max={1000} step={0.01} />
        <NumberField name="Litres" value={litres} onChange={setLitres} min={0.01} max={100_000} />
        <NumberField name="Holds at most" value={most} onChange={setMost} min={1} max={1000} />
        <Button type="primary" htmlType="submit">
          Save for {rack.tubs.length} tubs
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
      {says && <p className="bad small">{says}</p>}
    </form>
  )
}
