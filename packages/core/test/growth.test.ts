import {
  bandAt,
  curveAge,
  curveWeight,
  fitCollection,
  fitGrowth,
  projectGrowth,
  siblingPercentile,
  weightsAtAge,
  type AnyCurve,
  type WeightAtAge,
} from '@hatch-book/core'
import { normals } from './chance'

const corn: AnyCurve = { model: 'gompertz', A: 600, k: 0.0025, Ti: 597 }
const shapes: AnyCurve[] = [
  corn,
  { model: 'logistic', A: 500, k: 0.006, Ti: 500 },
  { model: 'log-linear', A: 7, k: 0.004, Ti: 0 },
]
// Written out again here, by the book, so that the shapes are held against something else than themselves.
const byHand = ({ model, A, k, Ti }: AnyCurve, t: number) =>
  model === 'gompertz'
    ? A * Math.E ** -(Math.E ** (-k * (t - Ti)))
    : model === 'logistic'
      ? A / (1 + Math.E ** (-k * (t - Ti)))
      : A * Math.E ** (k * t)
const weighed = (curve: AnyCurve, ages: number[], seed = 0, noise = 0.02): WeightAtAge[] => {
  const normal = normals(seed)
  return ages.map((ageDays) => ({
    ageDays,
    grams: byHand(curve, ageDays) * (seed ? Math.exp(noise * normal()) : 1),
  }))
}
const every = (days: number, count: number, from = 0) =>
  Array.from({ length: count }, (_, i) => from + i * days)

describe('shapes of growth', () => {
  it('gives the weights of the species tables: a corn snake at birth, at one and three years', () => {
    expect([0, 365, 1096].map((t) => curveWeight(corn, t))).toEqual([
      expect.closeTo(7.02, 2),
      expect.closeTo(101, 0),
      expect.closeTo(450, 0),
    ])
  })
  it.each(shapes)('of a $model one an age gives the weight that gives the age', (curve) => {
    for (const t of [0, 90, 365, 700]) {
      expect(curveWeight(curve, t)).toBeCloseTo(byHand(curve, t), 9)
      expect(curveAge(curve, byHand(curve, t))).toBeCloseTo(t, 6)
    }
  })
})

describe('fitting growth', () => {
  it.each(shapes)('finds a $model curve again from exact weights', (curve) => {
    const fit = fitGrowth(weighed(curve, every(25, 30)), { models: [curve.model] })!
    expect(fit.curve.A / curve.A).toBeCloseTo(1, 6)
    expect(fit.curve.k / curve.k).toBeCloseTo(1, 6)
    expect(fit.curve.Ti).toBeCloseTo(curve.Ti, 3)
  })

  it.each(shapes)('chooses the $model shape among all, from noisy weights with two wrong ones', (curve) => {
    for (let seed = 1; seed <= 8; seed++) {
      const points = weighed(curve, every(curve.model === 'log-linear' ? 20 : 45, 30), seed)
      points[10]!.grams *= 1.4
      points[20]!.grams *= 0.6
      const fit = fitGrowth(points)!
      expect(fit.curve.model).toBe(curve.model)
      expect(fit.outliers.map((o) => o.index)).toEqual([10, 20])
      expect(curveWeight(fit.curve, 300) / byHand(curve, 300)).toBeCloseTo(1, 1)
    }
  })

  it('is where no small step makes the squares less', () => {
    const points = weighed(corn, every(45, 30), 3)
    const { curve } = fitGrowth(points, { models: ['gompertz'] })!
    const squares = (c: AnyCurve) =>
      points.reduce((sum, p) => sum + Math.log(p.grams / byHand(c, p.ageDays)) ** 2, 0)
    for (const part of ['A', 'k', 'Ti'] as const)
      // The biweight counts the outer points a little less, so its minimum lies within a whisker of the plain one.
      for (const factor of [0.985, 1.015])
        expect(squares({ ...curve, [part]: curve[part] * factor })).toBeGreaterThan(squares(curve))
  })

  it('sets gravid weights aside and trusts full bellies little, and names them', () => {
    const points: WeightAtAge[] = weighed(corn, every(45, 20), 2)
    for (const i of [12, 13]) points[i] = { ...points[i]!, grams: points[i]!.grams * 1.3, context: 'gravid' }
    points[16] = { ...points[16]!, grams: points[16]!.grams * 1.2, context: 'fed' }
    const fit = fitGrowth(points, { models: ['gompertz'] })!
    expect(fit.outliers.map((o) => o.why)).toEqual(['gravid', 'gravid', 'fed'])
    expect(Math.abs(curveWeight(fit.curve, 600) / byHand(corn, 600) - 1)).toBeLessThan(0.03)
  })

  it('borrows from the line when there is little to go by, and less with every weighing', () => {
    const slow = { ...corn, A: 480 }
    const prior = { curve: corn, spread: { A: 0.15, k: 0.15, Ti: 0.12 } }
    const off = [1, 4, 12].map((count) => {
      const fit = fitGrowth(weighed(slow, every(60, count, 200)), { prior })!
      return Math.abs(curveWeight(fit.curve, 1096) - byHand(slow, 1096))
    })
    expect(off[0]).toBeLessThan(Math.abs(byHand(corn, 1096) - byHand(slow, 1096)))
    expect(off[1]).toBeLessThan(off[0]!)
    expect(off[2]).toBeLessThan(off[1]!)
    expect(off[2]).toBeLessThan(12)
  })

  it('does not let one slip of the pen hide in a curve of few weighings', () => {
    const prior = { curve: corn, spread: { A: 0.15, k: 0.15, Ti: 0.12 } }
    for (const count of [3, 4, 5, 6, 8])
      for (let at = 0; at < count; at++)
        for (const fold of [2.6, 1 / 2.6, 13.7]) {
          const slip = weighed(corn, every(30, count, 200), 7 + at).map((p, i) =>
            i === at ? { ...p, grams: p.grams * fold } : p,
          )
          const fit = fitGrowth(slip, { prior })!
          expect(fit.outliers).toMatchObject([{ index: at, why: 'off the curve' }])
          expect(fit.noise).toBeLessThan(0.08)
        }
  })
  it('finds it without a line to borrow from, too, where weighings leave one to spare', () => {
    for (let at = 1; at < 7; at++) {
      const slip = weighed(corn, every(60, 8, 100), 3 + at).map((p, i) =>
        i === at ? { ...p, grams: p.grams * 2.6 } : p,
      )
      const fit = fitGrowth(slip)!
      expect(fit.outliers.map((o) => o.index)).toEqual([at])
      expect(fit.noise).toBeLessThan(0.06)
    }
  })
  it('names a single weight far from its kind, and keeps an animal that is twice as heavy and stays so', () => {
    const prior = { curve: corn, spread: { A: 0.15, k: 0.15, Ti: 0.12 } }
    const heavy = (fold: number, count: number) =>
      fitGrowth(weighed({ ...corn, A: 600 * fold }, every(40, count, 250)), { prior })!
    expect(heavy(13.7, 1).outliers).toMatchObject([{ index: 0, why: 'off the curve' }])
    expect(heavy(1.4, 1).outliers).toEqual([])
    for (const count of [3, 5, 9]) expect(heavy(2, count).outliers).toEqual([])
  })

  it('says nothing where the points determine nothing, and refuses what is no weight', () => {
    expect(fitGrowth([])).toBeNull()
    expect(fitGrowth(weighed(corn, [100, 100, 100]))).toBeNull()
    expect(fitGrowth([], { prior: { curve: corn, spread: { A: 1, k: 1, Ti: 1 } } })).toBeNull()
    for (const grams of [0, -3, NaN]) expect(() => fitGrowth([{ ageDays: 1, grams }])).toThrow(RangeError)
  })
})

describe('projecting growth', () => {
  // By hand: 350 of 600 g is passed at 597 − ln(−ln(350/600))/0.0025 = 844.2 days.
  it('gives the day on which the curve passes a weight', () => {
    const fit = fitGrowth(weighed(corn, every(25, 30)), { models: ['gompertz'] })!
    expect(597 - Math.log(-Math.log(350 / 600)) / 0.0025).toBeCloseTo(844.2, 1)
    const { likely, from, to } = projectGrowth(fit, '2024-01-01', 350)!
    expect(likely).toBe('2026-04-25')
    expect(from <= likely && likely <= to!).toBe(true)
  })
  it('is not reached where the curve levels off below, and has an open end where its edge does', () => {
    const fit = fitGrowth(weighed(corn, every(30, 14, 200), 5, 0.03), { models: ['gompertz'] })!
    expect(projectGrowth(fit, '2024-01-01', 5000)).toBeNull()
    const open = projectGrowth(fit, '2024-01-01', fit.curve.A * 0.97)!
    expect(open.to).toBeNull()
  })
  it('widens by what is not known of the hatch date', () => {
    const fit = fitGrowth(weighed(corn, every(25, 30)), { models: ['gompertz'] })!
    const sure = projectGrowth(fit, '2024-01-01', 350)!
    const about = projectGrowth(fit, { from: '2023-12-12', to: '2024-01-21' }, 350)!
    expect(about.likely).toBe(sure.likely)
    expect(Date.parse(about.to!) - Date.parse(about.from)).toBe(
      Date.parse(sure.to!) - Date.parse(sure.from) + 40 * 86_400_000,
    )
  })
  it('holds the truth within its band nine times in ten', () => {
    let held = 0
    for (let seed = 1; seed <= 150; seed++) {
      const fit = fitGrowth(weighed(corn, every(40, 18, 60), seed, 0.03), { models: ['gompertz'] })!
      const { least, most } = bandAt(fit, 900)
      if (least <= byHand(corn, 900) && byHand(corn, 900) <= most) held++
    }
    expect(held / 150).toBeGreaterThan(0.83)
    expect(held / 150).toBeLessThan(0.97)
  })
})

describe('among siblings and lines', () => {
  it('counts the lighter, and the equal by half', () => {
    expect(siblingPercentile(10, [8, 9, 10, 11])).toBe(62.5)
    expect(siblingPercentile(7, [8, 9])).toBe(0)
    expect(siblingPercentile(7, [])).toBeNull()
  })

  it('learns a line that grows less than its species, so that its youngest is expected to as well', () => {
    const normal = normals(9)
    const small = (name: string, count: number) => ({
      id: name,
      group: 'small line',
      species: corn,
      points: weighed({ ...corn, A: 450 * Math.exp(0.06 * normal()) }, every(40, count, 30), 7 + count),
    })
    const animals = [...Array.from({ length: 12 }, (_, i) => small(`old ${i}`, 25)), small('young', 2)]
    let reported = 0
    const { fits, groups } = fitCollection(animals, (done) => (reported = done))
    expect(reported).toBe(1)
    expect(groups.get('small line')!.curve.A).toBeGreaterThan(430)
    expect(groups.get('small line')!.curve.A).toBeLessThan(500)
    expect(curveWeight(fits.get('young')!.curve, 1096)).toBeLessThan(byHand(corn, 1096) * 0.9)
    const all = [...fits].map(([id, fit]) => ({ fit, lastAgeDays: id === 'young' ? 70 : 990 }))
    expect(weightsAtAge(all, 365)!.animals).toBe(12)
    expect(weightsAtAge(all, 2000)).toBeNull()
  })
})
