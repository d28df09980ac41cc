import { betaPriorOf, hatchRate, type ShareCount } from '../incubation'

/** How long an animal was offered food before it ate by itself, or has been offered it so far. */
export interface FirstMealRecord {
  /** Offers up to the first that was taken; of one that never ate, offers so far. 0 for one that was never offered any. */
  offers: number
  /** Whether the last of them was taken; others are censored: sold, dead, helped, or still being offered. */
  took: boolean
}

/** One step of the curve, after so many offers. */
export interface FirstMealStep {
  offers: number
  /** Had been offered at least so often, and had not eaten before. */
  atRisk: number
  took: number
  /** Left, or waiting, after exactly so many offers. */
  censored: number
  /** Share expected not to have eaten yet, with a 95 per cent interval. */
  waiting: number
  low: number
  high: number
}

const Z95 = 1.959963984540054

/**
 * Share of young that have not taken a meal yet after so many offers (Kaplan and Meier, 1958), with animals that left or
 * still wait counted as censored; interval on the log of minus the log (Kalbfleisch and Prentice, 1980), by Greenwood's
 * variance.
 * @returns a step for every number of offers at which somebody ate or was lost sight of, in order
 * @throws RangeError for a number of offers that is negative or not whole, or for a meal taken without an offer
 */
export function firstMealCurve(records: readonly FirstMealRecord[]): FirstMealStep[] {
  for (const { offers, took } of records) {
    if (!Number.isInteger(offers) || offers < 0) throw new RangeError(`${offers} offers cannot be counted`)
    if (took && offers === 0) throw new RangeError('a meal was taken that nobody offered')
  }
  const counted = records.filter((r) => r.offers > 0)
  const times = [...new Set(counted.map((r) => r.offers))].sort((a, b) => a - b)
  let waiting = 1
  let greenwood = 0
  return times.map((offers) => {
    const atRisk = counted.filter((r) => r.offers >= offers).length
    const took = counted.filter((r) => r.offers === offers && r.took).length
    const censored = counted.filter((r) => r.offers === offers && !r.took).length
    waiting *= 1 - took / atRisk
    if (took > 0 && atRisk > took) greenwood += took / (atRisk * (atRisk - took))
    return { offers, atRisk, took, censored, waiting, ...logLogInterval(waiting, greenwood) }
  })
}

/** Where the curve is 1 or 0 the variance tells nothing: the interval is what is left possible. */
function logLogInterval(waiting: number, greenwood: number): { low: number; high: number } {
  if (waiting >= 1) return { low: 1, high: 1 }
  if (waiting <= 0) return { low: 0, high: 0 }
  const width = (Z95 * Math.sqrt(greenwood)) / Math.abs(Math.log(waiting))
  return { low: waiting ** Math.exp(width), high: waiting ** Math.exp(-width) }
}

/** A trick as it did in this book: how often it was tried, how often a meal followed. */
export interface TrickRecord {
  trick: string
  /** Of which line; success is pooled with the other lines of the species. */
  line: string
  tried: number
  took: number
}

export interface TrickChance {
  trick: string
  tried: number
  took: number
  /** Chance that it works on the next one, drawn towards what tricks do in general where it was seldom tried. */
  chance: number
  low: number
  high: number
}

/** What is believed of a trick nobody has tried: about one in three takes. */
const UNTRIED = { alpha: 1, beta: 2 }

/**
 * How well each trick of a ladder did in a line: its own tries, drawn towards those of the other lines (beta-binomial).
 * @param ladder the tricks in the protocol's order, mildest first
 */
export function trickChances(
  ladder: readonly string[],
  records: readonly TrickRecord[],
  line: string,
): TrickChance[] {
  return ladder.map((trick) => {
    const of = records.filter((r) => r.trick === trick)
    const own = add(of.filter((r) => r.line === line))
    const others = of.filter((r) => r.line !== line)
    const pooled = add(others)
    const prior =
      others.length > 1
        ? betaPriorOf(others.map((r) => ({ successes: r.took, trials: r.tried })))
        : {
            alpha: UNTRIED.alpha + pooled.successes / 2,
            beta: UNTRIED.beta + (pooled.trials - pooled.successes) / 2,
          }
    const { expected } = hatchRate(own, prior)
    return {
      trick,
      tried: own.trials,
      took: own.successes,
      chance: expected.share,
      low: expected.low,
      high: expected.high,
    }
  })
}

const add = (records: readonly TrickRecord[]): ShareCount => ({
  successes: records.reduce((sum, r) => sum + r.took, 0),
  trials: records.reduce((sum, r) => sum + r.tried, 0),
})

export interface NextTrick {
  trick: string
  /** Why this one: what it did here, or its place on the protocol's ladder. */
  because: string
  /** Not before this day of age; null where it is allowed now. */
  fromDay: number | null
}

/** The harshest of the tricks, which a protocol keeps for later. */
const isAssist = (trick: string) => /assist/i.test(trick)
/** A trick leaves the protocol's order only when it was tried so often here. */
const TRIED_ENOUGH = 4

/**
 * The trick to try next: each once, the one that did best in this line first, in the protocol's order where nobody has
 * tried enough; feeding by force comes last, and not before the protocol's day.
 * @returns null when all were tried
 */
export function nextTrick(
  chances: readonly TrickChance[],
  tried: readonly string[],
  ageDays: number | null,
  assistFromDay: number | null,
): NextTrick | null {
  const left = chances.filter((c) => !tried.includes(c.trick))
  const gentle = left.filter((c) => !isAssist(c.trick))
  const known = gentle.filter((c) => c.tried >= TRIED_ENOUGH).sort((a, b) => b.chance - a.chance)[0]
  const next = gentle[0]
  if (known && next && known.chance > next.chance)
    return {
      trick: known.trick,
      because: `took ${known.took} of ${known.tried} times in this line`,
      fromDay: null,
    }
  if (next)
    return {
      trick: next.trick,
      because:
        next.tried > 0
          ? `next on the ladder; took ${next.took} of ${next.tried} times`
          : 'next on the ladder; not tried in this line yet',
      fromDay: null,
    }
  const assist = left.find((c) => isAssist(c.trick))
  if (!assist) return null
  const wait = assistFromDay !== null && (ageDays === null || ageDays < assistFromDay)
  return {
    trick: assist.trick,
    because: wait ? `the last resort, not before day ${assistFromDay}` : 'the last resort: ask a vet how',
    fromDay: wait ? assistFromDay : null,
  }
}

export interface LossStanding {
  /** Loss since its heaviest, as a share; 0 for a gain. */
  loss: number
  standing: 'well' | 'help on' | 'vet'
  says: string
}

/** A loss over this, as a share, is sooner a slip of the pen. */
const MISTYPED = 0.5

/** Where a young animal stands against the line of loss: helped on from the first, seen by a vet from the second. */
export function lossStanding(
  heaviestGrams: number | null,
  grams: number | null,
  { lossWarn, lossAlarm }: { lossWarn: number; lossAlarm: number },
): LossStanding {
  const loss = heaviestGrams && grams !== null ? Math.max(0, 1 - grams / heaviestGrams) : 0
  const percent = `${(loss * 100).toFixed(0)} %`
  // More than half is sooner a figure that was mistyped than an animal that lives.
  if (loss > MISTYPED)
    return { loss, standing: 'vet', says: `${percent} below its heaviest: check the weights, or see a vet` }
  // A hair's breadth of arithmetic is no reason to send for a vet, nor to leave it.
  if (loss >= lossAlarm - 1e-9) return { loss, standing: 'vet', says: `lost ${percent}: a vet is due` }
  if (loss >= lossWarn - 1e-9) return { loss, standing: 'help on', says: `lost ${percent}: help it on` }
  return { loss, standing: 'well', says: '' }
}
