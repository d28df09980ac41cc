import { LABEL_SHEETS, type LabelSheet, type RackView } from '@hatch-book/contract'
import { Button, InputNumber, Select } from 'antd'
import { useState } from 'react'
import { openLabels, type Standing } from './queries'

/** Labels for tubs and cards for animals, as a PDF of the sheet's own size. */
export function LabelPrinter({
  racks,
  here,
  onDone,
}: {
  racks: readonly RackView[]
  here: Standing | undefined
  onDone(): void
}) {
  const [sheet, setSheet] = useState<LabelSheet>('a4-24')
  const [of, setOf] = useState<string>(here?.rack.id ?? racks[0]!.id)
  const [what, setWhat] = useState<'tubs' | 'animals'>('tubs')
  const [skip, setSkip] = useState(0)
  const [outline, setOutline] = useState(false)
  const [says, setSays] = useState('')
  const tubs = of === 'picked' && here ? [here.tub] : (racks.find((r) => r.id === of)?.tubs ?? [])
  const animals = tubs.flatMap((t) => t.animals.map((a) => a.id))
  const count = what === 'tubs' ? tubs.length : animals.length
  const print = () =>
    openLabels({
      ...{ sheet, skip, outline },
      placeIds: what === 'tubs' ? tubs.map((t) => t.id) : [],
      animalIds: what === 'animals' ? animals : [],
    }).catch((error: Error) => setSays(error.message))
  return (
    <div className="card now below-16" role="form" aria-label="Labels">
      <div className="row gap-16 at-end">
        <label className="small">
          For
          <Select
            aria-label="Labels for"
            value={of}
            onChange={setOf}
            className="as-block w-190"
            options={[
              ...racks.map((r) => ({ value: r.id, label: r.name })),
              ...(here ? [{ value: 'picked', label: `${here.tub.name} only` }] : []),
            ]}
          />
        </label>
        <label className="small">
          One for each
          <Select
            aria-label="One for each"
            value={what}
            onChange={setWhat}
            className="as-block w-130"
            options={[
              { value: 'tubs', label: 'tub' },
              { value: 'animals', label: 'animal' },
            ]}
          />
        </label>
        <label className="small">
          Sheet
          <Select
            aria-label="Sheet"
            value={sheet}
            onChange={setSheet}
            className="as-block w-300"
            options={(Object.keys(LABEL_SHEETS) as LabelSheet[]).map((s) => ({
              value: s,
              label: LABEL_SHEETS[s].name,
            }))}
          />
        </label>
        <label className="small">
          Labels used up
          <InputNumber
            aria-label="Labels used up"
            min={0}
            max={64}
            value={skip}
            onChange={(n) => setSkip(n ?? 0)}
            className="as-block w-90"
          />
        </label>
        <label className="small">
          <input type="checkbox" checked={outline} onChange={(e) => setOutline(e.target.checked)} /> outlines,
          for a first try
        </label>
        <Button type="primary" disabled={count === 0} onClick={() => void print()}>
          Make the PDF, {count}
        </Button>
        <Button onClick={onDone}>Close</Button>
      </div>
      <p className="small quiet flush above-8">Print it at 100 %, without fitting it to the page.</p>
      {says && <p className="bad small">{says}</p>}
    </div>
  )
}
