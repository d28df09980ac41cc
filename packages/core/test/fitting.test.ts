import {
  curveAge,
  curveWeight,
  fromFree,
  huberLocation,
  invert,
  leastSquares,
  logWeight,
  medianOf,
  robustSpread,
  solve,
  toFree,
  type AnyCurve,
} from '@hatch-book/core'
import fc from 'fast-check'
import { normals } from './chance'

const size = fc.integer({ min: 1, max: 5 })
/** Square, and never near to having no inverse: its diagonal outweighs its rows. */
const matrices = size.chain((n) =>
  fc
    .array(fc.array(fc.double({ min: -3, max: 3, noNaN: true }), { minLength: n, maxLength: n }), {
      minLength: n,
      maxLength: n,
    })
    .map((rows) => rows.map((row, i) => row.map((v, j) => (i === j ? v + Math.sign(v || 1) * 3 * n : v)))),
)
const times = (a: readonly (readonly number[])[], b: readonly (readonly number[])[]) =>
  a.map((row) => b[0]!.map((_, j) => row.reduce((sum, v, k) => sum + v * b[k]![j]!, 0)))

describe('small systems of equations', () => {
  test('what is solved, put in again, gives the right side', () => {
    fc.assert(
      fc.property(
        matrices,
        fc.infiniteStream(fc.double({ min: -100, max: 100, noNaN: true })),
        (m, values) => {
          const right = m.map(() => values.next().value as number)
          const found = solve(m, right)!
          m.forEach((row, i) =>
            expect(row.reduce((sum, v, j) => sum + v * found[j]!, 0)).toBeCloseTo(right[i]!, 7),
          )
        },
      ),
    )
  })

  test('a matrix times its inverse is one on the diagonal and nothing elsewhere, from either side', () => {
    fc.assert(
      fc.property(matrices, (m) => {
        const inverse = invert(m)!
        for (const product of [times(m, inverse), times(inverse, m)])
          product.forEach((row, i) => row.forEach((v, j) => expect(v).toBeCloseTo(i === j ? 1 : 0, 9)))
      }),
    )
  })

  test('a zero in the corner needs another row first', () => {
    expect(
      solve(
        [
          [0, 2],
          [4, 0],
        ],
        [6, 8],
      ),
    ).toEqual([2, 3])
  })

  test('rows that say the same have no single answer, and no inverse', () => {
    const twice = [
      [1, 2],
      [2, 4],
    ]
    expect(solve(twice, [1, 2])).toBeNull()
    expect(invert(twice)).toBeNull()
  })
})

describe('least squares', () => {
  test('a straight line is the one of the schoolbook’s sums', () => {
    const x = [0, 1, 2, 3, 4, 7]
    const y = [1.2, 2.9, 5.4, 6.8, 9.1, 14.7]
    const mean = (v: readonly number[]) => v.reduce((a, b) => a + b, 0) / v.length
    const slope =
      x.reduce((sum, v, i) => sum + (v - mean(x)) * (y[i]! - mean(y)), 0) /
      x.reduce((sum, v) => sum + (v - mean(x)) ** 2, 0)
    const found = leastSquares(
      ([a, b], i, slopes) => {
        slopes[0] = 1
        slopes[1] = x[i]!
        return a! + b! * x[i]! - y[i]!
      },
      x.length,
      [0, 0],
    )
    expect(found.at[1]).toBeCloseTo(slope, 8)
    expect(found.at[0]).toBeCloseTo(mean(y) - slope * mean(x), 8)
    const left = x.reduce((sum, v, i) => sum + (found.at[0]! + found.at[1]! * v - y[i]!) ** 2, 0)
    expect(found.squares).toBeCloseTo(left, 10)
    // JᵀJ of a straight line: how many, their sum, the sum of their squares.
    expect(found.curvature).toEqual([
      [6, 17],
      [17, 79],
    ])
  })

  test('finds the bottom of a bent valley, where plain steps run in circles', () => {
    // Rosenbrock's valley: its bottom is at (1, 1).
    const { at, squares } = leastSquares(
      ([a, b], i, slopes) => {
        slopes[0] = i === 0 ? -20 * a! : -1
        slopes[1] = i === 0 ? 10 : 0
        return i === 0 ? 10 * (b! - a! * a!) : 1 - a!
      },
      2,
      [-1.2, 1],
    )
    expect(at[0]).toBeCloseTo(1, 6)
    expect(at[1]).toBeCloseTo(1, 6)
    expect(squares).toBeLessThan(1e-12)
  })

  test('what has no number anywhere near stays where it began', () => {
    const { at } = leastSquares(
      ([a], _, slopes) => {
        slopes[0] = 1
        return a === 2 ? 1 : NaN
      },
      1,
      [2],
    )
    expect(at).toEqual([2])
  })
})

describe('shapes of growth', () => {
  const curves: AnyCurve[] = [
    { model: 'gompertz', A: 420, k: 0.006, Ti: 210 },
    { model: 'logistic', A: 420, k: 0.009, Ti: 300 },
    { model: 'log-linear', A: 6.5, k: 0.012, Ti: 0 },
  ]

  test.each(curves)('$model: the fit’s own terms and back again are the same curve', (curve) => {
    const back = fromFree(curve.model, toFree(curve))
    expect(back.model).toBe(curve.model)
    for (const part of ['A', 'k', 'Ti'] as const) expect(back[part]).toBeCloseTo(curve[part], 10)
  })

  test.each(curves)('$model: the logarithm of the weight is that, at every age', (curve) => {
    for (const age of [0, 30, 200, 600, 2000])
      expect(logWeight(curve.model, toFree(curve), age, [])).toBeCloseTo(
        Math.log(curveWeight(curve, age)),
        10,
      )
  })

  test.each(curves)('$model: its slopes are what a small step shows', (curve) => {
    const free = toFree(curve)
    for (const age of [5, 150, 700]) {
      const slopes: number[] = []
      logWeight(curve.model, free, age, slopes)
      free.forEach((value, i) => {
        const step = 1e-5 * Math.max(1, Math.abs(value))
        const at = (shift: number) =>
          logWeight(
            curve.model,
            free.map((v, j) => (i === j ? v + shift : v)),
            age,
            [],
          )
        expect(slopes[i]).toBeCloseTo((at(step) - at(-step)) / (2 * step), 5)
      })
    }
  })

  test.each(curves)('$model: the age at a weight and the weight at that age agree', (curve) => {
    for (const grams of [10, 60, 250])
      expect(curveWeight(curve, curveAge(curve, grams)!)).toBeCloseTo(grams, 8)
  })

  test('a weight that is never reached has no age, nor has none', () => {
    for (const curve of curves.slice(0, 2)) {
      expect(curveAge(curve, curve.A)).toBeNull()
      expect(curveAge(curve, curve.A * 2)).toBeNull()
    }
    for (const curve of curves) {
      expect(curveAge(curve, 0)).toBeNull()
      expect(curveAge({ ...curve, k: -0.01 }, 20)).toBeNull()
    }
  })

  test('an age long before anything weighs next to nothing, and still is a number', () => {
    for (const { model, ...rest } of curves) {
      const slopes: number[] = []
      const value = logWeight(model, toFree({ model, ...rest, Ti: 1e6 }), -1e6, slopes)
      expect(Number.isFinite(value)).toBe(true)
      expect(slopes.every(Number.isFinite)).toBe(true)
    }
  })
})

describe('readings that a knock cannot move', () => {
  test('the middle of a list, odd or even, whatever its order', () => {
    expect(medianOf([])).toBeNaN()
    expect(medianOf([3, 1, 2])).toBe(2)
    expect(medianOf([10, 1, 2, 3])).toBe(2.5)
    // Numbers are ordered as numbers.
    expect(medianOf([9, 10, 100])).toBe(10)
  })

  test('the spread of normal noise is its standard deviation', () => {
    const normal = normals(31)
    const noise = Array.from({ length: 20_000 }, () => 250 + 3 * normal())
    expect(robustSpread(noise)).toBeGreaterThan(2.9)
    expect(robustSpread(noise)).toBeLessThan(3.1)
  })

  test('the place is where Huber’s loss is least, by walking through all of them', () => {
    const readings = [251.2, 250.4, 250.9, 251.1, 250.7, 263, 250.8, 244.1, 251]
    const spread = robustSpread(readings)
    const loss = (centre: number) =>
      readings.reduce((sum, v) => {
        const r = Math.abs(v - centre) / spread
        return sum + (r <= 1.5 ? (r * r) / 2 : 1.5 * (r - 0.75))
      }, 0)
    let best = 244
    for (let at = 244; at <= 263; at += 0.0005) if (loss(at) < loss(best)) best = at
    expect(huberLocation(readings)).toBeCloseTo(best, 2)
  })

  test('half of the readings but one may be anything', () => {
    const still = [80.1, 80.2, 80, 80.1, 80.15]
    const knocked = [...still, 9000, 9000, 9000, 9000]
    expect(Math.abs(huberLocation(knocked) - 80.1)).toBeLessThan(0.5)
  })

  test('readings that are all alike need no spread', () => {
    expect(huberLocation([42, 42, 42, 42, 99])).toBe(42)
    expect(huberLocation([])).toBeNaN()
  })
})
