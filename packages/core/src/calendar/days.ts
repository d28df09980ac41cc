/** A day of the book's calendar, written `YYYY-MM-DD`. Days carry no time zone; instants do. */
export type Day = string

/** An instant: milliseconds since 1970-01-01T00:00Z. */
export type Instant = number

/** A span of days, both ends included. */
export interface DaySpan {
  from: Day
  to: Day
}

export const MS_PER_HOUR = 3_600_000
export const MS_PER_DAY = 86_400_000

const DAY_PATTERN = /^(\d{4})-(\d{2})-(\d{2})$/

/** True for a day that exists: `2026-02-29` is not one. */
export function isDay(text: string): text is Day {
  const match = DAY_PATTERN.exec(text)
  if (!match) return false
  const at = new Date(Date.UTC(Number(match[1]), Number(match[2]) - 1, Number(match[3])))
  return at.toISOString().slice(0, 10) === text
}

/**
 * Days since 1970-01-01, so that days can be counted without a time zone.
 * @throws RangeError when the text is not a day.
 */
export function dayNumber(day: Day): number {
  const known = numbers.get(day)
  if (known !== undefined) return known
  if (!isDay(day)) throw new RangeError(`not a day: ${day}`)
  const number = Date.parse(`${day}T00:00:00Z`) / MS_PER_DAY
  // A book touches a few thousand days again and again; a list of ten thousand animals asks for them by the million.
  if (numbers.size >= MOST_KEPT) numbers.clear()
  numbers.set(day, number)
  return number
}

const MOST_KEPT = 20_000
const numbers = new Map<Day, number>()

/** The day with the given number; fractions count to the day they fall in. */
export function dayFromNumber(number: number): Day {
  const whole = Math.floor(number)
  const known = days.get(whole)
  if (known !== undefined) return known
  const day = new Date(whole * MS_PER_DAY).toISOString().slice(0, 10)
  if (days.size >= MOST_KEPT) days.clear()
  days.set(whole, day)
  return day
}

const days = new Map<number, Day>()

/** The day `count` days later (earlier when negative). */
export function addDays(day: Day, count: number): Day {
  return dayFromNumber(dayNumber(day) + Math.round(count))
}

/** Whole days from one day to another; negative when `to` is earlier. */
export function daysBetween(from: Day, to: Day): number {
  return dayNumber(to) - dayNumber(from)
}

export function earlierDay(a: Day, b: Day): Day {
  return a <= b ? a : b
}

export function laterDay(a: Day, b: Day): Day {
  return a >= b ? a : b
}

const MONTH_AND_DAY = /^(\d\d)-(\d\d)$/

/** Whether a text is a day of the year, such as `11-05`. */
export function isDayOfYear(text: string): boolean {
  const [, month, day] = MONTH_AND_DAY.exec(text) ?? []
  if (!month || !day) return false
  const on = new Date(`2023-${month}-${day}T00:00:00Z`)
  return !Number.isNaN(on.getTime()) && on.getUTCDate() === Number(day)
}

/** A part of each year, both ends included, such as from `11-05` to `02-20`. */
export interface YearSpan {
  from: string
  to: string
}

/** Whether a day lies in a part of the year, which may reach over New Year. */
export function isWithinYear(day: Day, { from, to }: YearSpan): boolean {
  const on = day.slice(5)
  return from <= to ? on >= from && on <= to : on >= from || on <= to
}

/** The next such day of the year, the day itself included. */
export function nextDayOfYear(day: Day, dayOfYear: string): Day {
  const year = Number(day.slice(0, 4))
  const own = `${year}-${dayOfYear}`
  return own >= day ? own : `${year + 1}-${dayOfYear}`
}
