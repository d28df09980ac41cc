import { FEWEST_SAMPLES, FINEST_GRAMS, quietWindows, sampleNoise, standardError, type Spell } from './quiet'
import { huberLocation, medianOf } from './robust'
import type { ScaleSample, SteadyRules } from './scale'

export const STEADY_RULES: SteadyRules = {
  quietMs: 1000,
  share: 0.006,
  floorGrams: 0.05,
  leastGrams: 0.2,
  capacityGrams: 30_000,
}

/** Why a stream gives no reading. */
export type NoReading = 'no samples' | 'nothing on it' | 'restless' | 'too heavy' | 'lifted off'

export type SteadyWeight =
  | {
      steady: true
      /** The weight, freed of the pan's own drift, g. */
      grams: number
      /** Half-width of its 95 per cent interval from the scale's noise, g. */
      error: number
      /** What the empty pan showed before, g; 0 where the stream begins loaded. */
      zeroGrams: number
      /** How far the empty pan had moved when the animal came off; null while it is on. */
      tareDriftGrams: number | null
      /** When it came onto the scale, and when the reading could be taken. */
      loadedAtMs: number
      acceptedAtMs: number
      tookMs: number
      /** Whether it has been taken off again. */
      liftedOff: boolean
      /** False where the stream begins loaded: a tub may stand on it that nobody tared. */
      panSeen: boolean
      /** What bore on the pan, quiet, before the animal came, and is not counted as part of it: an untared tub, g; 0 where nothing did. */
      underGrams: number
    }
  | { steady: false; why: NoReading }

/** An animal comes onto the pan within seconds; a warming load cell creeps. */
const JUMP_SHARE = 0.2
const JUMP_MS = 1000
/** Less on top of a load is an animal that moves. */
const SECOND_STEP = 0.1
const EMPTY_SHARE = 0.25
const LONGEST_SPELL_MS = 3000

/**
 * The steady weight in a stream of noisy samples (10 to 50 a second), or why there is none.
 *
 * A window slides over the stream. Its level is the median; what the samples scatter beyond their sample-to-sample noise is
 * movement (after von Neumann 1941: for white noise the two agree), and the step between its first and last third is drift.
 * The first window whose movement, drift and standard error pass, and which stands on a load that came with a jump, is
 * taken; the spell is then followed for as long as it stays quiet, to at most three seconds, and its level is Huber's
 * location. The pan before and after gives the zero, so that a tare that has crept is taken out.
 *
 * @param samples in order of time; a stream still running may be passed again and again
 * @returns grams with their error in grams, and times in the stream's own ms; or the reason for no reading
 * @example steadyWeight(stream).steady && stream.grams
 */
export function steadyWeight(
  samples: readonly ScaleSample[],
  rules: Partial<SteadyRules> = {},
): SteadyWeight {
  let wanted = { ...STEADY_RULES, ...rules }
  if (samples.length === 0) return { steady: false, why: 'no samples' }
  const heavy = samples.some((s) => tooHeavy(s, wanted))
  const fit = samples.filter((s) => !tooHeavy(s, wanted))
  if (fit.length < FEWEST_SAMPLES) return { steady: false, why: heavy ? 'too heavy' : 'no samples' }
  const smooth = runningMedian(fit.map((s) => s.grams))
  const peak = Math.max(...smooth)
  const emptyBelow = Math.max(wanted.leastGrams, EMPTY_SHARE * peak)
  const panNoise = panNoiseOf(fit, emptyBelow)
  if (panNoise !== null)
    wanted = { ...wanted, floorGrams: Math.min(wanted.floorGrams, Math.max(FINEST_GRAMS, 1.5 * panNoise)) }
  const quiet = quietWindows(fit, wanted, emptyBelow, peak, panNoise)
  const pan = quiet.filter((w) => w.level <= emptyBelow)
  for (const window of quiet) {
    const before = pan.findLast((p) => p.to < window.from)
    const zero = before?.level ?? 0
    const load = window.level - zero
    if (load < wanted.leastGrams || window.level <= emptyBelow) continue
    const jump = jumpInto(fit, smooth, before?.from ?? 0, window.to, zero)
    if (before && jump.rise < Math.max(JUMP_SHARE * load, wanted.leastGrams / 2)) continue
    if (heavy && crossedCapacity(samples, fit[window.to]!.atMs, wanted)) continue
    const tub = tubUnder(fit, smooth, quiet, window, zero, wanted)
    return tub
      ? reading(fit, quiet, tub.window, window, tub.at, pan, wanted)
      : reading(fit, quiet, window, before, jump.at, pan, wanted)
  }
  return { steady: false, why: whyNone(fit, smooth, heavy, pan, wanted) }
}

/**
 * A load that comes on top of a quiet one is the animal, and what lay there before is its tub: first the tub was put on without taring,
 * then the animal went in.
 */
function tubUnder(
  samples: readonly ScaleSample[],
  smooth: readonly number[],
  quiet: readonly Spell[],
  tub: Spell,
  zero: number,
  { leastGrams }: SteadyRules,
): { window: Spell; at: number } | null {
  for (const window of quiet) {
    if (window.from <= tub.to) continue
    const rise = window.level - tub.level
    if (rise < Math.max(leastGrams, SECOND_STEP * (tub.level - zero))) continue
    const between = smooth.slice(tub.to, window.from + 1)
    // Lifted off in between, it is another animal.
    if (Math.min(...between) < tub.level - EMPTY_SHARE * (tub.level - zero)) return null
    const jump = jumpInto(samples, smooth, tub.to, window.to, tub.level)
    if (jump.rise >= JUMP_SHARE * rise) return { window, at: jump.at }
  }
  return null
}

/** The empty pan shows how fine the scale is: on a fine one a movement need not hide below the usual floor. */
function panNoiseOf(samples: readonly ScaleSample[], emptyBelow: number): number | null {
  const pan = samples.filter((s) => s.grams <= emptyBelow).map((s) => s.grams)
  return pan.length < FEWEST_SAMPLES ? null : sampleNoise(pan)
}

const tooHeavy = ({ grams }: ScaleSample, { capacityGrams }: SteadyRules) =>
  !Number.isFinite(grams) || grams >= capacityGrams

/** Whether the scale was over its capacity within the second before: it is still being loaded or unloaded. */
function crossedCapacity(samples: readonly ScaleSample[], atMs: number, rules: SteadyRules): boolean {
  return samples.some((s) => s.atMs <= atMs && s.atMs >= atMs - 2 * rules.quietMs && tooHeavy(s, rules))
}

function runningMedian(values: readonly number[]): number[] {
  return values.map((_, i) => medianOf(values.slice(Math.max(0, i - 2), i + 3)))
}

/** The steepest rise on the way onto the pan, and when the load had come. */
function jumpInto(
  samples: readonly ScaleSample[],
  smooth: readonly number[],
  from: number,
  to: number,
  zero: number,
): { rise: number; at: number } {
  let rise = 0
  let back = from
  for (let i = from; i <= to; i++) {
    while (samples[i]!.atMs - samples[back]!.atMs > JUMP_MS) back++
    rise = Math.max(rise, smooth[i]! - smooth[back]!)
  }
  const half = zero + (smooth[to]! - zero) / 2
  let onto = to
  while (onto > from && smooth[onto - 1]! > half) onto--
  return { rise, at: samples[onto]!.atMs }
}

function reading(
  samples: readonly ScaleSample[],
  quiet: readonly Spell[],
  first: Spell,
  before: Spell | undefined,
  loadedAtMs: number,
  pan: readonly Spell[],
  rules: SteadyRules,
): SteadyWeight {
  const allowed = Math.max(rules.floorGrams, rules.share * Math.abs(first.level))
  let last = first
  for (const next of quiet) {
    if (next.from <= first.from || next.from > last.to) continue
    if (Math.abs(next.level - first.level) > allowed) break
    if (samples[next.to]!.atMs - samples[first.from]!.atMs > LONGEST_SPELL_MS) break
    last = next
  }
  const grams = samples.slice(first.from, last.to + 1).map((s) => s.grams)
  const after = pan.find((p) => p.from > last.to)
  const zeroBefore = before?.level ?? after?.level ?? 0
  const drift = after ? after.level - zeroBefore : null
  const zero = zeroBefore + (drift ?? 0) * elapsedShare(samples, before, first, last, after)
  const zeroError = before ? standardError(samples.slice(before.from, before.to + 1).map((s) => s.grams)) : 0
  const acceptedAtMs = samples[first.to]!.atMs
  return {
    steady: true,
    grams: huberLocation(grams) - zero,
    error: 1.96 * Math.hypot(standardError(grams), zeroError),
    zeroGrams: zeroBefore,
    tareDriftGrams: drift,
    loadedAtMs,
    acceptedAtMs,
    tookMs: acceptedAtMs - loadedAtMs,
    liftedOff: after !== undefined,
    panSeen: before !== undefined,
    underGrams: before && !pan.includes(before) ? before.level : 0,
  }
}

/** How far the spell lies between the empty pan before and after: a creeping zero is taken to creep evenly. */
function elapsedShare(
  samples: readonly ScaleSample[],
  before: Spell | undefined,
  first: Spell,
  last: Spell,
  after: Spell | undefined,
): number {
  if (!before || !after) return 0
  const middle = (a: Spell, b: Spell) => (samples[a.from]!.atMs + samples[b.to]!.atMs) / 2
  const span = middle(after, after) - middle(before, before)
  return span > 0 ? (middle(first, last) - middle(before, before)) / span : 0
}

function whyNone(
  samples: readonly ScaleSample[],
  smooth: readonly number[],
  heavy: boolean,
  pan: readonly Spell[],
  { leastGrams }: SteadyRules,
): NoReading {
  if (heavy) return 'too heavy'
  const zero = pan[0]?.level ?? 0
  const noise = sampleNoise(samples.map((s) => s.grams))
  const { rise } = jumpInto(samples, smooth, 0, smooth.length - 1, zero)
  if (pan.length > 0 && rise < leastGrams + 4 * noise) return 'nothing on it'
  const peak = Math.max(...smooth)
  const end = medianOf(smooth.slice(-FEWEST_SAMPLES))
  return end - zero < EMPTY_SHARE * (peak - zero) ? 'lifted off' : 'restless'
}
