import { METRIC, type Say } from '../quantities'
import type { ClimateLimits, WatchWords } from '../climate'
import type { RestRules } from '../protocols'

/** How an alarm over sleepers speaks. */
export const SLEEP_WORDS: WatchWords = {
  warm: 'too warm for sleep',
  cold: 'too cold for life',
  todo: {
    'too warm':
      'Look at the plug, the door and the dial now. Put in frozen bottles, wrapped. If it cannot be cooled within the hours left, move the tubs to the coolest room; do not feed.',
    'too cold':
      'Open the door for a minute and turn the dial up. Move the tubs to a cool room above freezing; do not let a stiff animal warm up fast; a vet if one does not move.',
    'probe silent':
      'Go and read a second thermometer. Then the battery, the plug, the network; until it speaks again look twice a day.',
    warn: 'Look at the door and the dial; weigh the lightest at the next check.',
  },
}

/** Joins the limits of those who share a unit; null for an empty one. */
export function limitsOf(occupants: readonly RestRules[]): ClimateLimits | null {
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
    words: SLEEP_WORDS,
  }
}

/** Who is in a unit, or is to be, and at what it wants to rest, °C. */
export interface UnitGuest {
  id: string
  tag: string
  species: string
  bandC: { low: number; high: number }
}

/**
 * Whether those of a unit can share it: one dial serves two only where some temperature lies in the bands of both.
 * @param newcomers ids of those who are to come in; the others are there or planned already
 * @returns why not, in words; null where they can
 */
export function mixingFault(
  guests: readonly UnitGuest[],
  newcomers: ReadonlySet<string>,
  say: Say = METRIC,
): string | null {
  const told = ({ tag, species, bandC }: UnitGuest) =>
    `${tag} (${species}) rests at ${say.celsiusRange(bandC.low, bandC.high)}`
  for (const one of guests) {
    if (!newcomers.has(one.id)) continue
    const other = guests.find(
      (g) => g.id !== one.id && (g.bandC.low > one.bandC.high || g.bandC.high < one.bandC.low),
    )
    if (other)
      return `${told(one)} and ${told(other)}, so they cannot share a unit. Choose another unit for one of them`
  }
  return null
}
