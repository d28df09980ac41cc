import { MS_PER_DAY, type Instant } from '../calendar'
import { setPointAt, meanOfSetPoint, type SetPoint } from '../climate'
import { accumulateDevelopment, completionOf, type TemperatureLog } from './accumulate'
import type { DevelopmentCurve } from '../protocols'
import { effectiveDegrees } from './development'
import { HatchSpread } from './hatchSpread'

export interface HatchInputs extends TemperatureLog {
  curve: DevelopmentCurve
  /** Spread between eggs of a clutch, days. */
  eggSpreadDays: number
  /** Spread between clutches as a share of the duration. */
  clutchSpread: number
  /** How sure the thermal constant is: one standard deviation as a share of it. None where it is taken as it is. */
  constantSpread?: number | undefined
  /** When the eggs can have been laid. */
  laid: { from: Instant; to: Instant }
  now: Instant
  /** How far the future mean temperature may stray from the set point, °C (one standard deviation). */
  futureSpreadC?: number | undefined
  /** When eggs of this clutch hatched so far. */
  hatchedAt?: readonly Instant[] | undefined
  /** Eggs that may still hatch: what has not happened by now cannot have happened. */
  waiting?: number | undefined
  /** Chance that an egg of which nothing ill is known hatches at all. */
  survival?: number | undefined
}

export interface HatchForecast {
  /** Share of development reached now, 0 to 1 and beyond. */
  developed: number
  /** Half of the eggs have hatched by then. */
  likely: Instant
  /** 90 per cent of eggs hatch within. */
  window: { from: Instant; to: Instant }
  /** Half of them hatch within. */
  half: { from: Instant; to: Instant }
  /** Standard deviation of one egg's hatch, days, before what has been seen is counted. */
  spreadDays: number
  /** Days from the middle of the laying window to the likely hatch, before what has been seen is counted. */
  durationDays: number
  /** What the spread is made of, days each. */
  parts: { eggs: number; clutches: number; constant: number; laying: number; temperature: number }
  /** Chance that an egg waited for is alive; 1 where none is. */
  alive: number
  /** The whole distribution. */
  spread: HatchSpread
}

/** Chance that an egg hatches where nobody says otherwise. */
const USUAL_SURVIVAL = 0.85

/**
 * When eggs will hatch, from the temperatures they had and the set point ahead.
 *
 * The middle is where development, counted from the middle of the laying window, reaches 1. The spread of one egg joins five
 * independent parts: eggs of a clutch, clutches (a share of the duration), the thermal constant itself (likewise), the laying
 * window (even) and the temperature ahead (its spread through the slope of the rate). Hatches already seen, and silence,
 * move what the clutch has in common; while eggs are waited for, the past is cut off. See `HatchSpread`.
 * @returns null when the temperature ahead does not let eggs develop
 * @throws RangeError when the laying window runs backward, or readings or set points are out of order
 */
export function forecastHatch(inputs: HatchInputs): HatchForecast | null {
  const { curve, laid, now } = inputs
  if (laid.to < laid.from) throw new RangeError('the laying window runs backward')
  const middle = (laid.from + laid.to) / 2
  const done = completionOf(curve, inputs, middle)
  if (done === null) return null
  const durationDays = (done - middle) / MS_PER_DAY
  const parts = {
    eggs: inputs.eggSpreadDays,
    clutches: inputs.clutchSpread * durationDays,
    constant: (inputs.constantSpread ?? 0) * durationDays,
    laying: (laid.to - laid.from) / MS_PER_DAY / Math.sqrt(12),
    temperature: temperatureDays(inputs, Math.max(0, (done - Math.max(now, middle)) / MS_PER_DAY)),
  }
  const waiting = inputs.waiting ?? 0
  const spread = new HatchSpread({
    ...{ middle: done, eggDays: parts.eggs, now, waiting },
    commonDays: Math.hypot(parts.clutches, parts.constant, parts.temperature),
    layingDays: (laid.to - laid.from) / MS_PER_DAY,
    hatchedAt: inputs.hatchedAt ?? [],
    survival: inputs.survival ?? USUAL_SURVIVAL,
  })
  return {
    developed: accumulateDevelopment(curve, inputs, middle, Math.max(middle, now)).share,
    likely: spread.at(0.5),
    window: { from: spread.at(0.05), to: spread.at(0.95) },
    half: { from: spread.at(0.25), to: spread.at(0.75) },
    spreadDays: Math.hypot(...Object.values(parts)),
    durationDays,
    parts,
    alive: waiting > 0 ? spread.alive() : 1,
    spread,
  }
}

/** Days by which a mean ahead that strays by its spread moves the hatch. */
function temperatureDays(
  { curve, setPoint, futureSpreadC = 0, now }: HatchInputs,
  remainingDays: number,
): number {
  if (futureSpreadC === 0) return 0
  const celsius = typeof setPoint === 'number' ? setPoint : meanAhead(setPoint, now)
  const rate = effectiveDegrees(curve, celsius)
  if (rate === 0) return 0
  const step = Math.min(0.25, futureSpreadC)
  const slope =
    (effectiveDegrees(curve, celsius + step) - effectiveDegrees(curve, celsius - step)) / (2 * step)
  return (Math.abs(slope) * futureSpreadC * remainingDays) / rate
}

function meanAhead(plan: readonly SetPoint[], now: Instant): number {
  const setPoint = setPointAt(plan, now)
  return setPoint ? meanOfSetPoint(setPoint) : 0
}

/** The hill of the hatch: share of the eggs that hatch on each of `days` days from an instant. */
export function hatchHill({ spread }: HatchForecast, from: Instant, days: number): number[] {
  const until = Array.from({ length: days + 1 }, (_, day) => spread.until(from + day * MS_PER_DAY))
  return until.slice(1).map((share, day) => share - until[day]!)
}
