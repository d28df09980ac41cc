import { ASKED, BODY_SIZES, bodySizes, counted, labelOfFigure } from '@hatch-book/core'
import { Button, Select } from 'antd'
import { Fragment, useState } from 'react'
import { Link } from 'react-router'
import { FewFigures } from './FewFigures'
import { single, stagesIn, type Editing, type Sets, type StageNamed } from './editing'
import styles from './stages.module.css'

const GATE = [
  ...['ageDays', 'grams', 'gramsMale', 'gramsFemale'],
  ...bodySizes.map((of) => BODY_SIZES[of].field),
  ...['meals', 'sheds', 'check', 'readiness', 'word'],
].map((what) => `gate.${what}`)
const NEEDS = 'gate.needs'

/** What a stage is told by, in the order in which one thinks of it. */
const GROUPS = [
  ['Stage', ['name', 'days']],
  ['Moves on when', GATE],
  [
    'Tub',
    ['areaM2', 'litres', 'waterMm', 'heightMm', 'heightBodies', 'floorBodies', 'together', 'partBy', 'also'],
  ],
  ['Warmth and air', ['warmC', 'coolC', 'nightC', 'alarmLowC', 'alarmHighC', 'humidity', 'humidityAlarm']],
  ['Food', ['feed', 'everyDays', 'each', 'preyShare', 'preyGrams', 'preyHeads', 'supplements']],
  ['Water', ['waterDays', 'mistDays']],
] as const

const LABELS: Readonly<Record<string, string>> = { name: 'Name', days: 'Time in this stage' }

/** What a gate asks for is called without saying that it is one. */
const labelsAt = (at: string, whats: readonly string[]) =>
  Object.fromEntries(
    whats.map((what) => {
      const label = LABELS[what] ?? labelOfFigure(`${at}.${what}`).replace('Gate: ', '')
      return [`${at}.${what}`, label[0]!.toUpperCase() + label.slice(1)]
    }),
  )

/**
 * The stages that the young of a species go through: added, put aside, renamed, put in another order, each with its tub, warmth, food and with what
 * moves an animal on. A stage keeps its number whatever it is called and wherever it stands.
 * @param countIn how many animals are in a stage now
 * @param isInForce whether a figure is set in the edition that is in force
 */
export function StagesEditor({
  countIn,
  isInForce,
  ...editing
}: Editing & { countIn(name: string): number; isInForce(key: string): boolean }) {
  const { figures, editable, onSet, before, isOwn } = editing
  const { lived, aside } = stagesIn(figures)
  const [chosen, setChosen] = useState<number | null>(null)
  const here = lived.find((s) => s.n === chosen) ?? lived[0]
  if (!here) return <p className="quiet">This species has no stages.</p>
  const place = lived.indexOf(here)
  const inOrder = (stages: readonly StageNamed[], of = lived.length + aside.length): Sets => {
    const isAsItComes = stages.length === of && stages.every((s, i) => s.n === i + 1)
    return {
      'stage.order': isAsItComes && !before['stage.order'] ? null : single(stages.map((s) => s.n).join(', ')),
    }
  }
  const move = (by: -1 | 1) => onSet(inOrder(lived.toSpliced(place, 1).toSpliced(place + by, 0, here)))
  const add = () => {
    const n = lived.length + aside.length + 1
    const stage = { n, at: `stage.${n}`, name: freeName(figures) }
    onSet({
      [`${stage.at}.name`]: single(stage.name),
      [`${stage.at}.like`]: single(String(here.n)),
      ...inOrder(lived.toSpliced(place + 1, 0, stage), n),
    })
    setChosen(n)
  }
  const takeBack = (stage: StageNamed) => {
    onSet(inOrder([...lived, stage].sort((a, b) => a.n - b.n)))
    setChosen(stage.n)
  }
  const isLast = place === lived.length - 1
  // What was never in force nobody was ever in: it goes without a trace, where no number comes after its own.
  const isOnlyDraft = !isInForce(`${here.at}.name`) && here.n === lived.length + aside.length
  const leaveOut = (instead: number) => {
    const others = lived.filter((s) => s !== here)
    const own = Object.keys(figures).filter((key) => key.startsWith(`${here.at}.`) && isOwn(key))
    setChosen(instead)
    onSet(
      isOnlyDraft
        ? {
            ...Object.fromEntries(own.map((key) => [key, null])),
            ...inOrder(others, lived.length + aside.length - 1),
          }
        : { [`${here.at}.instead`]: single(String(instead)), ...inOrder(others) },
    )
  }
  return (
    <div className={styles.editor}>
      <div>
        <ol className={styles.ladder} aria-label="Stages in their order">
          {lived.map((stage) => (
            <li key={stage.n}>
              <button
                type="button"
                className={stage.n === here.n ? styles.here : ''}
                aria-current={stage.n === here.n}
                onClick={() => setChosen(stage.n)}
              >
                {stage.name}
                {countIn(stage.name) > 0 && <span className="fig quiet"> {countIn(stage.name)}</span>}
              </button>
            </li>
          ))}
        </ol>
        {aside.map((stage) => (
          <p key={stage.n} className="small quiet">
            Removed: {stage.name}{' '}
            {editable && (
              <button type="button" className="plain" onClick={() => takeBack(stage)}>
                put it back
              </button>
            )}
          </p>
        ))}
      </div>
      <section className="card" aria-label={here.name}>
        <div className="between">
          <h2 className={styles.name}>{here.name}</h2>
          {editable && (
            <span className={styles.acts}>
              <Button size="small" disabled={place === 0} onClick={() => move(-1)}>
                Move earlier
              </Button>
              <Button size="small" disabled={isLast} onClick={() => move(1)}>
                Move later
              </Button>
              <Button size="small" onClick={add}>
                Add stage after
              </Button>
            </span>
          )}
        </div>
        {GROUPS.filter(([, whats]) => whats !== GATE || !isLast).map(([of, whats]) => {
          // One piece of evidence is all there is of it.
          const joins = whats === GATE && askedIn(figures, here.at).length > 1
          const keys = (joins ? [...whats, NEEDS] : whats).map((what) => `${here.at}.${what}`)
          return (
            <Fragment key={`${here.n} ${of}`}>
              <FewFigures
                {...editing}
                of={of}
                ranges={whats !== GATE}
                keys={keys}
                always={`${here.at}.${NEEDS}`}
                add={whats === GATE ? 'ask for' : 'add'}
                labels={labelsAt(here.at, [...whats, NEEDS])}
              />
              {whats === GATE && <GateTold figures={figures} at={here.at} />}
            </Fragment>
          )
        })}
        <p className="small quiet">
          Set other care tasks under <Link to="?part=care">Care</Link>.
        </p>
        {editable && lived.length > 1 && (
          <LeaveOut
            stage={here}
            others={lived.filter((s) => s !== here)}
            count={countIn(here.name)}
            isOnlyDraft={isOnlyDraft}
            onLeaveOut={leaveOut}
          />
        )}
      </section>
    </div>
  )
}

/** What a gate asks for. */
const askedIn = (figures: Editing['figures'], at: string) =>
  GATE.filter((what) => {
    const value = figures[`${at}.${what}`]?.value
    return typeof value === 'number' ? value > 0 : value === ASKED
  })

/** Where nothing can be shown of it, a stage is over after its usual time. */
function GateTold({ figures, at }: { figures: Editing['figures']; at: string }) {
  if (askedIn(figures, at).length > 0) return null
  return <p className="small quiet">No requirement is set: animals move on after the usual time.</p>
}

function LeaveOut({
  stage,
  others,
  count,
  isOnlyDraft,
  onLeaveOut,
}: {
  stage: StageNamed
  others: readonly StageNamed[]
  count: number
  /** Nothing was ever in it. */
  isOnlyDraft: boolean
  onLeaveOut(instead: number): void
}) {
  const before = others.filter((s) => s.n < stage.n).at(-1) ?? others[0]!
  const [instead, setInstead] = useState<number | null>(null)
  const chosen = others.find((s) => s.n === instead) ?? before
  return (
    <div className={styles.leave}>
      {!isOnlyDraft && (
        <>
          {count > 0 && `${counted(count, 'animal')} in this stage. `}Animals recorded in this stage count as{' '}
          <Select
            size="small"
            aria-label={`Instead of ${stage.name}`}
            value={chosen.n}
            options={others.map((s) => ({ value: s.n, label: s.name }))}
            onChange={setInstead}
          />{' '}
        </>
      )}
      <Button size="small" onClick={() => onLeaveOut(chosen.n)}>
        Remove {stage.name}
      </Button>
    </div>
  )
}

/** A name that no stage has yet. */
function freeName(figures: Editing['figures']): string {
  const { lived, aside } = stagesIn(figures)
  const taken = [...lived, ...aside].map((s) => s.name.toLowerCase())
  for (let n = 1; ; n++) {
    const name = n === 1 ? 'New stage' : `New stage ${n}`
    if (!taken.includes(name.toLowerCase())) return name
  }
}
