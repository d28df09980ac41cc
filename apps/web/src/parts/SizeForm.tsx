import type { AnimalRow } from '@hatch-book/contract'
import {
  BODY_SIZES,
  bodySizes,
  MEASURED_BY,
  payloadSchema,
  sizeInWords,
  USUAL_SIZE,
  type BodySize,
} from '@hatch-book/core'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { ContractForm } from './form/ContractForm'
import { PickField, QuantityField, quantityOf } from './form/fields'
import { FormActions } from './form/FormActions'
import { useContractForm } from './form/useContractForm'

type By = (typeof MEASURED_BY)[number]

const SIZES = bodySizes.map((value) => ({ value, label: BODY_SIZES[value].label }))
const WAYS = MEASURED_BY.map((value) => ({ value, label: value }))

/** How large an animal is: which of its sizes, how much, and by what it was measured. */
export function SizeForm({ animal, onDone }: { animal: AnimalRow; onDone(): void }) {
  const figures = useFigures()
  const { enter } = useLog()
  const measuring = useContractForm({
    begin: { of: USUAL_SIZE[animal.bodyPlan] as BodySize, size: '', by: null as By | null },
    schema: payloadSchema('measured'),
    body: ({ of, size, by }) => ({
      [BODY_SIZES[of].field]: quantityOf(figures, 'length', size) ?? undefined,
      ...(by && { by }),
    }),
    send: async (payload) => {
      const subject = { type: 'animal' as const, id: animal.id }
      const { of } = measuring.draft
      const says = `${animal.tag}: ${sizeInWords(of, payload[BODY_SIZES[of].field]!)}`
      await enter([{ kind: 'measured', subject, payload }], says)
      onDone()
    },
    fieldOf: (field) => (field.endsWith('Mm') ? 'size' : field),
  })
  return (
    <ContractForm
      of={measuring}
      label={`Measure ${animal.tag}`}
      actions={<FormActions of={measuring} save="Save size" onCancel={onDone} />}
    >
      <PickField<BodySize> name="of" label="Measurement" options={SIZES} width={180} />
      <QuantityField name="size" of="length" label="Size" width={120} autoFocus needed="Enter the size" />
      <PickField<By> name="by" label="Measured by" options={WAYS} width={140} clear placeholder="not said" />
    </ContractForm>
  )
}
