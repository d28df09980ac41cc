import { thermalOfTwo, type DaysAt } from '@hatch-book/core'
import { Button, Select } from 'antd'
import { useState } from 'react'
import { useFigures } from '../shell/figures'
import { CurveDrawn } from './CurveDrawn'
import { namesOf, single, type Setting } from './editing'
import styles from './stages.module.css'

/** Temperatures beside that at which a species is kept, for which the days are told, °C. */
const BESIDE = [-4, -2, 0, 2]
type Field = 'days' | 'at' | 'days of another' | 'at another'
type Typed = Readonly<Record<Field, string>>
const NOTHING: Typed = { days: '', at: '', 'days of another': '', 'at another': '' }

/** Whoever knows the days at two temperatures knows the threshold and the constant: they are worked out, and drawn before they are taken over. */
export function TwoPairs({ figures, editable, onSet }: Setting) {
  const { typed: reads, celsius, celsiusBrief } = useFigures()
  const steps = namesOf(figures, 'thermal')
  const [step, setStep] = useState(1)
  const [typed, setTyped] = useState<Typed>(NOTHING)
  if (!editable || steps.length === 0) return null
  const temperature = (text: string) => {
    const read = reads.temperature.read(text)
    return 'value' in read ? read.value : null
  }
  const pair = (days: string, at: string): DaysAt | null => {
    const celsius = temperature(at)
    const number = Number(days.trim().replace(',', '.'))
    return celsius === null || days.trim() === '' || !Number.isFinite(number)
      ? null
      : { days: number, celsius }
  }
  const one = pair(typed.days, typed.at)
  const other = pair(typed['days of another'], typed['at another'])
  const found = one && other ? thermalOfTwo(one, other) : null
  const reference = Number((figures['incubation.setPointC'] ?? figures['colony.referenceC'])?.value)
  const daysAt = (celsius: number) =>
    found && 'degreeDays' in found && celsius > found.thresholdC
      ? Math.round((found.degreeDays / (celsius - found.thresholdC)) * 10) / 10
      : null
  const usual = daysAt(reference)
  const take = () => {
    if (!found || 'says' in found) return
    const key = (what: string) => `thermal.${step}.${what}`
    onSet({
      [key('thresholdC')]: single(Math.round(found.thresholdC * 10) / 10),
      [key('degreeDays')]: single(Math.round(found.degreeDays * 10) / 10),
      ...(usual !== null && figures[key('days')] && { [key('days')]: single(usual) }),
    })
    setTyped(NOTHING)
  }
  const field = (name: Field, unit: string) => (
    <>
      <input
        className="native fig w-76"
        inputMode="decimal"
        aria-label={`${name}, ${unit}`}
        value={typed[name]}
        onChange={(e) => setTyped({ ...typed, [name]: e.target.value })}
      />{' '}
      {unit}
    </>
  )
  const { unit } = reads.temperature
  return (
    <section className="card below-16" aria-label="From two temperatures">
      <strong>Do you know the time at two temperatures?</strong>
      <div className={styles.acts}>
        {steps.length > 1 && (
          <Select
            size="small"
            aria-label="Step of development"
            value={step}
            popupMatchSelectWidth={false}
            options={steps.map((label, i) => ({ value: i + 1, label }))}
            onChange={setStep}
          />
        )}
        <span>
          {field('days', 'days')} at {field('at', unit)}, and {field('days of another', 'days')} at{' '}
          {field('at another', unit)}
        </span>
      </div>
      {found && 'says' in found && (
        <p className="says" role="alert">
          {found.says}
        </p>
      )}
      {found && 'degreeDays' in found && (
        <div role="status">
          <Drawn of={found} told={[one!, other!]} />
          Nothing develops below <b className="fig">{celsius(found.thresholdC)}</b>.{' '}
          {BESIDE.map((by) => [reference + by, daysAt(reference + by)] as const)
            .filter(([, days]) => days !== null)
            .map(([at, days]) => `${celsiusBrief(at)}: ${days} days`)
            .join(', ')}
          .{' '}
          <Button size="small" onClick={take}>
            Use these figures
          </Button>
        </div>
      )}
    </section>
  )
}

/** So far beyond what was told it is drawn, °C: further out nobody has seen it. */
const BEYOND = 3

/** Days against temperature, with the two that were told: the cooler, the steeper. */
function Drawn({
  of: { thresholdC, degreeDays },
  told,
}: {
  of: { thresholdC: number; degreeDays: number }
  told: readonly DaysAt[]
}) {
  const temperatures = told.map(({ celsius }) => celsius)
  const from = Math.max(thresholdC + 1, Math.min(...temperatures) - BEYOND)
  const daysAt = (celsius: number) => degreeDays / (celsius - thresholdC)
  return (
    <CurveDrawn
      label="Days by temperature"
      {...{ from, to: Math.max(...temperatures) + BEYOND }}
      most={daysAt(from)}
      yOf={daysAt}
      told={told.map(({ days, celsius }) => ({ x: celsius, y: days }))}
    />
  )
}
