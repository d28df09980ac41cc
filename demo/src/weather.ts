import { addDays, dayNumber, instantOfDay, type Day, type Reading } from '@hatch-book/core'
import type { Chance } from './random'
import { ZONE } from './room'

/** The first night of the yard's thermometer. */
export const WEATHER_SINCE = '2018-09-01'

/** The low of each night in the yard beside the estuary: a year's wave, spells of cold and mild, and years that differ. */
export function yardNights(from: Day, to: Day, luck: Chance): Reading[] {
  const readings: Reading[] = []
  let spell = 0
  for (let day = from; day <= to; day = addDays(day, 1)) {
    const year = luck.branch(day.slice(0, 4)).normal(0, 0.7)
    const wave =
      8.6 - 6.6 * Math.cos((2 * Math.PI * (dayNumber(day) - dayNumber(`${day.slice(0, 4)}-01-22`))) / 365.25)
    spell = 0.78 * spell + luck.normal(0, 1.7)
    readings.push({
      at: instantOfDay(day, ZONE, 6),
      celsius: Math.round((wave + year + spell) * 10) / 10,
    })
  }
  return readings
}
