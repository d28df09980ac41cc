import { coloniesApi, newId, type Colonies } from '@hatch-book/contract'
import { Button, Input, Select } from 'antd'
import { useState, type FormEvent } from 'react'
import { Labelled } from '../parts/Labelled'
import { NumberField } from '../parts/NumberField'
import { sendOrSay } from '../shell/api'

/** A colony is set up: what it is, in how many bins, and how warm. */
export function NewColony({
  species,
  onDone,
}: {
  species: Colonies['species']
  onDone(id: string | null): void
}) {
  const [name, setName] = useState('')
  const [protocolId, setProtocol] = useState(species[0]?.protocolId ?? '')
  const [bins, setBins] = useState(1)
  const [celsius, setCelsius] = useState(species[0]?.celsius ?? 28)
  const [says, setSays] = useState('')
  const save = async (event: FormEvent) => {
    event.preventDefault()
    if (name.trim() === '') return setSays('give it a name, such as R1')
    const id = newId()
    const refused = await sendOrSay(coloniesApi.add, {
      body: {
        id,
        name: name.trim(),
        protocolId,
        bins,
        celsius,
      },
    })
    setSays(refused)
    if (!refused) onDone(id)
  }
  return (
    <form
      className="card now"
      style={{ marginBottom: 16 }}
      onSubmit={(e) => void save(e)}
      aria-label="New colony"
    >
      <div className="row" style={{ gap: 16, alignItems: 'end' }}>
        <Labelled name="Name">
          <Input
            aria-label="Name"
            value={name}
            autoFocus
            maxLength={40}
            onChange={(e) => setName(e.target.value)}
          />
        </Labelled>
        <Labelled name="Species">
          <Select
            aria-label="Species"
            value={protocolId}
            onChange={(id) => {
              setProtocol(id)
              setCelsius(species.find((s) => s.protocolId === id)!.celsius)
            }}
            style={{ width: 210 }}
            options={species.map((s) => ({ value: s.protocolId, label: s.species }))}
          />
        </Labelled>
        <NumberField name="Bins" value={bins} onChange={setBins} min={1} max={500} />
        <NumberField name="Stands at, °C" value={celsius} onChange={setCelsius} min={5} max={45} step={0.5} />
        <Button type="primary" htmlType="submit">
          Set it up
        </Button>
        <Button onClick={() => onDone(null)}>Leave it</Button>
      </div>
      {says && <p className="bad small">{says}</p>}
    </form>
  )
}
