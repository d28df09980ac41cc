import {
  byUrgency,
  colonyModelOf,
  colonyWork,
  compileProtocol,
  countDaysOf,
  eatersOf,
  feederDemand,
  firstShortage,
  mendsFor,
  methodsOf,
  minutesAWeek,
  pipelineOf,
  provision,
  shortagesOf,
  startingDocuments,
  type Eater,
  type PreySource,
  type ProvisionQuestion,
} from '../src'

const document = (code: string) => startingDocuments.find((d) => d.code === code)!
const crickets = colonyModelOf(document('BC'))!
const SIZE3 = 3

/** So cold that nobody grows, lays or dies: what is left is plain subtraction. */
const STILL = 14
const still: PreySource = {
  ...{ id: 'q', name: 'Q1', model: crickets, bins: 2, celsius: STILL, countSpread: 0, countedDaysAgo: 0 },
  counted: { young: crickets.stages.map((_s, i) => (i === SIZE3 ? 1000 : 0)), females: 0, males: 0 },
  taken: [],
}
const question = (more: Partial<ProvisionQuestion> = {}): ProvisionQuestion => ({
  ...{ model: crickets, sources: [still], plans: [], takeShare: 0.5, weeks: 12 },
  wants: [{ stages: [SIZE3], weeks: Array.from({ length: 12 }, () => ({ mean: 100, spread: 0 })) }],
  ...more,
})

describe('whether the colonies feed the animals', () => {
  test('a store that nothing grows in lasts as long as subtraction says', () => {
    // Half of what is there may be taken: 1000, 900, … 200 give 100; from 100 only 50 may be.
    const { wants, sizes } = provision(question(), { runs: 10 })
    expect(wants[0]!.map((w) => w.chance)).toEqual([0, 0, 0, 0, 0, 0, 0, 0, 0, 1, 1, 1])
    expect(firstShortage(wants[0]!)).toBe(9)
    // Whole animals are taken out of each box by chance, so it is a few more or fewer.
    expect(Math.abs(wants[0]![9]!.by - 50)).toBeLessThan(3)
    sizes[SIZE3]!.may.slice(0, 3).forEach((m, i) =>
      expect(Math.abs(m.middle - [500, 450, 400][i]!)).toBeLessThan(4),
    )
    sizes[SIZE3]!.eaten.slice(0, 8).forEach((n) => expect(n).toBe(100))
    // Of the 200 that are left, half may be taken: where chance left a few fewer, it is a few short of 100.
    expect(sizes[SIZE3]!.eaten[8]).toBeLessThanOrEqual(100)
    expect(sizes[SIZE3]!.eaten[8]).toBeGreaterThan(96)
  })
  test('what was taken since the count is gone, whatever day it was taken', () => {
    const taken = [
      { daysAgo: 5, stage: SIZE3, count: 400 },
      { daysAgo: 0, stage: SIZE3, count: 100 },
    ]
    const { wants } = provision(question({ sources: [{ ...still, countedDaysAgo: 9, taken }] }), { runs: 5 })
    expect(firstShortage(wants[0]!)).toBe(4)
  })
  test('two colonies give in the measure of what they have; the pickiest eater is served first', () => {
    const other = {
      ...still,
      ...{ id: 'p', counted: { ...still.counted, young: still.counted.young.map((n) => n / 4) } },
    }
    const wants = [
      { stages: [2, SIZE3], weeks: [{ mean: 600, spread: 0 }] },
      { stages: [SIZE3], weeks: [{ mean: 100, spread: 0 }] },
    ]
    const out = provision(question({ sources: [still, other], wants, weeks: 1 }), { runs: 5 })
    // 625 may be taken: 100 go to the picky, 525 are left for 600.
    expect(out.wants[1]![0]!.chance).toBe(0)
    expect(out.wants[0]![0]).toMatchObject({ chance: 1, by: 75 })
  })
  test('a twentieth less is borne; a part of the animals that may be hungrier is a chance', () => {
    const weeks = (mean: number, spread = 0) => [{ stages: [SIZE3], weeks: [{ mean, spread }] }]
    expect(provision(question({ wants: weeks(520), weeks: 1 }), { runs: 5 }).wants[0]![0]!.chance).toBe(0)
    expect(provision(question({ wants: weeks(530), weeks: 1 }), { runs: 5 }).wants[0]![0]!.chance).toBe(1)
    // Short where 500 < 0.95 · wanted: wanted over 526, which is 0.52 spreads above 500: 30 %.
    const { chance } = provision(question({ wants: weeks(500, 50), weeks: 1 }), { runs: 2000 }).wants[0]![0]!
    expect(chance).toBeGreaterThan(0.26)
    expect(chance).toBeLessThan(0.34)
  })
  test('what is bought, spared and set up is played; a living colony answers alike each time', () => {
    const buy = { kind: 'buy' as const, stages: [SIZE3], fromWeek: 9, amounts: [60, 100, 100] }
    expect(firstShortage(provision(question({ plans: [buy] }), { runs: 5 }).wants[0]!)).toBeNull()
    const spare = { kind: 'spare' as const, sourceId: 'q', stages: [SIZE3], toWeek: 3 }
    const spared = provision(question({ plans: [spare] }), { runs: 5 }).wants[0]!
    // Short while it is spared, and again four weeks later than it would have been: beyond the twelve weeks.
    expect(spared.map((w) => w.chance)).toEqual([1, 1, 1, 1, 0, 0, 0, 0, 0, 0, 0, 0])
    const living = question({ sources: [{ ...still, celsius: 30 }] })
    expect(provision(living, { runs: 20 })).toEqual(provision(living, { runs: 20 }))
  })
  test('nothing that cannot be', () => {
    expect(() => provision(question({ takeShare: 0 }))).toThrow(RangeError)
    expect(() => provision(question(), { runs: 0 })).toThrow(RangeError)
    expect(provision(question({ sources: [] }), { runs: 3 }).wants[0]![0]!.chance).toBe(1)
  })
})

describe('mending a shortage', () => {
  const growing: PreySource = {
    ...still,
    ...{ celsius: 30, bins: 3 },
    counted: { young: [900, 500, 400, 350, 300, 280, 260], females: 40, males: 40 },
  }
  const weeks = Array.from({ length: 20 }, (_, w) => ({ mean: w < 8 ? 60 : 2600, spread: 20 }))
  const asked = question({
    ...{ sources: [growing], takeShare: 0.8, weeks: 20, wants: [{ stages: [SIZE3], weeks }] },
  })
  const now = provision(asked, { runs: 60 })
  test('a jump of the mouths in the ninth week is seen, and every way out that is told leaves little of it', () => {
    expect(firstShortage(now.wants[0]!)).toBeGreaterThanOrEqual(8)
    const mends = mendsFor(asked, now, 0)
    expect(mends.map((m) => m.how)).toContain('buy')
    for (const mend of mends) {
      const after = provision({ ...asked, plans: mend.plans }, { runs: 60 }).wants[0]!
      expect(Math.max(...after.map((w) => w.chance))).toBeLessThanOrEqual(0.1)
    }
    const [buy] = mends.find((m) => m.how === 'buy')!.plans
    const amounts = buy!.kind === 'buy' ? buy!.amounts : []
    expect(amounts.some((n) => n > 0)).toBe(true)
    expect(amounts.every((n) => n % 10 === 0)).toBe(true)
  })
  test('where nothing is wanting nothing is to be mended', () => {
    const enough = {
      ...asked,
      wants: [{ stages: [SIZE3], weeks: weeks.map(() => ({ mean: 5, spread: 0 })) }],
    }
    expect(mendsFor(enough, provision(enough, { runs: 20 }), 0)).toEqual([])
  })
})

describe('a jar from each day’s eggs', () => {
  test('a hundred female crickets: 1200 eggs a day are 840 pinheads; their parents are replaced out of them', () => {
    const line = pipelineOf(crickets, { eggsPerDay: 1200, stage: 1, celsius: 30, spare: 1 })!
    expect(line.females).toBeCloseTo(100, 9)
    expect(line.perDay).toBeCloseTo(840, 9)
    expect(line.jars).toBe(12)
    // 100 females lay for 35 days; of a pinhead 0.593 become adult, half of them female.
    expect(line.keptBack).toBeCloseTo(100 / 35 / 0.5 / (0.8 * 0.92 * 0.94 * 0.95 ** 3), 6)
    expect(line.fedOff).toBeCloseTo(840 - line.keptBack, 9)
    expect(pipelineOf(crickets, { eggsPerDay: 10, stage: 3, celsius: 30 })!.days).toBeCloseTo(11.875 + 14, 9)
  })
  test('in the cold nobody lays; nothing that cannot be', () => {
    expect(pipelineOf(crickets, { eggsPerDay: 10, stage: 2, celsius: 19 })).toBeNull()
    expect(() => pipelineOf(crickets, { eggsPerDay: 0, stage: 2, celsius: 30 })).toThrow(RangeError)
    expect(() => pipelineOf(crickets, { eggsPerDay: 5, stage: 0, celsius: 30 })).toThrow(RangeError)
  })
})

describe('mouths week by week', () => {
  const stages = compileProtocol(document('DF'))!.stages
  const froglets = { name: 'frogs', count: 20, ageDays: 0, step: 3, since: 0, leaving: null }
  test('twenty froglets eat 1680 flies a week until they are juveniles, then 700', () => {
    const [asFroglets, asJuveniles] = eatersOf(stages, [froglets], [], 20)
    expect(asFroglets).toMatchObject({ prey: 'FF', size: 'adults', name: 'frogs, froglet' })
    // Ninety days are thirteen weeks by their middles.
    expect(asFroglets!.mouths.filter((m) => m > 0)).toHaveLength(13)
    const weeks = feederDemand([asFroglets!, asJuveniles!])[0]!.weeks
    expect(weeks[0]!.mean).toBeCloseTo(20 * 12 * 7, 9)
    expect(weeks[15]!.mean).toBeCloseTo((20 * 20 * 7) / 2, 9)
  })
  test('those to come eat once they are there, by the chance that they are; buyers take them away', () => {
    const days = Array.from({ length: 70 }, (_, d) => (d === 14 || d === 28 ? 0.5 : 0))
    const leaving = { readyAgeDays: { typical: 150, least: 150, most: 150 }, lagDays: 30, keep: 0.2 }
    const eaters = eatersOf(stages, [], [{ name: 'c', count: 10, spread: 2, days, leaving }], 40)
    const young = eaters.find((e) => e.name === 'c, froglet')!
    // Tadpoles for 82 days: half of them are froglets from day 96.5 on, all from 110.5 on.
    expect(young.mouths[13]).toBe(0)
    expect(young.mouths[14]).toBeCloseTo(5, 9)
    expect(young.mouths[16]).toBeCloseTo(10, 9)
    expect(young.spread![16]).toBeCloseTo(2, 9)
    // A month after they are ready most have gone: 0.2 + 0.8 · e^(−over/30).
    const on = 27 * 7 + 3.5
    const left = (born: number) => 0.2 + 0.8 * Math.exp(-Math.max(0, on - born - 150) / 30)
    const all = eaters.reduce((sum, e) => sum + e.mouths[27]!, 0)
    expect(all).toBeCloseTo(5 * left(14.5) + 5 * left(28.5), 9)
  })
  test('nobody is nobody, and fewer than none is refused', () => {
    expect(eatersOf(stages, [], [], 10)).toEqual([])
    expect(() => eatersOf(stages, [{ ...froglets, count: -1 }], [], 10)).toThrow(RangeError)
  })
})

describe('what all mouths eat', () => {
  const eater = (name: string, mouths: number, each: number, days: number, size = 'size 3'): Eater => ({
    name,
    prey: 'banded cricket',
    size,
    perFeed: { typical: each, least: each * 0.7, most: each * 1.3 },
    everyDays: { typical: days, least: days, most: days },
    mouths: Array.from({ length: 10 }, () => mouths),
  })
  test('30 hatchlings that eat six a day want 1260 a week, 12 breeders 140, 80 mantis nymphs 560', () => {
    const demand = feederDemand([
      eater('hatchlings', 30, 6, 1, 'size 2'),
      eater('breeders', 12, 5, 3, 'size 6'),
      eater('mantis', 80, 2, 2),
      eater('geckos', 25, 4, 7),
    ])
    const of = (size: string) => demand.find((d) => d.size === size)!
    expect(of('size 2').weeks[0]!.mean).toBeCloseTo(1260, 9)
    expect(of('size 6').weeks[0]!.mean).toBeCloseTo(140, 9)
    expect(of('size 3').weeks[0]!.mean).toBeCloseTo(560 + 100, 9)
    expect(of('size 3').eaters.map((e) => e.name)).toEqual(['mantis', 'geckos'])
    expect(of('size 3').eaters[0]!.share).toBeCloseTo(560 / 660, 9)
    // Two independent appetites of 0.6 / 3.29 each.
    expect(of('size 3').weeks[0]!.spread).toBeCloseTo((0.6 / 3.29) * Math.hypot(560, 100), 6)
  })
  test('nobody eats: nothing is asked for; impossible feeds are refused', () => {
    expect(feederDemand([])).toEqual([])
    expect(() => feederDemand([eater('x', -1, 2, 3)])).toThrow('mouths are from 0 on')
    expect(() => feederDemand([eater('x', 1, 2, 0)])).toThrow(RangeError)
  })
})

describe('the work that colonies make', () => {
  const [traps, moved] = methodsOf(document('BC'))
  test('two ways of keeping crickets: traps twice a week are twenty minutes, moving on less', () => {
    expect(minutesAWeek(traps!)).toBeCloseTo(20, 9)
    expect(minutesAWeek(moved!)).toBeCloseTo(40 / 3, 9)
    expect(methodsOf(document('CS'))).toEqual([])
  })
  test('its task and its count fall due within what their rhythm allows; without a method only the count', () => {
    const facts = {
      method: traps!,
      lastTended: '2027-05-24',
      countDays: countDaysOf(document('BC')),
      lastCounted: '2027-05-17',
    }
    const q = { id: 'q', name: 'Q1' }
    expect(colonyWork(q, facts).map((w) => [w.kind, w.earliest, w.due, w.latest])).toEqual([
      ['tend', '2027-05-26', '2027-05-28', '2027-05-29'],
      ['count', '2027-05-24', '2027-05-31', '2027-06-07'],
    ])
    expect(colonyWork(q, { ...facts, method: null }).map((w) => w.kind)).toEqual(['count'])
    expect(colonyWork(q, { ...facts, lastCounted: null, lastTended: null })).toEqual([])
    const sorted = colonyWork(q, facts).sort(byUrgency)
    expect(sorted[0]!.kind).toBe('tend')
  })
})

describe('every shortage is told, not the first alone', () => {
  const week = (chance: number, by = 0) => ({ chance, by, most: by })
  test('stretches of weeks, each with its worst', () => {
    const weeks = [0.1, 0.6, 0.9, 0.4, 0.2, 1].map((chance, i) => week(chance, i * 10))
    expect(shortagesOf(weeks)).toEqual([
      { from: 1, to: 2, by: 20, chance: 0.9 },
      { from: 5, to: 5, by: 50, chance: 1 },
    ])
    expect(shortagesOf([])).toEqual([])
    expect(firstShortage(weeks)).toBe(1)
  })
  test('a hatching that eats another size months ahead is short of that size too', () => {
    const hatching = Array.from({ length: 12 }, (_, w) => ({ mean: w === 8 || w === 9 ? 400 : 0, spread: 0 }))
    const bought = Array.from({ length: 12 }, () => ({ mean: 2000, spread: 0 }))
    const { wants } = provision(
      question({
        wants: [
          { stages: ['adult'], weeks: bought },
          { stages: [SIZE3], weeks: hatching },
        ],
      }),
      { runs: 10 },
    )
    expect(shortagesOf(wants[0]!)).toMatchObject([{ from: 0, to: 11 }])
    // A thousand: half may be taken, 400 once; then 300 of the 600 left.
    const [late] = shortagesOf(wants[1]!)
    expect(late).toMatchObject({ from: 9, to: 9 })
    expect(Math.abs(late!.by - 100)).toBeLessThan(5)
  })
})
