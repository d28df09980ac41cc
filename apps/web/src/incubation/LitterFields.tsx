import { Input, InputNumber } from 'antd'
import { MassInput } from '../parts/MassInput'
import css from './litter.module.css'

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
  return (
    <>
      <div className={`row ${css.others}`}>
        <HowMany
          label="Alive"
          n={live.length}
          onChange={(n) => onChange({ ...value, live: youngOf(n, live) })}
        />
        <HowMany
          label="Stillborn"
          n={value.stillborn}
          onChange={(stillborn) => onChange({ ...value, stillborn })}
        />
        <HowMany
          label="Unfertilised"
          n={value.unfertilised}
          onChange={(unfertilised) => onChange({ ...value, unfertilised })}
        />
      </div>
      <p className="small quiet">Each of the living gets its tag now; weights may be empty.</p>
      <YoungFields value={live} onChange={(now) => onChange({ ...value, live: now })} />
    </>
  )
}

/** A count, with its name above. */
export function HowMany({ label, n, onChange }: { label: string; n: number; onChange(n: number): void }) {
  return (
    <div className={`field ${css.count}`}>
      <label>
        {label}
        <InputNumber aria-label={label} min={0} max={300} value={n} onChange={(v) => onChange(v ?? 0)} />
      </label>
    </div>
  )
}

type Young = LitterDraft['live']

/** The tag and the weight of each of the young. */
export function YoungFields({
  value: live = [],
  onChange = () => undefined,
}: {
  value?: Young
  onChange?(live: Young): void
}) {
  const set = (id: string, part: Partial<Young[number]>) =>
    onChange(live.map((y) => (y.id === id ? { ...y, ...part } : y)))
  return (
    <div className={css.young}>
      {live.map((young, i) => (
        <div key={young.id} className={`row ${css.one}`}>
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
  )
}
