import { addDays, dayFromNumber, dayNumber, daysBetween, isDay, type Day, type DaySpan } from '../calendar'

/** How exactly a hatch date is known. */
export type HatchPrecision = 'day' | 'month' | 'year' | 'about'

/** An age known only between two bounds, in days. */
export interface AgeInterval {
  least: number
  most: number
}

/**
 * The span of days in which an animal can have hatched.
 *
 * `2025-09-03` by day is that day alone; `2025-09` by month is all of September; `2025` by year the whole year;
 * 'about' is the date with `widthDays` on either side.
 * @throws RangeError when the date does not fit its precision or the width is negative.
 * @example hatchSpan('2025-09', 'month') // { from: '2025-09-01', to: '2025-09-30' }
 */
export function hatchSpan(date: string, precision: HatchPrecision, widthDays = 0): DaySpan {
  if (precision === 'year') {
    if (!/^\d{4}$/.test(date)) throw new RangeError(`a year is written like 2025, not ${date}`)
    return { from: `${date}-01-01`, to: `${date}-12-31` }
  }
  if (precision === 'month') {
    const first = `${date}-01`
    if (!isDay(first)) throw new RangeError(`a month is written like 2025-09, not ${date}`)
    const [year, month] = date.split('-').map(Number)
    const nextMonth = new Date(Date.UTC(year!, month!, 1)).toISOString().slice(0, 10)
    return { from: first, to: addDays(nextMonth, -1) }
  }
  if (!isDay(date)) throw new RangeError(`a day is written like 2025-09-03, not ${date}`)
  if (precision === 'day') return { from: date, to: date }
  if (!(widthDays >= 0)) throw new RangeError('the width of an estimated date cannot be negative')
  return { from: addDays(date, -widthDays), to: addDays(date, widthDays) }
}

/** The age on a day of an animal that hatched somewhere within a span; never below zero. */
export function ageOn(hatched: DaySpan, on: Day): AgeInterval {
  return {
    least: Math.max(0, daysBetween(hatched.to, on)),
    most: Math.max(0, daysBetween(hatched.from, on)),
  }
}

/** Whether 'at least so many days old' holds, fails, or holds perhaps. */
export function ageReaches(age: AgeInterval, wantedDays: number): 'holds' | 'perhaps' | 'fails' {
  if (age.least >= wantedDays) return 'holds'
  return age.most >= wantedDays ? 'perhaps' : 'fails'
}

/** The span in which an animal comes to be `days` old: from perhaps to surely. */
export function reachesAge(hatched: DaySpan, days: number): DaySpan {
  return { from: addDays(hatched.from, days), to: addDays(hatched.to, days) }
}

/** The middle of a span, for pictures and curves that need one day. */
export function middleDay(span: DaySpan): Day {
  return dayFromNumber((dayNumber(span.from) + dayNumber(span.to)) / 2)
}

/**
 * The age on a day of an animal whose hatch date is known so well and no better, in days.
 * @param hatched the date as far as it is known; `widthDays` on either side of it for 'about'
 * @throws RangeError when the date does not fit its precision or the width is negative
 * @example ageInterval({ date: '2025', precision: 'year' }, '2026-05-20') // { least: 140, most: 504 }
 */
export function ageInterval(
  hatched: { date: string; precision: HatchPrecision; widthDays?: number | undefined },
  on: Day,
): AgeInterval {
  return ageOn(hatchSpan(hatched.date, hatched.precision, hatched.widthDays), on)
}
