import type { ColonyView } from '@hatch-book/contract'
import { addDays, daysBetween, startFor } from '@hatch-book/core'
import { Input, InputNumber, Select } from 'antd'
import { useMemo, useState } from 'react'
import { useFigures } from '../shell/figures'

const USUALLY_AHEAD_DAYS = 70
const FEMALES_AT_HAND = 50

/** How many to set into a new bin for so many of one size by a day, and until when that can wait. */
export function StartFor({ colony, celsius, today }: { colony: ColonyView; celsius: number; today: string }) {
  const figures = useFigures()
  const { model } = colony
  const [count, setCount] = useState(200)
  const [stage, setStage] = useState(Math.min(2, model.stages.length - 1))
  const [by, setBy] = useState(addDays(today, USUALLY_AHEAD_DAYS))
  const [females, setFemales] = useState(FEMALES_AT_HAND)
  const isDay = /^\d{4}-\d{2}-\d{2}$/.test(by)
  const ahead = isDay ? daysBetween(today, by) : 0
  const plan = useMemo(() => {
    if (!(ahead >= 1 && ahead <= 730) || count < 1) return null
    const males = model.femaleShare === 1 ? 0 : Math.ceil(females / 3)
    return startFor({ model, bins: 1, celsius }, { stage, count, byDay: ahead, females, males })
  }, [model, celsius, stage, count, ahead, females])
  const whole = (n: number) => Math.round(n).toLocaleString('en')
  const name = model.stages[stage]!.name
  return (
    <div className="card" role="region" aria-label="Set up a bin for a day">
      <h3>Set up a bin for a day</h3>
      <div className="row" style={{ gap: 8, flexWrap: 'wrap' }}>
        <InputNumber
          aria-label="So many"
          size="small"
          min={1}
          max={1e6}
          precision={0}
          value={count}
          onChange={(n) => setCount(n ?? 0)}
          style={{ width: 90 }}
        />
        <Select
          aria-label="of which size"
          size="small"
          value={stage}
          onChange={setStage}
          style={{ width: 140 }}
          options={model.stages.map((s, value) => ({ value, label: s.name })).slice(1)}
        />
        <span>by</span>
        <Input
          aria-label="by which day"
          size="small"
          value={by}
          onChange={(e) => setBy(e.target.value)}
          style={{ width: 110 }}
        />
        <span>with</span>
        <InputNumber
          aria-label="females at hand"
          size="small"
          min={1}
          max={1e6}
          precision={0}
          value={females}
          onChange={(n) => setFemales(n ?? 1)}
          style={{ width: 80 }}
        />
        <span>females at hand</span>
      </div>
      <p data-testid="start-for">
        {!plan
          ? 'Write a day from tomorrow on, within two years, like 2027-08-01.'
          : plan.femalesToday === null
            ? plan.later
              ? `A bin set up today would be past ${name} by ${figures.day(by)}. Set up ${whole(plan.later.females)} females on ${figures.day(addDays(today, plan.later.day))} instead.`
              : `No bin set up from today on has ${whole(count)} ${name} by ${figures.day(by)}, however many females go in: choose a later day, more warmth, or more bins.`
            : `Set ${whole(plan.femalesToday)} females into a new bin today for ${whole(count)} ${name} on ${figures.day(by)}. ${
                plan.latestDay === null
                  ? `The ${whole(females)} at hand would come to ${whole(plan.comes)} by then: too few.`
                  : `With the ${whole(females)} at hand it can wait until ${figures.day(addDays(today, plan.latestDay))}.`
              }`}
      </p>
    </div>
  )
}
