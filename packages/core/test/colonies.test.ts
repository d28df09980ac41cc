import { EigenvalueDecomposition, Matrix } from 'ml-matrix'
import {
  colonyModelOf,
  costOf,
  countByScoops,
  countByWeight,
  doubtCount,
  fullOn,
  growthRate,
  projectColony,
  simulateColony,
  startFor,
  startingDocuments,
  sustainableHarvest,
  type ColonyModel,
  type ColonyQuestion,
} from '../src'
import { chainOf } from '../src/colonies/model'
import { passDay } from '../src/colonies/project'

const modelOf = (code: string) => colonyModelOf(startingDocuments.find((d) => d.code === code)!)!
const [crickets, roaches, flies, springtails] = ['BC', 'TR', 'FF', 'ST'].map(modelOf) as [
  ColonyModel,
  ColonyModel,
  ColonyModel,
  ColonyModel,
]
/** As it stands in the end, when it has grown for long. */
function settledStart(model: ColonyModel, celsius: number, count: number) {
  const { settled } = growthRate(model, celsius)
  const stages = model.stages.length
  const of = (i: number) => Math.round(settled[i]! * count)
  return { young: model.stages.map((_s, i) => of(i)), females: of(stages), males: of(stages + 1) }
}
/** Grown ones only: a starter as it is bought. */
const starter = (model: ColonyModel, females: number, males = females) => ({
  young: model.stages.map(() => 0),
  females,
  males,
})
const asked = (model: ColonyModel, change: Partial<ColonyQuestion> = {}): ColonyQuestion => ({
  model,
  start: starter(model, 40),
  celsius: model.referenceC,
  days: 364,
  // So many that crowding never tells.
  bins: 1e30,
  ...change,
})

describe('the mean course', () => {
  test('a hundred females a day: 1200 eggs, 840 that hatch, 498 that grow up, as keepers reckon', () => {
    const laying = { ...crickets, ripeningDays: { typical: 0.01, least: 0, most: 0.02 } }
    const { days } = projectColony(asked(laying, { start: starter(laying, 100), days: 1 }))
    // All but the few that are spent already lay.
    expect(days[0]!.laid).toBe(0)
    expect(days[1]!.laid / 12 / 100).toBeGreaterThan(0.75)
    const through = crickets.stages.reduce((p, s) => p * s.survive, 1)
    expect(1200 * crickets.stages[0]!.survive).toBeCloseTo(840, 6)
    expect(1200 * through).toBeGreaterThan(495)
    expect(1200 * through).toBeLessThan(501)
  })
  test('nobody appears or is lost but by laying, moults and age', () => {
    const still = { ...crickets, eggsPerFemaleDay: { typical: 0, least: 0, most: 0 } }
    const start = { ...starter(still, 0), young: still.stages.map((_s, i) => (i === 0 ? 1000 : 0)) }
    const { days } = projectColony(asked(still, { start, days: 400 }))
    const grown = days.map((d) => d.females + d.males)
    expect(days.at(-1)!.young.reduce((a, b) => a + b, 0)).toBeLessThan(1e-3)
    // Half of those that came through are females; all of them die in the end.
    expect(Math.max(...grown)).toBeLessThan(1000 * 0.416)
    expect(grown.at(-1)).toBeLessThan(1)
  })
  test('a stage lasts as long as its degree-days say, with its spread', () => {
    const eggsOnly: ColonyModel = {
      ...crickets,
      stages: crickets.stages.map((s, i) => ({ ...s, survive: i === 0 ? 1 : s.survive })),
      eggsPerFemaleDay: { typical: 0, least: 0, most: 0 },
    }
    const chain = chainOf(eggsOnly)
    const state = new Float64Array(chain.size)
    state[0] = 1
    let [mean, square, before] = [0, 0, 1]
    for (let day = 1; day < 60; day++) {
      passDay(eggsOnly, chain, state, 30)
      const left = state.slice(0, chain.stages[0]!.boxes).reduce((a, b) => a + b, 0)
      mean += (before - left) * day
      square += (before - left) * day * day
      before = left
    }
    expect(mean).toBeCloseTo(190 / 16, 3)
    expect(Math.sqrt(square - mean ** 2)).toBeCloseTo(1, 1)
  })
  test('laying is half at 25 °C, none at 20, and a frozen night kills', () => {
    const laid = (celsius: number) => projectColony(asked(crickets, { celsius, days: 1 })).days[1]!.laid
    expect(laid(25) / laid(30)).toBeCloseTo(0.5, 9)
    expect(laid(20)).toBe(0)
    const dead = projectColony(asked(crickets, { celsius: (day) => (day === 3 ? 5 : 30), days: 5 })).days.at(
      -1,
    )!
    expect(dead.females + dead.males).toBe(0)
  })
  test('a full bin stops growing, and says when it was full', () => {
    const { days } = projectColony(asked(crickets, { bins: 1, days: 720 }))
    const full = fullOn(days)!
    expect(full).toBeGreaterThan(30)
    expect(days[full - 1]!.load).toBeLessThan(1)
    expect(days.at(-1)!.load).toBeLessThan(2)
    expect(fullOn(projectColony(asked(crickets, { days: 20 })).days)).toBeNull()
  })
  test('counts, days and stages that cannot be are refused', () => {
    const start = starter(crickets, 10)
    expect(() => projectColony(asked(crickets, { start: { ...start, females: -1 } }))).toThrow(RangeError)
    expect(() => projectColony(asked(crickets, { start: { ...start, young: [1] } }))).toThrow('7 stages')
    expect(() => projectColony(asked(crickets, { days: 1e6 }))).toThrow(RangeError)
    expect(() => projectColony(asked(crickets, { take: [{ stage: 9, perWeek: 1 }] }))).toThrow(
      'no such stage',
    )
  })
})

describe('how fast it grows', () => {
  /** The same from the characteristic equation: boxes one after the other, worked out by hand. */
  function byEquation(model: ColonyModel): number {
    const chain = chainOf(model)
    const pass = (link: (typeof chain.stages)[number], z: number) => {
      const p = (link.boxes * (model.referenceC - link.curve.thresholdC)) / link.curve.degreeDays
      return { p, each: p / (z - 1 + p) }
    }
    const excess = (z: number) => {
      let through = model.femaleShare * model.eggsPerFemaleDay.typical
      for (const link of [...chain.stages, chain.ripening]) {
        const { each } = pass(link, z)
        through *= each ** link.boxes * link.survive
      }
      const { p, each } = pass(chain.laying, z)
      let inLay = 0
      for (let box = 0; box < chain.laying.boxes; box++) inLay += each ** box / (z - 1 + p)
      return through * inLay - 1
    }
    let [low, high] = [1.00001, 1.5]
    for (let i = 0; i < 100; i++) {
      const middle = (low + high) / 2
      if (excess(middle) > 0) low = middle
      else high = middle
    }
    return low
  }
  test.each([
    ['crickets', crickets],
    ['roaches', roaches],
    ['flies', flies],
    ['springtails', springtails],
  ])('%s: as the characteristic equation says', (_name, model) => {
    expect(growthRate(model, model.referenceC).perDay).toBeCloseTo(byEquation(model), 6)
  })
  test('as the dominant eigenvalue of the whole matrix, also where a pace is over one box a day', () => {
    const chain = chainOf(flies)
    const matrix = Matrix.zeros(chain.size, chain.size)
    for (let from = 0; from < chain.size; from++) {
      const state = new Float64Array(chain.size)
      state[from] = 1
      passDay(flies, chain, state, 27.5)
      state.forEach((n, to) => matrix.set(to, from, n))
    }
    const { realEigenvalues } = new EigenvalueDecomposition(matrix)
    expect(growthRate(flies, 27.5).perDay).toBeCloseTo(Math.max(...realEigenvalues), 7)
  })
  test('87 daughters a cricket, 450 eggs a fly; springtails double in about a week at 20 °C', () => {
    expect(growthRate(crickets, 30).daughters).toBeGreaterThan(85)
    expect(growthRate(crickets, 30).daughters).toBeLessThan(89)
    // 450 eggs, half of them daughters, 58.7 % of which emerge.
    expect(growthRate(flies, 24).daughters).toBeCloseTo((450 * 0.587) / 2, 0)
    const doublingDays = growthRate(springtails, 20).doublingWeeks! * 7
    expect(doublingDays).toBeGreaterThan(6)
    expect(doublingDays).toBeLessThan(8.5)
  })
  test('a projection grows at that rate in the end, and at the settled shares', () => {
    const { days } = projectColony(asked(roaches, { start: settledStart(roaches, 30, 1e6), days: 200 }))
    const all = (d: (typeof days)[number]) => d.young.reduce((a, b) => a + b, 0) + d.females + d.males
    const growth = growthRate(roaches, 30)
    expect((all(days[200]!) / all(days[100]!)) ** 0.01).toBeCloseTo(growth.perDay, 3)
    expect(days[200]!.young[0]! / all(days[200]!)).toBeCloseTo(growth.settled[0]!, 2)
  })
  test('none in the cold: nothing doubles', () => {
    expect(growthRate(crickets, 18)).toMatchObject({ doublingWeeks: null })
    expect(growthRate(crickets, 2)).toMatchObject({ perDay: 0, daughters: 0 })
  })
})

describe('played by chance', () => {
  test('with sure figures the mean of many is the mean course', () => {
    const question = asked(crickets, { start: starter(crickets, 60, 20), days: 98 })
    const middle = projectColony(question).days.at(-1)!
    const played = simulateColony(question, { runs: 300, figuresSure: true, seed: 5 }).weeks.at(-1)!
    const mean = middle.young.slice(1).reduce((a, b) => a + b, 0) + middle.females + middle.males
    expect(played.hatched.middle / mean).toBeGreaterThan(0.97)
    expect(played.hatched.middle / mean).toBeLessThan(1.03)
    expect(played.hatched.low).toBeLessThan(played.hatched.middle)
  })
  test('a single pair dies out now and then, a hundred do not; the same seed plays alike', () => {
    const alone = simulateColony(asked(crickets, { start: starter(crickets, 1), days: 140 }), { runs: 100 })
    expect(alone.diedOut).toBeGreaterThan(0.02)
    const many = simulateColony(asked(crickets, { start: starter(crickets, 100), days: 100 }), { runs: 20 })
    expect(many.diedOut).toBe(0)
    const again = simulateColony(asked(crickets, { start: starter(crickets, 1), days: 140 }), { runs: 100 })
    expect(again.weeks).toEqual(alone.weeks)
  })
  test('says how far it is, and stops when told', () => {
    const told: number[] = []
    const stopped = simulateColony(asked(crickets, { days: 70 }), {
      runs: 400,
      onProgress: (done) => {
        told.push(done)
        return done < 0.25
      },
    })
    expect(stopped.runs).toBe(100)
    expect(told.slice(0, 3)).toEqual([0, 0.125, 0.25])
  })
})

describe('what it gives', () => {
  const settledRoaches = () =>
    asked(roaches, { start: settledStart(roaches, 29, 1240), celsius: 29, days: 364, bins: 3 })
  test('the largest steady take is kept in other years too, and half as much again is not', () => {
    const question = settledRoaches()
    const best = sustainableHarvest(question, { stage: 2, chance: 0.9, runs: 30, seed: 3 })
    expect(best.perWeek).toBeGreaterThan(0)
    expect(best.kept).toBeGreaterThanOrEqual(0.9)
    const with_ = (perWeek: number) =>
      simulateColony({ ...question, take: [{ stage: 2, perWeek }] }, { runs: 40, seed: 99 }).lasting
    expect(with_(best.perWeek)).toBeGreaterThan(0.75)
    expect(with_(best.perWeek * 1.5 + 5)).toBeLessThan(0.75)
  })
  test('a start that gives just enough: one female fewer does not', () => {
    const question = { model: crickets, celsius: 30, bins: 40 }
    const plan = startFor(question, { stage: 2, count: 800, byDay: 60, females: 40, males: 20 })
    const comes = (females: number) =>
      projectColony({ ...question, start: starter(crickets, females, females / 2), days: 60 }).days.at(-1)!
        .young[2]!
    expect(comes(plan.femalesToday!)).toBeGreaterThanOrEqual(800)
    expect(comes(plan.femalesToday! - 1)).toBeLessThan(800)
    expect(plan.comes).toBeCloseTo(comes(40), 6)
    // The earliest that forty females can bear size 2 is after egg and size 1: some three weeks.
    expect(startFor(question, { stage: 2, count: 800, byDay: 14, females: 40, males: 20 })).toMatchObject({
      latestDay: null,
    })
  })
  test('a week in which nothing develops costs a week; at 24 °C roaches lose most of it', () => {
    const question = asked(roaches, { start: settledStart(roaches, 30, 1e6), celsius: 30, days: 600 })
    const cold = (celsius: number) =>
      costOf(question, { celsius: (day) => (day >= 200 && day < 207 ? celsius : 30) }, 30).days
    expect(cold(10)).toBeCloseTo(7, 1)
    // 3.8 days of growth, and the laying of a week besides.
    expect(cold(24)).toBeGreaterThan(3.8)
    expect(cold(24)).toBeLessThan(7)
  })
  test('traps forgotten for a week cost eggs, and days', () => {
    const question = asked(crickets, { start: starter(crickets, 400, 200), days: 120 })
    const cost = costOf(question, { missedWeeks: [1] }, 30)
    expect(cost.fewer).toBeGreaterThan(0)
    expect(cost.days).toBeGreaterThan(0)
  })
})

describe('counting', () => {
  test('three scoops of a twentieth: their mean times twenty, with Student’s interval', () => {
    const told = countByScoops([42, 30, 60], 1 / 20)
    expect(told.count).toBeCloseTo(880, 9)
    // s² = 228, t(2) = 2.92, less the share already seen: 44 ± 2.92 · √(228/3) · √(17/20).
    const half = 20 * 2.92 * Math.sqrt(228 / 3) * Math.sqrt(17 / 20)
    expect(told.high).toBeCloseTo(880 + half, 0)
    expect(told.low).toBeCloseTo(880 - half, 0)
  })
  test('all of it scooped is known; what cannot be is refused', () => {
    expect(countByScoops([12], 1)).toEqual({ count: 12, low: 12, high: 12 })
    expect(countByScoops([0, 0], 0.1).count).toBe(0)
    expect(() => countByScoops([-3], 0.1)).toThrow(RangeError)
    expect(() => countByScoops([3], 0)).toThrow(RangeError)
    expect(() => countByScoops([], 0.1)).toThrow(RangeError)
  })
  test('a cup by weight: fifty of 0.8 g make 1250 in 20 g', () => {
    expect(countByWeight(20, { count: 50, grams: 0.8 }).count).toBeCloseTo(1250, 9)
    expect(() => countByWeight(0.5, { count: 50, grams: 0.8 })).toThrow(RangeError)
  })
  test('more grown ones than there ever were young is questioned', () => {
    expect(doubtCount({ young: 10, grown: 4 }, { young: 0, grown: 15 })).toContain('were some set in?')
    expect(doubtCount({ young: 10, grown: 4 }, { young: 500, grown: 14 })).toBeNull()
    expect(doubtCount(null, { young: 0, grown: 15 })).toBeNull()
  })
})
