import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
/*
 * How often the nine-in-ten band of tubs wanted holds, against seasons that are lived by their own rules: npm run bench:tubs
 *
 * A season here is played day by day and animal by animal, by code that shares nothing with the forecast: stages last as a
 * log-normal spread about what the protocol says, eggs hatch by a thermal model with its own noise, some weeks buyers come and
 * some they do not. What the forecaster is told is what a book would know on the first day.
 */
import { cornSnake, tubForecast, type LeavingChance, type TubQuestion, type TubStep } from '@hatch-book/core'

const SEASONS = 400
const WEEKS = 39
const RUNS = 400

// Another generator than the forecast's, so that nothing of its chance is shared.
const source = xoroshiro128plus(27_052_027)
const even = () => uniformFloat64(source)
function normal(): number {
  let sum = 0
  for (let i = 0; i < 12; i++) sum += even()
  return sum - 6
}
const whole = (from: number, to: number) => from + Math.floor(even() * (to - from + 1))

const stages = cornSnake.stages.slice(0, 5)
const SIZE_OF = ['small', 'small', 'small', 'middle', 'large'] as const
const steps: TubStep[] = stages.map((s, i) => ({ size: SIZE_OF[i]!, days: s.days, together: 1 }))
const READY = { typical: 52, least: 45, most: 72 }

interface Life {
  bornOn: number
  /** Days that each stage of this animal lasts. */
  lasts: number[]
  goneOn: number
}

/** A range holds nine in ten: its logarithm is spread so about the typical figure, to each side in its own way. */
function spread({ typical, least, most }: { typical: number; least: number; most: number }): number {
  const z = normal()
  const width = z < 0 ? Math.log(typical / Math.max(0.5, least)) : Math.log(most / typical)
  return typical * Math.exp((z * width) / 1.645)
}

function live(bornOn: number, quick: number, keep: number, lag: number): Life {
  const ready = bornOn + spread(READY)
  // Buyers come on some days and not on others: a chance each day from the day it is ready, or from today.
  let goneOn = Math.max(0, ready)
  if (even() < keep) goneOn = Infinity
  else while (even() > quick / lag) goneOn++
  return { bornOn, lasts: stages.map((s) => spread(s.days)), goneOn }
}

/** The step an animal is on, on a day; null when it is not born or gone. */
function stepOn({ bornOn, lasts, goneOn }: Life, day: number): number | null {
  if (day < bornOn || day >= goneOn) return null
  let begins = bornOn
  for (let i = 0; i < lasts.length - 1; i++) {
    begins += lasts[i]!
    if (day < begins) return i
  }
  return lasts.length - 1
}

const held = new Map<string, { inside: number; weeks: number }>()
const count = (key: string, inside: boolean) => {
  const kept = held.get(key) ?? { inside: 0, weeks: 0 }
  held.set(key, { inside: kept.inside + (inside ? 1 : 0), weeks: kept.weeks + 1 })
}

const began = performance.now()
for (let season = 0; season < SEASONS; season++) {
  const lag = 15 + 30 * even()
  const keep = 0.05 + 0.25 * even()
  // How eagerly this season buys: told to nobody.
  const quick = Math.exp(0.33 * normal())
  const leaving: LeavingChance = { readyAgeDays: READY, lagDays: lag, keep }
  // Young that are here: those of earlier clutches that are not gone by today.
  const here = Array.from({ length: whole(2, 6) }, () => whole(5, 200))
    .flatMap((age) => Array.from({ length: whole(4, 14) }, () => live(-age, quick, keep, lag)))
    .filter((life) => life.goneOn > 0)
  const now = here.map((life) => {
    const step = stepOn(life, 0)!
    const before = life.lasts.slice(0, step).reduce((a, b) => a + b, 0)
    return {
      count: 1,
      ageDays: -life.bornOn,
      steps: steps.slice(step),
      since: Math.max(0, -life.bornOn - before),
      leaving,
    }
  })
  const clutches = Array.from({ length: whole(3, 10) }, () => {
    const likely = whole(3, 90)
    const sd = 1.5 + 0.03 * likely
    return { eggs: whole(6, 22), likely, sd, rate: Math.min(0.98, Math.max(0.4, 0.8 + 0.09 * normal())) }
  })
  const question: TubQuestion = {
    have: { small: 60, middle: 40, large: 30 },
    now,
    weeks: WEEKS,
    toCome: clutches.map(({ eggs, likely, sd }) => ({
      eggs,
      hatch: { alpha: 16, beta: 4 },
      days: bell(likely, sd),
      steps,
      leaving,
    })),
  }
  const born = clutches.flatMap(({ eggs, likely, sd, rate }) => {
    const day = Math.max(0, Math.round(likely + sd * normal()))
    return Array.from({ length: eggs }, () => (even() < rate ? live(day, quick, keep, lag) : null)).filter(
      (life) => life !== null,
    )
  })
  for (const size of tubForecast(question, RUNS, season + 1))
    for (const week of size.weeks) {
      const wanted = [...here, ...born].filter((life) => {
        const step = stepOn(life, week.week * 7 + 3)
        return step !== null && SIZE_OF[step] === size.size
      }).length
      const inside = wanted >= week.low90 && wanted <= week.high90
      count(`${size.size} tubs`, inside)
      count('all', inside)
      count(week.week < 13 ? 'first quarter' : week.week < 26 ? 'second quarter' : 'third quarter', inside)
    }
}

function bell(likely: number, sd: number): number[] {
  const days = Array.from({ length: WEEKS * 7 }, (_, d) => Math.exp(-0.5 * ((d - likely) / sd) ** 2))
  const sum = days.reduce((a, b) => a + b, 0)
  return days.map((d) => d / sum)
}

console.log(
  `${SEASONS} seasons of ${WEEKS} weeks, ${RUNS} runs each, ${((performance.now() - began) / 1000).toFixed(0)} s`,
)
for (const [key, { inside, weeks }] of held)
  console.log(
    `${key.padEnd(16)} ${((100 * inside) / weeks).toFixed(1)} % of ${weeks} weeks within the nine-in-ten band`,
  )
const all = held.get('all')!
const share = all.inside / all.weeks
console.log(share >= 0.85 && share <= 0.95 ? 'wanted 85 to 95 %: held' : 'wanted 85 to 95 %: MISSED')
