import { addDays, daysBetween, isDayOfYear, nextDayOfYear, type Day } from '../calendar'
import type { ColonyStage } from '../colonies'
import { normalCumulative, normalQuantile } from '../statistics'
import { dayAfter, type DayTemperature } from './clock'
import type { CohortProtocol } from './compile'
import { lastSafeStart, roadOf } from './forecast'

/** How eggs laid from today on stand to the leaves they will want. */
export interface LeafRace {
  /** Whether there are leaves today; nobody knows where no one said when they come out and they may have fallen. */
  leaves: 'out' | 'bare' | 'not known'
  /** When they come out next, where they are down, and when they fall after that. */
  outOn: Day | null
  fallsOn: Day
  /** Eggs laid from one to the other find leaves and are done in time, with the chance wanted; null where no day is left. */
  from: Day | null
  until: Day | null
  /** Chance at the least that those laid today do; null where nobody knows. */
  today: number | null
}

/** Where nobody said when leaves come out: so long before they fall they are surely there, days. A rule of thumb. */
const SURELY_OUT = 150

/**
 * Until when, and from when on, eggs may be laid so that larvae hatch to leaves and are done feeding before they fall.
 * @returns null where the plant keeps its leaves
 */
export function leafRace(
  { host, referenceC }: Pick<CohortProtocol, 'host' | 'referenceC'>,
  stages: readonly ColonyStage[],
  today: Day,
  celsius: DayTemperature,
  chance = 0.95,
): LeafRace | null {
  if (!host?.leafFall) return null
  const fall = nextOn(today, host.leafFall)
  if (fall === null)
    return { leaves: 'not known', outOn: null, fallsOn: today, from: null, until: null, today: null }
  const out = host.leafOut ? nextOn(today, host.leafOut) : null
  if (out === null && daysBetween(today, fall) > SURELY_OUT)
    return { leaves: 'not known', outOn: null, fallsOn: fall, from: null, until: null, today: null }
  const bare = out !== null && out > today && out < fall
  const outIn = bare ? daysBetween(today, out) : 0
  const end = daysBetween(today, fall)
  const done = lastSafeStart(stages, host.lastFeeding, end, host.marginDays, celsius, referenceC, chance)
  const hatch = roadOf(stages, { stage: 0, count: 1, done: 0 }, 1, referenceC)
  const hatchOn = (start: number, z: number) =>
    dayAfter(Math.max(0, hatch.mean + z * hatch.spread), start, celsius, referenceC, hatch.stageAt)
  const early = -normalQuantile(chance)
  let first = 0
  while (first < end && hatchOn(first, early) < outIn) first++
  const open = done.latest !== null && first <= done.latest
  const tooSoon = bare ? shareBelow((z) => hatchOn(0, z) < outIn) : 0
  return {
    leaves: bare ? 'bare' : 'out',
    outOn: bare ? out : null,
    fallsOn: fall,
    from: open ? addDays(today, first) : null,
    until: open ? addDays(today, done.latest!) : null,
    today: Math.max(0, done.today - tooSoon),
  }
}

/** Share of a normal spread for which something holds that ceases to hold further up. */
function shareBelow(holds: (z: number) => boolean): number {
  let [low, high] = [-6, 6]
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2
    if (holds(middle)) low = middle
    else high = middle
  }
  return normalCumulative(low)
}

/** The next such day of the year, today included; null where it is none. */
const nextOn = (today: Day, dayOfYear: string): Day | null =>
  isDayOfYear(dayOfYear) ? nextDayOfYear(today, dayOfYear) : null
