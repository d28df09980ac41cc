import fc from 'fast-check'
import { rootOf } from '../src/statistics'

describe('where a curve that never falls reaches zero', () => {
  /** The same, by halving alone. */
  function halved(of: (x: number) => number, low: number, high: number): number {
    for (let i = 0; i < 80; i++) {
      const middle = (low + high) / 2
      if (of(middle) < 0) low = middle
      else high = middle
    }
    return (low + high) / 2
  }
  const counted = (of: (x: number) => number) => {
    const calls = { times: 0 }
    const asked = (x: number) => {
      calls.times++
      return of(x)
    }
    return [asked, calls] as const
  }

  it('is where halving finds it, for smooth curves, kinks, steps and flat stretches, in no more than six times its steps', () => {
    const shape = fc.constantFrom<(x: number, k: number) => number>(
      (x, k) => Math.tanh(k * x),
      (x, k) => x ** 3 * k + x,
      (x) => Math.sign(x),
      (x, k) => (x < 0 ? k * x : x),
      (x) => (Math.abs(x) < 1 ? x * 1e-6 : x),
      (x, k) => Math.exp(Math.min(50, k * x)) - 1,
    )
    fc.assert(
      fc.property(
        shape,
        fc.double({ min: 0.01, max: 40, noNaN: true }),
        fc.double({ min: -90, max: 90, noNaN: true }),
        (of, k, zero) => {
          const [asked, calls] = counted((x) => of(x - zero, k))
          const found = rootOf(asked, -100, 100, 1e-7)
          expect(Math.abs(found - halved((x) => of(x - zero, k), -100, 100))).toBeLessThan(2e-7)
          // Both ends of the bracket, and six steps for each halving.
          expect(calls.times).toBeLessThanOrEqual(2 + 6 * Math.ceil(Math.log2(200 / 1e-7)))
        },
      ),
      { numRuns: 3000 },
    )
  })
  it('takes fewer steps than halving on a curve like a hatch', () => {
    const [asked, calls] = counted((x) => 1 / (1 + Math.exp(-x / 2)) - 0.05)
    expect(rootOf(asked, -60, 60, 1e-7)).toBeCloseTo(-2 * Math.log(19), 6)
    expect(calls.times).toBeLessThan(0.75 * Math.log2(120 / 1e-7))
  })
  it('is the nearer end of a bracket that holds none', () => {
    expect(rootOf((x) => x - 5, 6, 9, 1e-7)).toBe(6)
    expect(rootOf((x) => x - 5, 1, 4, 1e-7)).toBe(4)
  })
})
