import type { AnimalRow } from '@hatch-book/contract'
import { CONDITION_SCORES, conditionInWords, type ConditionScore, type WeightContext } from '@hatch-book/core'
import { Button, Input, Segmented } from 'antd'
import { useState } from 'react'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'

const CONTEXTS: WeightContext[] = ['empty', 'fed', 'gravid', 'in shed', 'not said']
/** A change larger than this share is looked at twice. */
export const SURPRISE = 0.25

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
  const { write } = useLog()
  const [typed, setTyped] = useState('')
  const [context, setContext] = useState<WeightContext>('empty')
  const [condition, setCondition] = useState<ConditionScore | null>(null)
  const [says, setSays] = useState('')
  const grams = figures.readGrams(typed)
  const change = grams !== null && animal.grams ? grams / animal.grams - 1 : 0
  const save = async () => {
    if (grams === null) return setSays(figures.weightFault(typed) ?? 'write the weight')
    setSays('')
    const payload = {
      grams: Math.round(grams * 100) / 100,
      context,
      ...(condition !== null ? { condition } : {}),
    }
    if (
      await write(
        [{ kind: 'weighed', subject: { type: 'animal', id: animal.id }, payload }],
        `${animal.tag} weighs ${figures.grams(grams)}`,
      )
    ) {
      setTyped('')
      setCondition(null)
      onDone(payload.grams, context, condition)
    }
  }
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault()
        void save()
      }}
    >
      <div className="field">
        <label htmlFor={`weight-${animal.id}`}>Weight, {figures.weightUnit}</label>
        <Input
          id={`weight-${animal.id}`}
          className="fig"
          size="large"
          autoFocus
          inputMode="decimal"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          style={{ fontSize: 26, fontWeight: 700, width: 190 }}
          aria-invalid={says !== ''}
          suffix={figures.weightUnit}
        />
        {says && (
          <span className="says" role="alert">
            {says}
          </span>
        )}
        {!says && grams !== null && animal.grams !== null && (
          <span className={Math.abs(change) > SURPRISE ? 'warm' : 'quiet'}>
            {change >= 0 ? '+' : '−'}
            {figures.grams(Math.abs(grams - animal.grams))} since {figures.day(animal.weighedOn!)}
            {Math.abs(change) > SURPRISE && ': look at the scale again'}
          </span>
        )}
      </div>
      <div className="field">
        <span className="label">Its belly</span>
        <Segmented aria-label="context" options={CONTEXTS} value={context} onChange={setContext} />
      </div>
      {withCondition && (
        <div className="field">
          <span className="label">Condition</span>
          <Segmented<ConditionScore | 0>
            aria-label="condition"
            options={CONDITION_SCORES.map((s) => ({ value: s, label: String(s) }))}
            value={condition ?? 0}
            onChange={(s) => s !== 0 && setCondition(s)}
          />
          <span className="small quiet">
            {condition === null ? 'not scored' : conditionInWords(animal.bodyPlan, condition)}
          </span>
        </div>
      )}
      <Button type="primary" size="large" htmlType="submit">
        Write it
      </Button>{' '}
      {onCancel && (
        <Button size="large" onClick={onCancel}>
          Leave it
        </Button>
      )}
    </form>
  )
}
