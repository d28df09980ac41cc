import { cohortsApi, newId, type Cohorts } from '@hatch-book/contract'
import { Button, Input, InputNumber, Select } from 'antd'
import { useState, type FormEvent } from 'react'
import { Labelled } from '../parts/Labelled'
import { NumberField } from '../parts/NumberField'
import { sendOrSay } from '../shell/api'
import { useEscape } from './useEscape'

/** A cohort begins with what was laid or hatched, a breeding box with the day it was set up. */
export function NewCohort({ data, onDone }: { data: Cohorts; onDone(id: string | null): void }) {
  const [name, setName] = useState('')
  const [protocolId, setProtocol] = useState(data.species[0]?.protocolId ?? '')
  const [kind, setKind] = useState<'young' | 'breeding box'>('young')
  const [began, setBegan] = useState(data.today)
  const [line, setLine] = useState('')
  const [generation, setGeneration] = useState<number | null>(null)
  const [fromId, setFrom] = useState<string | null>(null)
  const [mothers, setMothers] = useState<'mated' | 'not mated' | 'mixed'>('mated')
  const [tubs, setTubs] = useState(1)
  const [litres, setLitres] = useState(5)
  const picked = data.species.find((s) => s.protocolId === protocolId)
  const [celsius, setCelsius] = useState(picked?.protocol.referenceC ?? 25)
  const [says, setSays] = useState('')
  useEscape(() => onDone(null))
  const save = async (event: FormEvent) => {
    event.preventDefault()
    if (name.trim() === '') return setSays('give it a name, such as M2')
    if (!/^\d{4}-\d{2}-\d{2}$/.test(began)) return setSays('began: write a day like 2026-05-27')
    const id = newId()
    const refused = await sendOrSay(cohortsApi.add, {
      body: {
        ...{
          id,
          name: name.trim(),
          protocolId,
          kind,
          began,
          line,
          generation,
          fromId,
          tubs,
          litres,
          celsius,
        },
        ...{
          fertilised: mothers,
          origin: '',
          placeId: null,
          heightMm: null,
          thenC: null,
          thenFrom: null,
          hostPlant: '',
        },
      },
    })
    setSays(refused)
    if (!refused) onDone(id)
  }
  const options = (values: readonly string[]) => values.map((value) => ({ value, label: value }))
  return (
    <form
      className="card now"
      style={{ marginBottom: 16 }}
      onSubmit={(e) => void save(e)}
      aria-label="New cohort"
    >
      <div className="row" style={{ gap: 14, alignItems: 'end', flexWrap: 'wrap' }}>
        <Labelled name="Name">
          <Input
            aria-label="Name"
            value={name}
            autoFocus
            maxLength={40}
            onChange={(e) => setName(e.target.value)}
            style={{ width: 100 }}
          />
        </Labelled>
        <Labelled name="Species">
          <Select
            aria-label="Species"
            value={protocolId}
            onChange={(id) => {
              setProtocol(id)
              setCelsius(data.species.find((s) => s.protocolId === id)!.protocol.referenceC)
            }}
            style={{ width: 200 }}
            options={data.species.map((s) => ({ value: s.protocolId, label: s.protocol.species }))}
          />
        </Labelled>
        <Labelled name="What">
          <Select
            aria-label="What"
            value={kind}
            onChange={setKind}
            style={{ width: 130 }}
            options={options(picked?.protocol.box ? ['young', 'breeding box'] : ['young']) as never}
          />
        </Labelled>
        <Labelled name="Began">
          <Input
            aria-label="Began"
            value={began}
            onChange={(e) => setBegan(e.target.value)}
            style={{ width: 120 }}
          />
        </Labelled>
        <Labelled name="Young of">
          <Select
            aria-label="Young of"
            allowClear
            value={fromId}
            onChange={(v) => setFrom(v ?? null)}
            placeholder="elsewhere"
            style={{ width: 120 }}
            options={data.cohorts
              .filter((c) => c.protocolId === protocolId)
              .map((c) => ({ value: c.id, label: c.name }))}
          />
        </Labelled>
        <Labelled name="Line">
          <Input
            aria-label="Line"
            value={line}
            maxLength={80}
            onChange={(e) => setLine(e.target.value)}
            style={{ width: 130 }}
          />
        </Labelled>
        <Labelled name="Generation F">
          <InputNumber
            aria-label="Generation F"
            min={0}
            max={999}
            precision={0}
            value={generation}
            onChange={setGeneration}
            style={{ width: 100 }}
          />
        </Labelled>
        <Labelled name="Mothers">
          <Select
            aria-label="Mothers"
            value={mothers}
            onChange={setMothers}
            style={{ width: 120 }}
            options={options(['mated', 'not mated', 'mixed']) as never}
          />
        </Labelled>
        <NumberField name="Tubs" value={tubs} onChange={setTubs} min={1} max={2000} />
        <NumberField
          name="Litres each"
          value={litres}
          onChange={setLitres}
          min={0.05}
          max={10_000}
          step={1}
        />
        <NumberField name="Kept at, °C" value={celsius} onChange={setCelsius} min={0} max={45} step={0.5} />
        <Button type="primary" htmlType="submit">
          Begin it
        </Button>
        <Button onClick={() => onDone(null)}>Leave it</Button>
      </div>
      {says && (
        <p className="bad small" role="alert">
          {says}
        </p>
      )}
    </form>
  )
}
