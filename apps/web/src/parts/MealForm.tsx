import type { AnimalRow } from '@hatch-book/contract'
import { payloadSchema } from '@hatch-book/core'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { ContractForm } from './form/ContractForm'
import { ChoiceField, QuantityField, quantityOf, TextField } from './form/fields'
import { FormActions } from './form/FormActions'
import { useContractForm } from './form/useContractForm'

const OUTCOMES = ['taken', 'refused', 'helped'] as const
const BLANK = { outcome: 'taken' as (typeof OUTCOMES)[number], prey: '', each: '' }

/** A meal with what was offered, and whether it was taken by itself. */
export function MealForm({ animal, onDone }: { animal: AnimalRow; onDone(): void }) {
  const { enter } = useLog()
  const figures = useFigures()
  const meal = useContractForm({
    begin: BLANK,
    schema: payloadSchema('meal'),
    body: ({ outcome, prey, each }) => {
      const grams = quantityOf(figures, 'mass', each)
      return {
        outcome: outcome === 'refused' ? 'refused' : 'taken',
        ...(outcome === 'helped' ? { assisted: true } : {}),
        ...(prey.trim() ? { prey: prey.trim() } : {}),
        ...(grams === null ? {} : { grams }),
      }
    },
    send: async (payload) => {
      const says = `${animal.tag}: meal ${meal.draft.outcome}`
      await enter([{ kind: 'meal', subject: { type: 'animal', id: animal.id }, payload }], says)
      return onDone()
    },
    fieldOf: (field) => (field === 'grams' ? 'each' : field === 'assisted' ? 'outcome' : field),
  })
  return (
    <ContractForm
      of={meal}
      label={`A meal of ${animal.tag}`}
      className="above-12"
      actions={<FormActions of={meal} save="Save meal" onCancel={onDone} />}
    >
      <ChoiceField name="outcome" label="outcome" options={OUTCOMES} />
      <div className="row fields">
        <TextField name="prey" label="Prey" width={190} autoFocus />
        <QuantityField name="each" label="Each" of="mass" width={120} />
      </div>
    </ContractForm>
  )
}
