import { toCelsius, toFahrenheit } from '@hatch-book/core'
import type { RestKind } from '@hatch-book/core'
import { Button, Input, InputNumber, Select } from 'antd'
import { useState } from 'react'
import { useFigures } from '../shell/figures'
import { offeredSpecies } from '../parts/form/SpeciesField'
import { useProtocols } from '../shell/queries'

export interface BatchDraft {
  protocolId: string
  batch: { name: string; count: number; kind: RestKind; holdC: number; holdDays: number }
}

/** How a kind of batch is usually held, until its protocol or its keeper says otherwise. */
const USUAL: Record<'pupae' | 'dry eggs', { holdC: number; holdDays: number; says: string }> = {
  pupae: { holdC: 15, holdDays: 60, says: 'pupae, cool but free of frost' },
  'dry eggs': { holdC: 20, holdDays: 90, says: 'dormant eggs, stored dry' },
}

/** Other rests by the same clock: pupae kept frost-free until spring, dormant eggs stored dry. */
export function BatchForm({
  batches,
  onChange,
}: {
  batches: BatchDraft[]
  onChange(next: BatchDraft[]): void
}) {
  const figures = useFigures()
  const { data: protocols } = useProtocols()
  const [open, setOpen] = useState(false)
  const [kind, setKind] = useState<'pupae' | 'dry eggs'>('pupae')
  const [protocolId, setProtocol] = useState<string | null>(null)
  const [name, setName] = useState('')
  const [count, setCount] = useState<number | null>(null)
  const [holdC, setHoldC] = useState<number | null>(USUAL.pupae.holdC)
  const [holdDays, setHoldDays] = useState<number | null>(USUAL.pupae.holdDays)
  const fahrenheit = figures.temperatureUnit === '°F'
  const whole = protocolId && name.trim() && count && holdC !== null && holdDays
  const add = () => {
    if (!whole) return
    const batch = { name: name.trim(), count, kind, holdC, holdDays }
    onChange([...batches, { protocolId, batch }])
    setOpen(false)
    setName('')
    setCount(null)
  }
  return (
    <>
      {batches.map((b, i) => (
        <p key={i} className="flush below-4">
          {b.batch.name}, {b.batch.count}: {b.batch.kind} at {figures.celsiusBrief(b.batch.holdC)} for{' '}
          {b.batch.holdDays} days{' '}
          <button
            type="button"
            className="plain small"
            onClick={() => onChange(batches.filter((_, j) => j !== i))}
          >
            take it out
          </button>
        </p>
      ))}
      {!open ? (
        <p>
          <button type="button" className="plain" onClick={() => setOpen(true)}>
            add a batch of pupae or dry eggs
          </button>
        </p>
      ) : (
        <div className="card small-card upto-900 below-12" role="group" aria-label="Batch">
          <div className="row at-end gap-12">
            <div className="field flush w-240">
              <label htmlFor="batch-kind">Kind</label>
              <Select
                id="batch-kind"
                value={kind}
                options={(['pupae', 'dry eggs'] as const).map((k) => ({ value: k, label: USUAL[k].says }))}
                onChange={(k) => {
                  setKind(k)
                  setHoldC(USUAL[k].holdC)
                  setHoldDays(USUAL[k].holdDays)
                }}
              />
            </div>
            <div className="field flush w-190">
              <label htmlFor="batch-of">Of</label>
              <Select
                id="batch-of"
                value={protocolId}
                placeholder="species"
                showSearch={{ optionFilterProp: 'label' }}
                options={offeredSpecies(protocols ?? []).map((s) => ({
                  value: s.protocolId,
                  label: s.species,
                }))}
                onChange={setProtocol}
              />
            </div>
            <div className="field flush w-190">
              <label htmlFor="batch-name">Called</label>
              <Input id="batch-name" value={name} onChange={(e) => setName(e.target.value)} maxLength={60} />
            </div>
            <div className="field flush w-90">
              <label htmlFor="batch-count">How many</label>
              <InputNumber
                id="batch-count"
                min={1}
                precision={0}
                value={count}
                onChange={setCount}
                className="w-full"
              />
            </div>
            <div className="field flush w-110">
              <label htmlFor="batch-hold">Held at</label>
              <InputNumber
                id="batch-hold"
                value={holdC === null ? null : fahrenheit ? Math.round(toFahrenheit(holdC)) : holdC}
                suffix={figures.temperatureUnit}
                className="w-full"
                onChange={(v) => setHoldC(v === null ? null : fahrenheit ? toCelsius(v) : v)}
              />
            </div>
            <div className="field flush w-110">
              <label htmlFor="batch-days">For days</label>
              <InputNumber
                id="batch-days"
                min={1}
                precision={0}
                value={holdDays}
                onChange={setHoldDays}
                className="w-full"
              />
            </div>
            <Button disabled={!whole} onClick={add}>
              Add it
            </Button>
            <button type="button" className="plain" onClick={() => setOpen(false)}>
              leave it
            </button>
          </div>
        </div>
      )}
    </>
  )
}
