import type { UnitRow } from '@hatch-book/contract'
import { payloadSchema } from '@hatch-book/core'
import { ContractForm } from '../parts/form/ContractForm'
import { QuantityField, quantityOf } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { unfit } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useMay } from '../shell/session'

const NOTHING = { celsius: '', lowC: '', highC: '' }

/** What a plain thermometer shows in a unit that nothing logs: enough to tell a good one from a bad one, in two weeks. */
export function ThermometerForm({ unit }: { unit: UnitRow }) {
  const figures = useFigures()
  const may = useMay()
  const { enter } = useLog()
  const form = useContractForm({
    begin: NOTHING,
    schema: payloadSchema('thermometer read'),
    body: (draft) => {
      const read = Object.entries(draft).flatMap(([key, typed]) => {
        const celsius = quantityOf(figures, 'temperature', typed)
        return celsius === null ? [] : [[key, celsius] as const]
      })
      const said = Object.fromEntries(read) as Partial<Record<keyof typeof NOTHING, number>>
      const fault = faultOfRead(said)
      if (fault) throw unfit([fault])
      return said
    },
    send: async (payload) => {
      await enter(
        [{ kind: 'thermometer read', subject: { type: 'place', id: unit.id }, payload }],
        `${unit.name} was read`,
      )
      form.startAnew()
    },
  })
  if (!may.write) return null
  return (
    <ContractForm
      of={form}
      className="card"
      label="Read its thermometer"
      actions={<FormActions of={form} save="Save reading" plain />}
    >
      <h3>Read its thermometer</h3>
      <div className="row fields">
        <QuantityField name="celsius" label="It shows" of="temperature" width={96} />
        <QuantityField name="lowC" label="lowest" of="temperature" width={96} />
        <QuantityField name="highC" label="highest" of="temperature" width={96} />
      </div>
      <p className="small quiet">
        Lowest and highest are those since it was last set back; leave them out if it does not keep them. Then
        set it back.
      </p>
    </ContractForm>
  )
}

/** What cannot be of what was read, and at which field. */
function faultOfRead({ celsius: c, lowC: low, highC: high }: Partial<Record<keyof typeof NOTHING, number>>) {
  if ((low === undefined) !== (high === undefined))
    return {
      field: low === undefined ? 'lowC' : 'highC',
      says: 'Write both the lowest and the highest, or neither.',
    }
  if (c === undefined && low === undefined) return { field: 'celsius', says: 'Write what it shows.' }
  if ((low ?? -Infinity) > (c ?? low!) || (c ?? high!) > (high ?? Infinity))
    return { field: 'celsius', says: 'What it shows must lie between the lowest and the highest.' }
  return null
}
