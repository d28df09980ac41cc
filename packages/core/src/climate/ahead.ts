import { MS_PER_DAY, MS_PER_HOUR, type Instant } from '../calendar'
import { joinReadings, type Reading, type Segment } from './segments'
import { plannedTemperatures, setPointAt, type SetPoint } from './setPoints'

/** Log and plan of a place up to an instant. */
export interface CourseAsked {
  /** In order of time. */
  readings: readonly Reading[]
  setPoint: readonly SetPoint[]
  gapHours: number
  now: Instant
  /** Readings of the same place a year earlier, at their own instants, in order of time. */
  lastYear?: readonly Reading[]
}

export interface CourseAhead {
  /** What was set, and from the last reading on what is to be expected. */
  setPoint: SetPoint[]
  follows: 'set point' | 'log' | 'log and last year'
  /** Means of the last days, °C: of the log, and of what was set meanwhile; null where too little was logged. */
  logC: number | null
  setC: number | null
}

/** So many last days tell of those ahead. A rule of thumb: weather holds for days, not for weeks. */
const LAST_DAYS = 7
/** Logged for less than this nothing is told by it, hours. */
const LEAST_HOURS = 24
/** Thermometers differ by less: a log this near to the set point is taken as keeping it, °C. */
const SAME_C = 0.7
const YEAR_DAYS = 365
const WEEKS_AHEAD = 40

/**
 * The temperatures to come: those that are set, as long as the log keeps to them. Where the last days stand off the set point (the heater is
 * off, the room has cooled, eggs stand on a shelf), the days ahead follow the log: its mean goes on, moved as it moved a year ago from this
 * date on, where that is known.
 * @throws RangeError when readings or set points are out of order
 */
export function courseAhead({ readings, setPoint, gapHours, now, lastYear = [] }: CourseAsked): CourseAhead {
  const changedAt = setPointAt(setPoint, now)?.from ?? -Infinity
  const from = Math.max(now - LAST_DAYS * MS_PER_DAY, changedAt)
  const logged = loggedIn(readings, from, now, gapHours)
  const logC = meanOver(logged, LEAST_HOURS)
  if (logC === null) return { setPoint: [...setPoint], follows: 'set point', logC, setC: null }
  const setC = meanOfPlan(setPoint, logged)
  if (Math.abs(logC - setC) < SAME_C) return { setPoint: [...setPoint], follows: 'set point', logC, setC }
  const start = logged.at(-1)!.to
  const before = setPoint.filter((s) => s.from < start)
  const later = setPoint.filter((s) => s.from > now)
  const weeks = weeksOf(lastYear, now, gapHours)
  const moved = weeks.map((byC, week) => ({
    from: Math.max(start, now + week * 7 * MS_PER_DAY),
    celsius: logC + byC,
  }))
  const ahead =
    moved.length > 0
      ? [{ from: start, celsius: moved[0]!.celsius }, ...moved.slice(1)]
      : [{ from: start, celsius: logC }]
  // What is planned for a later day still comes.
  const until = later[0]?.from ?? Infinity
  return {
    setPoint: [...before, ...ahead.filter((s) => s.from < until), ...later],
    follows: weeks.length > 0 ? 'log and last year' : 'log',
    logC,
    setC,
  }
}

const loggedIn = (readings: readonly Reading[], from: Instant, to: Instant, gapHours: number) =>
  joinReadings(readings, from, to, 0, gapHours).filter((s) => s.source === 'log')

const hoursOf = (segments: readonly Segment[]) =>
  segments.reduce((sum, s) => sum + (s.to - s.from), 0) / MS_PER_HOUR

/** Mean over time of straight pieces, °C; null where they are shorter together than asked for. */
function meanOver(segments: readonly Segment[], leastHours: number): number | null {
  const hours = hoursOf(segments)
  if (hours < leastHours) return null
  return (
    segments.reduce((sum, s) => sum + ((s.startC + s.endC) / 2) * (s.to - s.from), 0) / (hours * MS_PER_HOUR)
  )
}

/** Mean of what was set while something was logged, °C. */
function meanOfPlan(setPoint: readonly SetPoint[], logged: readonly Segment[]): number {
  const pieces = logged.flatMap((s) => plannedTemperatures(setPoint, s.from, s.to))
  const time = pieces.reduce((sum, p) => sum + (p.to - p.from), 0)
  return pieces.reduce((sum, p) => sum + p.celsius * (p.to - p.from), 0) / time
}

/** By how much each week from this date on differed a year ago from the days before it, °C; none where that year is not known. */
function weeksOf(lastYear: readonly Reading[], now: Instant, gapHours: number): number[] {
  const then = now - YEAR_DAYS * MS_PER_DAY
  const mean = (from: Instant, days: number) =>
    meanOver(loggedIn(lastYear, from, from + days * MS_PER_DAY, gapHours), (days / 2) * 24)
  const before = mean(then - LAST_DAYS * MS_PER_DAY, LAST_DAYS)
  if (before === null) return []
  const weeks: number[] = []
  for (let week = 0; week < WEEKS_AHEAD; week++) {
    const own = mean(then + week * 7 * MS_PER_DAY, 7)
    if (own === null) break
    weeks.push(own - before)
  }
  return weeks
}

/** Nobody who writes down a reading a day leaves more between two, hours. */
const LONGEST_RHYTHM = 36
const LATE = 1.5

/**
 * How long a silence is still bridged: as long as asked for, or, where a thermometer is read once or twice a day, half as long again as is
 * usual between two readings.
 */
export function gapOf(readings: readonly Reading[], gapHours: number): number {
  if (readings.length < 3) return gapHours
  const between = readings.slice(1).map((r, i) => (r.at - readings[i]!.at) / MS_PER_HOUR)
  const usual = between.sort((a, b) => a - b)[(between.length - 1) >> 1]!
  return usual > gapHours && usual <= LONGEST_RHYTHM ? usual * LATE : gapHours
}
