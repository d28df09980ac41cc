import type { ClimateLimits, WatchWords } from '../climate'
import type { IncubationRules } from '../protocols'

/** How an alarm over eggs speaks. */
export const EGG_WORDS: WatchWords = {
  warm: 'too warm for eggs',
  cold: 'too cold for eggs',
  todo: {
    'too warm':
      'Open the door, switch the heater off at the plug, and let it fall by itself: no fan, no ice. If it cannot be held, move the boxes, level and unturned, into another incubator or a warm room. Candle in a week.',
    'too cold':
      'Shut the door, look at the plug, the fuse and the thermostat. Warm slowly; move the boxes, level and unturned, if it takes longer than the hours left. A cool night costs time more than eggs.',
    'probe silent':
      'Read a second thermometer in the incubator now. Then the battery, the plug, the network; until it speaks again look three times a day.',
    warn: 'Look at the door and the thermostat, and whether the room has changed. The forecast counts it already.',
  },
}

/** Eggs outside their warning lines for longer than this are worth a word, hours. */
const WARN_HOURS = 0.5

/** Joins the limits of the eggs that share an incubator; null for an empty one. */
export function eggLimitsOf(clutches: readonly IncubationRules[]): ClimateLimits | null {
  if (clutches.length === 0) return null
  const most = (of: (r: IncubationRules) => number) => Math.max(...clutches.map(of))
  const least = (of: (r: IncubationRules) => number) => Math.min(...clutches.map(of))
  return {
    bandC: { low: most((r) => r.warnC.low), high: least((r) => r.warnC.high) },
    alarm: {
      lowC: most((r) => r.lethalC.low),
      highC: least((r) => r.lethalC.high),
      hours: least((r) => r.lethalC.hours),
    },
    excursionHours: WARN_HOURS,
    words: EGG_WORDS,
  }
}
