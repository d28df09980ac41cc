import {
  anotherClutchChance,
  eggLimitsOf,
  estimateEggs,
  forecastHatch,
  frozenAlarm,
  lateAdvice,
  layingWindow,
  marginatedTortoise,
  nextNestCheck,
  normalQuantile,
  planHatching,
  readEggWords,
  watchBands,
  watchPlace,
  whatIf,
  type ClimateBands,
} from '../src'
import { normals, uniforms } from './chance'
import { corn, DAY, HOUR, inputs, LAID } from './hatchInputs'

describe('late eggs', () => {
  test('silence makes death likelier, exactly as simulated clutches show', () => {
    const [normal, next] = [normals(3), uniforms(4)]
    const survival = 0.8
    const [day, eggs] = [63, 4]
    let [silent, alive] = [0, 0]
    for (let i = 0; i < 20_000; i++) {
      const middle = 60 + normal() * 0.03 * 60
      const hatches = Array.from({ length: eggs }, () =>
        next() < survival ? middle + 1.5 * normal() : Infinity,
      )
      if (hatches.some((h) => h <= day)) continue
      silent += eggs
      alive += hatches.filter((h) => h < Infinity).length
    }
    const forecast = forecastHatch(inputs({ now: LAID + day * DAY, waiting: eggs, survival }))!
    expect(forecast.alive).toBeCloseTo(alive / silent, 1)
    expect(Math.abs(forecast.alive - alive / silent)).toBeLessThan(0.02)
  })

  test('siblings that hatched make the rest due, and patience runs out', () => {
    const hatchedAt = [57, 57.5, 58, 58.2].map((d) => LAID + d * DAY)
    const at = (day: number) =>
      forecastHatch(inputs({ now: LAID + day * DAY, waiting: 2, hatchedAt, survival: 0.85 }))!
    expect(at(59).window.to).toBeLessThan(LAID + 62.5 * DAY)
    expect(at(59).alive).toBeGreaterThan(0.6)
    expect(at(65).alive).toBeLessThan(0.05)
    // Told ahead, from today: the same chance as will be found then.
    expect(at(59).spread.alive(LAID + 62 * DAY)).toBeCloseTo(at(62).alive, 2)
  })
})

test('advice about a late egg follows its chance', () => {
  expect([0.9, 0.41, 0.3, 0.1].map(lateAdvice)).toEqual(['wait', 'wait', 'candle', 'open one'])
})

describe('what if, together, apart', () => {
  const now = LAID + 30 * DAY
  test('a degree less from tomorrow puts off what remains by its share', () => {
    const before = forecastHatch(inputs({ now }))!
    const after = whatIf(inputs({ now }), { from: now + DAY, celsius: 27 })!
    expect((after.likely - before.likely) / DAY).toBeCloseTo(29 * (13 / 12 - 1), 3)
  })

  const movable = [0, 4, 9].map((day, i) => ({
    id: 'abc'[i]!,
    limits: { low: 26, high: 30 },
    inputs: inputs({ now: LAID + 20 * DAY, laid: { from: LAID + day * DAY, to: LAID + day * DAY } }),
  }))

  test('clutches laid nine days apart are gathered on one day, and each temperature really gives it', () => {
    const plan = planHatching(movable, { kind: 'gathered' }, LAID + 20 * DAY)
    expect(plan.spanDays.before).toBeCloseTo(9, 2)
    expect(plan.spanDays.after).toBeLessThan(0.2)
    expect(plan.unmet).toEqual([])
    for (const [i, moved] of plan.clutches.entries()) {
      if (moved.celsius === null) continue
      const tried = whatIf(movable[i]!.inputs, { from: LAID + 20 * DAY, celsius: moved.celsius })!
      expect(Math.abs(tried.likely - moved.after) / DAY).toBeLessThan(0.1)
    }
  })

  test('or kept ten days apart, by the least change in all; what the limits forbid is named', () => {
    const plan = planHatching(movable, { kind: 'staggered', apartDays: 6 }, LAID + 20 * DAY)
    const days = plan.clutches.map((c) => (c.after - LAID) / DAY)
    expect(days[1]! - days[0]!).toBeGreaterThanOrEqual(5)
    expect(days[2]! - days[1]!).toBeGreaterThanOrEqual(4.9)
    // By hand: they are four and five days apart, so two days sooner for the first and one later for the last, three in all;
    // each is planned to a day.
    const change = plan.clutches.reduce((sum, c) => sum + Math.abs(c.after - c.before) / DAY, 0)
    expect(change).toBeGreaterThan(2)
    expect(change).toBeLessThan(4.1)
    expect(planHatching(movable, { kind: 'staggered', apartDays: 40 }, LAID + 20 * DAY).unmet.length).toBe(2)
    expect(planHatching([], { kind: 'gathered' }, LAID).clutches).toEqual([])
  })
})

test('windows of clutches drawn from what was learned hold nine in ten eggs', () => {
  const normal = normals(21)
  const z = normalQuantile(0.95)
  const forecast = forecastHatch(inputs({ constantSpread: 0.02, now: LAID + 30 * DAY }))!
  let held = 0
  const clutches = 3000
  for (let i = 0; i < clutches; i++) {
    const hatch = LAID + DAY * (60 * (1 + 0.02 * normal() + 0.03 * normal()) + 1.5 * normal())
    if (hatch >= forecast.window.from && hatch <= forecast.window.to) held++
  }
  expect(held / clutches).toBeGreaterThan(0.885)
  expect(held / clutches).toBeLessThan(0.915)
  expect((forecast.window.to - forecast.likely) / DAY).toBeCloseTo(z * Math.hypot(1.2, 1.8, 1.5), 1)
})

describe('finding', () => {
  const window = { from: '2027-05-20', to: '2027-06-15', likely: '2027-05-30' }
  const evidence = {
    window,
    own: [],
    usualDays: 40,
    signs: [],
    shedToLaying: { typical: 10, least: 7, most: 15 },
  }

  test('without signs and history it is the protocol’s window', () => {
    expect(layingWindow(evidence)).toEqual({ ...window, because: [] })
  })

  test('her own layings and a shed draw it towards them and narrow it', () => {
    const own = layingWindow({ ...evidence, own: [46, 47, 45] })
    expect(own.likely > window.likely).toBe(true)
    const shed = layingWindow({ ...evidence, signs: [{ sign: 'shed before laying', on: '2027-05-22' }] })
    // Eleven days after the shed, by the joint of two normals worked out by hand: (10/7.90² + 13/2.43²) / (1/7.90² + 1/2.43²).
    expect(shed.likely).toBe('2027-06-02')
    expect(shed.to < window.to).toBe(true)
    expect(shed.because).toEqual(['shed before laying on 2027-05-22'])
  })

  test('nests are looked at only near the window: each second day, and each day once it is likely', () => {
    expect(nextNestCheck(window, [], null, '2027-05-01')).toBeNull()
    expect(nextNestCheck(window, [], null, '2027-05-19')).toBe('2027-05-19')
    expect(nextNestCheck(window, [], '2027-05-20', '2027-05-20')).toBe('2027-05-22')
    expect(nextNestCheck(window, [], '2027-05-29', '2027-05-29')).toBe('2027-05-30')
    expect(nextNestCheck(window, [{ on: '2027-05-12' }], null, '2027-05-13')).toBe('2027-05-13')
  })

  test('another clutch is as likely as it was here, once that is known', () => {
    expect(anotherClutchChance(1, 1, { followed: 0, clutches: 0 })).toBe(0.25)
    expect(anotherClutchChance(1, 1, { followed: 18, clutches: 20 })).toBeGreaterThan(0.7)
    expect(anotherClutchChance(2, 5, { followed: 0, clutches: 0 })).toBe(0.85)
  })

  test('a sample of fifty in a tenth says five hundred, with the exact interval of a count', () => {
    // Exact 95 % limits of a Poisson count of 50: 37.1 and 65.9.
    const found = estimateEggs({ counted: 50, part: 2, whole: 20 })
    expect(found.count).toBe(500)
    expect(Math.abs(found.low - 371)).toBeLessThan(2)
    expect(Math.abs(found.high - 659)).toBeLessThan(3)
    expect(estimateEggs({ counted: 12, part: 1, whole: 1 })).toMatchObject({
      low: 12,
      high: 12,
      how: 'counted',
    })
    expect(() => estimateEggs({ counted: 5, part: 3, whole: 2 })).toThrow('part of the whole')
  })

  test('a row of eggs is said in words, and what cannot be is named', () => {
    const eggs = [1, 2, 3, 4, 5, 6, 7, 9]
    expect(readEggWords('3-5 dented, 9 dead', eggs)).toEqual({
      said: [
        { numbers: [3, 4, 5], fate: 'dented' },
        { numbers: [9], fate: 'dead' },
      ],
      says: null,
    })
    expect(readEggWords('1 2 bad; the rest ok', eggs).said[1]).toEqual({
      numbers: [3, 4, 5, 6, 7, 9],
      fate: 'good',
    })
    expect(readEggWords('all mould', eggs).said[0]!.numbers).toHaveLength(8)
    expect(readEggWords('8 dead', eggs).says).toContain('no open egg 8')
    expect(readEggWords('7-3 dead', eggs).says).toContain('lower number first')
    // One letter that may be two things is neither; one egg is not two things.
    expect(readEggWords('3 d', eggs)).toEqual({ said: [], says: "'d' may be damaged or dented or dead" })
    expect(readEggWords('3 den', eggs).said).toEqual([{ numbers: [3], fate: 'dented' }])
    expect(readEggWords('3-5 dented, 4 dead', eggs).says).toBe('egg 4 comes up twice')
    expect(readEggWords('all dented, 4 5 dead', eggs).says).toBe('eggs 4, 5 come up twice')
    expect(readEggWords('3 boiled', eggs).says).toContain("'boiled' is nothing an egg can be")
    expect(readEggWords('dented', eggs).says).toContain("write '3-7 dented'")
  })
})

describe('the watch over eggs and enclosures', () => {
  const limits = eggLimitsOf([corn, marginatedTortoise.incubation!])!
  const run = (...celsius: number[]) => celsius.map((c, i) => ({ at: LAID + i * 60_000, celsius: c }))

  test('is as strict as the strictest eggs, and says what to do for them', () => {
    expect(limits.bandC).toEqual({ low: 26, high: 31 })
    const [alarm] = watchPlace(run(30, 33.4, 33.8), limits)
    expect(alarm).toMatchObject({ kind: 'too warm', severity: 'alarm', peakC: 33.8 })
    expect(alarm!.says).toContain('too warm for eggs')
    expect(watchPlace(run(30, 30.2), limits)).toEqual([])
  })

  test('a probe that shows the same for forty readings is frozen, a calm one is not', () => {
    const next = uniforms(5)
    const lively = Array.from({ length: 60 }, (_, i) => ({
      at: LAID + i * 5000,
      celsius: 30 + Math.round(next() * 20) / 100,
    }))
    expect(frozenAlarm(lively)).toBeNull()
    const stuck = Array.from({ length: 41 }, (_, i) => ({ at: LAID + (60 + i) * 5000, celsius: 30.07 }))
    expect(frozenAlarm([...lively, ...stuck])).toMatchObject({ kind: 'probe frozen', severity: 'warn' })
    // Once an hour, in tenths, in a steady incubator: six alike are nothing, half a day without a tenth is.
    const hourly = (alike: number) =>
      [30.1, 30, 30.2, 30.1, 30.3, ...new Array<number>(alike).fill(30.2)].map((celsius, i) => ({
        ...{ at: LAID + i * HOUR, celsius },
      }))
    expect(frozenAlarm(hourly(7))).toBeNull()
    expect(frozenAlarm(hourly(14))).toMatchObject({ kind: 'probe frozen' })
    // One that says so once an hour and always was steady may well be right.
    expect(
      frozenAlarm(Array.from({ length: 8 }, (_, i) => ({ at: LAID + i * HOUR, celsius: 30 }))),
    ).toBeNull()
  })

  test('an enclosure is watched by day and by night, and for its damp', () => {
    const bands: ClimateBands = {
      day: { low: 28, high: 33 },
      night: { low: 20, high: 25 },
      dayFrom: 8,
      dayHours: 12,
      humidity: { low: 0.5, high: 0.8 },
    }
    const hours = (celsius: number, humidity: number, from = 0) =>
      Array.from({ length: 10 }, (_, i) => ({ at: LAID + from + i * 15 * 60_000, celsius, humidity }))
    // Six in the morning UTC is seven in Lisbon: night until eight.
    expect(watchBands(hours(30, 0.6, 4 * HOUR), bands, 'Europe/Lisbon')).toEqual([])
    const night = watchBands(hours(30, 0.3, -4 * HOUR), bands, 'Europe/Lisbon')
    expect(night.map((a) => a.kind)).toEqual(['too warm', 'too dry'])
    expect(night[0]!.says).toContain('by night')
    expect(watchBands(hours(30, 0.6, -4 * HOUR).slice(0, 4), bands, 'Europe/Lisbon')).toEqual([])
  })
})
