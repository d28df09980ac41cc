import { MS_PER_DAY, type Instant } from '../calendar'
import { joinReadings, type Reading } from '../climate'
import { developmentOver, developmentRate, whenDeveloped, type DevelopmentCurve } from './development'
import { normalCumulative, normalQuantile } from './normal'

export interface HatchInputs {
  curve: DevelopmentCurve
  /** Spread between eggs of a clutch, days. */
  eggSpreadDays: number
  /** Spread between clutches as a share of the duration. */
  clutchSpread: number
  /** When the eggs can have been laid. */
  laid: { from: Instant; to: Instant }
  readings: readonly Reading[]
  setPointC: number
  gapHours: number
  now: Instant
  /** How far the future mean temperature may stray from the set point, °C (one standard deviation). */
  futureSpreadC?: number
  /** When eggs of this clutch hatched so far. */
  hatchedAt?: readonly Instant[]
  /** True while eggs are still to hatch: what has not happened by now cannot have happened. */
  waiting?: boolean
}

export interface HatchForecast {
  /** Share of development reached now, 0 to 1 and beyond. */
  developed: number
  /** The middle of the hatch of one egg. */
  likely: Instant
  /** 90 per cent of eggs hatch within. */
  window: { from: Instant; to: Instant }
  /** Half of them hatch within. */
  half: { from: Instant; to: Instant }
  /** Standard deviation of one egg's hatch, days, before what has been seen is counted. */
  spreadDays: number
  /** Days from the middle of the laying window to the likely hatch. */
  durationDays: number
  /** What the spread is made of, days each. */
  parts: { eggs: number; clutches: number; laying: number; temperature: number }
}

/** Further than this nothing is forecast, days. */
const HORIZON_DAYS = 1500

/**
 * When eggs will hatch, from the temperatures they had and the set point ahead.
 *
 * The middle is where development, counted from the middle of the laying window, reaches 1. The spread of one egg joins
 * four independent parts: eggs of a clutch, clutches (a share of the duration), the laying window (uniform, width²/12)
 * and the temperature ahead (its spread through the slope of the rate). Hatches already seen move the part that the
 * clutch has in common (normal prior, normal evidence); while eggs are waited for, the past is cut off.
 * @returns null when the temperature ahead does not let eggs develop
 * @throws RangeError when the laying window runs backward
 */
export function forecastHatch(inputs: HatchInputs): HatchForecast | null {
  const { curve, laid, now, setPointC } = inputs
  if (laid.to < laid.from) throw new RangeError('the laying window runs backward')
  const middle = (laid.from + laid.to) / 2
  const horizon = Math.max(now, middle) + HORIZON_DAYS * MS_PER_DAY
  const segments = joinReadings(inputs.readings, middle, horizon, setPointC, inputs.gapHours)
  const done = whenDeveloped(curve, segments, 1)
  if (done === null) return null
  const durationDays = (done - middle) / MS_PER_DAY
  const remainingDays = Math.max(0, (done - now) / MS_PER_DAY)
  const rate = developmentRate(curve, setPointC)
  const parts = {
    eggs: inputs.eggSpreadDays,
    clutches: inputs.clutchSpread * durationDays,
    laying: (laid.to - laid.from) / MS_PER_DAY / Math.sqrt(12),
    temperature:
      setPointC < curve.capC ? ((inputs.futureSpreadC ?? 0) * remainingDays) / (rate * curve.degreeDays) : 0,
  }
  const common = parts.clutches ** 2 + parts.laying ** 2 + parts.temperature ** 2
  const spreadDays = Math.sqrt(parts.eggs ** 2 + common)
  const seen = learnFromHatches(done, common, parts.eggs, inputs.hatchedAt ?? [])
  const cut = inputs.waiting ? now : -Infinity
  const at = (share: number) => truncatedQuantile(seen.likely, seen.spreadDays, cut, share)
  return {
    developed: developmentOver(
      curve,
      joinReadings(inputs.readings, middle, Math.max(middle, now), setPointC, inputs.gapHours),
    ),
    likely: at(0.5),
    window: { from: at(0.05), to: at(0.95) },
    half: { from: at(0.25), to: at(0.75) },
    spreadDays,
    durationDays,
    parts,
  }
}

/** Normal prior for what the clutch has in common, normal evidence from each hatch (conjugate update). */
function learnFromHatches(
  prior: Instant,
  commonVariance: number,
  eggSpread: number,
  hatchedAt: readonly Instant[],
) {
  const n = hatchedAt.length
  if (n === 0) return { likely: prior, spreadDays: Math.sqrt(commonVariance + eggSpread ** 2) }
  const mean = hatchedAt.reduce((sum, at) => sum + at, 0) / n
  const evidence = eggSpread ** 2 / n
  const trust = commonVariance + evidence > 0 ? commonVariance / (commonVariance + evidence) : 0
  return {
    likely: prior + trust * (mean - prior),
    spreadDays: Math.sqrt(trust * evidence + eggSpread ** 2),
  }
}

function truncatedQuantile(likely: Instant, spreadDays: number, cut: Instant, share: number): Instant {
  if (spreadDays === 0) return Math.max(likely, cut)
  const spread = spreadDays * MS_PER_DAY
  const gone = cut === -Infinity ? 0 : normalCumulative((cut - likely) / spread)
  // So late that the curve has no mass left: any day now, counted from today.
  if (gone > 1 - 1e-6) return cut + share * spread
  return likely + spread * normalQuantile(Math.min(1 - 1e-12, Math.max(1e-12, gone + share * (1 - gone))))
}

/** The hill of the hatch: probability per day that an egg hatches, for `days` days from an instant. */
export function hatchHill(forecast: HatchForecast, from: Instant, days: number): number[] {
  const spread = Math.max(
    0.25,
    (forecast.window.to - forecast.window.from) / MS_PER_DAY / (2 * normalQuantile(0.95)),
  )
  const z = (day: number) => ((from - forecast.likely) / MS_PER_DAY + day) / spread
  return Array.from({ length: days }, (_, day) => normalCumulative(z(day + 1)) - normalCumulative(z(day)))
}
