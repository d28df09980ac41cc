import type { RestBook } from '@hatch-book/contract'
import { addDays, dayNumber, daysBetween, spanOf, type Day } from '@hatch-book/core'

/** Room for the names, left of the days. */
export const NAMES = 150

/** Days to places on the drawing, and back. */
export interface Scale {
  x(day: Day): number
  day(x: number): Day
  width: number
}

/** The stretch of days that holds all clocks of a plan, and today. */
export function scaleOf(book: RestBook, width: number): Scale & { from: Day; to: Day } {
  const span = spanOf(book.rests.map((r) => r.clock)) ?? { from: book.today, to: addDays(book.today, 120) }
  const from = addDays(span.from < book.today ? span.from : book.today, -6)
  const to = addDays(span.to > book.today ? span.to : book.today, 10)
  const perDay = (width - NAMES) / Math.max(1, daysBetween(from, to))
  return {
    from,
    to,
    width,
    x: (day) => NAMES + (dayNumber(day) - dayNumber(from)) * perDay,
    day: (x) => addDays(from, Math.round((x - NAMES) / perDay)),
  }
}
