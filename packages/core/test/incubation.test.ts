import fc from 'fast-check'
import {
  clutchRates,
  cornSnake,
  developmentDays,
  developmentOver,
  developmentRate,
  excursions,
  findExcursions,
  forecastHatch,
  hatchHill,
  joinReadings,
  normalCumulative,
  normalQuantile,
  setAgainst,
  summariseClimate,
  thermalOfTwo,
  wilsonInterval,
  whenDeveloped,
  type HatchInputs,
  type Reading,
} from '../src'

const HOUR = 3_600_000
const DAY = 24 * HOUR
const LAID = Date.parse('2026-04-20T06:00:00Z')
const rules = cornSnake.incubation!

/** A seeded stream of numbers in [0, 1). */
function random(seed: number) {
  return () => {
    seed = (seed * 1664525 + 1013904223) % 4294967296
    return seed / 4294967296
  }
}

/** An irregular log with a hot night, a cold spell under the threshold and a gap of two days. */
function irregularLog(seed = 7): Reading[] {
  const next = random(seed)
  const log: Reading[] = []
  for (let at = LAID - DAY; at < LAID + 40 * DAY; at += (5 + next() * 100) * 60_000) {
    const day = (at - LAID) / DAY
    if (day > 20 && day < 22) continue
    const hot = day > 10.2 && day < 10.5 ? 7 : 0
    const cold = day > 30 && day < 30.6 ? -16 : 0
    log.push({ at, celsius: 28 + Math.sin(day * 6.28) * 0.8 + (next() - 0.5) * 0.4 + hot + cold })
  }
  return log
}

/** A second method: the temperature looked up second by second from the readings themselves. */
function hatchByStepping(log: Reading[], from: number, setPoint: number): number {
  const step = 10_000
  let done = 0
  let i = 0
  for (let at = from; ; at += step) {
    const middle = at + step / 2
    while (i + 1 < log.length && log[i + 1]!.at <= middle) i++
    const a = log[i]!
    const b = log[i + 1]
    const within = b && b.at - a.at <= rules.gapHours * HOUR && middle >= a.at
    const celsius = within
      ? a.celsius + ((middle - a.at) / (b.at - a.at)) * (b.celsius - a.celsius)
      : setPoint
    done += (Math.max(0, Math.min(celsius, 31) - 15) / 780) * (step / DAY)
    if (done >= 1) return at + step
  }
}

const inputs = (change: Partial<HatchInputs> = {}): HatchInputs => ({
  curve: rules,
  eggSpreadDays: rules.eggSpreadDays,
  clutchSpread: rules.clutchSpread,
  laid: { from: LAID, to: LAID },
  readings: [],
  setPoint: 28,
  gapHours: rules.gapHours,
  now: LAID,
  ...change,
})

describe('hatch window', () => {
  test('at a constant temperature it is the analytic one', () => {
    const forecast = forecastHatch(inputs({ laid: { from: LAID - DAY, to: LAID + 2 * DAY } }))!
    const duration = 780 / (28 - 15)
    const half = 1.645 * Math.sqrt(1.5 ** 2 + (0.03 * duration) ** 2 + 3 ** 2 / 12)
    expect(forecast.durationDays).toBeCloseTo(duration, 9)
    expect(forecast.likely).toBeCloseTo(LAID + DAY / 2 + duration * DAY, -4)
    expect((forecast.window.to - forecast.likely) / DAY).toBeCloseTo(half, 2)
    expect((forecast.likely - forecast.window.from) / DAY).toBeCloseTo(half, 2)
  })

  test('for an irregular log it equals an integration by steps to a minute', () => {
    const log = irregularLog()
    const forecast = forecastHatch(inputs({ readings: log, now: LAID + 40 * DAY }))!
    expect(Math.abs(forecast.likely - hatchByStepping(log, LAID, 28)) / 60_000).toBeLessThan(1)
  })

  test('a cool week puts it off by what it cost', () => {
    const cool = Array.from({ length: 169 }, (_, h) => ({ at: LAID + h * HOUR, celsius: 25 }))
    const late = forecastHatch(inputs({ readings: cool, now: LAID + 7 * DAY }))!
    const plain = forecastHatch(inputs())!
    expect((late.likely - plain.likely) / DAY).toBeCloseTo((7 * 3) / 13, 6)
  })

  test('hatches already seen draw the window towards them and tighten it', () => {
    const early = LAID + 57 * DAY
    const before = forecastHatch(inputs())!
    const after = forecastHatch(inputs({ hatchedAt: [early, early + DAY / 2] }))!
    expect(after.likely).toBeLessThan(before.likely)
    expect(after.window.to - after.window.from).toBeLessThan(before.window.to - before.window.from)
  })

  test('while eggs are waited for the past is cut off', () => {
    const now = LAID + 62 * DAY
    const forecast = forecastHatch(inputs({ now, waiting: 1 }))!
    expect(forecast.window.from).toBeGreaterThan(now)
    expect(forecastHatch(inputs({ now: LAID + 200 * DAY, waiting: 1 }))!.window.from).toBeGreaterThan(
      LAID + 200 * DAY,
    )
  })

  test('where it is too cold for eggs nothing is forecast, and a backward window is refused', () => {
    expect(forecastHatch(inputs({ setPoint: 15 }))).toBeNull()
    expect(() => forecastHatch(inputs({ laid: { from: LAID, to: LAID - 1 } }))).toThrow('backward')
  })

  test('nine in ten simulated eggs hatch within it', () => {
    const next = random(11)
    const normal = () => normalQuantile(Math.min(1 - 1e-9, Math.max(1e-9, next())))
    const log = irregularLog(3)
    const { window } = forecastHatch(
      inputs({ readings: log, laid: { from: LAID, to: LAID + 3 * DAY }, now: LAID + 40 * DAY }),
    )!
    let within = 0
    for (let clutch = 0; clutch < 400; clutch++) {
      const laid = LAID + next() * 3 * DAY
      const whole = whenDeveloped(rules, joinReadings(log, laid, laid + 400 * DAY, 28, rules.gapHours), 1)!
      const hatch = whole + normal() * 0.03 * (whole - laid) + normal() * 1.5 * DAY
      if (hatch >= window.from && hatch <= window.to) within++
    }
    expect(within / 400).toBeGreaterThan(0.86)
    expect(within / 400).toBeLessThan(0.94)
  })

  test('the hill of the hatch holds all of the probability', () => {
    const hill = hatchHill(forecastHatch(inputs())!, LAID, 120)
    expect(hill.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 4)
    expect(hill.indexOf(Math.max(...hill))).toBeGreaterThanOrEqual(59)
  })
})

describe('development', () => {
  test('the rate is nothing under the threshold and flat above the cap', () => {
    expect(developmentRate(rules, 14)).toBe(0)
    expect(developmentRate(rules, 35)).toBe(developmentRate(rules, 31))
    for (const [celsius, days] of [
      [26, 70.9],
      [28, 60.0],
      [30, 52.0],
    ] as const)
      expect(developmentDays(rules, celsius)).toBeCloseTo(days, 1)
  })

  test('however a log is cut in two, the parts add up to the whole', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 300 }), fc.double({ min: 5, max: 40, noNaN: true })), {
          minLength: 2,
          maxLength: 30,
        }),
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        (steps, share) => {
          let at = LAID
          const log = steps.map(([minutes, celsius]) => ({ at: (at += minutes * 60_000), celsius }))
          const end = at + DAY
          const cut = LAID + share * (end - LAID)
          const over = (from: number, to: number) =>
            developmentOver(rules, joinReadings(log, from, to, 28, 3))
          expect(over(LAID, cut) + over(cut, end)).toBeCloseTo(over(LAID, end), 9)
        },
      ),
    )
  })
})

describe('climate', () => {
  test('six hours at 34 are found with their exact crossings, effect and gravity', () => {
    const log: Reading[] = [
      [0, 28],
      [10, 28],
      [11, 34],
      [17, 34],
      [18, 28],
      [30, 28],
    ].map(([h, celsius]) => ({ at: LAID + h! * HOUR, celsius: celsius! }))
    const segments = joinReadings(log, LAID, LAID + 30 * HOUR, 28, 12)
    const [hot] = excursions(rules, segments, 28, rules)
    expect(hot).toMatchObject({ side: 'above', peakC: 34, gravity: 'harm' })
    expect(hot!.hours).toBeCloseTo(7, 9)
    // Held flat at 31: three degrees more than the set point for seven hours, over thirteen a day.
    expect(hot!.shiftDays).toBeCloseTo((7 * 3) / 24 / 13, 9)
    expect(hot!.doseCh).toBeCloseTo(6 * 3 + 2 * 0.5 * 0.5 * 3, 9)
  })

  test('a silence longer than the limit is filled by the set point and named', () => {
    const log = [0, 1, 9, 10].map((h) => ({ at: LAID + h * HOUR, celsius: 26 }))
    const segments = joinReadings(log, LAID, LAID + 12 * HOUR, 28, 3)
    const summary = summariseClimate(segments)
    expect(summary.gaps.map((g) => g.hours)).toEqual([8, 2])
    expect(summary.coverage).toBeCloseTo(2 / 12)
    expect(summary.meanC).toBe(26)
  })

  test('the mean is over time, not over readings', () => {
    const log = [0, 1, 2, 3].map((m) => ({ at: LAID + m * 60_000, celsius: 20 }))
    log.push({ at: LAID + 123 * 60_000, celsius: 20 }, { at: LAID + 243 * 60_000, celsius: 30 })
    expect(summariseClimate(joinReadings(log, LAID, log.at(-1)!.at, 28, 3)).meanC).toBeCloseTo(
      (123 * 20 + 120 * 25) / 243,
      9,
    )
  })

  test('no log at all has no extremes, and readings out of order are refused', () => {
    expect(summariseClimate(joinReadings([], LAID, LAID + DAY, 28, 3))).toMatchObject({
      coverage: 0,
      minC: null,
      meanC: null,
    })
    expect(findExcursions([], 20, 30)).toEqual([])
    expect(() =>
      joinReadings(
        [
          { at: 2, celsius: 1 },
          { at: 1, celsius: 1 },
        ],
        0,
        9,
        28,
        3,
      ),
    ).toThrow('order of time')
  })
})

describe('shares', () => {
  test('Wilson intervals as published', () => {
    expect(wilsonInterval(8, 10)).toMatchObject({
      share: 0.8,
      low: expect.closeTo(0.4902, 3),
      high: expect.closeTo(0.9433, 3),
    })
    expect(wilsonInterval(0, 10)).toMatchObject({ low: 0, high: expect.closeTo(0.2775, 3) })
    expect(wilsonInterval(0, 0)).toBeNull()
    expect(() => wilsonInterval(3, 2)).toThrow('no more successes')
  })

  test('its bounds solve the score equation they stand for', () => {
    const { low, high } = wilsonInterval(11, 14)!
    const z = (p: number) => (11 / 14 - p) / Math.sqrt((p * (1 - p)) / 14)
    expect(z(low)).toBeCloseTo(1.959964, 5)
    expect(z(high)).toBeCloseTo(-1.959964, 5)
  })

  test('the normal quantile undoes the distribution function', () => {
    for (const p of [0.001, 0.05, 0.25, 0.5, 0.9, 0.999])
      expect(normalCumulative(normalQuantile(p))).toBeCloseTo(p, 6)
    expect(normalQuantile(0.95)).toBeCloseTo(1.6448536, 6)
  })

  test('a clutch counts fertility from judged eggs and hatch rate from ended ones', () => {
    const rates = clutchRates(['hatched', 'hatched', 'dead', 'good', 'infertile', 'set'])
    expect(rates.fertility).toMatchObject({ successes: 4, trials: 5 })
    expect(rates.hatch).toMatchObject({ successes: 2, trials: 3 })
    expect(rates.waiting).toBe(2)
  })
})

test('an incubator that is set too warm or too cold for the eggs in it is told so, and by how far', () => {
  const rules = { warnC: { low: 22, high: 27 }, lethalC: { low: 18, high: 30, hours: 6 } }
  expect(setAgainst(rules, [24])).toEqual([])
  expect(setAgainst(rules, [28])).toEqual(['above the warning limit of 27 °C'])
  // By day and by night, each once.
  expect(setAgainst(rules, [28, 20, 28.5])).toEqual([
    'above the warning limit of 27 °C',
    'below the warning limit of 22 °C',
  ])
  expect(setAgainst(rules, [31])).toEqual(['above 30 °C, which kills eggs after 6 hours'])
  expect(setAgainst(rules, [12], (c) => `${c * 1.8 + 32} °F`)).toEqual([
    'below 64.4 °F, which kills eggs after 6 hours',
  ])
})

describe('days at two temperatures', () => {
  test('give the threshold and the constant, as worked out by hand', () => {
    // 60 days at 27 °C and 75 at 24 °C: 60 (27 - T) = 75 (24 - T), so T = (1800 - 1620) / 15 = 12 and K = 900.
    const found = thermalOfTwo({ days: 60, celsius: 27 }, { days: 75, celsius: 24 })
    expect(found).toEqual({ thresholdC: 12, degreeDays: 900 })
    expect(thermalOfTwo({ days: 75, celsius: 24 }, { days: 60, celsius: 27 })).toEqual(found)
  })

  test('whatever the species, its two pairs give it back', () => {
    const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })
    fc.assert(
      fc.property(between(5, 18), between(40, 3000), between(2, 8), between(2, 8), (T0, K, up, more) => {
        const at = (celsius: number) => ({ celsius, days: K / (celsius - T0) })
        const found = thermalOfTwo(at(T0 + up), at(T0 + up + more)) as {
          thresholdC: number
          degreeDays: number
        }
        expect(found.thresholdC).toBeCloseTo(T0, 6)
        expect(found.degreeDays / K).toBeCloseTo(1, 6)
      }),
    )
  })

  test.each([
    [60, 27, 75, 27.5, 'too close together'],
    [60, 27, 55, 24, 'the warmer temperature must take fewer days'],
    [60, 27, 61, 24, 'below freezing'],
    [0, 27, 75, 24, 'both numbers of days'],
  ])('%s days at %s and %s at %s cannot both be right', (days, celsius, more, cooler, says) => {
    expect(thermalOfTwo({ days, celsius }, { days: more, celsius: cooler })).toEqual({
      says: expect.stringContaining(says),
    })
  })
})
