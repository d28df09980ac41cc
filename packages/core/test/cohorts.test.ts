import {
  cohortForecast,
  crowdingOf,
  emergenceOverlap,
  instarOf,
  lastSafeStart,
  lifeOf,
  nextSearch,
  planEmergence,
  startingDocuments,
  type LifeOf,
  type PupaGroup,
  type SearchQuestion,
} from '../src'
import { normals, uniforms } from './chance'

const life = (code: string, of?: LifeOf) =>
  lifeOf(
    startingDocuments.find((d) => d.code === code)!,
    of,
  )!

describe('when a cohort gets there', () => {
  const moth = life('AM')
  test('first flies of a culture after 21.5 days at 24 °C; a moth’s larvae are done 54 days after laying at 25', () => {
    const fly = life('FF')
    const [, , adult] = cohortForecast(fly.stages, [{ stage: 0, count: 1000, done: 0 }], 24, fly.referenceC)
    expect(adult!.half).toBeCloseTo(21.5, 1)
    expect(adult!.count).toBeCloseTo(586.5, 6)
    const larvae = cohortForecast(moth.stages, [{ stage: 0, count: 100, done: 0 }], 25, 25)
    // The seventh stage, spinning, is entered when the sixth instar ends.
    expect(larvae[6]!.half).toBeCloseTo(53.5, 6)
    expect(cohortForecast(moth.stages, [{ stage: 0, count: 100, done: 0 }], 22, 25)[6]!.half).toBeCloseTo(
      53.5 * (14 / 11),
      6,
    )
  })
  test('as many a thousand played lives, within a day', () => {
    // Another way: each life draws its own lengths, and losses by lot.
    const even = uniforms(4)
    const bell = normals(7)
    const group = { stage: 2, count: 400, done: null }
    const forecast = cohortForecast(moth.stages, [group], 25, 25)
    const arrivals: number[] = []
    let came = 0
    for (let i = 0; i < 4000; i++) {
      const done = even()
      let [day, alive] = [0, true]
      for (let s = 2; s < 7 && alive; s++) {
        const stage = moth.stages[s]!
        const days = stage.curve.degreeDays / 14 + bell() * stage.spreadDays
        day += s === 2 ? days * (1 - done) : days
        alive = even() < stage.survive
      }
      if (alive) {
        came++
        arrivals.push(day)
      }
    }
    arrivals.sort((a, b) => a - b)
    const spun = forecast.find((f) => f.stage === 7)!
    expect(spun.count / 400).toBeCloseTo(came / 4000, 1)
    expect(Math.abs(spun.half - arrivals[Math.floor(arrivals.length / 2)]!)).toBeLessThan(0.5)
    expect(Math.abs(spun.first - arrivals[Math.floor(arrivals.length * 0.05)]!)).toBeLessThan(1)
    expect(Math.abs(spun.last - arrivals[Math.floor(arrivals.length * 0.95)]!)).toBeLessThan(1)
  })
  test('a cold week in between holds all later dates back by it', () => {
    const warm = cohortForecast(moth.stages, [{ stage: 0, count: 10, done: 0 }], 25, 25)
    const cold = cohortForecast(
      moth.stages,
      [{ stage: 0, count: 10, done: 0 }],
      (day) => (day >= 3 && day < 10 ? 11 : 25),
      25,
    )
    for (const [i, w] of warm.entries()) expect(cold[i]!.half).toBeCloseTo(w.half + 7, 6)
  })
  test('one sex has its own stages, and so have unfertilised eggs', () => {
    expect(life('MA', { sex: 'male' }).stages.map((s) => s.name)).not.toContain('L8')
    expect(life('MA').stages.at(-1)!.name).toBe('L8')
    const stick = (of: LifeOf) => life('PS', of).stages.map((s) => s.name)
    expect(stick({ fertilised: true })[0]).toBe('egg, fertilised')
    expect(stick({ fertilised: false }).slice(0, 2)).toEqual(['egg, unfertilised', 'L1'])
    // A male is grown after 140 days at 24 °C, a female after 180, counted from hatching.
    const grown = (sex: 'female' | 'male') => {
      const { stages } = life('PS', { sex })
      return cohortForecast(stages, [{ stage: 1, count: 1, done: 0 }], 24, 24).at(-1)!.half
    }
    expect(grown('male')).toBeCloseTo(140, 6)
    expect(grown('female')).toBeCloseTo(180, 6)
  })
  test('counts and stages that cannot be are refused; none is no forecast', () => {
    expect(cohortForecast(moth.stages, [], 25, 25)).toEqual([])
    expect(() => cohortForecast(moth.stages, [{ stage: 0, count: -1, done: 0 }], 25, 25)).toThrow(RangeError)
    expect(() => cohortForecast(moth.stages, [{ stage: 40, count: 1, done: 0 }], 25, 25)).toThrow(
      'no such stage',
    )
    expect(() => cohortForecast(moth.stages, [{ stage: 0, count: 1, done: 2 }], 25, 25)).toThrow(RangeError)
  })
  test('the last safe day to lay before the leaves fall: 54 days and a fortnight earlier, less for the late ones', () => {
    const middle = lastSafeStart(moth.stages, 6, 120, 14, 25, 25, 0.5)
    expect(middle.latest).toBe(Math.floor(120 - 14 - 53.5))
    const safe = lastSafeStart(moth.stages, 6, 120, 14, 25, 25, 0.95)
    // The spreads of seven stages: √(5 · 1² + 1.5² + 2²) = 3.35 days, 1.645 of them.
    expect(safe.latest).toBe(Math.floor(120 - 14 - 53.5 - 1.645 * Math.sqrt(5 + 2.25 + 4)))
    expect(safe.today).toBeGreaterThan(0.999)
    expect(lastSafeStart(moth.stages, 6, 60, 14, 25, 25)).toMatchObject({ latest: null })
    expect(lastSafeStart(moth.stages, 6, 67.5, 14, 25, 25).today).toBeCloseTo(0.5, 3)
  })
})

describe('when to look into a breeding box', () => {
  const beetle = life('SB')
  const box = (change: Partial<SearchQuestion> = {}): SearchQuestion => ({
    stages: beetle.stages,
    eats: 3,
    referenceC: 26,
    celsius: 26,
    eggsPerDay: 6,
    adultsFrom: 0,
    adultsTo: null,
    missed: 0.05,
    found: [0, 0, 0, 0, 0],
    earliestDays: 14,
    ...change,
  })
  test('an emptied box: before the first third-instar larvae, 44 days after the first eggs', () => {
    const next = nextSearch(box())
    expect(next.because).toBe('the risk')
    expect(next.day).toBeGreaterThan(30)
    expect(next.day).toBeLessThan(44)
    expect(next.risk).toBeLessThanOrEqual(0.1)
    expect(next.chances[next.day]!).toBeGreaterThan(0.1)
    // Six a day for so long, those of the last twelve days still eggs.
    expect(next.expected[0]!).toBeCloseTo(6 * 12, 0)
  })
  test('as often as when it is played', () => {
    const [even, bell] = [uniforms(11), normals(12)]
    const day = nextSearch(box()).day
    let late = 0
    const boxes = 800
    for (let i = 0; i < boxes; i++) {
      let eaters = 0
      for (let laid = 0; laid < day; laid += 1 / 6) {
        let [at, alive] = [laid, true]
        for (const s of beetle.stages.slice(0, 3)) {
          at += s.curve.degreeDays / 15 + bell() * s.spreadDays
          alive &&= even() < s.survive
        }
        if (alive && at <= day) eaters++
      }
      if (eaters > 0) late++
    }
    expect(late / boxes).toBeGreaterThan(0.03)
    expect(late / boxes).toBeLessThan(0.15)
  })
  test('larvae that were missed bring it forward, but not before the eggs bear it', () => {
    const next = nextSearch(box({ found: [10, 20, 40, 0, 0], missed: 0.2 }))
    expect(next.byRisk).toBeLessThan(14)
    expect(next).toMatchObject({ day: 14, because: 'the disturbance' })
    expect(nextSearch(box({ found: [0, 0, 0, 9, 0], missed: 0.2 })).byRisk).toBe(0)
  })
  test('without adults and with nothing missed it can wait', () => {
    expect(nextSearch(box({ eggsPerDay: 0 }))).toMatchObject({ day: 120, because: 'the horizon', risk: 0 })
    expect(() => nextSearch(box({ eats: 0 }))).toThrow(RangeError)
    expect(() => nextSearch(box({ eggsPerDay: -1 }))).toThrow(RangeError)
  })
  test('cooler is slower', () => {
    expect(nextSearch(box({ celsius: 22 })).day).toBeGreaterThan(nextSearch(box()).day)
  })
  test('a head of 2.2 mm is of the second instar; one between two is of either', () => {
    const heads = [
      { name: 'L1', widthMm: { typical: 1.2, least: 1.0, most: 1.4 } },
      { name: 'L2', widthMm: { typical: 2.2, least: 1.9, most: 2.5 } },
      { name: 'L3', widthMm: { typical: 3.7, least: 3.3, most: 4.2 } },
    ]
    expect(instarOf(2.2, heads)[1]!.chance).toBeGreaterThan(0.99)
    const between = instarOf(2.85, heads)
    expect(between[1]!.chance + between[2]!.chance).toBeCloseTo(1, 6)
    expect(Math.min(between[1]!.chance, between[2]!.chance)).toBeGreaterThan(0.05)
    expect(() => instarOf(0, heads)).toThrow(RangeError)
  })
  test('forty to ten litres, and three lengths to moult in', () => {
    expect(crowdingOf(60, 0.25, { litres: 10, heightMm: 300 }, 23, 3)).toMatchObject({
      holds: 40,
      tubs: 2,
      tallEnough: true,
      says: '60 in room for 40: split into 2',
    })
    const two = { litres: 10, heightMm: null, tubs: 2 }
    expect(crowdingOf(60, 0.25, two, 23, 3).says).toBe('')
    expect(crowdingOf(90, 0.25, two, 23, 3).says).toBe('90 in room for 80: split into 3')
    expect(crowdingOf(1, 5, { litres: 45, heightMm: 200 }, 98, 3).says).toBe(
      '294 mm of height are wanted to moult',
    )
    expect(crowdingOf(3, 5, { litres: 45, heightMm: null }, 98, 3).says).toBe('')
  })
})

describe('so that the sexes meet', () => {
  const span = {
    femaleDays: { typical: 7, least: 4, most: 12 },
    maleDays: { typical: 6, least: 3, most: 9 },
    nights: { from: 1, to: 3 },
  }
  const groups: PupaGroup[] = [
    { sex: 'female', count: 6, inDays: 30, spreadDays: 4 },
    { sex: 'male', count: 6, inDays: 18, spreadDays: 4 },
  ]
  test('as often as when it is played', () => {
    const overlap = emergenceOverlap(groups, span)
    const bell = normals(21)
    let met = 0
    const rounds = 4000
    for (let i = 0; i < rounds; i++) {
      const out = Array.from({ length: 6 }, () => Math.floor(18 + 4 * bell()))
      const males = out.map((day) => ({ day, gone: day + 6 + bell() * (6 / 3.29) }))
      for (let f = 0; f < 6; f++) {
        const day = Math.floor(30 + 4 * bell())
        if (males.some((m) => m.day <= day + 2 && (m.day >= day || m.gone > day))) met++
      }
    }
    expect(Math.abs(overlap.pairs - met / rounds)).toBeLessThan(0.25)
  })
  test('males kept cool meet all females: the plan, its night, and what it gains', () => {
    const curve = { thresholdC: 11, degreeDays: 392, capC: 30 }
    const { best, asTheyAre } = planEmergence({ groups, span, curve, warmC: 25, coolC: 15, mostDays: 40 })
    expect(best.cool).toBe('male')
    // Ten of fourteen degrees are lost in the cool: some seventeen days there make twelve.
    expect(best.days).toBeGreaterThan(12)
    expect(best.days).toBeLessThan(24)
    expect(best.overlap.pairs).toBeGreaterThan(asTheyAre.overlap.pairs + 2)
    expect(best.overlap.best!.day).toBeGreaterThan(26)
    expect(best.overlap.best!.day).toBeLessThan(36)
  })
  test('who is adult already counts with the nights that are left', () => {
    const sure = (n: number) => ({ typical: n, least: n, most: n })
    const steady = { femaleDays: sure(7), maleDays: sure(6), nights: { from: 1, to: 3 } }
    const one = (sex: 'female' | 'male', inDays: number): PupaGroup => ({
      sex,
      count: 1,
      inDays,
      spreadDays: 0,
    })
    // Her third night is tonight; he has five days left.
    const tonight = emergenceOverlap([one('female', -2), one('male', -1)], steady)
    expect(tonight).toMatchObject({ pairs: 1, best: { day: 0, females: 1, males: 1 } })
    expect(emergenceOverlap([one('female', -4), one('male', -1)], steady).pairs).toBe(0)
    // He dies before she comes.
    expect(emergenceOverlap([one('female', 3), one('male', -4)], steady).pairs).toBe(0)
  })
  test('nobody meets where one sex is wanting; what cannot be is refused', () => {
    expect(emergenceOverlap([groups[0]!], span)).toMatchObject({ pairs: 0, chance: 0, best: null })
    expect(emergenceOverlap([], span).nights).toEqual([])
    expect(() => emergenceOverlap([{ ...groups[0]!, count: -1 }], span)).toThrow(RangeError)
    const curve = { thresholdC: 11, degreeDays: 392, capC: 30 }
    expect(() => planEmergence({ groups, span, curve, warmC: 15, coolC: 25, mostDays: 4 })).toThrow(
      RangeError,
    )
  })
})
