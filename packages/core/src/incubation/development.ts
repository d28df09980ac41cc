import { MS_PER_DAY, type Instant } from '../calendar'
import { splitAt, temperatureAt, type Segment } from '../climate'
import type { BriereCurve, DevelopmentCurve, LinearCurve, SchoolfieldCurve } from '../protocols'

/** Gas constant, kJ per mol and kelvin. */
const R = 0.0083144626
const KELVIN = 273.15

const isLinear = (curve: DevelopmentCurve): curve is LinearCurve =>
  curve.model === undefined || curve.model === 'linear'

/** Degrees above the threshold that count as much as this temperature does: what degree-days add up. */
export function effectiveDegrees(curve: DevelopmentCurve, celsius: number): number {
  if (celsius <= curve.thresholdC) return 0
  if (isLinear(curve)) return Math.min(celsius, curve.capC) - curve.thresholdC
  const { referenceC, thresholdC } = curve
  return ((referenceC - thresholdC) * unscaled(curve, celsius)) / unscaled(curve, referenceC)
}

function unscaled(curve: BriereCurve | SchoolfieldCurve, celsius: number): number {
  if (curve.model === 'briere')
    return celsius >= curve.upperC
      ? 0
      : celsius * (celsius - curve.thresholdC) * Math.sqrt(curve.upperC - celsius)
  const t = celsius + KELVIN
  return (
    ((t / 298.15) * Math.exp((curve.activationKJ / R) * (1 / 298.15 - 1 / t))) /
    (1 + Math.exp((curve.inhibitionKJ / R) * (1 / (curve.halfIdleC + KELVIN) - 1 / t)))
  )
}

/** Share of development added in a day at a steady temperature. */
export function developmentRate(curve: DevelopmentCurve, celsius: number): number {
  return effectiveDegrees(curve, celsius) / curve.degreeDays
}

/** Days from laying to hatching at a steady temperature; Infinity where nothing develops. */
export function developmentDays(curve: DevelopmentCurve, celsius: number): number {
  return 1 / developmentRate(curve, celsius)
}

/** Cuts a piece where the rate has a corner, and a curved rate into steps short enough for the rule that integrates it. */
function smoothPieces(curve: DevelopmentCurve, segment: Segment): Segment[] {
  if (isLinear(curve)) return splitAt(segment, [curve.thresholdC, curve.capC])
  const corners = curve.model === 'briere' ? [curve.thresholdC, curve.upperC] : [curve.thresholdC]
  return splitAt(segment, corners).flatMap((piece) => {
    const steps = Math.ceil(Math.abs(piece.endC - piece.startC))
    if (steps <= 1) return [piece]
    const at = (i: number) => piece.from + ((piece.to - piece.from) * i) / steps
    return Array.from({ length: steps }, (_, i) => ({
      ...piece,
      from: at(i),
      to: at(i + 1),
      startC: temperatureAt(piece, at(i)),
      endC: temperatureAt(piece, at(i + 1)),
    }))
  })
}

/** Nodes and weights of the five-point rule of Gauss and Legendre on [0, 1]. */
const GAUSS = [
  [0.04691007703066802, 0.11846344252809454],
  [0.23076534494715845, 0.23931433524968324],
  [0.5, 0.28444444444444444],
  [0.7692346550528415, 0.23931433524968324],
  [0.9530899229693319, 0.11846344252809454],
] as const

/** Development over one smooth piece up to a share of its length. */
function developed(curve: DevelopmentCurve, piece: Segment, until = 1): number {
  const days = ((piece.to - piece.from) * until) / MS_PER_DAY
  const celsius = (share: number) => piece.startC + share * until * (piece.endC - piece.startC)
  // Where the rate runs straight, its mean is exactly that of the ends.
  const mean = isLinear(curve)
    ? (developmentRate(curve, celsius(0)) + developmentRate(curve, celsius(1))) / 2
    : piece.startC === piece.endC
      ? developmentRate(curve, piece.startC)
      : GAUSS.reduce((sum, [node, weight]) => sum + weight * developmentRate(curve, celsius(node)), 0)
  return mean * days
}

/**
 * Development added over a temperature curve of straight pieces, as a share of the whole (1 is hatching).
 *
 * Exact for degree-days: each piece is cut where it crosses threshold and cap; between the cuts the rate runs straight, so
 * the trapezium is the integral itself. Curved rates are integrated by Gauss and Legendre over steps of a degree at most.
 */
export function developmentOver(curve: DevelopmentCurve, segments: readonly Segment[]): number {
  return segments
    .flatMap((s) => smoothPieces(curve, s))
    .reduce((sum, piece) => sum + developed(curve, piece), 0)
}

/** The instant at which development over the pieces reaches a share, or null when it never does within them. */
export function whenDeveloped(
  curve: DevelopmentCurve,
  segments: readonly Segment[],
  share: number,
): Instant | null {
  let done = 0
  for (const segment of segments)
    for (const piece of smoothPieces(curve, segment)) {
      const adds = developed(curve, piece)
      if (adds > 0 && done + adds >= share) return piece.from + timeWithin(curve, piece, share - done)
      done += adds
    }
  return null
}

/**
 * Milliseconds into a piece after which `wanted` has been added. A rate that runs straight solves the quadratic
 * r0 t + (r1 − r0) t² / 2L = wanted, in the stable form; a curved one is halved until a millisecond is left.
 */
function timeWithin(curve: DevelopmentCurve, piece: Segment, wanted: number): number {
  const length = (piece.to - piece.from) / MS_PER_DAY
  if (isLinear(curve)) {
    const r0 = developmentRate(curve, piece.startC)
    const slope = (developmentRate(curve, piece.endC) - r0) / length
    const days = (2 * wanted) / (r0 + Math.sqrt(Math.max(0, r0 * r0 + 2 * slope * wanted)))
    return days * MS_PER_DAY
  }
  let [low, high] = [0, 1]
  while ((high - low) * (piece.to - piece.from) > 1) {
    const middle = (low + high) / 2
    if (developed(curve, piece, middle) < wanted) low = middle
    else high = middle
  }
  return high * (piece.to - piece.from)
}

/** A point of the curve of development adding up. */
export interface DevelopmentPoint {
  at: Instant
  share: number
}

/** Development adding up, at the end of each piece: what the chart draws. */
export function developmentCurve(curve: DevelopmentCurve, segments: readonly Segment[]): DevelopmentPoint[] {
  let share = 0
  const first = segments[0]
  const points: DevelopmentPoint[] = first ? [{ at: first.from, share: 0 }] : []
  for (const segment of segments) {
    share += developmentOver(curve, [segment])
    points.push({ at: segment.to, share })
  }
  return points
}

/** Why nothing can be reckoned with a curve, in words; null where something can. */
export function curveFault(curve: DevelopmentCurve): string | null {
  const { degreeDays, thresholdC } = curve
  const mostC = 'capC' in curve ? curve.capC : 'upperC' in curve ? curve.upperC : Infinity
  if (!(degreeDays >= 1)) return `its protocol gives ${degreeDays} degree-days to hatching`
  if (!Number.isFinite(thresholdC) || !(mostC > thresholdC))
    return 'its protocol gives no temperatures at which eggs develop'
  return null
}
