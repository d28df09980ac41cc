import { addDays, daysBetween, type Day, type DaySpan } from '../calendar'
import type { Range } from '../protocols'
import { normalCumulative, normalQuantile } from '../statistics'

/** A window with its middle. */
export interface ClockWindow extends DaySpan {
  likely: Day
}

/** What a gestation is counted from. */
export interface GestationSign {
  kind: 'mating seen' | 'ovulation shed' | 'last together'
  from: Day
  to: Day
}

/** The surest sign first: a shed after ovulation dates the young closer than a mating, and that closer than being together. */
const SURENESS = ['ovulation shed', 'mating seen', 'last together'] as const

/**
 * When young are born, from the surest sign there is.
 * @param days from each kind of sign to the birth; a kind without days is not counted from
 * @returns null where no sign can be counted from
 */
export function gestationWindow(
  signs: readonly GestationSign[],
  days: Partial<Record<GestationSign['kind'], Range>>,
): (ClockWindow & { from: Day; to: Day; sign: GestationSign }) | null {
  for (const kind of SURENESS) {
    const range = days[kind]
    const sign = signs.find((s) => s.kind === kind)
    if (!range || !sign) continue
    const middle = addDays(sign.from, Math.round(daysBetween(sign.from, sign.to) / 2))
    return {
      sign,
      from: addDays(sign.from, range.least),
      to: addDays(sign.to, range.most),
      likely: addDays(middle, Math.round(range.typical)),
    }
  }
  return null
}

/** Eggs that lie dormant until somebody wakes them. */
export interface DormantEggs {
  /** When they were stored. */
  storedOn: Day
  /** Days they must lie, at least, and keep, at most. */
  rest: { leastDays: number; mostDays: number }
  /** Days of preparation before they are woken: warming, aged water. */
  preparationDays: number
  /** Days from waking to hatching. */
  hatching: Range
}

export interface WakingPlan {
  prepareOn: Day
  wakeOn: Day
  hatch: ClockWindow
  /** What speaks against it; empty where nothing does. */
  against: string[]
}

/** Counts back from the day on which dormant eggs are wanted to hatch: prepare, wake, hatch. */
export function hatchOnDemand(eggs: DormantEggs, wantedOn: Day, today: Day): WakingPlan {
  const wakeOn = addDays(wantedOn, -Math.round(eggs.hatching.typical))
  const prepareOn = addDays(wakeOn, -eggs.preparationDays)
  const lain = daysBetween(eggs.storedOn, wakeOn)
  const against: string[] = []
  if (prepareOn < today)
    against.push(`preparation should have begun ${daysBetween(prepareOn, today)} days ago`)
  if (lain < eggs.rest.leastDays)
    against.push(`they would have lain ${lain} days, and want ${eggs.rest.leastDays} at least`)
  if (lain > eggs.rest.mostDays)
    against.push(`they would have lain ${lain} days, and keep ${eggs.rest.mostDays} at most`)
  return {
    prepareOn,
    wakeOn,
    hatch: {
      from: addDays(wakeOn, eggs.hatching.least),
      to: addDays(wakeOn, eggs.hatching.most),
      likely: addDays(wakeOn, Math.round(eggs.hatching.typical)),
    },
    against,
  }
}

/** One of several ways in which it may go: at once, after the winter, not at all. */
export interface Alternative {
  name: string
  /** Chance before anything was seen. */
  chance: number
  /** When it shows, nine in ten; null for what never shows. */
  window: DaySpan | null
}

export interface WeighedAlternative extends Alternative {
  /** Chance now that nothing has shown. */
  now: number
  /** Chance that it has shown by the end of today, were it the way. */
  shownBy: number
}

/**
 * How likely each way is when nothing has shown until today: each is weighed by the chance that it would still be silent
 * (Bayes). A window is read as a normal that holds nine in ten.
 * @throws RangeError when the chances do not add up to 1
 */
export function weighAlternatives(alternatives: readonly Alternative[], today: Day): WeighedAlternative[] {
  const total = alternatives.reduce((sum, a) => sum + a.chance, 0)
  if (Math.abs(total - 1) > 1e-6) throw new RangeError(`these chances add up to ${total}, not 1`)
  const weighed = alternatives.map((a) => ({ ...a, shownBy: a.window ? shownBy(a.window, today) : 0 }))
  const silent = weighed.reduce((sum, a) => sum + a.chance * (1 - a.shownBy), 0)
  return weighed.map((a) => ({ ...a, now: silent > 0 ? (a.chance * (1 - a.shownBy)) / silent : a.chance }))
}

function shownBy({ from, to }: DaySpan, today: Day): number {
  const width = daysBetween(from, to) + 1
  const spread = width / (2 * normalQuantile(0.95))
  return normalCumulative((daysBetween(from, today) + 1 - width / 2) / spread)
}
