import { readinessApi, type AnimalRow } from '@hatch-book/contract'
import { judgeReadiness, type Protocol, type ReadinessVerdict } from '@hatch-book/core'
import { Slider } from 'antd'
import { useDeferredValue, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { Verdict } from '../parts/Verdict'
import { useAsk } from '../shell/api'
import css from './readiness.module.css'

interface Shift {
  /** Per cent of what the protocol asks. */
  weight: number
  age: number
  rest: number
  /** Meals in a row. */
  meals: number
}
const AS_IT_IS: Shift = { weight: 100, age: 100, rest: 100, meals: 0 }
const MOST_NAMED = 40

/** A protocol with its thresholds moved. */
function shifted(protocol: Protocol, { weight, age, rest, meals }: Shift): Protocol {
  const of = (sex: 'female' | 'male') => {
    const t = protocol.readiness[sex]
    const times = (both: { wanted: number; least: number }, per: number) => ({
      wanted: (both.wanted * per) / 100,
      least: (both.least * per) / 100,
    })
    return {
      ...t,
      ageDays: times(t.ageDays, age),
      grams: t.grams && times(t.grams, weight),
      restDays: Math.round((t.restDays * rest) / 100),
    }
  }
  return {
    ...protocol,
    readiness: {
      ...protocol.readiness,
      female: of('female'),
      male: of('male'),
      mealsInARow: Math.max(0, protocol.readiness.mealsInARow + meals),
    },
  }
}

/** 'What if': thresholds moved by hand, and who would be judged otherwise. Nothing is written. */
export function WhatIf({ animals }: { animals: readonly AnimalRow[] }) {
  const { data } = useAsk(readinessApi.breeders)
  const [shift, setShift] = useState(AS_IT_IS)
  const moved = useDeferredValue(shift)
  const shown = useMemo(() => new Set(animals.map((a) => a.id)), [animals])
  const judged = useMemo(() => {
    if (!data) return null
    const protocols = Object.fromEntries(
      Object.entries(data.protocols).map(([key, p]) => [key, { now: p, then: shifted(p, moved) }]),
    )
    return data.breeders
      .filter((b) => shown.has(b.id))
      .map(({ id, tag, facts, protocol, overruled }) => {
        const { now, then } = protocols[protocol]!
        const judge = (p: Protocol) => overruled ?? judgeReadiness(facts, p, data.today).verdict
        return { id, tag, from: judge(now), to: judge(then) }
      })
  }, [data, moved, shown])
  if (!judged) return null
  const changed = judged.filter((j) => j.from !== j.to)
  const count = (verdict: ReadinessVerdict, side: 'from' | 'to') =>
    judged.filter((j) => j[side] === verdict).length
  const set = (part: Partial<Shift>) => setShift((s) => ({ ...s, ...part }))
  const percent = (v?: number) => `${v} %`
  return (
    <section className="card below-16" aria-label="What if">
      <div className="between">
        <h2>What if the thresholds were otherwise?</h2>
        <button type="button" className="plain" onClick={() => setShift(AS_IT_IS)}>
          as they are
        </button>
      </div>
      <div className={css.sliders}>
        <label>
          weight asked <b className="fig">{shift.weight} %</b>
          <Slider
            included={false}
            min={60}
            max={140}
            value={shift.weight}
            onChange={(weight) => set({ weight })}
            tooltip={{ formatter: percent }}
            ariaLabelForHandle="weight asked, per cent"
          />
        </label>
        <label>
          age asked <b className="fig">{shift.age} %</b>
          <Slider
            included={false}
            min={60}
            max={140}
            value={shift.age}
            onChange={(age) => set({ age })}
            tooltip={{ formatter: percent }}
            ariaLabelForHandle="age asked, per cent"
          />
        </label>
        <label>
          rest asked <b className="fig">{shift.rest} %</b>
          <Slider
            included={false}
            min={0}
            max={200}
            step={5}
            value={shift.rest}
            onChange={(rest) => set({ rest })}
            tooltip={{ formatter: percent }}
            ariaLabelForHandle="rest asked, per cent"
          />
        </label>
        <label>
          meals in a row{' '}
          <b className="fig">
            {shift.meals > 0 ? '+' : shift.meals < 0 ? '−' : '±'}
            {Math.abs(shift.meals)}
          </b>
          <Slider
            included={false}
            min={-3}
            max={5}
            value={shift.meals}
            onChange={(meals) => set({ meals })}
            ariaLabelForHandle="meals in a row, more or fewer"
          />
        </label>
      </div>
      <p role="status">
        {(['ready', 'trial', 'not this season'] as const).map((v) => (
          <span key={v} className="after-16">
            <Verdict verdict={v} />{' '}
            <span className="fig">
              {count(v, 'from') === count(v, 'to')
                ? count(v, 'to')
                : `${count(v, 'from')} → ${count(v, 'to')}`}
            </span>
          </span>
        ))}
        {changed.length === 0 && <span className="quiet">No verdict would change.</span>}
      </p>
      {changed.length > 0 && (
        <ul className="lines">
          {changed.slice(0, MOST_NAMED).map((c) => (
            <li key={c.id} className="between">
              <Link className="tag" to={`/animals/${c.id}`}>
                {c.tag}
              </Link>
              <span>
                <Verdict verdict={c.to} /> <span className="quiet">instead of {c.from}</span>
              </span>
            </li>
          ))}
          {changed.length > MOST_NAMED && <li className="quiet">and {changed.length - MOST_NAMED} more</li>}
        </ul>
      )}
      <p className="small quiet">
        Only asked, nothing is written. To keep it, change the <Link to="/protocols">protocol</Link>.
      </p>
    </section>
  )
}
