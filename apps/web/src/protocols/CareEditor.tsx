import { Button, DatePicker } from 'antd'
import dayjs from 'dayjs'
import styles from './care.module.css'
import { namesOf, single, stagesIn, within, wordsOf, type Editing } from './editing'
import { NumberField } from './FigureTable'
import { Choice, Field, InStages, Numbers, OneOfList, setOf, Words, type One } from './oneOfList'

/** What is repeated for a species: water and misting by stage, and every other task with its rhythm. */
export function CareEditor(editing: Editing) {
  const { figures, editable, onSet } = editing
  const tasks = namesOf(figures, 'care')
  const next = `care.${tasks.length + 1}`
  return (
    <>
      <StageCare {...editing} />
      {tasks.map((name, i) => (
        <Task key={i} {...editing} at={`care.${i + 1}`} name={name} fresh="New task" />
      ))}
      {tasks.length === 0 && <p className="quiet">No other tasks yet.</p>}
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

function StageCare({ figures, guessed, editable, faults, onSet }: Editing) {
  const { lived } = stagesIn(figures)
  if (lived.length === 0) return null
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
        {lived.map(({ at, name }) => (
          <tr key={at}>
            <td>{name}</td>
            {BY_STAGE.map(([what, says]) => {
              const key = `${at}.${what}`
              return (
                <td key={what}>
                  <NumberField
                    id={key}
                    label={`${says}, ${name}, days between`}
                    value={(figures[key]?.value as number | undefined) ?? null}
                    factor={1}
                    editable={editable}
                    onSet={(value) => onSet({ [key]: value === null ? null : within(figures[key], value) })}
                  />{' '}
                  {guessed.has(key) && <span className="small quiet">guess</span>}
                  {faults[key] && <div className="says">{faults[key]}</div>}
                </td>
              )
            })}
          </tr>
        ))}
      </tbody>
      <caption>0.5 is twice a day, 0 is never. Clear a field to go back to the guess.</caption>
    </table>
  )
}

/** What an inherited season is cleared by. */
const WHOLE_YEAR = { from: '01-01', to: '12-31' }
/** Any year: a season is told by month and day. */
const YEAR = '2023'

function Task(of: One) {
  const { at, name, fresh, figures, before, editable } = of
  const day = (what: 'from' | 'to', label: string) => {
    const value = wordsOf(figures, `${at}.${what}`)
    return (
      <DatePicker
        aria-label={`${name || fresh}: ${label}`}
        disabled={!editable}
        placeholder={label}
        format="D MMM"
        value={value ? dayjs(`${YEAR}-${value}`) : null}
        onChange={(d: dayjs.Dayjs | null) =>
          setOf(of)(what, d ? d.format('MM-DD') : `${at}.${what}` in before ? WHOLE_YEAR[what] : null)
        }
      />
    )
  }
  return (
    <OneOfList of={of} stops>
      <Words of={of} what="name" label="What is done" />
      <Choice of={of} what="does" label="Kind" />
      <Numbers of={of} what="everyDays" label="Days between" ranged />
      <Choice of={of} what="at" label="Times of day" />
      <InStages of={of} />
      <Field label="In season">
        <span className={styles.together}>
          {day('from', 'from')} {day('to', 'to')}
        </span>
      </Field>
      <Choice of={of} what="away" label="When nobody is here" />
      <Choice of={of} what="each" label="Done for" />
      <Words of={of} what="turns" label="Rotation" />
    </OneOfList>
  )
}
