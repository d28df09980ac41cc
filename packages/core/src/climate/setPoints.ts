import { MS_PER_DAY, MS_PER_HOUR, type Instant } from '../calendar'

/** What a place is set to from an instant on: one temperature, or a day and a night. */
export interface SetPoint {
  from: Instant
  /** Steady, or by day, °C. */
  celsius: number
  /** The colder or warmer part of each day: its temperature, when it begins (hour of the UTC day) and how long it lasts. */
  night?: { celsius: number; startHour: number; hours: number } | undefined
}

/** A stretch of one temperature. */
interface Steady {
  from: Instant
  to: Instant
  celsius: number
}

/**
 * The stretches of steady temperature between two instants. Before the first set point its own holds: nobody knows better.
 * @param plan one temperature, or set points in order of time
 * @throws RangeError when there is no set point, or they are out of order
 */
export function plannedTemperatures(
  plan: number | readonly SetPoint[],
  from: Instant,
  to: Instant,
): Steady[] {
  if (to <= from) return []
  if (typeof plan === 'number') return [{ from, to, celsius: plan }]
  if (plan.length === 0) throw new RangeError('at least one set point is needed')
  return plan.flatMap((setPoint, i) => {
    const next = plan[i + 1]
    if (next && next.from < setPoint.from) throw new RangeError('set points must be in order of time')
    const start = i === 0 ? from : Math.max(from, setPoint.from)
    const end = Math.min(to, next?.from ?? to)
    return end > start ? daysAndNights(setPoint, start, end) : []
  })
}

function daysAndNights({ celsius, night }: SetPoint, from: Instant, to: Instant): Steady[] {
  if (!night || night.celsius === celsius || night.hours <= 0) return [{ from, to, celsius }]
  const pieces: Steady[] = []
  const startOfDay = Math.floor(from / MS_PER_DAY) * MS_PER_DAY - MS_PER_DAY
  let at = from
  for (let day = startOfDay; day < to; day += MS_PER_DAY) {
    const dusk = day + night.startHour * MS_PER_HOUR
    const dawn = dusk + Math.min(24, night.hours) * MS_PER_HOUR
    for (const [until, value] of [
      [dusk, celsius],
      [dawn, night.celsius],
    ] as const) {
      const end = Math.min(until, to)
      if (end > at) {
        pieces.push({ from: at, to: end, celsius: value })
        at = end
      }
    }
  }
  if (at < to) pieces.push({ from: at, to, celsius })
  return pieces
}

/** The set point that holds at an instant. */
export function setPointAt(plan: readonly SetPoint[], at: Instant): SetPoint | null {
  return plan.findLast((s) => s.from <= at) ?? plan[0] ?? null
}

/** The mean of a set point over a whole day, °C. */
export function meanOfSetPoint({ celsius, night }: SetPoint): number {
  const share = night ? Math.min(24, Math.max(0, night.hours)) / 24 : 0
  return celsius + share * ((night?.celsius ?? celsius) - celsius)
}
