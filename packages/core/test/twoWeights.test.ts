import { gompertzWeight, growthOfTwo, type WeightAt } from '../src'

/* A curve of growth from what keepers say: so heavy at one age, so heavy at another. */
const YEAR = 365
const at = (grams: number, years: number) => ({ grams, ageDays: years * YEAR })
const curveOf = (young: number, one: WeightAt, other: WeightAt, final = 400) => {
  const found = growthOfTwo(young, one, other, final)
  if ('says' in found) throw new Error(found.says)
  return found
}

test('where both weights and that at birth tell where it ends, it passes through all three, in whichever order they are said', () => {
  for (const [one, other] of [
    [at(130, 1), at(340, 3)],
    [at(340, 3), at(130, 1)],
  ] as const) {
    const { curve, by } = curveOf(8, one, other, 9999)
    expect(by).toBe('birth')
    expect(gompertzWeight(curve, 0)).toBeCloseTo(8, 6)
    expect(gompertzWeight(curve, YEAR)).toBeCloseTo(130, 6)
    expect(gompertzWeight(curve, 3 * YEAR)).toBeCloseTo(340, 6)
    // Found by another program, by halving over the whole of what is above 340 g.
    expect(curve.A).toBeCloseTo(366.978, 2)
  }
})

test('130 g at two years and 340 g at three do not tell where it ends: the final weight that is known does', () => {
  const { curve, by } = curveOf(8, at(130, 2), at(340, 3))
  expect(by).toBe('final weight')
  expect(curve.A).toBe(400)
  expect(gompertzWeight(curve, 2 * YEAR)).toBeCloseTo(130, 6)
  expect(gompertzWeight(curve, 3 * YEAR)).toBeCloseTo(340, 6)
  // By hand: p(340) = 1.817, p(130) = −0.117, a year apart: 0.0053 a day; nought of p lies 22 days after two years.
  expect(curve.k).toBeCloseTo(0.0053, 4)
  expect(curve.Ti).toBeCloseTo(752, 0)
})

test('finds a curve again from two points of it', () => {
  const curve = { A: 500, k: 0.004, Ti: 400 }
  const point = (ageDays: number) => ({ grams: gompertzWeight(curve, ageDays), ageDays })
  const found = curveOf(gompertzWeight(curve, 0), point(300), point(900))
  expect(found.curve.A).toBeCloseTo(500, 3)
  expect(found.curve.k).toBeCloseTo(0.004, 8)
  expect(found.curve.Ti).toBeCloseTo(400, 3)
})

test.each([
  ['of one age', at(130, 2), at(340, 2), /two different ages/],
  ['at birth', at(130, 0), at(340, 2), /two different ages/],
  ['lighter than a newborn', at(7, 1), at(340, 2), /newborn weight/],
  ['the older lighter', at(340, 2), at(130, 3), /must be higher/],
  ['growing on, above the adult weight', at(10, 2), at(440, 3), /adult weight/],
])('what no animal does is told: %s', (_, one, other, says) =>
  expect(growthOfTwo(8, one, other, 400)).toEqual({ says: expect.stringMatching(says) as string }),
)
