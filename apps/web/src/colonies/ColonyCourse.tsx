import type { ColonyView } from '@hatch-book/contract'
import {
  addDays,
  costOf,
  daysBetween,
  hatchedOf,
  isEmptyColony,
  fullOn,
  growthRate,
  projectColony,
  type ColonyQuestion,
  type Take,
} from '@hatch-book/core'
import { Button, InputNumber, Select, Slider } from 'antd'
import { useMemo, useState } from 'react'
import { LongProgress } from '../parts/LongProgress'
import { useFigures } from '../shell/figures'
import { useLongTask } from '../shell/worker'
import { ColonyChart } from './ColonyChart'
import type { Asked, Told } from './colony.worker'
import { spreadOf } from './queries'
import { StartFor } from './StartFor'

const createWorker = () => new Worker(new URL('./colony.worker.ts', import.meta.url), { type: 'module' })
const YEAR = 364
const RUNS = 400
/** What a cold week is told for: so much under where it stands, °C. */
const COLDER = 8

/** A year ahead from one of its counts: as warm as it stands or otherwise, left alone or with a steady take. */
export function ColonyCourse({ colony, today }: { colony: ColonyView; today: string }) {
  const figures = useFigures()
  const { model, bins } = colony
  // What nobody picked here follows the colony: its last count, and what it stands at.
  const [pickedCount, setCount] = useState<string | null>(null)
  const from = colony.counts.find((c) => c.entryId === pickedCount) ?? colony.counts[0]!
  const [triedCelsius, setCelsius] = useState<number | null>(null)
  const celsius = triedCelsius ?? colony.celsius
  const sizes = model.stages.map((s, i) => ({ value: i, label: s.name })).slice(1)
  const [size, setSize] = useState(() =>
    Math.max(
      1,
      model.stages.findIndex((s) => s.name === colony.taken[0]?.size),
    ),
  )
  const [perWeek, setPerWeek] = useState(0)
  const [most, setMost] = useState<number | null>(null)
  // Weeks from that count to today.
  const since = Math.max(0, Math.ceil(daysBetween(from.on, today) / 7))
  const known = useMemo(
    () =>
      colony.taken.flatMap(({ on, size: name, count }): Take[] => {
        const week = Math.floor(daysBetween(from.on, on) / 7)
        const stage = name === 'adults' ? ('adult' as const) : model.stages.findIndex((s) => s.name === name)
        return week < 0 || stage === -1 ? [] : [{ stage, perWeek: count, fromWeek: week, toWeek: week }]
      }),
    [colony.taken, from, model],
  )
  const question = useMemo((): ColonyQuestion & { celsius: number } => {
    // What was fed off since that count is known; what is taken from today on is asked for.
    const wished: Take[] = perWeek > 0 ? [{ stage: size, perWeek, fromWeek: since }] : []
    const { young, females, males } = from
    return { model, bins, celsius, days: YEAR, start: { young, females, males }, take: [...known, ...wished] }
  }, [model, bins, celsius, from, known, since, size, perWeek])
  const days = useMemo(() => projectColony(question).days, [question])
  const alone = useMemo(() => projectColony({ ...question, take: known }).days, [question, known])
  const growth = useMemo(() => growthRate(model, celsius), [model, celsius])
  const asked = useMemo(
    (): Asked => ({
      ...{ ...question, countSpread: spreadOf(from), runs: RUNS, besides: known },
      most: most === null ? null : { stage: most, fromWeek: since },
    }),
    [question, from, most, since, known],
  )
  const { result, progress, stop } = useLongTask<Asked, Told>(createWorker, asked)
  const cold = useMemo(
    () =>
      costOf(
        { ...question, bins: 1e30, take: [] },
        { celsius: (day) => (day < 7 ? celsius - COLDER : celsius) },
        celsius,
      ),
    [question, celsius],
  )
  const forgotten = useMemo(
    () => costOf({ ...question, bins: 1e30, take: [] }, { missedWeeks: [0] }, celsius),
    [question, celsius],
  )
  const full = fullOn(days)
  const whole = (n: number) => Math.round(n).toLocaleString('en')
  const end = days.at(-1)!
  const latest = colony.counts[0]!
  const then = days[daysBetween(from.on, latest.on)]
  const sizeName = model.stages[size]!.name
  return (
    <>
      <h3 data-testid="colony-says">
        {isEmptyColony(from) ? (
          `Empty at the count of ${figures.day(from.on)}`
        ) : (
          <>
            {growth.doublingWeeks === null
              ? `It does not grow at ${figures.celsius(celsius)}`
              : `It doubles in ${growth.doublingWeeks.toFixed(1)} weeks at ${figures.celsius(celsius)}, left alone`}
            ; {whole(hatchedOf(end))} on {figures.day(addDays(from.on, YEAR))}
          </>
        )}
      </h3>
      <ColonyChart
        from={from.on}
        days={days}
        simulation={result?.simulation ?? null}
        counts={colony.counts}
      />
      <LongProgress name="Years are played" done={progress} onStop={stop} />
      <div className="row gap-16 above-12 below-12">
        <label className="small">
          from the count of{' '}
          <Select
            aria-label="From the count of"
            size="small"
            value={from.entryId}
            onChange={setCount}
            className="min-150"
            options={colony.counts.map((c) => ({
              value: c.entryId,
              label: `${figures.day(c.on)}: ${whole(hatchedOf(c))}`,
            }))}
          />
        </label>
        <label className="small min-150">
          at {figures.celsius(celsius)}
          <Slider
            ariaLabelForHandle="Temperature"
            min={Math.ceil(model.lethalC.low) + 1}
            max={Math.floor(model.lethalC.high) - 1}
            step={0.5}
            value={celsius}
            onChange={setCelsius}
            className="flush above-4"
          />
        </label>
        <label className="small">
          a week take{' '}
          <InputNumber
            aria-label="A week take"
            size="small"
            min={0}
            max={1e7}
            precision={0}
            value={perWeek}
            onChange={(n) => setPerWeek(n ?? 0)}
            className="w-90"
          />
        </label>
        <label className="small">
          of{' '}
          <Select
            aria-label="Of size"
            size="small"
            value={size}
            onChange={(s) => {
              setSize(s)
              setMost(null)
            }}
            className="w-130"
            options={sizes}
          />
        </label>
      </div>
      <ul className="lines">
        <li className="between">
          <span>
            Most it can give week after week{' '}
            {result?.harvest && most === size ? (
              <strong data-testid="colony-most">
                {whole(result.harvest.perWeek)} {sizeName}
              </strong>
            ) : (
              <Button
                size="small"
                onClick={() => setMost(size)}
                disabled={progress !== null && most !== null}
              >
                find it for {sizeName}
              </Button>
            )}
          </span>
          {result?.harvest && most === size && (
            <span className="small quiet">
              kept in {Math.round(result.harvest.kept * 100)} % of played years, with{' '}
              {whole(result.harvest.females)} females left{' '}
              <button type="button" className="plain" onClick={() => setPerWeek(result.harvest!.perWeek)}>
                take it
              </button>
            </span>
          )}
        </li>
        {perWeek > 0 && result && (
          <li className="between">
            <span>
              {whole(perWeek)} {sizeName} a week
            </span>
            <span
              className={`small ${result.simulation.lasting >= 0.9 ? 'good' : 'bad'}`}
              data-testid="colony-lasts"
            >
              had in full, and the colony kept, in {Math.round(result.simulation.lasting * 100)} % of played
              years
            </span>
          </li>
        )}
        {perWeek > 0 && hatchedOf(end) > hatchedOf(alone.at(-1)!) && (
          <li className="small" data-testid="colony-more-by-taking">
            Without taking any there would be fewer: {whole(hatchedOf(alone.at(-1)!))}
            {roomBy(fullOn(alone), from.on, figures.day)}
          </li>
        )}
        <li className="between">
          <span>A week at {figures.celsius(celsius - COLDER)}</span>
          <span className="small">
            {Number.isFinite(cold.days) ? `costs ${cold.days.toFixed(1)} days` : 'kills it'}
          </span>
        </li>
        <li className="between">
          <span>A week in which nobody sees to the eggs</span>
          <span className="small">
            {Number.isFinite(forgotten.days)
              ? `costs ${Math.max(0, forgotten.days).toFixed(1)} days`
              : 'ends it'}
          </span>
        </li>
        <li className="between">
          <span>Bins</span>
          <span className={`small ${full !== null ? 'warm' : 'quiet'}`}>
            {full === null
              ? 'not full within the year'
              : full === 0
                ? 'full already: another is due'
                : `full on ${figures.day(addDays(from.on, full))}: another is due by then`}
          </span>
        </li>
        {from !== latest && then && (
          <li className="between" data-testid="colony-against">
            <span>
              Counted {whole(hatchedOf(latest))} on {figures.day(latest.on)}
            </span>
            <span className="small">
              {whole(hatchedOf(then))} were to be expected from the count of {figures.day(from.on)}
            </span>
          </li>
        )}
      </ul>
      <StartFor colony={colony} celsius={celsius} today={today} />
      {colony.cautions && <p className="small quiet">{colony.cautions}</p>}
    </>
  )
}

/** Taking some can leave more in the end: where bins are full, the crowded eat eggs and the newly moulted. */
const roomBy = (full: number | null, from: string, day: (on: string) => string) =>
  full === null
    ? ''
    : `. The bins are full from ${day(addDays(from, full))}; crowded animals eat eggs and young, and taking some makes room.`
