import { addDays, dayOfInstant, daysBetween, MS_PER_DAY, type Day } from '../calendar'
import type { Reading } from '../climate'
import { shareInterval } from './survival'

/** The lowest temperature of a night; a night is named by the day on whose evening it begins. */
export interface Night {
  day: Day
  lowC: number
}

/** 'When so many nights in a row fall below, or stay above, a temperature.' */
export interface NightRule {
  nights: number
  side: 'under' | 'over'
  limitC: number
}

export interface NightRun {
  /** The first night that completed a run; null while none has. */
  metOn: Day | null
  /** Nights in a row up to the last night known. */
  running: number
  /** Nights still wanting, 0 once met. */
  toGo: number
  longest: number
  /** The last night known. */
  last: Night | null
  /** Nights between the first and the last that nobody logged: they break a run. */
  missing: Day[]
}

/** Nights last from noon to noon. */
const NOON_MS = MS_PER_DAY / 2

/** The low of each night in a log. Nights at whose ends the log is cut short count as far as they were seen. */
export function nightLows(readings: readonly Reading[], zone: string): Night[] {
  const lows = new Map<Day, number>()
  for (const { at, celsius } of readings) {
    const day = dayOfInstant(at - NOON_MS, zone)
    const low = lows.get(day)
    if (low === undefined || celsius < low) lows.set(day, celsius)
  }
  return [...lows].map(([day, lowC]) => ({ day, lowC })).sort((a, b) => (a.day < b.day ? -1 : 1))
}

const counts = ({ side, limitC }: NightRule, lowC: number) =>
  side === 'under' ? lowC < limitC : lowC > limitC

/**
 * Where a rule of 'so many nights in a row' stands in a log of nights.
 *
 * A night counts when its low is strictly under (or over) the limit; a night that nobody logged breaks the run, because
 * nobody knows.
 * @param nights in order of time
 * @param since the day from which it is asked whether the rule is met: a run that began before counts with all its nights
 * @throws RangeError when nights are out of order or the rule wants less than one night
 */
export function nightRun(nights: readonly Night[], rule: NightRule, since?: Day): NightRun {
  if (!(rule.nights >= 1)) throw new RangeError('a run has at least one night')
  const missing: Day[] = []
  let running = 0
  let longest = 0
  let metOn: Day | null = null
  nights.forEach((night, i) => {
    const before = nights[i - 1]
    if (before) {
      const step = daysBetween(before.day, night.day)
      if (step <= 0) throw new RangeError('nights must be in order')
      for (let d = 1; d < step; d++) {
        const lost = addDays(before.day, d)
        if (since === undefined || lost >= since) missing.push(lost)
      }
      if (step > 1) running = 0
    }
    running = counts(rule, night.lowC) ? running + 1 : 0
    longest = Math.max(longest, running)
    // Met on the eve of being asked, it is met.
    if (running >= rule.nights && (since === undefined || night.day >= addDays(since, -1)))
      metOn ??= night.day
  })
  return {
    metOn,
    running,
    toGo: metOn ? 0 : rule.nights - running,
    longest,
    last: nights.at(-1) ?? null,
    missing,
  }
}

/** How likely a rule is to have been met by the morning after a night. */
export interface ChanceByDate {
  day: Day
  /** Share of the past years in which it would have been. */
  share: number
  /** Exact 95 % interval: past years are few. */
  low: number
  high: number
  years: number
}

/**
 * The chance, by date, that a rule will have been met, from past years' nights.
 *
 * Each past year is played on from tonight: it begins with the run that stands now, goes on with that year's nights of the
 * same dates, and meets the rule on some night or not. The chance by a date is the share of years that had met it. A year
 * whose nights are not all there from tonight up to that date does not count for it.
 * @param past nights of earlier years, any order
 * @param from the first night not known yet
 */
export function chanceByDate(
  past: readonly Night[],
  rule: NightRule,
  { from, running, days }: { from: Day; running: number; days: number },
): ChanceByDate[] {
  const lows = new Map(past.map((n) => [n.day, n.lowC]))
  const thisYear = Number(from.slice(0, 4))
  const years = [...new Set(past.map((n) => Number(n.day.slice(0, 4))))].filter((y) => y < thisYear)
  const played = years.map((year) => playOn(lows, rule, sameDate(from, year), running, days))
  return Array.from({ length: days }, (_, i) => {
    const known = played.filter((p) => p.knownNights > i)
    const met = known.filter((p) => p.metAfter !== null && p.metAfter <= i).length
    return { day: addDays(from, i), years: known.length, ...shareInterval(met, known.length) }
  })
}

/** The same date of another year; the 29th of February becomes the 28th. */
function sameDate(day: Day, year: number): Day {
  const rest = day.slice(4)
  return `${year}${rest === '-02-29' ? '-02-28' : rest}`
}

function playOn(
  lows: ReadonlyMap<Day, number>,
  rule: NightRule,
  start: Day,
  running: number,
  days: number,
): { knownNights: number; metAfter: number | null } {
  let metAfter: number | null = running >= rule.nights ? 0 : null
  let row = running
  for (let i = 0; i < days; i++) {
    const low = lows.get(addDays(start, i))
    if (low === undefined) return { knownNights: i, metAfter }
    row = counts(rule, low) ? row + 1 : 0
    if (row >= rule.nights) metAfter ??= i
  }
  return { knownNights: days, metAfter }
}
