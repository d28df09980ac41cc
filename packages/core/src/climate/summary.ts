import { MS_PER_HOUR, type Instant } from '../calendar'
import { splitAt, type Segment } from './segments'

/** What a log says of a stretch of time. Temperatures in °C, time in hours. */
export interface ClimateSummary {
  hours: number
  /** Share of the time that the probe measured. */
  coverage: number
  minC: number | null
  maxC: number | null
  /** Mean over time, not over readings. */
  meanC: number | null
  gaps: { from: Instant; to: Instant; hours: number }[]
}

export function summariseClimate(segments: readonly Segment[]): ClimateSummary {
  const logged = segments.filter((s) => s.source === 'log')
  const span = (pieces: readonly Segment[]) =>
    pieces.reduce((sum, s) => sum + (s.to - s.from), 0) / MS_PER_HOUR
  const hours = span(segments)
  const loggedHours = span(logged)
  const area = logged.reduce((sum, s) => sum + ((s.startC + s.endC) / 2) * (s.to - s.from), 0) / MS_PER_HOUR
  return {
    hours,
    coverage: hours > 0 ? loggedHours / hours : 0,
    minC: logged.length ? logged.reduce((least, s) => Math.min(least, s.startC, s.endC), Infinity) : null,
    maxC: logged.length ? logged.reduce((most, s) => Math.max(most, s.startC, s.endC), -Infinity) : null,
    meanC: loggedHours > 0 ? area / loggedHours : null,
    gaps: silencesIn(segments),
  }
}

/** The stretches for which the set point stood in: one for each silence, whatever days and nights it is made of. */
function silencesIn(segments: readonly Segment[]): ClimateSummary['gaps'] {
  const silences: { from: Instant; to: Instant }[] = []
  for (const { source, from, to } of segments) {
    if (source !== 'set point') continue
    const last = silences.at(-1)
    if (last && from - last.to < 1) last.to = to
    else silences.push({ from, to })
  }
  return silences.map(({ from, to }) => ({ from, to, hours: (to - from) / MS_PER_HOUR }))
}

/** A stretch of time above or below a line. */
export interface Excursion {
  side: 'above' | 'below'
  lineC: number
  from: Instant
  to: Instant
  hours: number
  /** The furthest temperature reached, °C. */
  peakC: number
  /** Degree-hours beyond the line. */
  doseCh: number
}

/**
 * The stretches above `highC` or below `lowC`, by exact crossings of the straight pieces. Stretches that touch are one.
 */
export function findExcursions(segments: readonly Segment[], lowC: number, highC: number): Excursion[] {
  const found: Excursion[] = []
  for (const piece of segments.flatMap((s) => splitAt(s, [lowC, highC]))) {
    const middle = (piece.startC + piece.endC) / 2
    const side = middle > highC ? 'above' : middle < lowC ? 'below' : null
    if (!side) continue
    const lineC = side === 'above' ? highC : lowC
    const hours = (piece.to - piece.from) / MS_PER_HOUR
    const dose = Math.abs(middle - lineC) * hours
    const peak = side === 'above' ? Math.max(piece.startC, piece.endC) : Math.min(piece.startC, piece.endC)
    const last = found.at(-1)
    if (last && last.side === side && piece.from - last.to < 1) {
      last.to = piece.to
      last.hours += hours
      last.doseCh += dose
      last.peakC = side === 'above' ? Math.max(last.peakC, peak) : Math.min(last.peakC, peak)
    } else found.push({ side, lineC, from: piece.from, to: piece.to, hours, peakC: peak, doseCh: dose })
  }
  return found
}
