import { declarationOf, FROM_LIBRARY, type ProtocolFigure } from '@hatch-book/core'
import { Select } from 'antd'
import { useState } from 'react'
import { useFigures } from '../shell/figures'
import { within } from './editing'
import { UNIT_FACTOR, UNIT_WORDS, figureInWords } from './units'
import css from './protocol.module.css'

/** From here on days are also said in months or years. */
const LONG_DAYS = 120

/** One part of a protocol: each figure with its range, unit, confidence, and who said so. */
export function FigureTable({
  keys,
  figures,
  before,
  sources,
  guessed,
  unchanged,
  faults,
  editable,
  onSet,
}: {
  keys: readonly string[]
  figures: Record<string, ProtocolFigure>
  before: Record<string, ProtocolFigure>
  sources: Record<string, string>
  /** Keys of those that nobody said. */
  guessed: ReadonlySet<string>
  /** What is said of a figure that stands as it began. */
  unchanged: string
  faults: Record<string, string>
  editable: boolean
  onSet(key: string, set: { value: number | string; low: number | null; high: number | null } | null): void
}) {
  const days = useFigures()
  return (
    <table className={`plain-table two-lines ${css.figures}`}>
      <thead>
        <tr>
          <th>figure</th>
          <th>gone by</th>
          <th>from</th>
          <th>to</th>
          <th>unit</th>
          <th>agreed on</th>
          <th>who says so</th>
        </tr>
      </thead>
      <tbody>
        {keys.map((key) => {
          const figure = figures[key]!
          const isInherited = guessed.has(key) || sources[key] === FROM_LIBRARY
          const changed = sources[key] !== undefined && !isInherited
          const set = (part: Partial<ProtocolFigure>) =>
            onSet(key, { value: figure.value, low: figure.low, high: figure.high, ...part })
          const { choices } = declarationOf(key) ?? {}
          return (
            <tr key={key} className={changed ? css.changed : ''}>
              <td className="whole">
                <label htmlFor={key}>{figure.label}</label>
              </td>
              {figure.unit === 'words' ? (
                <td colSpan={4}>
                  {choices && editable ? (
                    <Select
                      id={key}
                      aria-label={figure.label}
                      value={String(figure.value)}
                      options={choices.map((value) => ({ value, label: value }))}
                      popupMatchSelectWidth={false}
                      className="min-220"
                      onChange={(value: string) => set({ value })}
                    />
                  ) : (
                    <WordsField
                      id={key}
                      value={String(figure.value)}
                      editable={editable}
                      onSet={(value) => set({ value })}
                    />
                  )}
                </td>
              ) : (
                <>
                  <td>
                    <NumberField
                      id={key}
                      label={figure.label}
                      value={figure.value as number}
                      factor={UNIT_FACTOR[figure.unit] ?? 1}
                      editable={editable}
                      // The range of a guess is a guess too: it gives way to what is known.
                      onSet={(value) =>
                        value !== null && set(guessed.has(key) ? within(figure, value) : { value })
                      }
                    />
                  </td>
                  {(['low', 'high'] as const).map((bound) => (
                    <td key={bound} data-head={bound === 'low' ? 'from' : 'to'}>
                      <NumberField
                        id={`${key}-${bound}`}
                        label={`${figure.label}, ${bound === 'low' ? 'least' : 'most'}`}
                        value={figure[bound]}
                        factor={UNIT_FACTOR[figure.unit] ?? 1}
                        editable={editable && (figure.low !== null || before[key]?.low !== null)}
                        onSet={(value) => set({ [bound]: value })}
                      />
                    </td>
                  ))}
                  <td className="small quiet nowrap">
                    {UNIT_WORDS[figure.unit]}
                    {figure.unit === 'd' && Math.abs(figure.value as number) >= LONG_DAYS && (
                      <> ({days.days(figure.value as number)})</>
                    )}
                  </td>
                </>
              )}
              <td className="small">
                <Agreed confidence={figure.confidence} />
              </td>
              <td className="small">
                {changed ? (
                  <>
                    {sources[key]}{' '}
                    {editable && (
                      <button type="button" className="plain" onClick={() => onSet(key, null)}>
                        as it was ({shortly(before[key]!)})
                      </button>
                    )}
                  </>
                ) : (
                  <span className={isInherited ? 'quiet' : 'quiet nowrap'}>
                    {isInherited ? sources[key] : unchanged}
                  </span>
                )}
                {faults[key] && (
                  <div className="says" role="alert">
                    {faults[key]}
                  </div>
                )}
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

const shortly = ({ value, unit }: ProtocolFigure) => figureInWords(value, unit).slice(0, 24)

function Agreed({ confidence }: { confidence: ProtocolFigure['confidence'] }) {
  const count = { high: 3, medium: 2, low: 1 }[confidence]
  const words = { high: 'widely', medium: 'commonly', low: 'thinly' }[confidence]
  return (
    <span className="nowrap" title={`${words} agreed on`}>
      <span aria-hidden>
        {'●'.repeat(count)}
        {'○'.repeat(3 - count)}
      </span>{' '}
      {words}
    </span>
  )
}

/** A figure typed freely; it is taken over when the field is left, so that a half-typed one breaks nothing. */
export function NumberField({
  id,
  label,
  value,
  factor,
  editable,
  onSet,
}: {
  id: string
  label: string
  value: number | null
  factor: number
  editable: boolean
  onSet(value: number | null): void
}) {
  const [typed, setTyped] = useState<string | null>(null)
  const [wrong, setWrong] = useState(false)
  const shown = value === null ? '' : String(Number((value * factor).toPrecision(12)))
  if (!editable) return <span className="fig">{shown}</span>
  const leave = () => {
    if (typed === null) return
    const text = typed.trim().replace(',', '.')
    const number = Number((Number(text) / factor).toPrecision(12))
    if (text === '') onSet(null)
    else if (!Number.isFinite(number)) return setWrong(true)
    else if (number !== value) onSet(number)
    setWrong(false)
    setTyped(null)
  }
  return (
    <>
      <input
        id={id}
        className="native fig"
        aria-label={label}
        inputMode="decimal"
        value={typed ?? shown}
        aria-invalid={wrong}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={leave}
        onKeyDown={(e) => e.key === 'Enter' && leave()}
      />
      {wrong && (
        <span className="says" role="alert">
          in figures
        </span>
      )}
    </>
  )
}

export function WordsField({
  id,
  label,
  value,
  editable,
  onSet,
}: {
  id: string
  /** Where no label stands beside it. */
  label?: string
  value: string
  editable: boolean
  onSet(value: string): void
}) {
  const [typed, setTyped] = useState<string | null>(null)
  if (!editable) return <span>{value}</span>
  return (
    <textarea
      id={id}
      aria-label={label}
      className="native"
      rows={Math.min(5, Math.max(1, Math.ceil(value.length / 70)))}
      value={typed ?? value}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={() => {
        if (typed !== null && typed.trim() !== value) onSet(typed.trim())
        setTyped(null)
      }}
    />
  )
}
