import { METRIC, type Say } from '../quantities'
import { MS_PER_HOUR, type Instant } from '../calendar'
import { joinReadings, type Reading } from './segments'
import { findExcursions } from './summary'

export const ALARM_KINDS = [
  'too warm',
  'too cold',
  'too dry',
  'too damp',
  'probe silent',
  'probe frozen',
] as const
export type AlarmKind = (typeof ALARM_KINDS)[number]

/** Something wrong with a place in which animals or eggs are. */
export interface PlaceAlarm {
  kind: AlarmKind
  /** `warn`: outside the band for longer than is good. `alarm`: past what they bear. */
  severity: 'warn' | 'alarm'
  /** Past what those who live there bear: told at once, whatever anybody chose. */
  isDanger?: boolean
  since: Instant
  /** The furthest temperature; null for anything else. */
  peakC: number | null
  says: string
  /** What to do, in the order in which to do it. */
  todo: string
}

/** How an alarm speaks of those who are in a place. */
export interface WatchWords {
  /** Past the upper line, such as 'too warm for sleep'. */
  warm: string
  cold: string
  todo: Readonly<Record<'too warm' | 'too cold' | 'probe silent' | 'warn', string>>
}

/** The limits within which everybody in a place is safe: of several the strictest. */
export interface ClimateLimits {
  bandC: { low: number; high: number }
  alarm: { lowC: number; highC: number; hours: number }
  excursionHours: number
  words: WatchWords
}

const GAP_HOURS = 1
/** One reading past a limit may be a hand on the probe. */
const CONFIRMED_BY = 2
const SILENT_INTERVALS = 10
const LEAST_SILENCE_MS = 10_000

/**
 * Watches a place by its probe.
 *
 * Past the limits of what is borne it raises an alarm at once, when two readings running say so; outside the band it warns
 * once that has lasted longer than the longest excursion that is good.
 * @param readings of the last hours, in order of time
 */
export function watchPlace(
  readings: readonly Reading[],
  limits: ClimateLimits,
  say: Say = METRIC,
): PlaceAlarm[] {
  const last = readings.at(-1)
  if (!last) return []
  const recent = readings.slice(-CONFIRMED_BY)
  const { alarm, bandC, excursionHours, words } = limits
  const running = (low: number, high: number) => {
    const segments = joinReadings(readings, readings[0]!.at, last.at, (bandC.low + bandC.high) / 2, GAP_HOURS)
    const found = findExcursions(segments, low, high).at(-1)
    return found && last.at - found.to < 1000 ? found : null
  }
  const past = recent.length === CONFIRMED_BY
  if (past && recent.every((r) => r.celsius > alarm.highC))
    return [told('too warm', running(alarm.lowC, alarm.highC), last, limits, say)]
  if (past && recent.every((r) => r.celsius < alarm.lowC))
    return [told('too cold', running(alarm.lowC, alarm.highC), last, limits, say)]
  const out = running(bandC.low, bandC.high)
  if (!out || out.hours <= excursionHours) return []
  const above = out.side === 'above'
  return [
    {
      kind: above ? 'too warm' : 'too cold',
      severity: 'warn',
      since: out.from,
      peakC: out.peakC,
      says: `${above ? 'above' : 'below'} the limit of ${say.celsius(out.lineC)} for ${out.hours.toFixed(1)} h, ${above ? 'up' : 'down'} to ${say.celsius(out.peakC)}`,
      todo: words.todo.warn,
    },
  ]
}

function told(
  kind: 'too warm' | 'too cold',
  running: { from: Instant; peakC: number } | null,
  last: Reading,
  { alarm, words }: ClimateLimits,
  say: Say,
): PlaceAlarm {
  const since = running?.from ?? last.at
  const left = Math.max(0, alarm.hours - (last.at - since) / MS_PER_HOUR)
  const warm = kind === 'too warm'
  return {
    kind,
    severity: 'alarm',
    since,
    peakC: running?.peakC ?? last.celsius,
    says: `${say.celsius(last.celsius)}, ${warm ? words.warm : words.cold}: the limit is ${say.celsius(warm ? alarm.highC : alarm.lowC)}, with ${left.toFixed(0)} of ${alarm.hours} h left`,
    todo: words.todo[kind],
  }
}

/** Whether a probe that speaks every so many seconds has fallen silent: ten words missed, and ten seconds at least. */
export function isSilent(heardAt: Instant, everySeconds: number, now: Instant): boolean {
  return now - heardAt > Math.max(LEAST_SILENCE_MS, SILENT_INTERVALS * everySeconds * 1000)
}

const spanWords = (seconds: number) =>
  seconds < 90
    ? `${Math.round(seconds)} s`
    : seconds < 5400
      ? `${Math.round(seconds / 60)} minutes`
      : `${Math.round(seconds / 3600)} hours`

/** @param everySeconds how often it used to speak */
export function silenceAlarm(heardAt: Instant, everySeconds: number, todo: string): PlaceAlarm {
  return {
    kind: 'probe silent',
    severity: 'alarm',
    since: heardAt,
    peakC: null,
    // Not how long ago: that grows while the words stand.
    says: `no reading from the probe, which sent one every ${spanWords(everySeconds)}`,
    todo,
  }
}

/** As many readings without any change are no temperature any more, where before most of them did change. */
const FROZEN_READINGS = 40
/** Of a probe that speaks seldom: so many, over as long. */
const FROZEN_HOURS = 12
const FROZEN_SELDOM = 12
/** Fewer say nothing of how lively it was. */
const LIVELY_READINGS = 4

/**
 * A sensor that shows the same figure for ever: forty readings running of a probe that used to change with most of them, or
 * twelve over half a day of one that speaks seldom.
 * @param readings of the last day, in order of time
 */
export function frozenAlarm(readings: readonly Reading[], say: Say = METRIC): PlaceAlarm | null {
  const last = readings.at(-1)
  if (!last) return null
  const moved = readings.findLastIndex((r) => r.celsius !== last.celsius)
  const before = readings.slice(0, moved + 1)
  const same = readings.length - before.length
  const since = readings[moved + 1]!.at
  const changes = before.filter((r, i) => i > 0 && r.celsius !== before[i - 1]!.celsius).length
  const lively = before.length >= LIVELY_READINGS && changes >= before.length / 2
  const hours = (last.at - since) / MS_PER_HOUR
  const seldom = hours >= FROZEN_HOURS && same >= FROZEN_SELDOM
  if (!lively || !(same >= FROZEN_READINGS || seldom)) return null
  return {
    kind: 'probe frozen',
    severity: 'warn',
    since,
    peakC: null,
    says: `the probe has shown ${say.celsius(last.celsius, 2)} ${same} times in a row and may have failed`,
    todo: 'Read a second thermometer beside it. Take the probe out and warm it in the hand: if the figure stays, change it. Forecasts count what it shows until then.',
  }
}
