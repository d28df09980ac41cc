import { useState } from 'react'
import { useFigures } from '../shell/figures'
import css from './round.module.css'

/** Beyond this against the last weight a slip of the finger is likelier than the weight. */
const MOST_GAIN = 1.5
const MOST_LOSS = 0.6

/** A weight typed straight in: it says at once what it means against the last one. */
export function WeightField({
  first,
  lastGrams,
  lastOn,
  onSave,
  onClose,
}: {
  /** What was typed before the field was there. */
  first: string
  lastGrams: number | null
  lastOn: string | null
  onSave(grams: number): void
  onClose(): void
}) {
  const figures = useFigures()
  const [typed, setTyped] = useState(first)
  const [says, setSays] = useState('')
  const grams = figures.readGrams(typed)
  const change = grams !== null && lastGrams !== null ? grams - lastGrams : null
  const [sure, setSure] = useState('')
  const save = () => {
    if (grams === null) return setSays(figures.weightFault(typed) ?? 'write the weight')
    const times = lastGrams === null ? 1 : grams / lastGrams
    if ((times > MOST_GAIN || times < MOST_LOSS) && sure !== typed) {
      setSure(typed)
      return setSays(`it was ${figures.grams(lastGrams)}: Enter again if this is right`)
    }
    onSave(grams)
  }
  return (
    <form
      className={css.typedWeight}
      onSubmit={(e) => {
        e.preventDefault()
        save()
      }}
    >
      <input
        autoFocus
        aria-label={`Weight in ${figures.weightUnit}`}
        inputMode="decimal"
        autoComplete="off"
        value={typed}
        onChange={(e) => {
          setTyped(e.target.value)
          setSays('')
        }}
        // Somebody types on: the first figure is not picked, but stood behind.
        onFocus={(e) => e.target.setSelectionRange(e.target.value.length, e.target.value.length)}
        onKeyDown={(e) => {
          if (e.key === 'Escape') onClose()
        }}
      />
      <span className={css.unit}>{figures.weightUnit}</span>
      <span className={`says ${says ? 'bad' : change !== null && change < 0 ? 'warm' : 'good'}`}>
        {says ||
          (change === null
            ? 'Enter writes it'
            : `${change < 0 ? '−' : '+'}${figures.grams(Math.abs(change))} since ${figures.day(lastOn!)}`)}
      </span>
      <button type="submit" className={css.save}>
        write it
      </button>
    </form>
  )
}
