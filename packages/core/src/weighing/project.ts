import { addDays, type Day, type DaySpan } from '../calendar'
import type { GrowthFit } from './fit'
import { curveAge, curveWeight, logWeight, toFree } from './models'

const Z90 = 1.6448536269514722

/** A weight on a fitted curve, with the band in which the animal's true weight lies with 90 per cent. */
export interface BandPoint {
  ageDays: number
  grams: number
  least: number
  most: number
}

export function bandAt(fit: GrowthFit, ageDays: number): BandPoint {
  const grams = curveWeight(fit.curve, ageDays)
  const width = Z90 * Math.sqrt(logVariance(fit, ageDays))
  return { ageDays, grams, least: grams * Math.exp(-width), most: grams * Math.exp(width) }
}

/** Variance of the logarithm of the weight at an age, from the uncertainty of the parameters (delta method). */
function logVariance({ curve, covariance }: GrowthFit, ageDays: number): number {
  const slopes: number[] = []
  logWeight(curve.model, toFree(curve), ageDays, slopes)
  let variance = 0
  for (let i = 0; i < slopes.length; i++)
    for (let j = 0; j < slopes.length; j++) variance += slopes[i]! * slopes[j]! * covariance[i]![j]!
  return Math.max(0, variance)
}

export interface Projection {
  /** The day on which the fitted curve passes the weight. */
  likely: Day
  /** The first day on which the upper edge of the 90 per cent band does. */
  from: Day
  /** The first day on which the lower edge does; null when it never does, so that the end is open. */
  to: Day | null
}

const FURTHEST_DAYS = 20_000

/**
 * When an animal reaches a weight by its own fitted curve.
 * @param hatched the day it hatched, or the span in which it did: an age known only between bounds widens the window
 * @returns null for 'not reached': the curve levels off below the weight, or passes it only after 20,000 days
 * @throws RangeError when the weight is not above zero
 */
export function projectGrowth(fit: GrowthFit, hatched: Day | DaySpan, grams: number): Projection | null {
  if (!(grams > 0)) throw new RangeError(`${grams} g is not a weight to be reached`)
  const span = typeof hatched === 'string' ? { from: hatched, to: hatched } : hatched
  const age = curveAge(fit.curve, grams)
  if (age === null || age > FURTHEST_DAYS) return null
  const half = halfWidth(span)
  const first = firstAge((t) => bandAt(fit, t).most >= grams, age, -1)
  const last = firstAge((t) => bandAt(fit, t).least >= grams, age, 1)
  const born = addDays(span.from, half)
  const day = (days: number) => addDays(born, Math.ceil(days - 1e-9))
  return {
    likely: day(age),
    from: addDays(day(first ?? age), -half),
    to: last === null ? null : addDays(day(last), half),
  }
}

function halfWidth({ from, to }: DaySpan): number {
  return Math.floor((Date.parse(to) - Date.parse(from)) / 86_400_000 / 2)
}

/** The nearest age, going back from or on from a start, at which a condition begins to hold; null if none is near. */
function firstAge(holds: (age: number) => boolean, start: number, way: 1 | -1): number | null {
  let step = 1
  let inside = start
  if (way === -1) {
    while (holds(inside - step) && inside - step > -FURTHEST_DAYS) {
      inside -= step
      step *= 1.5
    }
    return bisect(holds, inside - step, inside)
  }
  if (holds(start)) return start
  while (!holds(inside + step)) {
    inside += step
    step *= 1.5
    if (inside > FURTHEST_DAYS) return null
  }
  return bisect(holds, inside, inside + step)
}

function bisect(holds: (age: number) => boolean, without: number, within: number): number {
  let low = without
  let high = within
  for (let i = 0; i < 60 && high - low > 0.01; i++) {
    const middle = (low + high) / 2
    if (holds(middle)) high = middle
    else low = middle
  }
  return high
}

/**
 * Where an animal stands among its siblings weighed at the same age: the share of them that is lighter, equal ones counted
 * half, in per cent.
 * @param siblings their weights at that age without its own, g
 * @returns 0 to 100, or null when it has no siblings
 */
export function siblingPercentile(grams: number, siblings: readonly number[]): number | null {
  if (siblings.length === 0) return null
  const lighter = siblings.filter((s) => s < grams).length
  const equal = siblings.filter((s) => s === grams).length
  return (100 * (lighter + equal / 2)) / siblings.length
}
