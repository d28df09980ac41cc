import { addDays, dayOfInstant, instantOfDay, type Instant } from '../calendar'

/** How bad what is told of is: danger costs lives now, an alarm may, a warning may become one, work is only due. */
export type NoticeGrade = 'danger' | 'alarm' | 'warn' | 'work'

/** A time of the wall clock, 'HH:MM' from 00:00 to 23:59. */
export type WallTime = string

/** What a member wants to be told of, and when not. */
export interface NoticeChoice {
  alarms: 'all' | 'worst' | 'none'
  /** Work that must not be missed, told on its day. */
  work: boolean
  /** Nothing is told from one time until the other, over midnight where it begins later than it ends; null = at any time. */
  quiet: { from: WallTime; to: WallTime } | null
  /** An alarm, not a warning, breaks the quiet. */
  wakes: boolean
}

/** What somebody is told of who has not chosen: who decides hears of everything, who helps or looks of nothing. */
export const usualChoice = (role: 'owner' | 'keeper' | 'helper' | 'viewer'): NoticeChoice => {
  const decides = role === 'owner' || role === 'keeper'
  return { alarms: decides ? 'all' : 'none', work: decides, quiet: null, wakes: true }
}

const hoursOf = (time: WallTime): number => {
  const [hours, minutes] = time.split(':').map(Number)
  return hours! + minutes! / 60
}

/**
 * From when on somebody may be told of what happens at an instant: at once, or at the end of the quiet hours it falls into. Null
 * where they do not want to hear of it at all.
 * @param zone the IANA name of the zone that the quiet hours are of
 */
export function tellFrom(
  choice: NoticeChoice,
  grade: NoticeGrade,
  at: Instant,
  zone: string,
): Instant | null {
  if (grade === 'work' ? !choice.work : choice.alarms === 'none') return null
  if (grade === 'warn' && choice.alarms === 'worst') return null
  // No hour is too quiet for danger.
  if (grade === 'danger') return at
  const { quiet } = choice
  if (!quiet || quiet.from === quiet.to || (grade === 'alarm' && choice.wakes)) return at
  const [from, to] = [hoursOf(quiet.from), hoursOf(quiet.to)]
  const today = dayOfInstant(at, zone)
  // The stretch that began yesterday evening, and the one that begins today.
  for (const day of [addDays(today, -1), today]) {
    const begins = instantOfDay(day, zone, from)
    const ends = instantOfDay(from < to ? day : addDays(day, 1), zone, to)
    if (begins <= at && at < ends) return ends
  }
  return at
}
