import type { RestView } from '@hatch-book/contract'
import { Select } from 'antd'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'
import { useUnits } from './queries'
import { usePatchRest } from './useMoveRest'

/** Where it rests; who may plan puts it elsewhere, out of the plan, or every edge back where the protocol has it. */
export function RestPlace({ rest }: { rest: RestView }) {
  const { data: units } = useUnits()
  const may = useMay()
  const figures = useFigures()
  const patch = usePatchRest()
  if (!may.decide) return null
  return (
    <div className="row at-middle below-8">
      <label className="small quiet" htmlFor="rest-unit">
        rests in
      </label>
      <Select
        id="rest-unit"
        size="small"
        className="min-190"
        value={rest.unit?.id ?? null}
        placeholder="no unit"
        allowClear
        options={(units ?? []).map((u) => ({
          value: u.id,
          label: `${u.name}, ${figures.celsius(u.setPointC)}`,
        }))}
        onChange={(unitId: string | undefined) => void patch(rest, { unitId: unitId ?? null })}
      />
      {Object.keys(rest.moved).length > 0 && !rest.subject.wentInOn && (
        <button type="button" className="plain small" onClick={() => void patch(rest, { moved: {} })}>
          back to the protocol’s days
        </button>
      )}
      {!rest.subject.wentInOn && (
        <button type="button" className="plain small" onClick={() => void patch(rest, { withdrawn: true })}>
          out of the plan
        </button>
      )}
    </div>
  )
}
