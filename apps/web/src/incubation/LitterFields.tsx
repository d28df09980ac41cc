import { Input, InputNumber } from 'antd'
import { MassInput } from '../parts/MassInput'

/** Young that were born, as they are typed. */
export interface LitterDraft {
  live: { id: string; tag: string; grams: string }[]
  stillborn: number
  unfertilised: number
}

const NONE: LitterDraft = { live: [], stillborn: 0, unfertilised: 0 }

/** How many were born alive, stillborn and unfertilised; each of the living with its tag and weight. */
export function LitterFields({
  value = NONE,
  onChange = () => undefined,
  youngOf,
}: {
  value?: LitterDraft
  onChange?(value: LitterDraft): void
  /** So many young, those that are there already first. */
  youngOf(count: number, before: LitterDraft['live']): LitterDraft['live']
}) {
  const { live } = value
  const number = (label: string, n: number, set: (n: number) => void) => (
    <div className="field" style={{ margin: 0 }}>
      <label>
        {label}
        <InputNumber
          aria-label={label}
          min={0}
          max={300}
          value={n}
          onChange={(v) => set(v ?? 0)}
          style={{ width: 90, display: 'block' }}
        />
      </label>
    </div>
  )
  const set = (id: string, part: Partial<LitterDraft['live'][number]>) =>
    onChange({ ...value, live: live.map((y) => (y.id === id ? { ...y, ...part } : y)) })
  return (
    <>
      <div className="row" style={{ marginBottom: 12, gap: 18 }}>
        {number('Alive', live.length, (n) => onChange({ ...value, live: youngOf(n, live) }))}
        {number('Stillborn', value.stillborn, (stillborn) => onChange({ ...value, stillborn }))}
        {number('Unfertilised', value.unfertilised, (unfertilised) => onChange({ ...value, unfertilised }))}
      </div>
      <p className="small quiet">Each of the living gets its tag now; weights may be empty.</p>
      <div style={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(150px, 1fr))', gap: 8 }}>
        {live.map((young, i) => (
          <div key={young.id} className="row" style={{ flexWrap: 'wrap', gap: 4 }}>
            <Input
              aria-label={`tag of young ${i + 1}`}
              size="small"
              className="fig"
              value={young.tag}
              maxLength={24}
              onChange={(e) => set(young.id, { tag: e.target.value })}
            />
            <MassInput
              aria-label={`weight of young ${i + 1}`}
              size="small"
              value={young.grams}
              onChange={(grams) => set(young.id, { grams })}
            />
          </div>
        ))}
      </div>
    </>
  )
}
