import { MS_PER_DAY, type Instant } from '../calendar'
import { splitAt, type Segment } from '../climate'

/**
 * Development as degree-days: linear above a threshold, flat above a cap (the linear model of thermal summation, with a
 * plateau). Temperatures in °C, `degreeDays` from laying to hatching.
 */
export interface DevelopmentCurve {
  thresholdC: number
  degreeDays: number
  capC: number
}

/** Share of development added in a day at a steady temperature. */
export function developmentRate(curve: DevelopmentCurve, celsius: number): number {
  return Math.max(0, Math.min(celsius, curve.capC) - curve.thresholdC) / curve.degreeDays
}

/** Days from laying to hatching at a steady temperature; Infinity at or under the threshold. */
export function developmentDays(curve: DevelopmentCurve, celsius: number): number {
  return 1 / developmentRate(curve, celsius)
}

/**
 * Development added over a temperature curve of straight pieces, as a share of the whole (1 is hatching).
 *
 * Exact: each piece is cut where it crosses threshold and cap; between the cuts the rate runs straight, so the trapezium
 * is the integral itself.
 */
export function developmentOver(curve: DevelopmentCurve, segments: readonly Segment[]): number {
  return segments
    .flatMap((s) => splitAt(s, [curve.thresholdC, curve.capC]))
    .reduce((sum, piece) => sum + developed(curve, piece), 0)
}

function developed(curve: DevelopmentCurve, piece: Segment): number {
  const mean = (developmentRate(curve, piece.startC) + developmentRate(curve, piece.endC)) / 2
  return (mean * (piece.to - piece.from)) / MS_PER_DAY
}

/**
 * The instant at which development over the pieces reaches a share, or null when it never does within them. Within a
 * piece the time solves the quadratic of a rate that runs straight.
 */
export function whenDeveloped(
  curve: DevelopmentCurve,
  segments: readonly Segment[],
  share: number,
): Instant | null {
  let done = 0
  for (const piece of segments.flatMap((s) => splitAt(s, [curve.thresholdC, curve.capC]))) {
    const adds = developed(curve, piece)
    if (adds > 0 && done + adds >= share) return piece.from + timeWithin(curve, piece, share - done)
    done += adds
  }
  return null
}

/** Milliseconds into a piece after which `wanted` has been added: r0 t + (r1 - r0) t² / 2L = wanted, in the stable form. */
function timeWithin(curve: DevelopmentCurve, piece: Segment, wanted: number): number {
  const length = (piece.to - piece.from) / MS_PER_DAY
  const r0 = developmentRate(curve, piece.startC)
  const slope = (developmentRate(curve, piece.endC) - r0) / length
  const days = (2 * wanted) / (r0 + Math.sqrt(Math.max(0, r0 * r0 + 2 * slope * wanted)))
  return days * MS_PER_DAY
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
