import { MS_PER_DAY, MS_PER_HOUR, type Instant } from '../calendar'
import { joinReadings, type Reading, type SetPoint } from '../climate'
import type { DevelopmentCurve } from '../protocols'
import { developmentOver, whenDeveloped } from './development'

/** The temperatures that eggs had, and those they are to have. */
export interface TemperatureLog {
  /** In order of time. */
  readings: readonly Reading[]
  /** What stands in for a silence and for the time ahead: one temperature in °C, or set points in order of time. */
  setPoint: number | readonly SetPoint[]
  /** A longer silence is filled by the set point, hours. */
  gapHours: number
}

export interface AccumulatedDevelopment {
  /** 0 at laying, 1 at hatching, and beyond. */
  share: number
  /** °C·d above the threshold. */
  degreeDays: number
  /** Hours for which the set point stood in. */
  filledHours: number
  hours: number
  /** When the whole was reached, if it was. */
  completeAt: Instant | null
}

/**
 * Development that adds up over an irregular log between two instants.
 *
 * Between readings no further apart than `gapHours` the temperature runs straight; elsewhere it is the set point. Degree-days
 * are integrated exactly, piece by piece.
 * @throws RangeError when the stretch runs backward, or readings or set points are out of order
 */
export function accumulateDevelopment(
  curve: DevelopmentCurve,
  log: TemperatureLog,
  from: Instant,
  to: Instant,
): AccumulatedDevelopment {
  if (to < from) throw new RangeError('the stretch ends before it begins')
  const segments = joinReadings(log.readings, from, to, log.setPoint, log.gapHours)
  const share = developmentOver(curve, segments)
  const filled = segments.filter((s) => s.source === 'set point')
  return {
    share,
    degreeDays: share * curve.degreeDays,
    filledHours: filled.reduce((sum, s) => sum + (s.to - s.from), 0) / MS_PER_HOUR,
    hours: (to - from) / MS_PER_HOUR,
    completeAt: share >= 1 ? whenDeveloped(curve, segments, 1) : null,
  }
}

/** Further than this nothing is forecast, days. */
const HORIZON_DAYS = 1500

/** When eggs laid at an instant will have developed, or null where the temperature ahead does not let them. */
export function completionOf(curve: DevelopmentCurve, log: TemperatureLog, laid: Instant): Instant | null {
  // In stretches, each twice the last: most eggs hatch within months.
  let [from, days, done] = [laid, 90, 0]
  const end = laid + HORIZON_DAYS * MS_PER_DAY
  while (from < end) {
    const to = Math.min(end, from + days * MS_PER_DAY)
    const segments = joinReadings(log.readings, from, to, log.setPoint, log.gapHours)
    const at = whenDeveloped(curve, segments, 1 - done)
    if (at !== null) return at
    done += developmentOver(curve, segments)
    from = to
    days *= 2
  }
  return null
}
