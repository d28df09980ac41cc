import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64'
import { mersenne } from 'pure-rand/generator/mersenne'

/**
 * A seeded stream of even numbers in [0, 1): the same seed gives the same forecast. Of the generators at hand the one whose neighbouring
 * seeds begin unlike each other, as simulations need that play each run from the next.
 */
export function evenStream(seed: number): () => number {
  const source = mersenne(seed)
  return () => uniformFloat64(source)
}

/** A figure as keepers give it: what is usual, and between what. */
interface Range {
  typical: number
  least: number
  most: number
}

/**
 * A draw from a triangle over a range that keepers use, its peak at the typical figure. The range is taken as holding nine
 * in ten, so the triangle reaches a little beyond it.
 */
export function drawRange({ typical, least, most }: Range, even: () => number): number {
  const low = typical - (typical - least) * BEYOND
  const high = typical + (most - typical) * BEYOND
  if (high <= low) return typical
  const u = even()
  const peak = (typical - low) / (high - low)
  return u < peak
    ? low + Math.sqrt(u * (high - low) * (typical - low))
    : high - Math.sqrt((1 - u) * (high - low) * (high - typical))
}
const BEYOND = 1.25

/** A draw from a beta distribution by two gammas (Marsaglia and Tsang, 2000). */
export function drawBeta(alpha: number, beta: number, even: () => number): number {
  const a = drawGamma(alpha, even)
  const b = drawGamma(beta, even)
  return a / (a + b)
}

export function drawNormal(even: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - even())) * Math.cos(2 * Math.PI * even())
}

export function drawGamma(shape: number, even: () => number): number {
  if (shape < 1) return drawGamma(shape + 1, even) * (1 - even()) ** (1 / shape)
  const d = shape - 1 / 3
  const c = 1 / Math.sqrt(9 * d)
  for (;;) {
    const x = drawNormal(even)
    const v = (1 + c * x) ** 3
    if (v > 0 && Math.log(1 - even()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return d * v
  }
}
