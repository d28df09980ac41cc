import { MS_PER_HOUR, type Instant } from '../calendar'
import { findExcursions, joinReadings, type Reading } from '../climate'
import type { RestRules } from '../protocols'

export const ALARM_KINDS = ['too warm', 'too cold', 'probe silent'] as const
export type AlarmKind = (typeof ALARM_KINDS)[number]

/** Something wrong with a unit in which animals sleep. */
export interface UnitAlarm {
  kind: AlarmKind
  /** `warn`: outside the band for longer than is good. `alarm`: past what life or sleep bears. */
  severity: 'warn' | 'alarm'
  since: Instant
  /** The furthest temperature; null for a silence. */
  peakC: number | null
  says: string
  /** What to do, in the order in which to do it. */
  todo: string
}

/** The limits within which everybody in a unit is safe: of several the strictest. */
export interface UnitLimits {
  bandC: { low: number; high: number }
  alarm: { lowC: number; highC: number; hours: number }
  excursionHours: number
}

/** Joins the limits of those who share a unit; null for an empty one. */
export function limitsOf(occupants: readonly RestRules[]): UnitLimits | null {
  if (occupants.length === 0) return null
  const most = (of: (r: RestRules) => number) => Math.max(...occupants.map(of))
  const least = (of: (r: RestRules) => number) => Math.min(...occupants.map(of))
  return {
    bandC: { low: most((r) => r.holdC.least), high: least((r) => r.holdC.most) },
    alarm: {
      lowC: most((r) => r.alarm.lowC),
      highC: least((r) => r.alarm.highC),
      hours: least((r) => r.alarm.hours),
    },
    excursionHours: least((r) => r.unit.excursionHours.typical),
  }
}

const GAP_HOURS = 1
/** One reading past a limit may be a hand on the probe. */
const CONFIRMED_BY = 2
const SILENT_INTERVALS = 10
const LEAST_SILENCE_MS = 10_000

const TODO = {
  'too warm':
    'Look at the plug, the door and the dial now. Put in frozen bottles, wrapped. If it cannot be cooled within the hours left, move the tubs to the coolest room; do not feed.',
  'too cold':
    'Open the door for a minute and turn the dial up. Move the tubs to a cool room above freezing; let nobody who is stiff warm up fast; a vet if one does not move.',
  'probe silent':
    'Go and read a second thermometer. Then the battery, the plug, the network; until it speaks again look twice a day.',
} as const

/**
 * Watches a unit in which animals sleep.
 *
 * Past the limits of life or sleep it raises an alarm at once, when two readings running say so; outside the band it warns
 * once that has lasted longer than the protocol's longest excursion.
 * @param readings of the last days, in order of time
 */
export function watchUnit(readings: readonly Reading[], limits: UnitLimits): UnitAlarm[] {
  const last = readings.at(-1)
  if (!last) return []
  const recent = readings.slice(-CONFIRMED_BY)
  const { alarm, bandC, excursionHours } = limits
  const running = (low: number, high: number) => {
    const segments = joinReadings(readings, readings[0]!.at, last.at, (bandC.low + bandC.high) / 2, GAP_HOURS)
    const found = findExcursions(segments, low, high).at(-1)
    return found && last.at - found.to < 1000 ? found : null
  }
  const past = recent.length === CONFIRMED_BY
  if (past && recent.every((r) => r.celsius > alarm.highC))
    return [told('too warm', 'alarm', running(alarm.lowC, alarm.highC), last, alarm.highC, alarm.hours)]
  if (past && recent.every((r) => r.celsius < alarm.lowC))
    return [told('too cold', 'alarm', running(alarm.lowC, alarm.highC), last, alarm.lowC, alarm.hours)]
  const out = running(bandC.low, bandC.high)
  if (!out || out.hours <= excursionHours) return []
  const kind = out.side === 'above' ? 'too warm' : 'too cold'
  return [
    {
      kind,
      severity: 'warn',
      since: out.from,
      peakC: out.peakC,
      says: `${out.side === 'above' ? 'over' : 'under'} the band at ${out.lineC.toFixed(1)} °C for ${out.hours.toFixed(1)} h, ${out.side === 'above' ? 'up' : 'down'} to ${out.peakC.toFixed(1)} °C`,
      todo: 'Look at the door and the dial; weigh the lightest at the next check.',
    },
  ]
}

function told(
  kind: 'too warm' | 'too cold',
  severity: UnitAlarm['severity'],
  running: { from: Instant; peakC: number } | null,
  last: Reading,
  lineC: number,
  hours: number,
): UnitAlarm {
  const since = running?.from ?? last.at
  const left = Math.max(0, hours - (last.at - since) / MS_PER_HOUR)
  const warm = kind === 'too warm'
  return {
    kind,
    severity,
    since,
    peakC: running?.peakC ?? last.celsius,
    says: `${last.celsius.toFixed(1)} °C, ${warm ? 'too warm for sleep' : 'too cold for life'}: the line is ${lineC.toFixed(1)} °C, and ${left.toFixed(0)} of ${hours} h are left`,
    todo: TODO[kind],
  }
}

/** Whether a probe that speaks every so many seconds has fallen silent: ten words missed, and ten seconds at least. */
export function isSilent(heardAt: Instant, everySeconds: number, now: Instant): boolean {
  return now - heardAt > Math.max(LEAST_SILENCE_MS, SILENT_INTERVALS * everySeconds * 1000)
}

export function silenceAlarm(heardAt: Instant, since: string): UnitAlarm {
  return {
    kind: 'probe silent',
    severity: 'alarm',
    since: heardAt,
    peakC: null,
    says: `no word from the probe since ${since}`,
    todo: TODO['probe silent'],
  }
}
