import { medianOf, robustSpread } from './robust'
import type { ScaleSample, SteadyRules } from './scale'

/** @internal */
export const FEWEST_SAMPLES = 8
/**
 * White noise of a scale averages out. Beyond this share of the weight, and thrice what the pan alone shows, it is a
 * restless animal all the same.
 */
const NOISE_SHARE = 0.015
/**
 * Where the empty pan was seen, an animal is quiet when the loaded scale scatters hardly more than the empty one did, and moves
 * by less than its own noise, or by what an animal at rest breathes. How much restlessness passes for rest by other rules was found by
 * playing wandering loads: see the tests.
 */
const PAN_SPREADS = 1.8
const PAN_MOVES = 0.6
const BREATHES = 0.0025
/** A reading less exact than this share of the weight is none. */
const ERROR_SHARE = 0.012
/** @internal */
export const FINEST_GRAMS = 0.005
const DRIFT_Z = 2.6
/** A median scatters so much more than a mean. */
const MEDIAN_COST = 1.2533
/** Huber's location scatters so much more than a mean, and its spread is itself an estimate from few samples. */
const HUBER_COST = 1.12
/** Share of a spell that may be knocks on the table. */
const MOST_KNOCKS = 0.15

/** @internal */
export interface Spell {
  from: number
  to: number
  level: number
}

/** Every window of the wanted length that is quiet: by index of its first and last sample. @internal */
export function quietWindows(
  samples: readonly ScaleSample[],
  rules: SteadyRules,
  emptyBelow: number,
  peak: number,
  panNoise: number | null,
): Spell[] {
  const found: Spell[] = []
  let from = 0
  for (let to = 0; to < samples.length; to++) {
    while (samples[to]!.atMs - samples[from + 1]!.atMs >= rules.quietMs && from + 1 < to) from++
    const long = samples[to]!.atMs - samples[from]!.atMs >= 0.95 * rules.quietMs
    if (!long || to - from + 1 < FEWEST_SAMPLES) continue
    const grams = samples.slice(from, to + 1).map((s) => s.grams)
    const level = medianOf(grams)
    // The noise of a pan is that of the scale, which goes with what it is built to bear.
    const scale = level <= emptyBelow ? peak : level
    const [allowed, noisiest] =
      panNoise === null
        ? [
            Math.max(rules.floorGrams, rules.share * scale),
            Math.max(2 * rules.floorGrams, NOISE_SHARE * scale),
          ]
        : [
            Math.max(FINEST_GRAMS, PAN_MOVES * panNoise, BREATHES * scale),
            Math.max(FINEST_GRAMS, PAN_SPREADS * panNoise, BREATHES * scale),
          ]
    if (
      isQuiet(grams, level, allowed, noisiest) &&
      standardError(grams) <= Math.max(allowed, ERROR_SHARE * scale)
    )
      found.push({ from, to, level })
  }
  return found
}

function isQuiet(grams: readonly number[], level: number, allowed: number, noisiest: number): boolean {
  const spread = robustSpread(grams, level)
  const noise = sampleNoise(grams)
  if (Math.sqrt(Math.max(0, spread ** 2 - noise ** 2)) > allowed) return false
  if (Math.max(spread, noise) > noisiest) return false
  // A robust spread overlooks a window that has one foot on the pan: both its ends must stand on the level.
  const far = 4 * spread + allowed
  if (grams.filter((g) => Math.abs(g - level) > far).length > MOST_KNOCKS * grams.length) return false
  const chance = DRIFT_Z * MEDIAN_COST * Math.min(spread, Math.max(noise, allowed))
  const end = Math.max(3, Math.floor(grams.length / 8))
  for (const part of [grams.slice(0, end), grams.slice(-end)])
    if (Math.abs(medianOf(part) - level) > allowed + chance / Math.sqrt(end)) return false
  const third = Math.floor(grams.length / 3)
  const drift = Math.abs(medianOf(grams.slice(-third)) - medianOf(grams.slice(0, third)))
  return drift <= allowed + chance * Math.sqrt(2 / third)
}

/** Sample-to-sample noise, free of whatever moves slower than the samples come. @internal */
export function sampleNoise(grams: readonly number[]): number {
  const steps = grams.slice(1).map((g, i) => g - grams[i]!)
  return robustSpread(steps, 0) / Math.SQRT2
}

/** Standard error of the level, with the samples' likeness to their neighbours counted in (first-order autocorrelation). @internal */
export function standardError(grams: readonly number[]): number {
  const centre = medianOf(grams)
  const spread = robustSpread(grams, centre)
  if (!(spread > 0)) return 0
  const noise = sampleNoise(grams)
  const likeness = Math.min(0.9, Math.max(0, 1 - (noise / spread) ** 2))
  const count = (grams.length * (1 - likeness)) / (1 + likeness)
  return (HUBER_COST * spread) / Math.sqrt(Math.max(1, count))
}
