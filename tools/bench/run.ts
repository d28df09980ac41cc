import {
  judgeReadiness,
  cornSnake,
  developmentOver,
  forecastHatch,
  joinReadings,
  type BreederFacts,
  type Reading,
} from '../../packages/core/src'

/*
 * How long the heavy calculations take, as medians of several runs and, where it can be, as a ratio: machines are noisy.
 *   npm run bench
 */
const RUNS = 7

function median(work: () => void): number {
  work()
  const times = Array.from({ length: RUNS }, () => {
    const start = performance.now()
    work()
    return performance.now() - start
  })
  return times.sort((a, b) => a - b)[Math.floor(RUNS / 2)]!
}

const HOUR = 3_600_000
const LAID = Date.parse('2027-04-20T06:00:00Z')
const log = (count: number): Reading[] =>
  Array.from({ length: count }, (_, i) => ({
    at: LAID + (i * 60 * 24 * HOUR) / count,
    celsius: 28 + Math.sin(i),
  }))
const inputs = (readings: Reading[]) => ({
  curve: cornSnake.incubation!,
  eggSpreadDays: 1.5,
  clutchSpread: 0.03,
  laid: { from: LAID, to: LAID },
  readings,
  setPointC: 28,
  gapHours: 3,
  now: LAID + 60 * 24 * HOUR,
})

console.log('hatch forecast from an irregular log, median of', RUNS)
let before = 0
for (const count of [1_500, 15_000, 150_000]) {
  const readings = log(count)
  const ms = median(() => void forecastHatch(inputs(readings)))
  console.log(
    `  ${count} readings: ${ms.toFixed(1)} ms${before ? `, ${(ms / before).toFixed(1)} times the tenth of it` : ''}`,
  )
  before = ms
}

const readings = log(15_000)
const exact = median(
  () =>
    void developmentOver(cornSnake.incubation!, joinReadings(readings, LAID, LAID + 60 * 24 * HOUR, 28, 3)),
)
const stepped = median(() => {
  let done = 0
  for (let at = LAID, i = 0; at < LAID + 60 * 24 * HOUR; at += 60_000) {
    while (i + 1 < readings.length && readings[i + 1]!.at <= at) i++
    done += Math.max(0, Math.min(readings[i]!.celsius, 31) - 15) / 780 / 1440
  }
  return done
})
console.log(
  `exact integration against one by minutes: ${(exact / stepped).toFixed(2)} of its time (${exact.toFixed(1)} ms)`,
)

const facts: BreederFacts = {
  ...{
    sex: 'female',
    sexCertainty: 0.98,
    hatched: { from: '2022-06-01', to: '2022-06-01' },
    weight: { grams: 338, on: '2027-05-20', context: 'empty' },
  },
  ...{
    condition: { score: 3, on: '2027-05-20' },
    mealsInARow: 5,
    refusalsInARow: 0,
    lastTakenOn: '2027-05-18',
    inShedSince: null,
    quarantineUntil: null,
  },
  ...{ openProblems: [], presence: 'here', resting: false, lastClutch: null },
}
const ms = median(() => {
  for (let i = 0; i < 10_000; i++) judgeReadiness(facts, cornSnake, '2027-05-27')
})
console.log(`readiness of 10000 animals: ${ms.toFixed(0)} ms`)
