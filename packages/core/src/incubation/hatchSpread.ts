import { MS_PER_DAY, type Instant } from '../calendar'
import { normalCumulative, rootOf } from '../statistics'

/** What is known of when the eggs of a clutch hatch, before and after what was seen of them. Days, unless they are instants. */
export interface HatchEvidence {
  /** The middle of the hatch of an egg laid in the middle of the laying window. */
  middle: Instant
  /** One standard deviation of what the eggs have in common: clutch, temperature ahead, the constant itself. */
  commonDays: number
  /** Width of the laying window; eggs were laid at once, somewhere in it. */
  layingDays: number
  /** One standard deviation of an egg about its clutch. */
  eggDays: number
  hatchedAt: readonly Instant[]
  /** Eggs that may still hatch; they did not up to `now`. */
  waiting: number
  /** Chance that such an egg, fertile and whole as far as anybody saw, hatches at all. */
  survival: number
  now: Instant
}

/** When a clutch hatches as a whole, as weights on a grid of days from the middle: what its eggs have in common. */
interface CommonGrid {
  days: number[]
  weights: number[]
}

const MOST_POINTS = 401
const REACH = 6

/**
 * The hatch of a clutch's eggs as a distribution.
 *
 * What the eggs have in common is laid out on a grid: a normal for clutch, temperature and constant, widened evenly by the
 * laying window. Each hatch seen, and each egg that did not hatch until now, weighs the grid by its likelihood (Bayes); an egg
 * that stays silent may be dead, with the chance that is left over. An egg that is waited for then hatches by the mixture of
 * its normals beyond now.
 */
export class HatchSpread {
  private readonly grid: CommonGrid
  private readonly today: number
  /** Share of the hatch that lies beyond now. */
  private readonly ahead: number

  constructor(private readonly evidence: HatchEvidence) {
    this.today = this.dayOf(evidence.now)
    this.grid = weighed(evidence, this.today, (at) => this.dayOf(at))
    this.ahead = this.mean((c) => this.above(this.today - c))
  }

  /** Share of eggs that hatch until an instant; of those still alive where some are waited for. */
  until(at: Instant): number {
    const day = this.dayOf(at)
    return this.evidence.waiting > 0 ? this.untilOfWaiting(day) : this.mean((c) => this.below(day - c))
  }

  private untilOfWaiting(day: number): number {
    if (day <= this.today) return 0
    // So late that no mass is left: any day now, counted from today.
    if (this.ahead < 1e-12) return Math.min(1, day - this.today)
    return 1 - this.mean((c) => this.above(day - c)) / this.ahead
  }

  /** The instant by which a share of the eggs has hatched. */
  at(share: number): Instant {
    const { days } = this.grid
    const reach = REACH * this.evidence.eggDays + 2
    const low = this.evidence.waiting > 0 ? this.today : days[0]! - reach
    const high = Math.max(this.today + 2, days.at(-1)! + reach)
    return this.instantOf(rootOf((day) => this.until(this.instantOf(day)) - share, low, high, 1e-7))
  }

  /** Chance that an egg that has not hatched by an instant, none of them having done so since now, is alive. */
  alive(at: Instant = this.evidence.now): number {
    const { survival, waiting } = this.evidence
    if (waiting === 0) return 0
    const day = Math.max(this.today, this.dayOf(at))
    const silent = (c: number) => 1 - survival + survival * this.above(day - c)
    const before = (c: number) => 1 - survival + survival * this.above(this.today - c)
    // The silence from now until then weighs the grid anew.
    const later = (c: number) => (before(c) > 0 ? (silent(c) / before(c)) ** waiting : 1)
    const all = this.mean(later)
    if (all <= 0) return 0
    return this.mean((c) => (later(c) * survival * this.above(day - c)) / Math.max(silent(c), 1e-300)) / all
  }

  private mean(of: (common: number) => number): number {
    const { days, weights } = this.grid
    let sum = 0
    for (let i = 0; i < days.length; i++) sum += weights[i]! * of(days[i]!)
    return sum
  }

  private below(days: number): number {
    const { eggDays } = this.evidence
    return eggDays > 0 ? normalCumulative(days / eggDays) : Number(days >= 0)
  }

  private above(days: number): number {
    const { eggDays } = this.evidence
    return eggDays > 0 ? normalCumulative(-days / eggDays) : Number(days < 0)
  }

  private dayOf(at: Instant): number {
    return (at - this.evidence.middle) / MS_PER_DAY
  }

  private instantOf(day: number): Instant {
    return this.evidence.middle + day * MS_PER_DAY
  }
}

function weighed(
  { commonDays, layingDays, eggDays, hatchedAt, waiting, survival }: HatchEvidence,
  today: number,
  dayOf: (at: Instant) => number,
): CommonGrid {
  const reach = REACH * commonDays + layingDays / 2
  if (reach === 0) return { days: [0], weights: [1] }
  const finest = Math.max(eggDays / 4, reach / (MOST_POINTS / 2))
  const half = Math.ceil(reach / finest)
  const days = Array.from({ length: 2 * half + 1 }, (_, i) => ((i - half) / half) * reach)
  const hatched = hatchedAt.map(dayOf)
  const likelihood = days.map((c) => {
    const seen = hatched.reduce((sum, h) => sum - ((h - c) / Math.max(eggDays, 1e-3)) ** 2 / 2, 0)
    const silent =
      waiting > 0
        ? waiting *
          Math.log(1 - survival + survival * normalCumulative((c - today) / Math.max(eggDays, 1e-3)))
        : 0
    return Math.log(Math.max(priorDensity(c, commonDays, layingDays), 1e-300)) + seen + Math.max(silent, -700)
  })
  const top = likelihood.reduce((most, l) => Math.max(most, l), -Infinity)
  const raw = likelihood.map((l) => Math.exp(l - top))
  const total = raw.reduce((a, b) => a + b, 0)
  return { days, weights: raw.map((w) => w / total) }
}

/** A normal, widened evenly by the laying window. */
function priorDensity(day: number, spread: number, width: number): number {
  if (spread === 0) return Math.abs(day) <= width / 2 ? 1 : 0
  if (width === 0) return Math.exp(-((day / spread) ** 2) / 2)
  // The tail by its smaller side, so that far days keep their digits.
  const far = Math.abs(day)
  return normalCumulative((width / 2 - far) / spread) - normalCumulative((-width / 2 - far) / spread)
}
