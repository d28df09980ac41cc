import { MS_PER_DAY, MS_PER_HOUR, dayNumber, type Day, type Instant } from './days'

const formats = new Map<string, Intl.DateTimeFormat>()

function wallClock(zone: string): Intl.DateTimeFormat {
  let format = formats.get(zone)
  if (!format) {
    format = new Intl.DateTimeFormat('en-GB', {
      timeZone: zone,
      hourCycle: 'h23',
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      second: '2-digit',
    })
    formats.set(zone, format)
  }
  return format
}

/** Kept by quarter of an hour: no zone's midnight or change of clocks falls inside one. */
const QUARTER = MS_PER_HOUR / 4
const MOST_KEPT = 50_000

/** Remembers what was found of a zone's quarters; forgets all of it once it is too much. */
function rememberQuarters<T>(find: (quarter: number, zone: string) => T) {
  const byZone = new Map<string, Map<number, T>>()
  return (at: Instant, zone: string): T => {
    let kept = byZone.get(zone)
    if (!kept || kept.size >= MOST_KEPT) byZone.set(zone, (kept = new Map()))
    const quarter = Math.floor(at / QUARTER)
    let found = kept.get(quarter)
    if (found === undefined) kept.set(quarter, (found = find(quarter * QUARTER, zone)))
    return found
  }
}

/** How far a zone's wall clock is ahead of UTC at an instant, milliseconds. */
const offsetOf = rememberQuarters((at, zone) => {
  const parts: Record<string, number> = {}
  for (const { type, value } of wallClock(zone).formatToParts(at)) parts[type] = Number(value)
  return Date.UTC(parts.year!, parts.month! - 1, parts.day!, parts.hour, parts.minute, parts.second) - at
})

/** The wall clock of a zone at an instant, as if it were UTC: milliseconds one can subtract. */
const wallTime = (at: Instant, zone: string) => Math.floor(at / 1000) * 1000 + offsetOf(at, zone)

const dayOfQuarter = rememberQuarters((at, zone): Day =>
  new Date(wallTime(at, zone)).toISOString().slice(0, 10),
)

/** The day that an instant falls on where the book is kept. `zone` is an IANA name. */
export const dayOfInstant = (at: Instant, zone: string): Day => dayOfQuarter(at, zone)

/** The time of the wall clock at an instant where the book is kept, 'HH:MM'. */
export const timeOfInstant = (at: Instant, zone: string): string =>
  new Date(wallTime(at, zone)).toISOString().slice(11, 16)

/** The hour of the wall clock at an instant where the book is kept, from 0 to 23. */
export const hourOfInstant = (at: Instant, zone: string): number => new Date(wallTime(at, zone)).getUTCHours()

/**
 * The instant at which a day reaches the given hour of the wall clock. Where a daylight-saving change skips that
 * hour, the first instant after the skip is meant; where it comes twice, the first of the two.
 */
export function instantOfDay(day: Day, zone: string, hour = 0): Instant {
  const wanted = dayNumber(day) * MS_PER_DAY + hour * MS_PER_HOUR
  const offsets = [wanted - MS_PER_DAY, wanted + MS_PER_DAY].map(
    (at) => wallTime(at, zone) - Math.floor(at / 1000) * 1000,
  )
  const hits = offsets.map((offset) => wanted - offset).filter((at) => wallTime(at, zone) === wanted)
  return hits.length > 0 ? Math.min(...hits) : wanted - Math.min(...offsets)
}
