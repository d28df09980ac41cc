import { MS_PER_HOUR, type Instant } from '../calendar'
import { plannedTemperatures, type SetPoint } from './setPoints'

/** One reading of a probe. */
export interface Reading {
  at: Instant
  celsius: number
}

/** A straight piece of the temperature curve. */
export interface Segment {
  from: Instant
  to: Instant
  startC: number
  endC: number
  /** Whether the probe measured it or the set point stands in for a silence. */
  source: 'log' | 'set point'
}

/**
 * Joins readings to a curve of straight pieces between two instants.
 *
 * Between readings no further apart than `gapHours` the temperature runs straight; a longer silence, and whatever lies
 * before the first or after the last reading, is the set point.
 * @param readings ordered by time, no two at the same instant
 * @param setPoint one temperature in °C, or what was set and is planned, in order of time
 * @throws RangeError when readings or set points are out of order
 */
export function joinReadings(
  readings: readonly Reading[],
  from: Instant,
  to: Instant,
  setPoint: number | readonly SetPoint[],
  gapHours: number,
): Segment[] {
  const segments: Segment[] = []
  const fill = (a: Instant, b: Instant) => {
    for (const { celsius, ...span } of plannedTemperatures(setPoint, a, b))
      segments.push({ ...span, startC: celsius, endC: celsius, source: 'set point' })
  }
  let end = from
  for (let i = 1; i < readings.length; i++) {
    const a = readings[i - 1]!
    const b = readings[i]!
    if (b.at <= a.at) throw new RangeError('readings must be in order of time')
    if (b.at <= from || a.at >= to || b.at - a.at > gapHours * MS_PER_HOUR) continue
    const piece = clip({ from: a.at, to: b.at, startC: a.celsius, endC: b.celsius, source: 'log' }, from, to)
    fill(end, piece.from)
    segments.push(piece)
    end = piece.to
  }
  fill(end, to)
  return segments
}

function clip(segment: Segment, from: Instant, to: Instant): Segment {
  const start = Math.max(segment.from, from)
  const end = Math.min(segment.to, to)
  return {
    ...segment,
    from: start,
    to: end,
    startC: temperatureAt(segment, start),
    endC: temperatureAt(segment, end),
  }
}

/** Temperature on a straight piece at an instant within it, °C. */
export function temperatureAt(segment: Segment, at: Instant): number {
  const share = (at - segment.from) / (segment.to - segment.from)
  return segment.startC + share * (segment.endC - segment.startC)
}

/** Cuts a piece where it crosses any of the given temperatures, so that each part lies on one side of all of them. */
export function splitAt(segment: Segment, temperatures: readonly number[]): Segment[] {
  const { from, to, startC, endC } = segment
  // Most pieces cross nothing: a log of a season has hundreds of thousands of them.
  if (!temperatures.some((t) => (t - startC) * (t - endC) < 0)) return [segment]
  const cuts = temperatures
    .filter((t) => (t - startC) * (t - endC) < 0)
    .map((t) => ({ at: from + ((t - startC) / (endC - startC)) * (to - from), celsius: t }))
    .sort((a, b) => a.at - b.at)
  const points = [{ at: from, celsius: startC }, ...cuts, { at: to, celsius: endC }]
  return points.slice(1).map((b, i) => ({
    ...segment,
    from: points[i]!.at,
    to: b.at,
    startC: points[i]!.celsius,
    endC: b.celsius,
  }))
}
