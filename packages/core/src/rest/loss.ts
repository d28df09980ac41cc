import { addDays, daysBetween, type Day, type DaySpan } from '../calendar'

export interface RestWeight {
  on: Day
  grams: number
}

/** How an animal loses weight through its rest. */
export interface LossRate {
  /** Share of the start weight lost by the last weighing; negative when it gained. */
  lost: number
  /** Share of the start weight lost a week. */
  perWeek: number
  /** Two standard errors of that each way; null with a single weighing. */
  perWeekError: number | null
  /** Share expected to be lost by the end of the hold. */
  atEnd: number | null
  /** When the alarm line is expected to be crossed, as things go; null when not before the end of the hold. */
  alarmOn: DaySpan | null
  /** `wake now`: at or past the alarm line. `watch`: past the warning, or expected past the alarm before the end. */
  standing: 'well' | 'watch' | 'wake now'
  /** Against those that came through: their median and worst loss on the same day of the rest. */
  others: { medianLost: number; mostLost: number; count: number } | null
}

const WEEK = 7
const OPEN_END_DAYS = 400

/** Share of the start weight lost: (start − now) / start. */
export const shareLost = (startGrams: number, grams: number) => (startGrams - grams) / startGrams

/**
 * The rate at which an animal loses weight in its rest, against the lines of its protocol and those that came through before.
 *
 * The rate is the least-squares slope of the lost share through the start, where nothing is lost yet; with one weighing it is
 * simply the loss divided by the weeks. The day of the alarm follows from that slope, its span from two standard errors.
 * @param start the weight with an empty gut on the first day of the hold
 * @param weights later weighings, any order
 * @param others earlier rests that were come through: lost share by day of rest
 * @returns null without a later weighing
 * @throws RangeError when the start weight is not above zero
 */
export function lossRate(
  start: RestWeight,
  weights: readonly RestWeight[],
  lines: { warnLoss: number; alarmLoss: number },
  holdTo: Day | null,
  others: readonly (readonly { day: number; lost: number }[])[] = [],
): LossRate | null {
  if (!(start.grams > 0)) throw new RangeError('a start weight is above zero')
  const points = weights
    .filter((w) => w.on > start.on)
    .map((w) => ({ weeks: daysBetween(start.on, w.on) / WEEK, lost: shareLost(start.grams, w.grams) }))
    .sort((a, b) => a.weeks - b.weeks)
  const last = points.at(-1)
  if (!last) return null
  const squares = points.reduce((sum, p) => sum + p.weeks ** 2, 0)
  const perWeek = points.reduce((sum, p) => sum + p.weeks * p.lost, 0) / squares
  const residual = points.reduce((sum, p) => sum + (p.lost - perWeek * p.weeks) ** 2, 0)
  const perWeekError = points.length > 1 ? 2 * Math.sqrt(residual / (points.length - 1) / squares) : null
  const endWeeks = holdTo ? daysBetween(start.on, holdTo) / WEEK : null
  const atEnd = endWeeks === null ? null : last.lost + Math.max(0, endWeeks - last.weeks) * perWeek
  const alarmOn = alarmDay(start.on, last, perWeek, perWeekError ?? 0, lines.alarmLoss, holdTo)
  return {
    lost: last.lost,
    perWeek,
    perWeekError,
    atEnd,
    alarmOn,
    standing:
      last.lost >= lines.alarmLoss
        ? 'wake now'
        : last.lost >= lines.warnLoss || (alarmOn !== null && holdTo !== null)
          ? 'watch'
          : 'well',
    others: compare(others, last.weeks * WEEK),
  }
}

function alarmDay(
  start: Day,
  last: { weeks: number; lost: number },
  perWeek: number,
  error: number,
  alarmLoss: number,
  holdTo: Day | null,
): DaySpan | null {
  const left = alarmLoss - last.lost
  const dayAt = (rate: number) =>
    addDays(start, Math.min(OPEN_END_DAYS, WEEK * (last.weeks + Math.max(0, left) / rate)))
  if (left > 0 && perWeek <= 0) return null
  const likely = left <= 0 ? addDays(start, WEEK * last.weeks) : dayAt(perWeek)
  if (holdTo && likely >= holdTo && left > 0) return null
  if (left <= 0) return { from: likely, to: likely }
  return {
    from: dayAt(perWeek + error),
    to: perWeek > error ? dayAt(perWeek - error) : addDays(start, OPEN_END_DAYS),
  }
}

/** What earlier sleepers had lost by the same day, read off straight lines between their weighings. */
function compare(
  others: readonly (readonly { day: number; lost: number }[])[],
  day: number,
): LossRate['others'] {
  const lost = others
    .flatMap((curve) => {
      const points = [{ day: 0, lost: 0 }, ...[...curve].sort((a, b) => a.day - b.day)]
      const after = points.findIndex((p) => p.day >= day)
      if (after < 0) return []
      if (after === 0) return [points[0]!.lost]
      const [a, b] = [points[after - 1]!, points[after]!]
      return [a.lost + ((b.lost - a.lost) * (day - a.day)) / Math.max(1e-9, b.day - a.day)]
    })
    .sort((a, b) => a - b)
  if (lost.length === 0) return null
  const middle = lost.length >> 1
  return {
    medianLost: lost.length % 2 ? lost[middle]! : (lost[middle - 1]! + lost[middle]!) / 2,
    mostLost: lost.at(-1)!,
    count: lost.length,
  }
}
