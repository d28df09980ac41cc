import { MS_PER_DAY, type Instant } from '../calendar'
import type { SetPoint } from '../climate'
import { accumulateDevelopment } from './accumulate'
import type { DevelopmentCurve } from '../protocols'
import { developmentRate } from './development'
import { forecastHatch, type HatchForecast, type HatchInputs } from './forecast'

/** The forecast if an incubator were set otherwise from an instant on; what was set before stays as it was. */
export function whatIf(inputs: HatchInputs, change: SetPoint): HatchForecast | null {
  return forecastHatch({ ...inputs, setPoint: changedPlan(inputs.setPoint, change) })
}

/** A plan of set points with one more, which replaces those after it. */
export function changedPlan(plan: number | readonly SetPoint[], change: SetPoint): SetPoint[] {
  const before: readonly SetPoint[] =
    typeof plan === 'number' ? [{ from: -Infinity, celsius: plan }] : plan.filter((s) => s.from < change.from)
  return [...before, change]
}

/** A clutch whose hatch is to be moved. */
export interface MovableClutch {
  id: string
  inputs: HatchInputs
  /** Between these its eggs are safe, °C. */
  limits: { low: number; high: number }
}

export interface MovedHatch {
  id: string
  /** Likely hatch as things are. */
  before: Instant
  /** As planned. */
  after: Instant
  /** Steady temperature from the day of the change, °C; null where nothing need change. */
  celsius: number | null
  /** What the limits allow. */
  earliest: Instant
  latest: Instant
}

export interface HatchPlan {
  clutches: MovedHatch[]
  /** Days between the first and the last likely hatch, before and after. */
  spanDays: { before: number; after: number }
  /** What the limits do not allow, in words; empty where the plan is met. */
  unmet: string[]
}

export type HatchWish =
  | { kind: 'gathered' }
  /** Likely hatches at least so many days apart. */
  | { kind: 'staggered'; apartDays: number }

/** A change smaller than this is not worth a turn of the dial, days. */
const WORTH_DAYS = 0.5

/**
 * Hatches gathered on one day, or kept apart, by the temperature of each clutch from an instant on, within its safe limits.
 *
 * Development so far is fixed; what remains takes as long as the rate at the new temperature has it. Gathered: the day that
 * asks for the least change in all, among those that all can reach, or that most come near. Staggered: in the order in
 * which they are due, by dynamic programming over days, the least change in all (exact to a day).
 * @returns clutches in the order of their likely hatch; those that can no longer be moved stay where they are
 */
export function planHatching(clutches: readonly MovableClutch[], wish: HatchWish, from: Instant): HatchPlan {
  const moves = clutches.flatMap((c) => reachOf(c, from) ?? []).sort((a, b) => a.before - b.before)
  if (moves.length === 0) return { clutches: [], spanDays: { before: 0, after: 0 }, unmet: [] }
  const targets = wish.kind === 'gathered' ? gathered(moves) : staggered(moves, wish.apartDays)
  const unmet: string[] = []
  const planned = moves.map((move, i): MovedHatch => {
    const target = targets[i]!
    const after = Math.min(move.latest, Math.max(move.earliest, target))
    const { id, before, earliest, latest } = move
    const days = Math.abs(after - before) / MS_PER_DAY
    const celsius = days < WORTH_DAYS ? null : move.celsiusFor(after)
    return { id, before, after: celsius === null ? before : after, celsius, earliest, latest }
  })
  const span = (at: (m: MovedHatch) => Instant) =>
    (Math.max(...planned.map(at)) - Math.min(...planned.map(at))) / MS_PER_DAY
  if (wish.kind === 'staggered')
    planned.slice(1).forEach((m, i) => {
      const apart = (m.after - planned[i]!.after) / MS_PER_DAY
      if (apart < wish.apartDays - 1) unmet.push(m.id)
    })
  else
    for (const [i, m] of planned.entries()) if (Math.abs(m.after - targets[i]!) > MS_PER_DAY) unmet.push(m.id)
  return {
    clutches: planned,
    spanDays: { before: span((m) => m.before), after: span((m) => m.after) },
    unmet,
  }
}

interface Reach {
  id: string
  before: Instant
  earliest: Instant
  latest: Instant
  celsiusFor(at: Instant): number
}

function reachOf({ id, inputs, limits }: MovableClutch, from: Instant): Reach | null {
  const forecast = forecastHatch(inputs)
  if (!forecast) return null
  const { curve, laid } = inputs
  const middle = (laid.from + laid.to) / 2
  const done = accumulateDevelopment(curve, inputs, middle, Math.max(from, middle)).share
  const left = 1 - done
  const likely = forecast.likely
  const at = (celsius: number) => from + (left / developmentRate(curve, celsius)) * MS_PER_DAY
  // What was learned from hatches and silence moves the clutch as a whole, whatever its temperature.
  const asPlanned = middle + forecast.durationDays * MS_PER_DAY
  const shift = likely - asPlanned
  if (left <= 0 || likely <= from)
    return { id, before: likely, earliest: likely, latest: likely, celsiusFor: () => limits.high }
  return {
    id,
    before: likely,
    earliest: Math.min(likely, at(limits.high) + shift),
    latest: Math.max(likely, at(limits.low) + shift),
    celsiusFor: (when) => temperatureFor(curve, left / ((when - shift - from) / MS_PER_DAY), limits),
  }
}

/** The temperature within limits at which the rate is as wanted, to a hundredth of a degree: the coolest, where several are. */
function temperatureFor(
  curve: DevelopmentCurve,
  rate: number,
  limits: { low: number; high: number },
): number {
  let [low, high] = [limits.low, limits.high]
  if (developmentRate(curve, low) >= rate) return low
  while (high - low > 0.005) {
    const middle = (low + high) / 2
    if (developmentRate(curve, middle) < rate) low = middle
    else high = middle
  }
  return Math.round(high * 100) / 100
}

function gathered(moves: readonly Reach[]): Instant[] {
  const candidates = moves.flatMap((m) => [m.before, m.earliest, m.latest])
  const beyond = (m: Reach, at: Instant) => Math.max(0, m.earliest - at, at - m.latest)
  const cost = (at: Instant) =>
    moves.reduce((sum, m) => sum + 1000 * beyond(m, at) + Math.abs(at - m.before), 0)
  const best = candidates.reduce((a, b) => (cost(b) < cost(a) ? b : a))
  return moves.map(() => best)
}

function staggered(moves: readonly Reach[], apartDays: number): Instant[] {
  const origin = Math.min(...moves.map((m) => m.earliest))
  const last = Math.max(...moves.map((m) => m.latest))
  const days = Math.ceil((last - origin) / MS_PER_DAY) + Math.ceil(apartDays) * moves.length + 1
  const at = (day: number) => origin + day * MS_PER_DAY
  const cost = (m: Reach, day: number) => {
    const when = at(day)
    const beyond = Math.max(0, m.earliest - when - MS_PER_DAY / 2, when - m.latest - MS_PER_DAY / 2)
    return (Math.abs(when - m.before) + 1000 * beyond) / MS_PER_DAY
  }
  const apart = Math.ceil(apartDays)
  const chosen: number[][] = []
  let best = new Array<number>(days).fill(0)
  for (const [i, move] of moves.entries()) {
    const next = new Array<number>(days).fill(Infinity)
    const from = new Array<number>(days).fill(-1)
    let [least, where] = [Infinity, -1]
    for (let day = 0; day < days; day++) {
      const before = i === 0 ? day : day - apart
      if (i === 0) [least, where] = [0, -1]
      else if (before >= 0 && best[before]! < least) [least, where] = [best[before]!, before]
      next[day] = least + cost(move, day)
      from[day] = where
    }
    chosen.push(from)
    best = next
  }
  let day = best.indexOf(Math.min(...best))
  const targets: Instant[] = []
  for (let i = moves.length - 1; i >= 0; i--) {
    targets.unshift(at(day))
    day = chosen[i]![day]!
  }
  return targets
}
