import type { Day } from './days'

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

/** A day as one says it, such as 3 Jun; with its year where that is another than today's. */
export const dayInWords = (day: Day, today: Day): string =>
  `${Number(day.slice(8, 10))} ${MONTHS[Number(day.slice(5, 7)) - 1]}${day.startsWith(today.slice(0, 4)) ? '' : ` ${day.slice(0, 4)}`}`

/** The days within a sentence as one says them. */
export const withDaysInWords = (text: string, today: Day): string =>
  text.replace(/\d{4}-\d{2}-\d{2}/g, (day) => dayInWords(day, today))
