import type { AnimalRow } from '@hatch-book/contract'
import {
  CONDITION_SCORES,
  conditionInWords,
  payloadSchema,
  WEIGHT_CONTEXTS,
  type ConditionScore,
  type WeightContext,
} from '@hatch-book/core'
import { Button, Form, Segmented } from 'antd'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { ContractForm } from './form/ContractForm'
import { ChoiceField, QuantityField, quantityOf } from './form/fields'
import { useContractForm } from './form/useContractForm'
import css from './contractForm.module.css'

/** A change larger than this share is looked at twice. */
export const SURPRISE = 0.25
const BLANK = { weight: '', context: 'empty' as WeightContext, condition: null as ConditionScore | null }

/** A weight typed in, with its context and a condition score in words. Enter saves. */
export function WeightForm({
  animal,
  onDone,
  onCancel,
  withCondition = animal.purpose === 'breeder',
}: {
  animal: AnimalRow
  onDone(grams: number, context: WeightContext, condition: ConditionScore | null): void
  onCancel?(): void
  withCondition?: boolean
}) {
  const figures = useFigures()
  const { enter } = useLog()
  const weighing = useContractForm({
    begin: BLANK,
    schema: payloadSchema('weighed'),
    body: ({ weight, context, condition }) => ({
      grams: quantityOf(figures, 'mass', weight),
      context,
      ...(condition === null ? {} : { condition }),
    }),
    send: async (payload) => {
      await enter(
        [{ kind: 'weighed', subject: { type: 'animal', id: animal.id }, payload }],
        `${animal.tag} weighs ${figures.grams(payload.grams)}`,
      )
      weighing.startAnew()
      return onDone(payload.grams, payload.context, payload.condition ?? null)
    },
    fieldOf: (field) => (field === 'grams' ? 'weight' : field),
  })
  const { condition, weight } = weighing.draft
  const grams = quantityOf(figures, 'mass', weight)
  const change = grams !== null && animal.grams ? grams / animal.grams - 1 : 0
  return (
    <ContractForm
      of={weighing}
      label={`Weigh ${animal.tag}`}
      actions={
        <>
          <Button type="primary" size="large" htmlType="submit" loading={weighing.sending}>
            Save weight
          </Button>
          {onCancel && (
            <Button size="large" onClick={onCancel}>
              Cancel
            </Button>
          )}
        </>
      }
    >
      <div className={css.largeFigure}>
        <QuantityField
          name="weight"
          label="Weight"
          of="mass"
          width={190}
          autoFocus
          needed="write the weight"
          hint={
            grams !== null &&
            animal.grams !== null && (
              <span className={Math.abs(change) > SURPRISE ? 'warm' : 'quiet'}>
                {change >= 0 ? '+' : '−'}
                {figures.grams(Math.abs(grams - animal.grams))} since {figures.day(animal.weighedOn!)}
                {Math.abs(change) > SURPRISE && ': look at the scale again'}
              </span>
            )
          }
        />
      </div>
      <ChoiceField name="context" label="Its belly" options={WEIGHT_CONTEXTS} />
      {withCondition && (
        <Form.Item
          name="condition"
          label="Condition"
          extra={condition === null ? 'not scored' : conditionInWords(animal.bodyPlan, condition)}
          getValueProps={(score: ConditionScore | null) => ({ value: score ?? 0 })}
        >
          <Segmented
            aria-label="condition"
            options={CONDITION_SCORES.map((s) => ({ value: s, label: String(s) }))}
          />
        </Form.Item>
      )}
    </ContractForm>
  )
}
