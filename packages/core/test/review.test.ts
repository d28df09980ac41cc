import {
  compareUnits,
  fisherExact,
  groupFigures,
  holdTogether,
  MEASURES,
  reviewBy,
  reviewSeasons,
  seasonOf,
  settledOf,
  youngSays,
} from '../src'
import type { ReviewFact, YoungRecord } from '../src'
import { normals, uniforms } from './chance'

const one = (sum: number, count = 1, stratum = '') => ({ stratum, sum, count })
const ones = (hits: number, of: number) => Array.from({ length: of }, (_, i) => one(i < hits ? 1 : 0))

describe('two groups against chance', () => {
  it('of single members is Fisher’s exact test', () => {
    for (const [a, b, c, d] of [
      [4, 2, 1, 5],
      [3, 3, 2, 4],
      [5, 0, 1, 4],
    ] as const) {
      const { p } = compareUnits(ones(a, a + b), ones(c, c + d))
      // With as many on either side a table as likely is as far apart, so that the two are one test.
      expect(p).toBeCloseTo(fisherExact(a, b, c, d), 10)
    }
  })

  it('goes through all splits by hand: three of one against two of another', () => {
    const values = [10, 11, 12, 20, 21]
    const { p, difference, leastP, verdict } = compareUnits(
      values.slice(0, 3).map((v) => one(v)),
      values.slice(3).map((v) => one(v)),
    )
    expect(difference).toBeCloseTo(11 - 20.5)
    // Of ten ways to choose three of five none is as far apart but the seen one.
    expect([p, leastP]).toEqual([0.1, 0.1])
    expect(verdict).toBe('too few to tell')
  })

  it('never mixes species: what differs only because one season had more of the larger kind is no difference', () => {
    const few = [one(50, 5, 'gecko'), one(52, 5, 'gecko')]
    const first = [...few, ...Array.from({ length: 6 }, (_, i) => one(1000 + i, 10, 'snake'))]
    const second = [
      ...Array.from({ length: 6 }, (_, i) => one(51 + (i % 2), 5, 'gecko')),
      one(1002, 10, 'snake'),
    ]
    const apart = compareUnits(first, second)
    expect(Math.abs(apart.difference)).toBeLessThan(1)
    expect(apart.verdict).not.toBe('more than chance')
    expect(compareUnits([one(1, 1, 'a')], [one(1, 1, 'b')])).toMatchObject({
      p: 1,
      verdict: 'too few to tell',
    })
  })

  it('holds the true difference in about nineteen of twenty trials, and finds nothing where there is nothing', () => {
    const [normal, even] = [normals(11), uniforms(12)]
    const group = (mean: number) =>
      Array.from({ length: 7 }, () => {
        const own = mean + normal()
        const count = 4 + Math.floor(even() * 6)
        return one(own * count, count)
      })
    let [held, found] = [0, 0]
    const trials = 60
    for (let n = 0; n < trials; n++) {
      const { low, high } = compareUnits(group(12), group(10))
      if (low !== null && high !== null && low <= 2 && 2 <= high) held++
      if (compareUnits(group(10), group(10)).verdict === 'more than chance') found++
    }
    expect(held / trials).toBeGreaterThan(0.85)
    expect(found / trials).toBeLessThan(0.13)
  })

  it('looks at many only with more care', () => {
    expect(holdTogether([0.04, 0.001, 0.03])).toEqual([false, true, false])
    expect(holdTogether([0.01, 0.02, 0.03])).toEqual([true, true, true])
    expect(holdTogether([])).toEqual([])
  })
})

const fact = (change: Partial<ReviewFact>): ReviewFact => ({
  ...{
    measure: 'hatchling weight',
    season: 2027,
    unit: 'u',
    name: 'u',
    opens: { room: 'incubation', id: 'u' },
  },
  ...{ is: { species: 'corn snake' }, sum: 8, count: 1, ...change },
})

describe('groups side by side', () => {
  it('draws small groups towards the others, and large ones hardly', () => {
    const shares = (name: string, sum: number, count: number) => [
      fact({ measure: 'hatch rate', is: { line: name }, sum, count }),
    ]
    const [small, large, other] = groupFigures({ kind: 'share' }, [
      shares('a', 0, 3),
      shares('b', 90, 100),
      shares('c', 70, 80),
    ])
    expect(small!.value).toBe(0)
    expect(small!.expected).toBeGreaterThan(0.2)
    expect(Math.abs(large!.expected! - 0.9)).toBeLessThan(0.03)
    expect([other!.low! < 0.875, other!.high! > 0.875]).toEqual([true, true])
  })

  it('takes the interval of a mean from how far clutches lie apart, and none from a single clutch', () => {
    const clutch = (mean: number) => fact({ sum: mean * 10, count: 10 })
    const [several, single, empty] = groupFigures({ kind: 'mean' }, [
      [8, 9, 10, 11].map(clutch),
      [clutch(7)],
      [],
    ])
    // By hand: mean 9.5, the standard error of four clutches 1.291 / 2.
    expect(several!.value).toBeCloseTo(9.5)
    expect(several!.high! - several!.value!).toBeCloseTo(1.96 * 0.6455, 3)
    expect([single!.value, single!.low, empty!.value]).toEqual([7, null, null])
  })
})

describe('a season against another', () => {
  const clutch = (season: number, n: number, method: string, grams: number): ReviewFact[] => {
    const base = { season, unit: `${season}-${n}`, is: { species: 'corn snake', method } }
    return [
      fact({ ...base, measure: 'eggs', sum: 12, count: 1 }),
      fact({ ...base, sum: grams * 10, count: 10 }),
    ]
  }
  const moist = [8.1, 8.3, 7.9, 8.2, 8.0, 8.2].flatMap((g, n) => clutch(2026, n, 'moist', g))

  it('finds the method that was changed and what goes with it, and says that the season changed too', () => {
    const dry = [7.0, 7.2, 6.9, 7.1, 7.0].flatMap((g, n) => clutch(2027, n, 'dry', g))
    const { measures, changes } = reviewSeasons([...moist, ...dry], 2027, 2026)
    const weight = measures.find((m) => m.measure.name === 'hatchling weight')!
    expect(weight.comparison).toMatchObject({ verdict: 'more than chance', units: [5, 6] })
    expect(weight.comparison.p).toBeCloseTo(1 / 462, 6)
    expect(weight.comparison.high!).toBeLessThan(0)
    expect(measures.find((m) => m.measure.name === 'eggs')!.comparison.verdict).toBe('chance will do')
    const [change] = changes
    expect(change).toMatchObject({
      from: 'moist',
      to: 'dry',
      before: { with: 0, of: 6 },
      now: { with: 5, of: 5 },
    })
    expect(change!.effects[0]).toMatchObject({ holds: true, tiedToSeason: true })
  })

  it('tells method and season apart where a season had both', () => {
    const both = [7.0, 7.2, 6.9, 7.1, 7.0, 7.1].flatMap((g, n) => clutch(2027, n, 'dry', g))
    const kept = [8.0, 8.1, 8.2, 8.1].flatMap((g, n) => clutch(2027, 10 + n, 'moist', g))
    const [change] = reviewSeasons([...moist, ...both, ...kept], 2027, 2026).changes
    expect(change!.effects[0]).toMatchObject({ holds: true, tiedToSeason: false })
  })

  it('counts a clutch once, whoever fed its young', () => {
    const fed = (helper: string, sum: number) =>
      fact({ measure: 'first meal', is: { species: 'corn snake', helper }, sum, count: 4 })
    const facts = [fed('Wren', 4), fed('Barnaby', 2)]
    expect(reviewSeasons(facts, 2027, 2026).measures[0]!.now).toMatchObject({
      units: 1,
      members: 8,
      value: 0.75,
    })
    const by = reviewBy(
      facts,
      MEASURES.find((m) => m.name === 'first meal')!,
      'helper',
    )
    expect(by.map((g) => [g.name, g.figure.value])).toEqual([
      ['Barnaby', 0.5],
      ['Wren', 1],
    ])
  })

  it('says nothing of seasons without anything, and groups by what a fact is of', () => {
    expect(reviewSeasons([], 2027, 2026)).toEqual({ season: 2027, against: 2026, measures: [], changes: [] })
    const by = reviewBy(
      moist,
      MEASURES.find((m) => m.name === 'hatchling weight')!,
      'method',
    )
    expect(by.map((g) => [g.name, g.figure.units, g.figure.members])).toEqual([['moist', 6, 60]])
  })
})

describe('who is asked', () => {
  const young = (change: Partial<YoungRecord>): YoungRecord => ({
    ...{
      age: 200,
      sex: 'unknown',
      sexCertainty: 0,
      diedAt: null,
      leftAt: null,
      firstGrams: 8,
      laterGrams: null,
    },
    ...{ firstMealAt: 12, offered: 2, refused: 1, price: null, ...change },
  })

  it('is one of an age at which its mates have had the same time to eat, or to die', () => {
    expect(youngSays(young({ age: 20 }))).toEqual({ 'hatchling weight': 8 })
    expect(youngSays(young({ age: 20, diedAt: 5, firstMealAt: null }))).toEqual({ 'hatchling weight': 8 })
    expect(youngSays(young({}))).toEqual({
      ...{ 'hatchling weight': 8, 'first meal': 1, refusals: 1, raised: 1 },
      ...{ 'lost unfed': 0, 'lost fed': 0 },
    })
    expect(youngSays(young({ firstMealAt: 41 }))).toMatchObject({ 'first meal': 0, refusals: 1 })
    expect(youngSays(young({ diedAt: 60, firstMealAt: null, offered: 4 }))).toMatchObject({
      ...{ 'first meal': 0, raised: 0, 'lost unfed': 1 },
    })
    expect(youngSays(young({ diedAt: 60, firstMealAt: null }))).not.toHaveProperty('lost fed')
    expect(youngSays(young({ diedAt: 60 }))).toMatchObject({ raised: 0, 'lost unfed': 0, 'lost fed': 1 })
    expect(youngSays(young({ age: 120, diedAt: 100 }))).toMatchObject({ raised: 1, 'lost fed': 0 })
  })

  it('is not one that was handed over before, nor of an unsure sex', () => {
    const left = youngSays(young({ leftAt: 60, price: 45, sex: 'female', sexCertainty: 0.7 }))
    expect(left).toEqual({ 'hatchling weight': 8, 'first meal': 1, refusals: 1, price: 45 })
    expect(youngSays(young({ leftAt: 10, firstMealAt: null }))).not.toHaveProperty('first meal')
    expect(youngSays(young({ sex: 'male', sexCertainty: 0.95, laterGrams: 20 }))).toMatchObject({
      ...{ females: 0, growth: 12 },
    })
  })

  it('is a pairing only once the slowest of its species would have laid', () => {
    const course = (age: number, took: number | null, species = 'snake') => ({ species, age, took })
    const all = [
      course(300, 70),
      course(300, 95),
      course(80, 60),
      course(80, null),
      course(120, null),
      course(140, null, 'skink'),
    ]
    expect(settledOf(all)).toEqual([all[0], all[1], all[4]])
    expect(settledOf([course(151, null, 'skink')])).toHaveLength(1)
  })
})

test('a season is named by the year in which it ends', () => {
  expect(['2026-08-31', '2026-09-01', '2027-01-05'].map((d) => seasonOf(d, 9))).toEqual([2026, 2027, 2027])
  expect(seasonOf('2026-12-31', 1)).toBe(2026)
})
