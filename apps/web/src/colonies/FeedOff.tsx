import type { ColonyView } from '@hatch-book/contract'
import { payloadSchema } from '@hatch-book/core'
import { ContractForm } from '../parts/form/ContractForm'
import { NumberField, PickField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { useLog } from '../shell/log'

/** So many of one size were taken out and fed. */
export function FeedOff({ colony, onDone }: { colony: ColonyView; onDone(): void }) {
  const { enter } = useLog()
  const sizes = [...colony.model.stages.slice(1).map((s) => s.name), 'adults']
  const form = useContractForm({
    begin: { size: colony.taken[0]?.size ?? sizes[0]!, count: null as number | null },
    schema: payloadSchema('fed off'),
    body: (draft) => draft,
    send: (payload) =>
      enter(
        [{ kind: 'fed off', subject: { type: 'colony', id: colony.id }, payload }],
        `${payload.count} ${payload.size} of ${colony.name} fed off`,
        { onKept: onDone },
      ),
  })
  return (
    <ContractForm
      of={form}
      className="card now under"
      label="Feed off"
      actions={<FormActions of={form} save="Fed off" onCancel={onDone} />}
    >
      <div className="row fields">
        <NumberField
          name="count"
          label="How many"
          min={1}
          max={1e7}
          width={110}
          needed="Write how many"
          autoFocus
        />
        <PickField
          name="size"
          label="Of which size"
          options={sizes.map((value) => ({ value, label: value }))}
          width={150}
        />
      </div>
    </ContractForm>
  )
}
