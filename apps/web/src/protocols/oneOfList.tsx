import { declarationOf, IN_ALL_STAGES, IN_NO_STAGE, type FigureSetting } from '@hatch-book/core'
import { Select } from 'antd'
import styles from './care.module.css'
import { namesOf, RANGE, single, stagesIn, withPart, wordsOf, type Editing, type Sets } from './editing'
import { NumberField, WordsField } from './FigureTable'

/** One thing of a list of a protocol: a care task, a check. */
export interface One extends Editing {
  /** Its key without what of it is said: `care.2`. */
  at: string
  /** As it is called; empty as long as nobody has. */
  name: string
  /** What it is called until then. */
  fresh: string
}

const optionsOf = (key: string) =>
  (declarationOf(key)?.choices ?? []).map((value) => ({ value, label: value }))
const titleOf = ({ name, fresh }: One) => name || fresh
export const setOf =
  ({ at, onSet }: One) =>
  (what: string, value: string | null) =>
    onSet({ [`${at}.${what}`]: value === null ? null : single(value) })

export function Field({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <div className={styles.field}>
      <span className="small quiet" aria-hidden>
        {label}
      </span>
      {children}
    </div>
  )
}

/** Words of it. */
export function Words({ of, what, label }: { of: One; what: string; label: string }) {
  const key = `${of.at}.${what}`
  return (
    <Field label={label}>
      <WordsField
        id={key}
        label={`${titleOf(of)}: ${label.toLowerCase()}`}
        value={wordsOf(of.figures, key)}
        editable={of.editable}
        onSet={(value) => setOf(of)(what, value)}
      />
    </Field>
  )
}

/** One of the few words that it may hold. */
export function Choice({ of, what, label }: { of: One; what: string; label: string }) {
  const options = optionsOf(`${of.at}.${what}`)
  return (
    <Field label={label}>
      <Select
        aria-label={`${titleOf(of)}: ${label.toLowerCase()}`}
        disabled={!of.editable}
        value={wordsOf(of.figures, `${of.at}.${what}`) || options[0]!.value}
        options={options}
        onChange={(value: string) => setOf(of)(what, value)}
      />
    </Field>
  )
}

/** So many, with the least and the most where it has a range. */
export function Numbers({
  of,
  what,
  label,
  ranged,
}: {
  of: One
  what: string
  label: string
  ranged?: true
}) {
  const key = `${of.at}.${what}`
  const figure = of.figures[key]
  return (
    <Field label={ranged ? `${label}: usual, least, most` : label}>
      <span className={styles.together}>
        {(ranged ? RANGE : RANGE.slice(0, 1)).map(([part, says]) => (
          <NumberField
            key={part}
            id={`${key} ${part}`}
            label={`${titleOf(of)}: ${label.toLowerCase()}${says}`}
            value={
              part === 'value' ? ((figure?.value as number | undefined) ?? null) : (figure?.[part] ?? null)
            }
            factor={1}
            editable={of.editable}
            onSet={(value) => {
              const set = withPart(figure, part, value)
              if (set) of.onSet({ [key]: set })
            }}
          />
        ))}
      </span>
    </Field>
  )
}

/** In which stages it holds. */
export function InStages({ of }: { of: One }) {
  const stages = stagesOfOne(of)
  return (
    <Field label="In stages">
      <Select
        mode="multiple"
        aria-label={`${titleOf(of)}: in stages`}
        disabled={!of.editable}
        placeholder="all stages"
        value={stages === IN_ALL_STAGES ? [] : stages.split(/, */)}
        options={stagesIn(of.figures).lived.map(({ n, name }) => ({ value: String(n), label: name }))}
        onChange={(chosen: string[]) => setOf(of)('stages', chosen.join(', ') || IN_ALL_STAGES)}
      />
    </Field>
  )
}

const stagesOfOne = ({ figures, at }: One) => wordsOf(figures, `${at}.stages`) || IN_ALL_STAGES

/** A thing of a list on its card: its fields, what is wrong with it, and how it is stopped, taken out or put back as it was. */
export function OneOfList({ of, stops, children }: { of: One; stops?: true; children: React.ReactNode }) {
  const { at, figures, before, sources, guessed, faults, editable, isOwn, onSet } = of
  const key = (what: string) => `${at}.${what}`
  const keys = Object.keys(figures).filter((k) => k.startsWith(`${at}.`))
  const isStopped = stagesOfOne(of) === IN_NO_STAGE
  const own = keys.filter(isOwn)
  const says = titleOf(of)
  const stop = (value: string | null, label: string) => (
    <button
      type="button"
      className="plain"
      onClick={() => setOf(of)('stages', value)}
      aria-label={`${label}: ${says}`}
    >
      {label}
    </button>
  )
  return (
    <section className={`card ${styles.task}`} aria-label={says}>
      <div className="between">
        <strong>{isStopped ? <s>{says}</s> : says}</strong>
        <span className="small quiet">
          {guessed.has(key('name')) && own.length === 0
            ? sources[key('name')]
            : own.length > 0
              ? 'yours'
              : ''}
        </span>
      </div>
      {!isStopped && <div className={styles.fields}>{children}</div>}
      {keys.map((k) =>
        faults[k] ? (
          <div key={k} className="says" role="alert">
            {faults[k]}
          </div>
        ) : null,
      )}
      {editable && (
        <p className={`small ${styles.acts}`}>
          {stops && (isStopped ? stop(null, 'do it again') : stop(IN_NO_STAGE, 'stop'))}
          {own.length > 0 &&
            (key('name') in before ? (
              <button
                type="button"
                className="plain"
                onClick={() => onSet(Object.fromEntries(own.map((k) => [k, null])))}
              >
                as it was
              </button>
            ) : (
              <button type="button" className="plain" onClick={() => onSet(without(figures, at))}>
                remove
              </button>
            ))}
        </p>
      )}
    </section>
  )
}

/** Takes a thing out of its list: those after it move up, so that their numbers have no gap. */
function without(figures: Editing['figures'], at: string): Sets {
  const list = at.slice(0, at.lastIndexOf('.'))
  const count = namesOf(figures, list).length
  const sets: Record<string, FigureSetting | null> = {}
  const numbered = (key: string): [n: number, what: string] | null => {
    if (!key.startsWith(`${list}.`)) return null
    const [n, ...rest] = key.slice(list.length + 1).split('.')
    return /^\d+$/.test(n!) ? [Number(n), rest.join('.')] : null
  }
  for (let n = Number(at.slice(list.length + 1)); n <= count; n++)
    for (const key of Object.keys(figures)) {
      const [number, what] = numbered(key) ?? []
      if (number === n) sets[key] ??= null
      if (number === n + 1) {
        const { value, low, high } = figures[key]!
        sets[`${list}.${n}.${what}`] = { value, low, high }
      }
    }
  return sets
}
