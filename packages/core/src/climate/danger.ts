import { METRIC, type Say } from '../quantities'
import type { Reading } from './segments'
import type { PlaceAlarm } from './watch'

/** Temperatures past which those who live in a place are in danger, °C, and who says so. */
export interface DangerLimits {
  lowC: number | null
  highC: number | null
  /** Whose protocol has the stricter of each, such as 'crested gecko (juvenile)'. */
  lowOf: string
  highOf: string
}

/** What one kind of those who live there bears. */
export interface Bears {
  who: string
  lowC: number
  highC: number
}

/** The strictest of all who live in a place; null where nobody does of whom it is known. */
export function dangerOf(living: readonly Bears[]): DangerLimits | null {
  if (living.length === 0) return null
  const low = living.reduce((a, b) => (b.lowC > a.lowC ? b : a))
  const high = living.reduce((a, b) => (b.highC < a.highC ? b : a))
  return { lowC: low.lowC, lowOf: low.who, highC: high.highC, highOf: high.who }
}

/** One reading past a limit may be a hand on the probe. */
const CONFIRMED_BY = 2
const TODO = {
  'too warm':
    'Go there now. Switch off lamp and mat, open the lid, take the animals to a cooler room; no ice, no cold bath. A vet for one that gapes or lies limp.',
  'too cold':
    'Go there now. See to the plug, the mat and the window; warm them slowly, over hours. A vet for one that does not move.',
} as const

/**
 * Watches over those who live in a place by what their protocols say they bear: past it there is no patience, by day or by night. Two
 * readings running are enough.
 * @param readings of the last hours, in order of time
 */
export function watchDanger(
  readings: readonly Reading[],
  limits: DangerLimits,
  say: Say = METRIC,
): PlaceAlarm[] {
  const recent = readings.slice(-CONFIRMED_BY)
  if (recent.length < CONFIRMED_BY) return []
  const last = recent.at(-1)!
  const alarm = (
    kind: keyof typeof TODO,
    out: (c: number) => boolean,
    line: number,
    of: string,
  ): PlaceAlarm => {
    const well = readings.findLastIndex((r) => !out(r.celsius))
    const past = readings.slice(well + 1).map((r) => r.celsius)
    return {
      ...{ kind, severity: 'alarm', isDanger: true, since: readings[well + 1]!.at, todo: TODO[kind] },
      peakC: kind === 'too warm' ? Math.max(...past) : Math.min(...past),
      says: `${say.celsius(last.celsius)}, ${kind === 'too warm' ? 'above' : 'below'} the ${say.celsius(line)} limit for ${of}`,
    }
  }
  const { lowC, highC, lowOf, highOf } = limits
  if (highC !== null && recent.every((r) => r.celsius > highC))
    return [alarm('too warm', (c) => c > highC, highC, highOf)]
  if (lowC !== null && recent.every((r) => r.celsius < lowC))
    return [alarm('too cold', (c) => c < lowC, lowC, lowOf)]
  return []
}
