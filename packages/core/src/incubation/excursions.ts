import { MS_PER_DAY } from '../calendar'
import {
  findExcursions,
  meanOfSetPoint,
  setPointAt,
  type Excursion,
  type Segment,
  type SetPoint,
} from '../climate'
import type { DevelopmentCurve } from '../protocols'
import { developmentDays, developmentOver, developmentRate } from './development'

/** What an excursion did to a clutch. */
export interface ExplainedExcursion extends Excursion {
  /** Days of development gained (positive) or lost against the set point. */
  shiftDays: number
  /** `harm` where it was beyond the lethal line for as long as harms, `warn` otherwise. */
  gravity: 'warn' | 'harm'
}

export interface SafeLines {
  warnC: { low: number; high: number }
  lethalC: { low: number; high: number; hours: number }
}

/**
 * The stretches outside the warning lines, each with its effect on the hatch date (in days at the set point) and
 * whether it was long and far enough to harm.
 */
export function excursions(
  curve: DevelopmentCurve,
  segments: readonly Segment[],
  setPoint: number | readonly SetPoint[],
  lines: SafeLines,
): ExplainedExcursion[] {
  const logged = segments.filter((s) => s.source === 'log')
  return findExcursions(logged, lines.warnC.low, lines.warnC.high).map((excursion) => {
    const at = typeof setPoint === 'number' ? null : setPointAt(setPoint, excursion.from)
    const setPointC = typeof setPoint === 'number' ? setPoint : at ? meanOfSetPoint(at) : lines.warnC.low
    const within = clipTo(logged, excursion.from, excursion.to)
    const gained =
      developmentOver(curve, within) -
      (developmentRate(curve, setPointC) * (excursion.to - excursion.from)) / MS_PER_DAY
    const beyond = findExcursions(within, lines.lethalC.low, lines.lethalC.high)
    return {
      ...excursion,
      shiftDays: gained * developmentDays(curve, setPointC),
      gravity: beyond.some((e) => e.hours > lines.lethalC.hours) ? 'harm' : 'warn',
    }
  })
}

function clipTo(segments: readonly Segment[], from: number, to: number): Segment[] {
  return segments
    .filter((s) => s.to > from && s.from < to)
    .map((s) => {
      const at = (when: number) => s.startC + ((when - s.from) / (s.to - s.from)) * (s.endC - s.startC)
      const start = Math.max(s.from, from)
      const end = Math.min(s.to, to)
      return { ...s, from: start, to: end, startC: at(start), endC: at(end) }
    })
}
