import { addDays, isDay, type Day } from '../calendar'

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']
const WEEKDAYS = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat']

/** The last such weekday before today, or today itself. */
export function lastWeekday(name: string, today: Day): Day {
  const wanted = WEEKDAYS.indexOf(name.slice(0, 3).toLowerCase())
  const now = new Date(`${today}T12:00:00Z`).getUTCDay()
  return addDays(today, -((now - wanted + 7) % 7))
}

/** The last such day of the year before today, or today itself; null where no month has it. */
export function lastDayOfYear(day: number, month: string, today: Day): Day | null {
  const number = MONTHS.indexOf(month.slice(0, 3).toLowerCase()) + 1
  const of = (year: number) => `${year}-${String(number).padStart(2, '0')}-${String(day).padStart(2, '0')}`
  const year = Number(today.slice(0, 4))
  // The 29th of February is four years back at most.
  for (let back = 0; back <= 4; back++) {
    const candidate = of(year - back)
    if (isDay(candidate) && candidate <= today) return candidate
  }
  return null
}
