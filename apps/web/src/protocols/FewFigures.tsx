import { declarationOf, labelOfFigure, NO_CHECK, NOT_ASKED } from '@hatch-book/core'
import { Select } from 'antd'
import { useState } from 'react'
import { namesOf, RANGE, single, withPart, wordsOf, type Editing } from './editing'
import { NumberField, WordsField } from './FigureTable'
import styles from './stages.module.css'
import { UNIT_FACTOR, UNIT_WORDS } from './units'
import css from './protocol.module.css'

type Parts = readonly (typeof RANGE)[number][]

/** Nothing of a thing, and what is not asked for, is as good as not set. */
const isSet = (figures: Editing['figures'], key: string) => {
  const value = figures[key]?.value
  return (
    value !== undefined &&
    value !== '' &&
    value !== NOT_ASKED &&
    !(key.endsWith('.check') && value === NO_CHECK) &&
    !(key.includes('.gate.') && value === 0)
  )
}

/** Some figures that belong together: those that are set, and a choice of those that are not. */
export function FewFigures({
  of,
  keys,
  labels = {},
  ranges = true,
  add = 'add',
  always = '',
  shown = false,
  ...editing
}: Editing & {
  of: string
  keys: readonly string[]
  labels?: Readonly<Record<string, string>>
  /** Whether they have a least and a most. */
  ranges?: boolean
  /** Said before what may be added. */
  add?: string
  /** Key of one that is shown whether it is set or not. */
  always?: string
  /** Whether all of them are shown, set or not. */
  shown?: boolean
}) {
  const { figures, editable, isOwn } = editing
  const [added, setAdded] = useState<readonly string[]>([])
  const parts: Parts = ranges ? RANGE : RANGE.slice(0, 1)
  const labelOf = (key: string) => labels[key] ?? labelOfFigure(key, figures)
  const isShown = (key: string) =>
    isSet(figures, key) || isOwn(key) || added.includes(key) || key === always || shown
  const others = keys.filter((key) => !isShown(key))
  return (
    <table className={`plain-table ${css.figures} ${styles.few}`} aria-label={of}>
      <thead>
        <tr>
          <th>{of}</th>
          {parts.map(([part]) => (
            <th key={part}>{ranges ? { value: 'usual', low: 'least', high: 'most' }[part] : ''}</th>
          ))}
          <th aria-label="unit" />
          <th aria-label="who says so" />
        </tr>
      </thead>
      <tbody>
        {keys.filter(isShown).map((key) => (
          <Row key={key} {...editing} parts={parts} at={key} label={labelOf(key)} />
        ))}
        {editable && others.length > 0 && (
          <tr>
            <td colSpan={parts.length + 3}>
              <Select
                size="small"
                aria-label={`${of}: ${add}`}
                placeholder={`${add} …`}
                value={null}
                showSearch={{ optionFilterProp: 'label' }}
                popupMatchSelectWidth={false}
                options={others.map((key) => ({ value: key, label: labelOf(key) }))}
                onChange={(key: string | null) => key && setAdded([...added, key])}
              />
            </td>
          </tr>
        )}
      </tbody>
    </table>
  )
}

function Row({ at, label, parts, ...editing }: Editing & { at: string; label: string; parts: Parts }) {
  const { figures, before, editable, onSet, isOwn, faults } = editing
  const figure = figures[at]
  const { unit, choices: declared } = declarationOf(at)!
  const choices = at.endsWith('.gate.check') ? [NO_CHECK, ...namesOf(figures, 'check')] : declared
  return (
    <tr className={isOwn(at) ? css.changed : ''}>
      <td>
        <label htmlFor={at}>{label}</label>
      </td>
      {unit === 'words' ? (
        <td colSpan={parts.length + 1}>
          {choices ? (
            <Select
              id={at}
              aria-label={label}
              disabled={!editable}
              value={figure ? wordsOf(figures, at) : choices[0]!}
              options={choices.map((value) => ({ value, label: value }))}
              onChange={(value: string) => onSet({ [at]: single(value) })}
            />
          ) : (
            <WordsField
              id={at}
              label={label}
              value={wordsOf(figures, at)}
              editable={editable}
              onSet={(value) => onSet({ [at]: single(value) })}
            />
          )}
        </td>
      ) : (
        <>
          {parts.map(([part, says]) => (
            <td key={part}>
              <NumberField
                id={part === 'value' ? at : `${at}-${part}`}
                label={`${label}${says}`}
                value={
                  part === 'value'
                    ? ((figure?.value as number | undefined) ?? null)
                    : (figure?.[part] ?? null)
                }
                factor={UNIT_FACTOR[unit] ?? 1}
                editable={editable && (part === 'value' || figure !== undefined)}
                onSet={(value) => onSet({ [at]: withPart(figure, part, value) })}
              />
            </td>
          ))}
          <td className="small quiet nowrap">{UNIT_WORDS[unit]}</td>
        </>
      )}
      <td className="small quiet">
        <From {...editing} at={at} />
        {isOwn(at) && editable && (
          <>
            {' '}
            <button type="button" className="plain" onClick={() => onSet({ [at]: null })}>
              {at in before ? 'as it was' : 'remove'}
            </button>
          </>
        )}
        {faults[at] && (
          <div className="says" role="alert">
            {faults[at]}
          </div>
        )}
      </td>
    </tr>
  )
}

/** Where a figure comes from, as shortly as it can be said. */
function From({ at, figures, sources, guessed, isOwn }: Editing & { at: string }) {
  const source = sources[at] ?? ''
  if (isOwn(at)) return 'yours'
  if (!figures[at]) return ''
  return source.startsWith('guess') && guessed.has(at) ? <span title={source}>guess</span> : source
}
