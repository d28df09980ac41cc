import { mendShortage, playSeason, tubForecast, type TubQuestion } from '../src'
import { drawBeta, drawGamma, drawRange, evenStream } from '../src/statistics'

const exactly = (days: number) => ({ typical: days, least: days, most: days })
const question = (change: Partial<TubQuestion> = {}): TubQuestion => ({
  have: { small: 6, large: 3 },
  now: [],
  toCome: [],
  weeks: 10,
  ...change,
})
const steps = [
  { size: 'small', days: exactly(21), together: 1 },
  { size: 'large', days: exactly(100), together: 1 },
]

test('lives without chance are counted as one would on paper', () => {
  const [small, large] = tubForecast(
    question({ now: [{ count: 4, ageDays: 7, steps, since: 7, leaving: null }] }),
    40,
  )
  // Fourteen days are left in the small tubs: they are counted on days 3 and 10, and are gone on day 17.
  expect(small!.weeks.map((w) => w.middle)).toEqual([4, 4, 0, 0, 0, 0, 0, 0, 0, 0])
  expect(large!.weeks.map((w) => w.middle)).toEqual([0, 0, 4, 4, 4, 4, 4, 4, 4, 4])
  expect(small!.shortage).toBeNull()
  expect(large).toMatchObject({ firstShort: 2, shortage: { week: 2, by: 1, low: 1, high: 1 } })
})

test('a clutch that hatches for sure on a day, all of it or none, three to a tub', () => {
  const days = Array.from({ length: 70 }, (_, day) => (day === 14 ? 1 : 0))
  const clutch = (alpha: number, beta: number) => ({
    eggs: 7,
    hatch: { alpha, beta },
    days,
    steps: [{ size: 'small', days: exactly(500), together: 3 }],
    leaving: null,
  })
  const weeks = tubForecast(question({ toCome: [clutch(1e9, 1e-3)] }), 20)[0]!.weeks
  expect(weeks.map((w) => w.middle)).toEqual([0, 0, 3, 3, 3, 3, 3, 3, 3, 3])
  expect(
    tubForecast(question({ toCome: [clutch(1e-3, 1e9)] }), 20)[0]!.weeks.every((w) => w.high90 === 0),
  ).toBe(true)
})

test('those that are ready leave by and by, those that are held back stay', () => {
  const group = (keep: number) => ({
    count: 400,
    ageDays: 200,
    since: 0,
    steps: [{ size: 'small', days: exactly(900), together: 1 }],
    leaving: { readyAgeDays: exactly(100), lagDays: 21, keep },
  })
  const after = (keep: number) => tubForecast(question({ now: [group(keep)] }), 300)[0]!.weeks
  // Waits of mean 21 d, a whole season's quicker or slower by a gamma of shape 9: at day 24 the mean share that is left is
  // the gamma mixture of exponentials, worked here by its integral.
  let left = 0
  for (let s = 0.0005; s < 6; s += 0.001)
    left += (Math.exp(-24 / 21 / s) * s ** 8 * Math.exp(-9 * s) * 9 ** 9 * 0.001) / 40320
  expect(Math.abs(after(0)[3]!.middle / 400 - left)).toBeLessThan(0.03)
  expect(after(1).every((w) => w.low90 === 400)).toBe(true)
})

test('the same seed gives the same fan, another nearly the same', () => {
  const toCome = [
    {
      eggs: 12,
      hatch: { alpha: 16, beta: 4 },
      days: new Array<number>(70).fill(1 / 70),
      steps,
      leaving: null,
    },
  ]
  const fan = (seed: number) => tubForecast(question({ toCome }), 800, seed)[0]!.weeks.map((w) => w.middle)
  expect(fan(3)).toEqual(fan(3))
  expect(fan(3).every((n, week) => Math.abs(n - fan(4)[week]!) <= 1)).toBe(true)
})

test('mending is tried by playing the same seasons with it, and what mends nothing is left out', () => {
  const full = question({ now: [{ count: 9, ageDays: 0, steps, since: 0, leaving: null }] })
  const fewer = question({ now: [{ count: 7, ageDays: 0, steps, since: 0, leaving: null }] })
  expect(
    mendShortage(full, 'small', [
      { says: 'nothing', question: full },
      { says: 'sell 2', question: fewer },
    ]),
  ).toEqual([{ says: 'sell 2', by: 1 }])
})

test('a season cannot be played over no weeks', () => {
  expect(() => tubForecast(question({ weeks: 0 }))).toThrow(RangeError)
  expect(playSeason(question(), evenStream(1))).toEqual({
    small: new Array(10).fill(0),
    large: new Array(10).fill(0),
  })
})

test('draws have the means and spreads they should', () => {
  const even = evenStream(5)
  const many = (draw: () => number) => {
    const values = Array.from({ length: 20_000 }, draw)
    const mean = values.reduce((a, b) => a + b) / values.length
    return { mean, variance: values.reduce((sum, x) => sum + (x - mean) ** 2, 0) / values.length }
  }
  const gamma = many(() => drawGamma(9, even))
  expect(Math.abs(gamma.mean - 9)).toBeLessThan(0.1)
  expect(Math.abs(gamma.variance - 9)).toBeLessThan(0.5)
  const beta = many(() => drawBeta(16, 4, even))
  expect(Math.abs(beta.mean - 0.8)).toBeLessThan(0.01)
  expect(Math.abs(beta.variance - (16 * 4) / (20 * 20 * 21))).toBeLessThan(0.001)
  const triangle = many(() => drawRange({ typical: 25, least: 15, most: 55 }, even))
  // Reaching a quarter beyond: from 12.5 over 25 to 62.5.
  expect(Math.abs(triangle.mean - (12.5 + 25 + 62.5) / 3)).toBeLessThan(0.3)
})
