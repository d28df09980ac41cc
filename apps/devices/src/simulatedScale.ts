import type { Awaited, Sample } from '@hatch-book/contract'
import { drawNormal, evenStream } from '@hatch-book/core/statistics'

/** How an animal behaves on the pan. */
export type Temper = 'calm' | 'wriggles' | 'taken off again' | 'never still'

export interface ScaleMake {
  capacityGrams: number
  /** Noise of the empty pan, g. */
  noiseGrams: number
  /** How fast the tare creeps, g a second. */
  creepGramsPerSecond: number
}

const MAKE: ScaleMake = { capacityGrams: 5000, noiseGrams: 0.06, creepGramsPerSecond: 0.0015 }
const HANDS_MS = 700
const ONTO_MS = 350
const WRIGGLES_MS = 2200
const GLIMPSE_MS = 600

/** One animal in six wriggles, one in twenty is taken off and put on again; always the same one. */
export function temperOf(tag: string): Temper {
  const mark = [...tag].reduce((h, c) => (h * 31 + c.charCodeAt(0)) >>> 0, 7) % 60
  return mark < 10 ? 'wriggles' : mark < 13 ? 'taken off again' : 'calm'
}

/**
 * A scale and the animals that are put on it, played from a seed: what it shows at any instant.
 * An awaited animal comes onto the pan once the one before has been lifted off; it weighs what it weighed last, give or take
 * a meal.
 */
export class SimulatedScale {
  private load: { grams: number; from: number; temper: Temper } | null = null
  private tareGrams = 0
  private lastMs = 0
  private readonly even: () => number

  constructor(
    seed: number,
    private readonly make: ScaleMake = MAKE,
  ) {
    this.even = evenStream(seed)
  }

  /** The keeper takes whoever is on the pan off, and puts the next one on. */
  put(next: Awaited | null, nowMs: number, temper = next ? temperOf(next.tag) : 'calm'): void {
    this.load = next && {
      grams: Math.max(0.3, (next.lastGrams ?? 30) * (1 + 0.012 + 0.018 * drawNormal(this.even))),
      from: nowMs + HANDS_MS,
      temper,
    }
  }

  /** What the scale shows at an instant: a figure, or null when it bears too much. */
  read(nowMs: number): Sample {
    this.tareGrams += (this.make.creepGramsPerSecond * (nowMs - this.lastMs)) / 1000
    this.lastMs = nowMs
    const bears = this.bears(nowMs)
    if (bears > this.make.capacityGrams) return [nowMs, null]
    const noise = this.make.noiseGrams * (1 + bears / 400) * drawNormal(this.even)
    return [nowMs, Math.round((this.tareGrams + bears + noise) * 100) / 100]
  }

  private bears(nowMs: number): number {
    if (!this.load || nowMs < this.load.from) return 0
    const { grams, temper } = this.load
    const since = nowMs - this.load.from
    if (temper === 'taken off again' && since > GLIMPSE_MS && since < GLIMPSE_MS + 900) return 0
    const onto = Math.min(1, since / ONTO_MS)
    const restless =
      temper === 'never still' || (temper === 'wriggles' && since < WRIGGLES_MS)
        ? 0.14
        : 0.35 * Math.exp(-since / 180)
    const second = since / 1000
    return grams * onto * (1 + restless * (Math.sin(13 * second) + 0.6 * Math.sin(7.1 * second + 1)))
  }
}
