import { placesApi, TubsChange, type RackView } from '@hatch-book/contract'
import { ContractForm } from '../parts/form/ContractForm'
import { NumberField, PickField, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { send } from '../shell/api'

/** Says what size the tubs of a rack are, so that it can be told who fits and how many are wanted. */
export function TubSizes({ racks, onDone }: { racks: readonly RackView[]; onDone(): void }) {
  const known = racks[0]!.tubs.find((t) => t.tub)?.tub
  const form = useContractForm({
    begin: {
      ...{
        rackId: racks[0]!.id,
        size: known?.size ?? 'small',
        areaM2: (known?.areaM2 ?? 0.06) as number | null,
      },
      ...{ litres: (known?.litres ?? null) as number | null, most: known?.most ?? 1 },
    },
    schema: TubsChange,
    body: ({ rackId, size, ...tub }) => ({
      ids: racks.find((r) => r.id === rackId)!.tubs.map((t) => t.id),
      tub: { ...tub, size: size.trim() },
    }),
    send: async (body) => {
      await send(placesApi.changeTubs, { body })
      onDone()
    },
    fieldOf: (field) => field.replace(/^tub\./, ''),
  })
  const rack = racks.find((r) => r.id === form.draft.rackId)!
  return (
    <ContractForm
      of={form}
      className="card now under"
      label="Tub sizes"
      actions={<FormActions of={form} save={`Save for ${rack.tubs.length} tubs`} onCancel={onDone} />}
    >
      <div className="row fields">
        <PickField
          name="rackId"
          label="Rack"
          options={racks.map((r) => ({ value: r.id, label: `${r.name} (${r.tubs.length})` }))}
          width={150}
        />
        <TextField name="size" label="Size, by name" most={40} width={130} />
        <NumberField name="areaM2" label="Floor, m²" min={0.001} max={1000} step={0.01} width={100} />
        <NumberField name="litres" label="Litres" min={0.01} max={100_000} parts width={100} />
        <NumberField name="most" label="Holds at most" min={1} max={1000} width={100} />
      </div>
    </ContractForm>
  )
}
