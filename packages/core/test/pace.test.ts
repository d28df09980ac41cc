import { gompertzWeight, growthOfTwo, paceOf, protocolUnder, weightExpected, type GrowthCurve } from '../src'
import { speciesOf } from './newSpecies'

/* Growth against what is expected: the curve's own weights are worked out by hand from its formula. */
const curve: GrowthCurve = { A: 1000, k: 0.005, Ti: 200 }
const limits = { over: 1.5, under: 0.6 }
const hatched = { from: '2026-01-01', to: '2026-01-01' }
const weighed = (grams: number, on = '2026-07-20') => ({ grams, on })

test('at the turning day a thousand-gram curve expects a thousand by e', () => {
  // 200 days after hatching: 1000 · exp(−1) = 367.9 g.
  expect(gompertzWeight(curve, 200)).toBeCloseTo(1000 / Math.E, 6)
  expect(paceOf(curve, limits, weighed(367.9), hatched)).toBeNull()
  expect(paceOf(curve, limits, weighed(600), hatched)).toMatchObject({ is: 'too fast', times: 1.63 })
  expect(paceOf(curve, limits, weighed(200), hatched)).toMatchObject({ is: 'too slow', times: 0.54 })
})

test('where the hatch date is not sure only what holds for all of it is said', () => {
  const about = { from: '2025-11-01', to: '2026-01-01' }
  // As old as it may be, 600 g is not half as much again as expected.
  expect(paceOf(curve, limits, weighed(600), about)).toBeNull()
  expect(paceOf(curve, limits, weighed(900), about)).toMatchObject({ is: 'too fast' })
  expect(paceOf(curve, limits, weighed(215), about)).toMatchObject({ is: 'too slow' })
  expect(paceOf(curve, limits, weighed(215), { from: '2026-01-01', to: '2026-03-15' })).toBeNull()
})

test('who is nearly grown is fat and not fast, but stunted where far too light; where nobody says what is too much nothing is said', () => {
  expect(paceOf(curve, limits, weighed(300, '2028-01-01'), hatched)).toMatchObject({ is: 'too slow' })
  expect(paceOf(curve, limits, weighed(1600, '2028-01-01'), hatched)).toBeNull()
  expect(paceOf(curve, { over: null, under: null }, weighed(3000), hatched)).toBeNull()
})

test('lean or fast: what is chosen is what is warned of', () => {
  const of = (letter: string | null) =>
    protocolUnder(speciesOf('tortoise'), [
      {
        ...{ scope: 'species', of: '', edition: 1, by: 'Ada' },
        settings: { schools: letter ? { D20: letter } : {}, figures: {} },
      },
    ])!.pace.over
  expect([of(null), of('A'), of('B')]).toEqual([1.7, 1.3, 2.2])
})

test('a curve from the weights of older animals begins far below a newborn, and calls none of them too fast', () => {
  const found = growthOfTwo(7, { grams: 130, ageDays: 730 }, { grams: 300, ageDays: 1095 }, 575)
  if ('says' in found) throw new Error(found.says)
  expect(gompertzWeight(found.curve, 0)).toBeLessThan(1)
  const newborn = weighed(7.2, '2026-01-02')
  expect(paceOf(found.curve, limits, newborn, hatched)).toMatchObject({ is: 'too fast' })
  expect(paceOf(found.curve, { ...limits, newbornGrams: 6 }, newborn, hatched)).toBeNull()
  expect(weightExpected(found.curve, 1, 6)).toBe(6)
  expect(weightExpected(found.curve, 730, 6)).toBeCloseTo(130, 6)
})
