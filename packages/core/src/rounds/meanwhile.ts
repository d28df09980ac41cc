import { dayNumber, type Day } from '../calendar'
import { normalCumulative } from '../statistics'

/** A day that is not sure: most likely this, give or take. */
export interface Expected {
  likely: Day
  /** Standard deviation, days; 0 where it is sure. */
  spreadDays: number
}

/**
 * Chance that a day falls into a stretch, both ends included: normal round the likely day, each day standing for its own twenty-four hours.
 * @throws RangeError for a stretch that ends before it begins, or a spread below 0
 */
export function chanceWithin({ likely, spreadDays }: Expected, from: Day, to: Day): number {
  if (from > to) throw new RangeError('a stretch ends on the day it begins, or later')
  if (!(spreadDays >= 0)) throw new RangeError('a spread is from 0 days on')
  if (spreadDays === 0) return likely >= from && likely <= to ? 1 : 0
  const below = (day: number) => normalCumulative((day - dayNumber(likely)) / spreadDays)
  return below(dayNumber(to) + 0.5) - below(dayNumber(from) - 0.5)
}

/** Nine in ten lie within so many standard deviations to either side. */
const NINE_IN_TEN = 1.645

/** A window that holds nine in ten, as a likely day with its spread. */
export const expectedOf = (window: { from: Day; likely: Day; to: Day }): Expected => ({
  likely: window.likely,
  spreadDays: (dayNumber(window.to) - dayNumber(window.from)) / 2 / NINE_IN_TEN,
})
