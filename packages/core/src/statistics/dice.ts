import { evenStream } from './draw'
import { normalQuantile } from './normal'

/** Draws for simulations that ask many million times: the same as of `draw.ts`, quicker. */
export interface Dice {
  /** In [0, 1). */
  even(): number
  normal(): number
  /** How many of `count` whole ones it happens to, each with the same chance. */
  binomial(count: number, chance: number): number
  /** How many happen where so many are to be expected. */
  poisson(mean: number): number
}

/** Middles of as many equal parts of the normal distribution: finer than any count that is rounded afterwards. */
const PARTS = 8192
let normals: Float64Array | null = null
const normalParts = () =>
  (normals ??= Float64Array.from({ length: PARTS }, (_, i) => normalQuantile((i + 0.5) / PARTS)))

/** From so many expected on either side on, the normal curve is as good. */
const MANY_ENOUGH = 8

/** A seeded source: the same seed throws alike. */
export function diceOf(seed: number): Dice {
  const parts = normalParts()
  const even = evenStream(seed)
  const normal = () => parts[(even() * PARTS) | 0]!
  const binomial = (count: number, chance: number): number => {
    if (count <= 0 || chance <= 0) return 0
    if (chance >= 1) return count
    const p = chance > 0.5 ? 1 - chance : chance
    const mean = count * p
    let hits: number
    if (mean > MANY_ENOUGH) {
      hits = Math.round(mean + Math.sqrt(mean * (1 - p)) * normal())
      if (hits < 0) hits = 0
      else if (hits > count) hits = count
    } else {
      // By inversion: few are expected, so the walk is short.
      const odds = p / (1 - p)
      let density = Math.pow(1 - p, count)
      let u = even()
      hits = 0
      while (u > density && hits < count) {
        u -= density
        density *= ((count - hits) / (hits + 1)) * odds
        hits++
      }
    }
    return p === chance ? hits : count - hits
  }
  const poisson = (mean: number): number => {
    if (mean <= 0) return 0
    if (mean > 30) return Math.max(0, Math.round(mean + Math.sqrt(mean) * normal()))
    let [count, density, u] = [0, Math.exp(-mean), even()]
    while (u > density && count < 400) {
      u -= density
      count++
      density *= mean / count
    }
    return count
  }
  return { even, normal, binomial, poisson }
}
