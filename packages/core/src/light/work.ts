import { addDays, laterDay, type Day } from '../calendar'
import type { LightRules } from '../protocols'
import type { Due, WorkItem } from '../rounds'
import { hoursOfLight, hoursTogether, nextSetting, type HoursTogether } from './hours'
import { hoursInWords } from './clock'

/** What a timer was last set to. */
export interface TimerSet {
  hours: number
  on: Day
}

/** A timer, what it was set to last, and who lives in its light. */
export interface Timer {
  of: Due
  set: TimerSet | null
  lit: readonly { species: string; rules: LightRules }[]
}

/** A week sooner or two later nobody in its light would mind: the days themselves do not grow by the hour. */
const SOONER_DAYS = 7
const LATER_DAYS = 14

/** How long those in its light want it on a day; null where nobody there is said to want any. */
export function hoursWanted({ lit }: Pick<Timer, 'lit'>, day: Day, zone: string): HoursTogether | null {
  // Of each species once: ten geckos want no more light than one.
  const each = new Map(lit.map(({ species, rules }) => [species, rules]))
  return hoursTogether([...each.values()].flatMap((rules) => hoursOfLight(rules, day, zone) ?? []))
}

/**
 * When a timer is set next, and to what. One that nobody has set yet is due today.
 * @returns nothing where nobody lives in its light, or where the days are as long all year
 */
export function timerWork(timer: Timer, today: Day, zone: string): WorkItem[] {
  const { of, set } = timer
  const hoursOn = (day: Day) => hoursWanted(timer, day, zone)
  const now = hoursOn(today)
  if (!now) return []
  // Where it is right today, it stays so until the days have changed; where it is not, it has been wrong since they did.
  const from = set === null ? today : now.hours === set.hours ? today : addDays(set.on, 1)
  const next = set ? nextSetting(set.hours, from, hoursOn) : { on: today, hours: now.hours }
  if (!next) return []
  // What is late is set to what is wanted today.
  const hours = next.on <= today ? now.hours : next.hours
  const clash = now.suitsAll ? '' : '. No day length suits every species here'
  return [
    {
      ...{ id: [of.id, 'light', set?.on ?? 'first', next.on].join(':'), kind: 'light' },
      ...{ subject: { type: of.type, id: of.id, name: of.name }, placeId: of.placeId },
      says: `set the timer to ${hoursInWords(hours)} of light`,
      earliest: laterDay(addDays(next.on, -SOONER_DAYS), set?.on ?? next.on),
      ...{ due: next.on, latest: addDays(next.on, LATER_DAYS) },
      why: `${set ? `At ${hoursInWords(set.hours)} since ${set.on}` : 'Its hours are not recorded yet'}${clash}`,
      carries: { hours },
      mayBeLeft: true,
    },
  ]
}
