import type { Instant } from '../calendar'
import type { Reading } from './segments'

/** What is added to a probe's readings from an instant on, °C. */
export interface Calibration {
  from: Instant
  offsetC: number
}

/** What is added to a reading of an instant, °C: by the last calibration before it; nothing before the first. */
export function offsetAt(calibrations: readonly Calibration[], at: Instant): number {
  return calibrations.findLast((c) => c.from <= at)?.offsetC ?? 0
}

/** Readings as they would be from a probe that reads right. */
export function calibrated<R extends Reading>(
  readings: readonly R[],
  calibrations: readonly Calibration[],
): readonly R[] {
  if (calibrations.length === 0) return readings
  return readings.map((r) => ({
    ...r,
    celsius: Math.round((r.celsius + offsetAt(calibrations, r.at)) * 1000) / 1000,
  }))
}
