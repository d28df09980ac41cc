import { waterInWords } from './waterInWords'
import type { ProtocolSummary } from '@hatch-book/contract'
import { OwnField, PickField } from '../parts/form/fields'
import type { boxesOf } from './boxes'
import css from './boxes.module.css'

/** Into which box, and by which school; proposed until one is chosen. */
export function BoxAndMethod({
  boxes,
  boxId,
  methods,
  method,
  says,
}: {
  boxes: ReturnType<typeof boxesOf>
  boxId: string | null
  methods: ProtocolSummary['methods']
  method: string
  /** What is wrong with the method. */
  says: string | undefined
}) {
  return (
    <>
      <PickField name="boxId" label="Box" options={boxes} proposed={boxId} />
      <OwnField name="method" proposed={method}>
        <Methods methods={methods} says={says} />
      </OwnField>
    </>
  )
}

function Methods({
  methods,
  says,
  value = '',
  onChange = () => undefined,
}: {
  methods: ProtocolSummary['methods']
  says: string | undefined
  value?: string
  onChange?(name: string): void
}) {
  return (
    <div className="field">
      <span className="label">Method</span>
      {methods.length === 0 && <span className="quiet">choose the pairing or the dam first</span>}
      {methods.map((m) => (
        <label key={m.name} className={css.method}>
          <input
            type="radio"
            name="method"
            checked={value === m.name}
            onChange={() => onChange(m.name)}
            className={css.methodTick}
          />
          <span>
            <strong>{m.name}</strong>
            <span className="small quiet as-block">
              {m.argument} {m.waterPerMedium !== null && waterInWords(m.waterPerMedium)}
            </span>
          </span>
        </label>
      ))}
      {says && <span className="says">{says}</span>}
    </div>
  )
}
