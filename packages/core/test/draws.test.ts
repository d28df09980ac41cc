import { diceOf, drawNormal, drawRange, evenStream } from '../src/statistics'

const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length
const variance = (values: readonly number[]) => {
  const middle = mean(values)
  return mean(values.map((v) => (v - middle) ** 2))
}
const many = (count: number, draw: () => number) => Array.from({ length: count }, draw)
/** How often each whole number came. */
const shares = (values: readonly number[]) => {
  const counts = new Map<number, number>()
  for (const v of values) counts.set(v, (counts.get(v) ?? 0) + 1 / values.length)
  return counts
}
/** Of a share seen in so many draws, four standard errors: one in sixteen thousand lies beyond. */
const within = (share: number, draws: number) => 4 * Math.sqrt((share * (1 - share)) / draws) + 1e-12

describe('even draws', () => {
  test('the same seed draws alike, another one does not; dice and stream are one source', () => {
    const [a, b, other] = [evenStream(7), evenStream(7), evenStream(8)]
    const drawn = many(50, a)
    expect(many(50, b)).toEqual(drawn)
    expect(many(50, other)).not.toEqual(drawn)
    const dice = diceOf(7)
    expect(many(50, () => dice.even())).toEqual(drawn)
  })

  test('fill their stretch evenly, and one tells nothing of the next', () => {
    const even = evenStream(3)
    const drawn = many(40_000, even)
    expect(Math.min(...drawn.slice(0, 1000))).toBeGreaterThanOrEqual(0)
    expect(drawn.every((v) => v < 1)).toBe(true)
    for (let tenth = 0; tenth < 10; tenth++) {
      const share = drawn.filter((v) => Math.floor(v * 10) === tenth).length / drawn.length
      expect(Math.abs(share - 0.1)).toBeLessThan(within(0.1, drawn.length))
    }
    const pairs = drawn.slice(1).map((v, i) => (v - 0.5) * (drawn[i]! - 0.5))
    // The product of two independent ones has the variance 1/144.
    expect(Math.abs(mean(pairs))).toBeLessThan(4 / 12 / Math.sqrt(pairs.length))
  })

  test('of neighbouring seeds, the first draws tell nothing of each other', () => {
    // Simulations begin each run with the next seed and draw a few times only.
    const firsts = Array.from({ length: 20_000 }, (_, seed) => many(3, evenStream(seed)))
    for (const draw of [0, 1, 2]) {
      const drawn = firsts.map((of) => of[draw]!)
      for (let tenth = 0; tenth < 10; tenth++) {
        const share = drawn.filter((v) => Math.floor(v * 10) === tenth).length / drawn.length
        expect(Math.abs(share - 0.1)).toBeLessThan(within(0.1, drawn.length))
      }
      for (const apart of [1, 2, 7]) {
        const pairs = drawn.slice(apart).map((v, i) => (v - 0.5) * (drawn[i]! - 0.5))
        expect(Math.abs(mean(pairs))).toBeLessThan(4 / 12 / Math.sqrt(pairs.length))
      }
    }
  })
})

describe('normal draws', () => {
  const dice = diceOf(11)
  const even = evenStream(12)
  test.each([
    ['of the dice', () => dice.normal()],
    ['of the stream', () => drawNormal(even)],
  ])('%s: mean, spread, and how many lie beyond one, two and three', (_, draw) => {
    const drawn = many(60_000, draw)
    expect(Math.abs(mean(drawn))).toBeLessThan(0.02)
    expect(Math.abs(variance(drawn) - 1)).toBeLessThan(0.03)
    for (const [beyond, share] of [
      [1, 0.3173105],
      [2, 0.0455003],
      [3, 0.0026998],
    ] as const) {
      const seen = drawn.filter((v) => Math.abs(v) > beyond).length / drawn.length
      expect(Math.abs(seen - share)).toBeLessThan(within(share, drawn.length))
    }
  })
})

describe('how many of so many', () => {
  const choose = (n: number, k: number) => {
    let ways = 1
    for (let i = 0; i < k; i++) ways = (ways * (n - i)) / (i + 1)
    return ways
  }
  test.each([
    [6, 0.3],
    [12, 0.85],
    [1, 0.5],
    [40, 0.04],
  ])('of %i at a chance of %f: each number as often as the formula says', (count, chance) => {
    const dice = diceOf(count * 100)
    const drawn = many(40_000, () => dice.binomial(count, chance))
    const seen = shares(drawn)
    for (let k = 0; k <= count; k++) {
      const share = choose(count, k) * chance ** k * (1 - chance) ** (count - k)
      expect(Math.abs((seen.get(k) ?? 0) - share)).toBeLessThan(within(share, drawn.length))
    }
  })

  test('of very many: their mean and spread, never fewer than none nor more than all', () => {
    const dice = diceOf(5)
    for (const [count, chance] of [
      [5000, 0.02],
      [900, 0.99],
      [30, 0.5],
    ] as const) {
      const drawn = many(20_000, () => dice.binomial(count, chance))
      const spread = Math.sqrt(count * chance * (1 - chance))
      expect(Math.abs(mean(drawn) - count * chance)).toBeLessThan(
        (4 * spread) / Math.sqrt(drawn.length) + 0.01,
      )
      // Rounding to whole ones adds a twelfth.
      expect(variance(drawn) / (spread ** 2 + 1 / 12)).toBeCloseTo(1, 1)
      expect(drawn.every((v) => Number.isInteger(v) && v >= 0 && v <= count)).toBe(true)
    }
  })

  test('what cannot be does not happen, and what must always does', () => {
    const dice = diceOf(1)
    expect(many(20, () => dice.binomial(9, 0))).toEqual(many(20, () => 0))
    expect(many(20, () => dice.binomial(9, 1))).toEqual(many(20, () => 9))
    expect(dice.binomial(0, 0.5)).toBe(0)
    expect(dice.poisson(0)).toBe(0)
  })

  test('where so many are expected: each number as often as Poisson says, and few or many keep mean and spread', () => {
    const dice = diceOf(21)
    const drawn = many(40_000, () => dice.poisson(2.5))
    const seen = shares(drawn)
    let share = Math.exp(-2.5)
    for (let k = 0; k <= 9; k++) {
      expect(Math.abs((seen.get(k) ?? 0) - share)).toBeLessThan(within(share, drawn.length))
      share *= 2.5 / (k + 1)
    }
    for (const expected of [0.1, 29, 31, 4000]) {
      const of = many(20_000, () => dice.poisson(expected))
      expect(mean(of) / expected).toBeCloseTo(1, expected < 1 ? 0 : 1)
      expect(variance(of) / expected).toBeGreaterThan(0.93)
      expect(variance(of) / expected).toBeLessThan(1.07)
    }
  })
})

describe('a range that keepers use', () => {
  test('holds some nine in ten, its peak at the usual figure', () => {
    const even = evenStream(4)
    const drawn = many(40_000, () => drawRange({ least: 50, typical: 60, most: 80 }, even))
    // The triangle reaches from 47.5 to 85: its corners beyond the range by similar triangles.
    const under = ((2.5 / 12.5) ** 2 * 12.5) / 37.5
    const over = ((5 / 25) ** 2 * 25) / 37.5
    const seenUnder = drawn.filter((v) => v < 50).length / drawn.length
    const seenOver = drawn.filter((v) => v > 80).length / drawn.length
    expect(Math.abs(seenUnder - under)).toBeLessThan(within(under, drawn.length))
    expect(Math.abs(seenOver - over)).toBeLessThan(within(over, drawn.length))
    expect(mean(drawn)).toBeCloseTo((47.5 + 60 + 85) / 3, 0)
    expect(drawn.every((v) => v >= 47.5 && v <= 85)).toBe(true)
  })

  test('one figure alone is that', () => {
    expect(drawRange({ least: 9, typical: 9, most: 9 }, evenStream(1))).toBe(9)
  })
})
