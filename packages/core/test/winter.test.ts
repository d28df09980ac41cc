import {
  addDays,
  chanceByDate,
  fisherExact,
  lossRate,
  nightLows,
  nightRun,
  packTubs,
  seasonSurvival,
  shareInterval,
  type Night,
  type RestOutcome,
  type TubAnimal,
} from '../src'
import { uniforms } from './chance'

const nights = (from: string, ...lows: number[]): Night[] =>
  lows.map((lowC, i) => ({ day: addDays(from, i), lowC }))
const under6 = { nights: 3, side: 'under', limitC: 6 } as const

describe('nights in a row', () => {
  it('finds the night that completes the first run', () => {
    const run = nightRun(nights('2026-10-20', 5, 4, 7, 5, 5, 3, 2, 8), under6)
    expect(run).toMatchObject({ metOn: '2026-10-25', running: 0, longest: 4, toGo: 0 })
  })

  it('says how many are still wanting', () => {
    expect(nightRun(nights('2026-10-20', 7, 5, 5.9), under6)).toMatchObject({
      metOn: null,
      running: 2,
      toGo: 1,
    })
    expect(nightRun([], under6)).toMatchObject({ metOn: null, running: 0, toGo: 3, last: null })
  })

  it('counts strictly: a night at the limit is not under it', () => {
    expect(nightRun(nights('2026-10-20', 6, 6, 6), under6).running).toBe(0)
    expect(nightRun(nights('2026-04-20', 9, 9.1), { nights: 1, side: 'over', limitC: 9 }).metOn).toBe(
      '2026-04-21',
    )
  })

  it('starts again after a night that nobody logged', () => {
    const run = nightRun([...nights('2026-10-20', 5, 5), ...nights('2026-10-23', 5)], under6)
    expect(run).toMatchObject({ running: 1, missing: ['2026-10-22'] })
  })

  it('refuses nights out of order', () => {
    expect(() => nightRun([...nights('2026-10-21', 5), ...nights('2026-10-20', 5)], under6)).toThrow(
      RangeError,
    )
  })

  it('takes the low of each night from noon to noon', () => {
    const at = (text: string, celsius: number) => ({ at: Date.parse(text), celsius })
    expect(
      nightLows(
        [
          at('2026-10-20T18:00Z', 9),
          at('2026-10-21T05:00Z', 4),
          at('2026-10-21T11:30Z', 12),
          at('2026-10-21T12:30Z', 14),
        ],
        'UTC',
      ),
    ).toEqual([
      { day: '2026-10-20', lowC: 4 },
      { day: '2026-10-21', lowC: 14 },
    ])
  })
})

describe('the chance of it, by date', () => {
  const year = (y: number, ...lows: number[]) => nights(`${y}-10-20`, ...lows)
  const past = [
    ...year(2022, 5, 5, 5, 5),
    ...year(2023, 7, 5, 5, 5),
    ...year(2024, 7, 7, 7, 7),
    ...year(2025, 5, 7, 5),
  ]

  it('is the share of past years that had met it, played on from tonight', () => {
    const shares = chanceByDate(past, under6, { from: '2026-10-20', running: 0, days: 4 })
    expect(shares.map((s) => [s.share, s.years])).toEqual([
      [0, 4],
      [0, 4],
      [1 / 4, 4],
      [2 / 3, 3],
    ])
    // Two cold nights stand already: one more completes the run.
    const near = chanceByDate(past, under6, { from: '2026-10-20', running: 2, days: 1 })
    expect(near[0]!.share).toBe(0.5)
  })

  it('never falls, and its interval holds it', () => {
    const luck = uniforms(3)
    const many = Array.from({ length: 12 }, (_, i) =>
      nights(`${2014 + i}-10-01`, ...Array.from({ length: 60 }, (__, d) => 12 - d / 5 + 8 * (luck() - 0.5))),
    ).flat()
    const shares = chanceByDate(many, under6, { from: '2026-10-01', running: 0, days: 60 })
    shares.forEach((s, i) => {
      expect(s.low).toBeLessThanOrEqual(s.share)
      expect(s.high).toBeGreaterThanOrEqual(s.share)
      if (i > 0) expect(s.share).toBeGreaterThanOrEqual(shares[i - 1]!.share)
    })
    expect(shares.at(-1)!.share).toBe(1)
  })
})

describe('packing tubs', () => {
  const rules = { count: 3, litresPer100g: 5, sizeRatio: 1.5, sexesApart: true }
  const animal = (
    tag: string,
    grams: number,
    sex: TubAnimal['sex'] = 'female',
    species = 'fire salamander',
  ) => ({
    id: tag,
    tag,
    species,
    grams,
    sex,
  })
  const tub = (name: string, litres: number) => ({ id: name, name, litres })

  it('puts like with like: species, sex and size', () => {
    const { tubs, left } = packTubs(
      [
        animal('a', 40),
        animal('b', 38),
        animal('c', 20),
        animal('d', 36, 'male'),
        animal('e', 39, 'female', 'newt'),
      ],
      [1, 2, 3, 4, 5].map((n) => tub(`T${n}`, 10)),
      () => rules,
    )
    expect(tubs.map((t) => t.animals.map((a) => a.tag))).toEqual([['a', 'b'], ['e'], ['d'], ['c']])
    expect(left).toEqual([])
  })

  it('says who found no tub and why', () => {
    const { left, tubs } = packTubs(
      [animal('big', 900), animal('a', 40), animal('b', 20)],
      [tub('T1', 8)],
      () => rules,
    )
    expect(tubs).toHaveLength(1)
    expect(left.map((l) => l.says)).toEqual([
      'big wants 45.0 L; the largest tub left has 8 L',
      'no tub is left for b, which wants 1.0 L',
    ])
  })

  it('never breaks a rule, whoever comes', () => {
    const luck = uniforms(11)
    const animals = Array.from({ length: 200 }, (_, i) =>
      animal(`x${i}`, 10 + 90 * luck(), luck() < 0.5 ? 'female' : 'male', luck() < 0.5 ? 'a' : 'b'),
    )
    const packing = packTubs(
      animals,
      Array.from({ length: 90 }, (_, i) => tub(`T${i}`, 4 + 12 * luck())),
      () => rules,
    )
    expect(packing.tubs.flatMap((t) => t.animals).length + packing.left.length).toBe(200)
    for (const { tub: t, animals: inside, litresWanted } of packing.tubs) {
      const grams = inside.map((a) => a.grams)
      expect(inside.length).toBeLessThanOrEqual(3)
      expect(Math.max(...grams) / Math.min(...grams)).toBeLessThanOrEqual(1.5)
      expect(new Set(inside.map((a) => a.sex + a.species)).size).toBe(1)
      expect(litresWanted).toBeCloseTo(
        grams.reduce((s, g) => s + g / 20, 0),
        9,
      )
      expect(litresWanted).toBeLessThanOrEqual(t.litres)
    }
  })

  it('keeps those of unknown sex alone where sexes are parted', () => {
    const { tubs } = packTubs(
      [animal('a', 40, 'unknown'), animal('b', 40, 'unknown')],
      [tub('1', 9), tub('2', 9)],
      () => rules,
    )
    expect(tubs).toHaveLength(2)
  })
})

describe('weight lost in the cold', () => {
  const start = { on: '2026-12-01', grams: 300 }
  const lines = { warnLoss: 0.05, alarmLoss: 0.08 }
  const rate = (...weights: [string, number][]) =>
    lossRate(
      start,
      weights.map(([on, grams]) => ({ on, grams })),
      lines,
      '2027-02-09',
    )

  it('is the slope through the start', () => {
    // numpy: least squares through the origin, 0.0093110 a week, two standard errors 0.0010063.
    const r = rate(['2026-12-11', 296], ['2026-12-21', 293], ['2027-01-01', 287])!
    expect(r.perWeek).toBeCloseTo(0.009310974, 8)
    expect(r.perWeekError!).toBeCloseTo(0.001006287, 8)
    expect(r.lost).toBeCloseTo(13 / 300, 10)
  })

  it('watches one that will cross the line before the end, and names the days', () => {
    const r = rate(['2026-12-11', 296], ['2026-12-21', 293], ['2027-01-01', 287])!
    expect(r.standing).toBe('watch')
    expect(r.alarmOn!.from <= r.alarmOn!.to).toBe(true)
    expect(r.alarmOn!.from > '2027-01-01' && r.alarmOn!.to < '2027-02-20').toBe(true)
  })

  it('is well while it loses little, and wakes at the alarm line', () => {
    expect(rate(['2026-12-31', 297])).toMatchObject({ standing: 'well', alarmOn: null, perWeekError: null })
    expect(rate(['2026-12-31', 276])).toMatchObject({ standing: 'wake now' })
    expect(rate(['2026-12-31', 303])!.lost).toBeLessThan(0)
    expect(rate()).toBeNull()
    expect(() => lossRate({ on: '2026-12-01', grams: 0 }, [], lines, null)).toThrow(RangeError)
  })

  it('stands beside those that came through, on the same day of the rest', () => {
    const r = lossRate(start, [{ on: '2026-12-21', grams: 294 }], lines, null, [
      [
        { day: 10, lost: 0.01 },
        { day: 30, lost: 0.03 },
      ],
      [{ day: 40, lost: 0.02 }],
      [{ day: 5, lost: 0.001 }],
    ])!
    expect(r.others).toEqual({
      medianLost: expect.closeTo(0.015, 9),
      mostLost: expect.closeTo(0.02, 9),
      count: 2,
    })
  })
})

describe('who came through', () => {
  // scipy.stats.binomtest(...).proportion_ci(method='exact')
  it.each([
    [8, 10, 0.443905, 0.974789],
    [0, 10, 0, 0.308497],
    [10, 10, 0.691503, 1],
    [47, 50, 0.834518, 0.987451],
    [1, 3, 0.008404, 0.905701],
  ])('%i of %i has the exact interval', (hits, of, low, high) => {
    const interval = shareInterval(hits, of)
    expect(interval.low).toBeCloseTo(low, 6)
    expect(interval.high).toBeCloseTo(high, 6)
  })

  // scipy.stats.fisher_exact
  it('is compared by the exact test', () => {
    expect(fisherExact(1, 9, 11, 3)).toBeCloseTo(0.0027594561852, 10)
    expect(fisherExact(28, 2, 35, 0)).toBeCloseTo(0.2091346153846, 10)
    expect(fisherExact(3, 1, 1, 3)).toBeCloseTo(0.48571428571, 10)
  })

  it('is counted by season and school; those that still rest are judged by nobody', () => {
    const of = (season: string, group: string, outcome: RestOutcome['outcome'], times: number) =>
      Array.from({ length: times }, () => ({ season, group, outcome }))
    const result = seasonSurvival([
      ...of('2025/26', 'dry', 'came through', 7),
      ...of('2025/26', 'dry', 'died', 1),
      ...of('2026/27', 'damp', 'came through', 3),
      ...of('2026/27', 'damp', 'woken early', 1),
      ...of('2026/27', 'dry', 'still resting', 2),
    ])
    expect(result.seasons.map((s) => [s.name, s.wentIn, s.cameOut, s.died, s.stillResting])).toEqual([
      ['2025/26', 8, 7, 1, 0],
      ['2026/27', 6, 4, 0, 2],
    ])
    expect(result.againstEarlier).toBeCloseTo(fisherExact(4, 0, 7, 1), 12)
    expect(result.betweenGroups!.names).toEqual(['dry', 'damp'])
    expect(seasonSurvival([])).toEqual({ seasons: [], groups: [], againstEarlier: null, betweenGroups: null })
  })
})

it('a rule made tonight counts the nights that were logged before it, and one met last year is not met now', () => {
  const rule = { nights: 3, side: 'under' as const, limitC: 6 }
  const log = [
    ...['2025-11-01', '2025-11-02', '2025-11-03'].map((day) => ({ day, lowC: 2 })),
    ...['2026-10-18', '2026-10-19'].map((day) => ({ day, lowC: 5 })),
  ]
  expect(nightRun(log, rule, '2026-10-20')).toMatchObject({ metOn: null, running: 2, toGo: 1, missing: [] })
  const night = (day: string) => ({ day, lowC: 4 })
  expect(nightRun([...log, night('2026-10-20')], rule, '2026-10-20').metOn).toBe('2026-10-20')
  // Met already on the eve.
  expect(nightRun([night('2026-10-17'), ...log.slice(3)], rule, '2026-10-20').metOn).toBe('2026-10-19')
})
