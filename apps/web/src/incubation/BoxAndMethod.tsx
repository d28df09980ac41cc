import type { ProtocolSummary } from '@hatch-book/contract'
import { Select } from 'antd'
import type { RefusedError } from '../shell/api'

/** Into which box, and by which school. */
export function BoxAndMethod({
  boxes,
  boxId,
  onBox,
  methods,
  method,
  onMethod,
  error,
}: {
  boxes: { value: string; label: string; disabled: boolean }[]
  boxId: string | null
  onBox(id: string): void
  methods: ProtocolSummary['methods']
  method: string
  onMethod(name: string): void
  error: RefusedError | null
}) {
  return (
    <>
      <div className="field">
        <label htmlFor="box">Box</label>
        <Select
          id="box"
          showSearch={{ optionFilterProp: 'label' }}
          value={boxId}
          onChange={onBox}
          options={boxes}
        />
        {error?.says('boxId') && <span className="says">{error.says('boxId')}</span>}
      </div>
      <div className="field">
        <span className="label">Method</span>
        {methods.length === 0 && <span className="quiet">choose the pairing or the dam first</span>}
        {methods.map((m) => (
          <label
            key={m.name}
            style={{ display: 'grid', gridTemplateColumns: '20px 1fr', fontWeight: 400, marginBottom: 4 }}
          >
            <input
              type="radio"
              name="method"
              checked={method === m.name}
              onChange={() => onMethod(m.name)}
              style={{ accentColor: 'var(--moss)', width: 15, height: 15, margin: '4px 0 0' }}
            />
            <span>
              <strong>{m.name}</strong>
              <span className="small quiet" style={{ display: 'block' }}>
                {m.argument}{' '}
                {m.waterPerMedium !== null && `Water ${m.waterPerMedium} g to each gram of medium.`}
              </span>
            </span>
          </label>
        ))}
        {error?.says('method') && <span className="says">{error.says('method')}</span>}
      </div>
    </>
  )
}
