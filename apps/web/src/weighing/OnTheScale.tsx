import type { AnimalRow, ScaleView } from '@hatch-book/contract'
import { CONDITION_SCORES, conditionInWords, type ConditionScore, type WeightContext } from '@hatch-book/core'
import { useState } from 'react'
import { SURPRISE } from '../parts/WeightForm'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useSession } from '../shell/session'
import { useAwaited, useScale, type ScaleState } from '../shell/useScale'
import { useWedge } from '../shell/useWedge'
import { likelyContext } from '../parts/likelyContext'
import type { Weighed } from './weighed'
import css from './weighing.module.css'

const CONTEXT_KEYS: readonly [string, WeightContext][] = [
  ['e', 'empty'],
  ['f', 'fed'],
  ['g', 'gravid'],
  ['s', 'in shed'],
]

/**
 * An animal on the live scale: the reading settles by itself, Enter takes it with what the log says of the belly, a letter takes it
 * with another word. Figures score the condition; the same figure again means half a step more.
 */
export function OnTheScale({
  animal,
  scale,
  active,
  onDone,
  onCode,
  onSkip,
}: {
  animal: AnimalRow
  scale: ScaleView
  active: boolean
  onDone(weighed: Weighed): void
  onCode(code: string): void
  onSkip(): void
}) {
  const figures = useFigures()
  const { today } = useSession()
  const { write } = useLog()
  const { state, taken } = useScale(scale)
  useAwaited(scale, animal.id)
  const [condition, setCondition] = useState<{ of: string; score: ConditionScore } | null>(null)
  const [sureOf, setSureOf] = useState<string | null>(null)
  const score = condition?.of === animal.id ? condition.score : null
  const likely = likelyContext(animal, today)
  const reading = state.is === 'steady' ? state.reading : null
  const change = reading && animal.grams ? reading.grams / animal.grams - 1 : null
  const surprising = change !== null && Math.abs(change) > SURPRISE
  const unsure = surprising && sureOf !== animal.id

  /** The same score told again means half a step more. */
  const tell = (whole: number) => {
    const told = score === whole ? whole + 0.5 : whole
    const next = CONDITION_SCORES.find((s) => s === Math.min(5, told))
    if (next) setCondition({ of: animal.id, score: next })
  }
  async function take(context: WeightContext): Promise<void> {
    if (!reading) return
    if (unsure) return setSureOf(animal.id)
    const grams =
      Math.round(reading.grams * (reading.grams < 20 ? 100 : 10)) / (reading.grams < 20 ? 100 : 10)
    taken()
    const payload = { grams, context, ...(score === null ? {} : { condition: score }) }
    if (
      await write(
        [{ kind: 'weighed', subject: { type: 'animal', id: animal.id }, payload }],
        `${animal.tag} weighs ${figures.grams(grams)}`,
        { quiet: true, device: scale.name },
      )
    )
      onDone({ animal, grams, context, condition: score, at: Date.now() })
  }
  useWedge(
    onCode,
    (key) => {
      if (key === 'Enter' || key === ' ') void take(likely)
      else if (key.toLowerCase() === 'n') onSkip()
      else if (/^[1-5]$/.test(key)) {
        tell(Number(key))
      } else {
        const context = CONTEXT_KEYS.find(([k]) => k === key.toLowerCase())?.[1]
        if (!context) return false
        void take(context)
      }
      return true
    },
    active,
  )
  return (
    <div className={css.scale} data-state={state.is}>
      <div className="shows fig" aria-live="off">
        <span className={css.value}>{figures.scale(shown(state))}</span> <small>{figures.weightUnit}</small>
      </div>
      <p className="says" role="status">
        {unsure
          ? `${change > 0 ? 'Much heavier' : 'Much lighter'} than last time: is this ${animal.tag}? Enter again takes it.`
          : sayState(state, animal.tag)}
      </p>
      {/* There before the weight is: the keys below stay under the thumb. */}
      <p className={`quiet ${css.reads}`}>
        {reading && (
          <>
            ± {figures.scale(reading.error)} {figures.weightUnit}
            {change !== null && (
              <span className={change < 0 ? 'bad' : 'good'}>
                {' '}
                {change >= 0 ? '+' : '−'}
                {Math.abs(change * 100).toFixed(1)} % since {figures.day(animal.weighedOn!)}
              </span>
            )}
            {reading.underGrams > 0 &&
              ` · tub of ${figures.scale(reading.underGrams)} ${figures.weightUnit} subtracted`}
            {reading.underGrams === 0 &&
              reading.zeroGrams !== 0 &&
              ` · tare ${figures.scale(reading.zeroGrams)} taken off`}
          </>
        )}
      </p>
      {reading && !reading.panSeen && (
        <p className="note warm" role="alert">
          The scale was not empty at the start. Is there an untared tub on it? Take everything off and start
          again.
        </p>
      )}
      <div className="keys above-12">
        <button type="button" className="main" disabled={!reading} onClick={() => void take(likely)}>
          <kbd>⏎</kbd> take it, {likely}
        </button>
        {CONTEXT_KEYS.filter(([, context]) => context !== likely).map(([key, context]) => (
          <button key={key} type="button" disabled={!reading} onClick={() => void take(context)}>
            <kbd>{key.toUpperCase()}</kbd> {context}
          </button>
        ))}
        <button type="button" onClick={onSkip}>
          <kbd>N</kbd> next, not now
        </button>
      </div>
      <div className="row above-16 gap-8 at-baseline">
        <span className="label">Condition</span>
        {[1, 2, 3, 4, 5].map((whole) => (
          <button
            key={whole}
            type="button"
            className={`${css.score} ${score !== null && Math.floor(score) === whole ? css.on : ''}`}
            aria-pressed={score !== null && Math.floor(score) === whole}
            title={conditionInWords(animal.bodyPlan, whole)}
            onClick={() => tell(whole)}
          >
            {score !== null && Math.floor(score) === whole ? score : whole}
          </button>
        ))}
        <span className="small quiet">
          {score === null
            ? `last ${animal.condition ?? 'not scored'}; press 1 to 5, twice for a half step`
            : conditionInWords(animal.bodyPlan, score)}
        </span>
      </div>
    </div>
  )
}

function shown(state: ScaleState): number | null {
  if (state.is === 'silent' || state.is === 'too heavy') return null
  return state.is === 'steady' ? state.reading.grams : state.shows
}

function sayState(state: ScaleState, tag: string): string {
  switch (state.is) {
    case 'silent':
      return 'The scale is silent. Is its bridge switched on?'
    case 'empty':
      return `Put ${tag} on the scale.`
    case 'settling':
      return 'It settles …'
    case 'steady':
      return 'Steady.'
    case 'too heavy':
      return 'Too heavy for this scale: use a larger one, or type the weight.'
    case 'lifted off':
      return `Off again before it settled: put ${tag} back on.`
    case 'lift it off':
      return `Taken. Lift it off; ${tag} is next.`
  }
}
