import { MS_PER_DAY, type Instant } from '../calendar'
import { temperatureAt, type Segment } from '../climate'
import type { DevelopmentCurve, SexCurve } from '../protocols'
import { developmentRate, whenDeveloped } from './development'

export interface SexForecast {
  maleShare: number
  /** Mean temperature of the sensitive days, weighed by development, °C. */
  weightedC: number
  /** When the sensitive days are. */
  sensitive: { from: Instant; to: Instant }
  /** Share of that development that a probe saw; the rest is the set point. */
  seen: number
}

const logistic = (x: number) => 1 / (1 + Math.exp(-x))

/** Male share at a mean temperature of the sensitive days. */
export function maleShareAt({ pivots }: SexCurve, celsius: number): number {
  return pivots.reduce((share, { slope, celsius: pivot }) => share * logistic(slope * (celsius - pivot)), 1)
}

/**
 * The expected sexes of eggs whose temperature decides: the logistic curve of the species at the mean temperature of the
 * sensitive days, each instant weighed by the development it brings (Georges, 1989: warm hours count more than cool ones).
 *
 * For degree-days above T0 the weighted mean is T0 + Σ(T−T0)²/Σ(T−T0).
 * @param segments from laying on, as far as the end of the sensitive days at least
 * @returns null when the pieces end before the sensitive days do
 */
export function sexRatioByTemperature(
  sex: SexCurve,
  curve: DevelopmentCurve,
  segments: readonly Segment[],
): SexForecast | null {
  const from = whenDeveloped(curve, segments, sex.sensitive.from)
  const to = whenDeveloped(curve, segments, sex.sensitive.to)
  if (from === null || to === null) return null
  let [weight, weighed, seen] = [0, 0, 0]
  for (const piece of segments) {
    if (piece.to <= from || piece.from >= to) continue
    const start = Math.max(piece.from, from)
    const end = Math.min(piece.to, to)
    // Simpson's rule on steps of a degree at most: rate times temperature is a parabola where the rate runs straight.
    const steps = Math.max(1, Math.ceil(Math.abs(piece.endC - piece.startC)))
    for (let i = 0; i < steps; i++) {
      const a = start + ((end - start) * i) / steps
      const b = start + ((end - start) * (i + 1)) / steps
      for (const [at, share] of [
        [a, 1 / 6],
        [(a + b) / 2, 4 / 6],
        [b, 1 / 6],
      ] as const) {
        const celsius = temperatureAt(piece, at)
        const adds = (developmentRate(curve, celsius) * share * (b - a)) / MS_PER_DAY
        weight += adds
        weighed += adds * celsius
        if (piece.source === 'log') seen += adds
      }
    }
  }
  if (weight === 0) return null
  const weightedC = weighed / weight
  return { maleShare: maleShareAt(sex, weightedC), weightedC, sensitive: { from, to }, seen: seen / weight }
}

/**
 * The steady set point that gives a wanted male share, nearest to a given temperature and within limits.
 * @returns the temperature and the share it gives, which is the nearest that the limits allow
 */
export function setPointForSex(
  sex: SexCurve,
  wanted: number,
  near: number,
  limits: { low: number; high: number },
): { celsius: number; maleShare: number } {
  const steps = Math.round((limits.high - limits.low) * 20)
  const all = Array.from({ length: steps + 1 }, (_, i) => limits.low + i / 20).map((celsius) => ({
    celsius,
    maleShare: maleShareAt(sex, celsius),
  }))
  const cost = (c: (typeof all)[number]) =>
    Math.abs(c.maleShare - wanted) + 0.002 * Math.abs(c.celsius - near)
  return all.reduce((best, c) => (cost(c) < cost(best) ? c : best))
}
