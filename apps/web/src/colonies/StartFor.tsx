import type { ColonyView } from '@hatch-book/contract'
import { addDays, daysBetween, startFor, type StartPlan } from '@hatch-book/core'
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
    if (!(ahead >= 1 && ahead <= 730) || count < 1 || females < 1) return null
    const males = model.femaleShare === 1 ? 0 : Math.ceil(females / 3)
    return startFor({ model, bins: 1, celsius }, { stage, count, byDay: ahead, females, males })
  }, [model, celsius, stage, count, ahead, females])
  const whole = (n: number) => Math.round(n).toLocaleString('en')
  const name = model.stages[stage]!.name
  const day = figures.day
  const missing =
    count < 1
      ? 'Enter how many you want.'
      : females < 1
        ? 'Enter how many females you have.'
        : plan === null
          ? 'Enter a day from tomorrow up to two years from now, such as 2027-08-01.'
          : null
  const inWords = ({ femalesToday, later, latestDay, comes }: StartPlan): string => {
    const wanted = `${whole(count)} ${name}`
    if (femalesToday !== null)
      return `Put ${whole(femalesToday)} females into a new bin today to have ${wanted} on ${day(by)}. ${
        latestDay === null
          ? `Your ${whole(females)} females would give only ${whole(comes)} by then.`
          : `With your ${whole(females)} females you can wait until ${day(addDays(today, latestDay))}.`
      }`
    if (!later)
      return `No bin can give you ${wanted} by ${day(by)}, however many females you put in. Choose a later day, keep them warmer, or use more bins.`
    const why =
      later.because === 'full'
        ? `A bin started today would be full before it gave you that many ${name}.`
        : `If you start today, they will have outgrown ${name} by ${day(by)}.`
    return `${why} Put ${whole(later.females)} females in on ${day(addDays(today, later.day))} instead.`
  }
  return (
    <div className="card" role="region" aria-label="Set up a bin for a day">
      <h3>Set up a bin for a day</h3>
      <div className="row gap-8 wraps">
        <InputNumber
          aria-label="So many"
          size="small"
          min={1}
          max={1e6}
          precision={0}
          value={count}
          onChange={(n) => setCount(n ?? 0)}
          className="w-90"
        />
        <Select
          aria-label="of which size"
          size="small"
          value={stage}
          onChange={setStage}
          className="w-150"
          options={model.stages.map((s, value) => ({ value, label: s.name })).slice(1)}
        />
        <span>by</span>
        <Input
          aria-label="by which day"
          size="small"
          value={by}
          onChange={(e) => setBy(e.target.value)}
          className="w-110"
        />
        <span>with</span>
        <InputNumber
          aria-label="females you have"
          size="small"
          min={1}
          max={1e6}
          precision={0}
          value={females}
          onChange={(n) => setFemales(n ?? 0)}
          className="w-90"
        />
        <span>females</span>
      </div>
      <p data-testid="start-for">{missing ?? (plan ? inWords(plan) : '')}</p>
    </div>
  )
}
