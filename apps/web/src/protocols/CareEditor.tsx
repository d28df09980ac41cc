import {
  CARE_IN_WORDS,
  declarationOf,
  IN_NO_STAGE,
  type FigureSetting,
  type ProtocolFigure,
} from '@hatch-book/core'
import { Button, DatePicker, Select } from 'antd'
import dayjs from 'dayjs'
import styles from './care.module.css'
import { NumberField, WordsField } from './FigureTable'

type Sets = Readonly<Record<string, FigureSetting | null>>

interface Editing {
  figures: Record<string, ProtocolFigure>
  sources: Record<string, string>
  /** Keys of those that nobody said. */
  guessed: ReadonlySet<string>
  faults: Record<string, string>
  editable: boolean
  /** The figures without this level of the protocol. */
  before: Record<string, ProtocolFigure>
  /** Whether this level of the protocol sets it. */
  isOwn(key: string): boolean
  /** Sets several at once; null takes one back to what it was. */
  onSet(sets: Sets): void
}

const single = (value: string | number): FigureSetting => ({ value, low: null, high: null })
const wordsOf = (figures: Editing['figures'], key: string) => String(figures[key]?.value ?? '')
const namesOf = (figures: Editing['figures'], list: string) => {
  const names: string[] = []
  for (let n = 1; figures[`${list}.${n}.name`]; n++) names.push(wordsOf(figures, `${list}.${n}.name`))
  return names
}

/** What is repeated for a species: water and misting by stage, and every other task with its rhythm. */
export function CareEditor(editing: Editing) {
  const { figures, editable, onSet } = editing
  const tasks = namesOf(figures, 'care')
  const next = `care.${tasks.length + 1}`
  return (
    <>
      <StageCare {...editing} />
      {tasks.map((name, i) => (
        <Task key={i} {...editing} at={`care.${i + 1}`} name={name} />
      ))}
      {tasks.length === 0 && <p className="quiet">No other care tasks yet.</p>}
      {editable && (
        <Button
          onClick={() =>
            onSet({
              [`${next}.name`]: single(''),
              [`${next}.does`]: single('other care'),
              [`${next}.everyDays`]: single(1),
            })
          }
        >
          Add care task
        </Button>
      )}
    </>
  )
}

const BY_STAGE = [
  ['waterDays', 'Fresh water'],
  ['mistDays', 'Misting'],
] as const

function StageCare({ figures, editable, faults, onSet }: Editing) {
  const stages = namesOf(figures, 'stage')
  if (stages.length === 0) return null
  return (
    <table className={`plain-table ${styles.stages}`}>
      <thead>
        <tr>
          <th>stage</th>
          {BY_STAGE.map(([, says]) => (
            <th key={says}>{says.toLowerCase()}, days between</th>
          ))}
        </tr>
      </thead>
      <tbody>
        {stages.map((name, i) => (
          <tr key={name}>
            <td>{name}</td>
            {BY_STAGE.map(([what, says]) => {
              const key = `stage.${i + 1}.${what}`
              return (
                <td key={what}>
                  <NumberField
                    id={key}
                    label={`${says}, ${name}, days between`}
                    value={(figures[key]?.value as number | undefined) ?? null}
                    factor={1}
                    editable={editable}
                    onSet={(value) => onSet({ [key]: value === null ? null : single(value) })}
                  />
                  {faults[key] && <div className="says">{faults[key]}</div>}
                </td>
              )
            })}
          </tr>
        ))}
      </tbody>
      <caption>0.5 is twice a day, 0 not at all. Leave it empty where nothing is said.</caption>
    </table>
  )
}

const ANY = ''
const optionsOf = (key: string, any: string) => [
  { value: ANY, label: any },
  ...(declarationOf(key)?.choices ?? [])
    .filter((value) => value !== any)
    .map((value) => ({ value, label: value })),
]
/** Any year: a season is told by month and day. */
const YEAR = '2023'

function Task({ at, name, ...editing }: Editing & { at: string; name: string }) {
  const { figures, before, sources, guessed, faults, editable, isOwn, onSet } = editing
  const key = (what: string) => `${at}.${what}`
  const keys = Object.keys(figures).filter((k) => k.startsWith(`${at}.`))
  const set = (what: string, value: string | number | null) =>
    onSet({ [key(what)]: value === null || value === ANY ? null : single(value) })
  const stages = wordsOf(figures, key('stages'))
  const isStopped = stages === IN_NO_STAGE
  const own = keys.filter(isOwn)
  const says = name || 'New task'
  const choose = (what: string, label: string, any: string) => (
    <Field label={label}>
      <Select
        aria-label={`${says}: ${label.toLowerCase()}`}
        disabled={!editable}
        value={wordsOf(figures, key(what))}
        options={optionsOf(key(what), any)}
        onChange={(value: string) => set(what, value)}
      />
    </Field>
  )
  const day = (what: 'from' | 'to', label: string) => {
    const value = wordsOf(figures, key(what))
    return (
      <DatePicker
        aria-label={`${says}: ${label}`}
        disabled={!editable}
        placeholder={label}
        format="D MMM"
        value={value ? dayjs(`${YEAR}-${value}`) : null}
        onChange={(d: dayjs.Dayjs | null) => set(what, d ? d.format('MM-DD') : null)}
      />
    )
  }
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
      {!isStopped && (
        <div className={styles.fields}>
          <Field label="What is done">
            <WordsField
              id={key('name')}
              label={`${says}: what is done`}
              value={name}
              editable={editable}
              onSet={(value) => onSet({ [key('name')]: single(value) })}
            />
          </Field>
          <Field label="Kind">
            <Select
              aria-label={`${says}: kind`}
              disabled={!editable}
              value={wordsOf(figures, key('does'))}
              options={Object.keys(CARE_IN_WORDS).map((value) => ({ value, label: value }))}
              onChange={(value: string) => set('does', value)}
            />
          </Field>
          <Field label="Days between">
            <NumberField
              id={key('everyDays')}
              label={`${says}: days between`}
              value={(figures[key('everyDays')]?.value as number | undefined) ?? null}
              factor={1}
              editable={editable}
              onSet={(value) => set('everyDays', value)}
            />
          </Field>
          {choose('at', 'Times of day', 'any time')}
          <Field label="In stages">
            <Select
              mode="multiple"
              aria-label={`${says}: in stages`}
              disabled={!editable}
              placeholder="all stages"
              value={stages === '' ? [] : stages.split(/, */)}
              options={namesOf(figures, 'stage').map((value) => ({ value, label: value }))}
              onChange={(chosen: string[]) => set('stages', chosen.join(', '))}
            />
          </Field>
          <Field label="In season">
            <span className={styles.season}>
              {day('from', 'from')} {day('to', 'to')}
            </span>
          </Field>
          {choose('away', 'When nobody is here', 'must be done')}
          {choose('each', 'Done for', 'each tub')}
          <Field label="Rotation, by turns">
            <WordsField
              id={key('turns')}
              label={`${says}: rotation`}
              value={wordsOf(figures, key('turns'))}
              editable={editable}
              onSet={(value) => set('turns', value)}
            />
          </Field>
        </div>
      )}
      {keys.map((k) =>
        faults[k] ? (
          <div key={k} className="says" role="alert">
            {faults[k]}
          </div>
        ) : null,
      )}
      {editable && (
        <p className={`small ${styles.acts}`}>
          {isStopped ? (
            <button type="button" className="plain" onClick={() => set('stages', null)}>
              do it again
            </button>
          ) : (
            <button
              type="button"
              className="plain"
              onClick={() => set('stages', IN_NO_STAGE)}
              aria-label={`stop: ${says}`}
            >
              stop
            </button>
          )}
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

/** Takes a task out: those after it move up, so that their numbers have no gap. */
function without(figures: Editing['figures'], at: string): Sets {
  const count = namesOf(figures, 'care').length
  const sets: Record<string, FigureSetting | null> = {}
  for (let n = Number(at.slice('care.'.length)); n <= count; n++)
    for (const key of Object.keys(figures)) {
      const [, number, what] = /^care\.(\d+)\.(.+)$/.exec(key) ?? []
      if (Number(number) === n) sets[key] ??= null
      if (Number(number) === n + 1) {
        const { value, low, high } = figures[key]!
        sets[`care.${n}.${what}`] = { value, low, high }
      }
    }
  return sets
}

function Field({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <div className={styles.field}>
      <span className="small quiet" aria-hidden>
        {label}
      </span>
      {children}
    </div>
  )
}
