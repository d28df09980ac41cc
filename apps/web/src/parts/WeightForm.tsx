import { CONDITION_SCORES, words, type AnimalRow } from '@hatch-book/contract'
import { Button, Input, Segmented } from 'antd'
import { useState } from 'react'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'

const CONTEXTS = ['empty', 'fed', 'gravid', 'in shed', 'not said']
/** What each score looks like on a snake. */
const CONDITION_WORDS: Record<number, string> = {
  1: 'spine and ribs stand out',
  1.5: 'spine sharp',
  2: 'ridge of the spine shows',
  2.5: 'ridge just felt',
  3: 'rounded triangle',
  3.5: 'nearly round',
  4: 'round, soft rolls',
  4.5: 'rolls at rest',
  5: 'rolls and a groove along the back',
}
const SURPRISE = 0.25

/** A weight typed in, with its context and a condition score in words. Enter saves. */
export function WeightForm({
  animal,
  onDone,
  onCancel,
  withCondition = animal.purpose === 'breeder',
}: {
  animal: AnimalRow
  onDone(grams: number): void
  onCancel?(): void
  withCondition?: boolean
}) {
  const figures = useFigures()
  const { write } = useLog()
  const [typed, setTyped] = useState('')
  const [context, setContext] = useState('empty')
  const [condition, setCondition] = useState<number | null>(null)
  const [says, setSays] = useState('')
  const number = Number(typed.trim().replace(',', '.'))
  const grams = typed.trim() === '' || !Number.isFinite(number) ? null : figures.toGrams(number)
  const change = grams !== null && animal.grams ? grams / animal.grams - 1 : 0
  const save = async () => {
    if (grams === null)
      return setSays(
        typed.trim() === '' ? 'write the weight' : `'${typed.trim()}' is not a weight: write it in figures`,
      )
    if (!(grams > 0) || grams > 100_000) return setSays(words.grams)
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
      onDone(grams)
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
          <Segmented
            aria-label="condition"
            options={CONDITION_SCORES.map((s) => ({ value: s, label: String(s) }))}
            value={condition ?? -1}
            onChange={(s) => setCondition(Number(s))}
          />
          <span className="small quiet">
            {condition === null ? 'not scored' : CONDITION_WORDS[condition]}
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
