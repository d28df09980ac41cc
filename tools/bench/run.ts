import {
  fitCollection,
  gompertzWeight,
  judgeReadiness,
  steadyWeight,
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
  setPoint: 28,
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

const flock = Array.from({ length: 1000 }, (_, a) => ({
  id: `a${a}`,
  group: `line ${a % 10}`,
  species: cornSnake.growth.female,
  points: Array.from({ length: 30 }, (__, i) => ({
    ageDays: 30 + i * 25,
    grams:
      (0.9 + (a % 21) / 100) *
      gompertzWeight(cornSnake.growth.female, 30 + i * 25) *
      (1 + 0.02 * Math.sin(a * 7 + i * 3)),
  })),
}))
const fitting = performance.now()
fitCollection(flock)
console.log(
  `growth of 1000 animals of 30 weights each: ${((performance.now() - fitting) / 1000).toFixed(1)} s (wanted under 5)`,
)

// Put on after a second, wriggles for three, then rests; read again with every fifth of a second as in the browser.
const samples = Array.from({ length: 200 }, (_, i) => {
  const second = i / 20
  const on = second < 1 ? 0 : 84
  const restless = second < 4 ? 0.12 * Math.sin(11 * second) : 0
  return { atMs: i * 50, grams: on * (1 + restless) + 0.2 * Math.sin(i * 12.9898) }
})
let readAt = NaN
let slowest = 0
for (let count = 4; count <= samples.length && Number.isNaN(readAt); count += 4) {
  const start = performance.now()
  const read = steadyWeight(samples.slice(0, count))
  slowest = Math.max(slowest, performance.now() - start)
  if (read.steady) readAt = samples[count - 1]!.atMs
}
console.log(
  `steady weight ${((readAt - 4000) / 1000).toFixed(1)} s after the animal went quiet (wanted within 3); one look takes ${slowest.toFixed(0)} ms`,
)
