import type { ColonyStage } from '../colonies'
import { effectiveDegrees } from '../incubation'

/** Mean temperature of a day, counted from today, °C. */
export type DayTemperature = number | ((day: number) => number)

export const at = (celsius: DayTemperature, day: number) =>
  typeof celsius === 'number' ? celsius : celsius(day)

/** Days a stage takes at a steady temperature; Infinity where nothing develops. */
export const stageDays = ({ curve }: ColonyStage, celsius: number) =>
  curve.degreeDays / effectiveDegrees(curve, celsius)

/** Nobody waits longer, days. */
const HORIZON = 2000

/**
 * The day on which so many reference days have been lived through, counted from `from`; Infinity where it never comes.
 * A reference day is what a day at the reference temperature adds to a stage.
 * @param stageAt the stage that is gone through after so many reference days
 */
export function dayAfter(
  referenceDays: number,
  from: number,
  celsius: DayTemperature,
  referenceC: number,
  stageAt: (lived: number) => ColonyStage,
): number {
  let lived = 0
  for (let day = Math.floor(from); day < from + HORIZON; day++) {
    const start = Math.max(from, day)
    const { curve } = stageAt(lived)
    const rate = effectiveDegrees(curve, at(celsius, day)) / effectiveDegrees(curve, referenceC)
    const gain = rate * (day + 1 - start)
    if (lived + gain >= referenceDays) return rate > 0 ? start + (referenceDays - lived) / rate : start
    lived += gain
  }
  return Infinity
}
