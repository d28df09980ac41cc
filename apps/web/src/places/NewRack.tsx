import { placesApi, newId, type Rooms } from '@hatch-book/contract'
import { Button, Input, Select } from 'antd'
import { useState, type FormEvent } from 'react'
import { Labelled } from '../parts/Labelled'
import { NumberField } from '../parts/NumberField'
import { sendOrSay } from '../shell/api'

const TUBS = {
  'small, 6 litres': { size: 'small', areaM2: 0.06, litres: 6, most: 1 },
  'middle, 16 litres': { size: 'middle', areaM2: 0.12, litres: 16, most: 2 },
  'large, 50 litres': { size: 'large', areaM2: 0.36, litres: 50, most: 4 },
  'cup, 0.5 litres': { size: 'cup', areaM2: 0.01, litres: 0.5, most: 1 },
} as const

/** A rack in seconds: rows times columns of one tub. */
export function NewRack({ rooms, onDone }: { rooms: Rooms; onDone(): void }) {
  const [name, setName] = useState('')
  const [prefix, setPrefix] = useState('')
  const [rows, setRows] = useState(6)
  const [columns, setColumns] = useState(8)
  const [tub, setTub] = useState<keyof typeof TUBS>('small, 6 litres')
  const [roomId, setRoom] = useState<string | null>(null)
  const [says, setSays] = useState('')
  const named = rooms.rooms.filter((r) => r.id !== null)
  const build = async (event: FormEvent) => {
    event.preventDefault()
    if (name.trim() === '') return setSays('give the rack a name')
    const letters = prefix.trim() || name.trim().slice(0, 1).toUpperCase()
    const refused = await sendOrSay(placesApi.addRack, {
      body: {
        ...{ id: newId(), name: name.trim(), prefix: letters, roomId, rows, columns },
        tub: TUBS[tub],
      },
    })
    if (refused) setSays(refused)
    else onDone()
  }
  return (
    <form
      className="card now"
      style={{ marginBottom: 16 }}
      onSubmit={(e) => void build(e)}
      aria-label="New rack"
    >
      <div className="row" style={{ gap: 16, alignItems: 'end' }}>
        <Labelled name="Name">
          <Input
            aria-label="Name of the rack"
            value={name}
            autoFocus
            maxLength={40}
            onChange={(e) => setName(e.target.value)}
            style={{ width: 150 }}
          />
        </Labelled>
        <Labelled name="Letters of its tubs">
          <Input
            aria-label="Letters of its tubs"
            placeholder={name.trim().slice(0, 1).toUpperCase() || 'A'}
            value={prefix}
            maxLength={8}
            onChange={(e) => setPrefix(e.target.value)}
            style={{ width: 120 }}
          />
        </Labelled>
        <NumberField name="Rows" value={rows} onChange={setRows} min={1} max={40} />
        <NumberField name="Columns" value={columns} onChange={setColumns} min={1} max={40} />
        <Labelled name="Tub">
          <Select
            aria-label="Tub"
            value={tub}
            onChange={setTub}
            style={{ width: 170 }}
            options={Object.keys(TUBS).map((t) => ({ value: t as keyof typeof TUBS, label: t }))}
          />
        </Labelled>
        {named.length > 0 && (
          <Labelled name="Room">
            <Select
              aria-label="Room"
              value={roomId ?? ''}
              onChange={(r) => setRoom(r || null)}
              style={{ width: 150 }}
              options={[
                { value: '', label: 'no room named' },
                ...named.map((r) => ({ value: r.id!, label: r.name })),
              ]}
            />
          </Labelled>
        )}
        <Button type="primary" htmlType="submit">
          Build {rows * columns} tubs
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
      {says && <p className="bad small">{says}</p>}
    </form>
  )
}
