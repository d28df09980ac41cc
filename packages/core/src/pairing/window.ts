import { addDays, daysBetween, type Day } from '../calendar'
import { normalCumulative } from '../statistics'
import { rangeSpread, type Range } from '../protocols'
import { reason, type Reason } from '../reasons'

/** When a female is expected to be receptive. */
export interface ReceptiveWindow {
  from: Day
  to: Day
  peak: Day
  /** Standard deviation of where the window lies, days. */
  spreadDays: number
  reasons: Reason[]
}

export interface WindowFacts {
  /** The day of full warmth, come or planned. */
  warmOn: Day
  /** Whether that day has come. */
  warmed: boolean
  /** From full warmth to being receptive, days. */
  trigger: Range
  /** How long it lasts, days. */
  lasts: Range
  /** Her own earlier seasons: days from full warmth to the first seen lock. */
  earlier: readonly number[]
  origin: string
}

/** How far a lock may lie from the middle of a window, as a share of its length. */
const LOCK_IN_WINDOW = 0.25
const LEAST_SPREAD = 2
const PLANNED_SPREAD = 3

/**
 * When a female is expected to be receptive: the protocol's days after full warmth, moved by her own earlier seasons as far as
 * they are worth (a normal prior and normal observations; each earlier season's first lock is one).
 */
export function receptiveWindow(facts: WindowFacts): ReceptiveWindow {
  const { warmOn, warmed, trigger, lasts, earlier, origin } = facts
  const half = lasts.typical / 2
  const priorMean = trigger.typical + half
  const priorSpread = Math.hypot(
    rangeSpread(trigger.least, trigger.most),
    rangeSpread(lasts.least, lasts.most) / 2,
    LEAST_SPREAD,
  )
  const noise = Math.max(LEAST_SPREAD, lasts.typical * LOCK_IN_WINDOW)
  const precision = 1 / priorSpread ** 2 + earlier.length / noise ** 2
  const mean =
    (priorMean / priorSpread ** 2 + earlier.reduce((sum, days) => sum + days, 0) / noise ** 2) / precision
  const spreadDays = Math.hypot(1 / Math.sqrt(precision), warmed ? 0 : PLANNED_SPREAD)
  const from = addDays(warmOn, Math.round(mean - half))
  const to = addDays(warmOn, Math.round(mean + half))
  return {
    from,
    to,
    peak: addDays(warmOn, Math.round(mean)),
    spreadDays,
    reasons: [
      reason({
        rule: 'receptive window',
        says: `receptive ${Math.round(mean - half)} to ${Math.round(mean + half)} days after full warmth`,
        standing: 'holds',
        bound: 'between',
        note:
          `${warmed ? 'warm since' : 'warmth planned for'} ${warmOn}; give or take ${Math.round(spreadDays * 1.645)} days` +
          (earlier.length > 0
            ? `; first locks of her earlier seasons ${earlier.map((d) => `${Math.round(d)} days`).join(', ')} after it`
            : ''),
        origin,
        change: 'every lock that is recorded narrows it for next year; so does the day she is warmed',
        expected: { from, to },
      }),
    ],
  }
}

/** Chance that a female is receptive on a day. */
export function receptiveOn({ from, to, spreadDays }: ReceptiveWindow, day: Day): number {
  const spread = Math.max(spreadDays, 0.5)
  return Math.max(
    0,
    normalCumulative((daysBetween(from, day) + 0.5) / spread) -
      normalCumulative((daysBetween(to, day) - 0.5) / spread),
  )
}

/** A window set by hand, as sure as the hand was. */
export function windowByHand(from: Day, to: Day): ReceptiveWindow {
  return {
    from,
    to,
    peak: addDays(from, Math.round(daysBetween(from, to) / 2)),
    spreadDays: LEAST_SPREAD,
    reasons: [
      reason({
        rule: 'receptive window',
        says: 'set by hand',
        standing: 'holds',
        origin: 'this book',
        expected: { from, to },
      }),
    ],
  }
}
