import { addDays, laterDay, type Day, type DaySpan } from '../calendar'
import type { PreyRule, Range } from '../protocols'
import { projectWeight, type GrowthCurve } from '../weighing'

/** Prey as it is bought, by weight in grams. */
export interface PreySizeName {
  name: string
  grams: Range
}

/** Rodents by the sizes they are sold in: rules of thumb of the trade, to be weighed where it matters. */
export const MICE: readonly PreySizeName[] = [
  { name: 'pinky mouse', grams: { typical: 2, least: 1, most: 2.8 } },
  { name: 'fuzzy mouse', grams: { typical: 4, least: 2.8, most: 6 } },
  { name: 'hopper mouse', grams: { typical: 9, least: 6, most: 12 } },
  { name: 'weaned mouse', grams: { typical: 15, least: 12, most: 19 } },
  { name: 'adult mouse', grams: { typical: 25, least: 19, most: 34 } },
  { name: 'weaned rat', grams: { typical: 45, least: 34, most: 70 } },
  { name: 'small rat', grams: { typical: 95, least: 70, most: 150 } },
]

export interface PreySize {
  /** Weight of one, grams; null where only its length is ruled. */
  grams: Range | null
  /** Most it may be long, mm; null where no head was measured. */
  longestMm: number | null
  /** So many a feed. */
  each: Range | null
  /** The size it is bought in; null where the weight fits none. */
  name: string | null
  /** The next size up, the weight of the animal from which it fits, and when that is expected. */
  next: { name: string; fromGrams: number; expected: DaySpan | null } | null
}

/** A rodent is about so many times as long as it is thick, and as heavy as water. */
const LONG_AS_THICK = 2.2

/** Weight of prey as thick as the girth's own diameter: an ellipsoid of water, grams. */
export function preyByGirth(girthMm: number): Range {
  const gramsAt = (times: number) => {
    const thickCm = (times * girthMm) / Math.PI / 10
    return (Math.PI / 6) * LONG_AS_THICK * thickCm ** 3
  }
  return { typical: gramsAt(1), least: gramsAt(0.8), most: gramsAt(1.15) }
}

/**
 * How large a prey may be: by the share of the animal's weight that the stage asks for, by its girth where that was
 * measured (never thicker than the animal), by a fixed weight, or by its head.
 * @param animal weight in grams, girth at its widest and head width in mm; null where not known
 * @param grows the curve it grows by and when it was weighed, for the day of the next size
 * @returns null where neither weight, girth nor head is known and the rule gives no fixed weight
 */
export function preySize(
  rule: PreyRule,
  animal: { grams: number | null; girthMm?: number | null; headMm?: number | null },
  grows: { curve: GrowthCurve; weighedOn: Day; hatched: DaySpan | null } | null = null,
  sizes: readonly PreySizeName[] = rule.rodents === false ? [] : MICE,
): PreySize | null {
  const { grams, girthMm = null, headMm = null } = animal
  const longestMm = rule.heads !== null && headMm !== null ? rule.heads * headMm : null
  const byWeight =
    rule.share && grams !== null
      ? {
          typical: rule.share.typical * grams,
          least: rule.share.least * grams,
          most: rule.share.most * grams,
        }
      : null
  const byGirth = rule.share && girthMm !== null ? preyByGirth(girthMm) : null
  const wanted = byWeight && byGirth ? thinner(byWeight, byGirth) : (byWeight ?? byGirth ?? rule.grams)
  if (!wanted) return longestMm === null && rule.each === null ? null : blank(rule, longestMm)
  const at = sizes.findIndex((s) => wanted.typical >= s.grams.least && wanted.typical < s.grams.most)
  const here = sizes[at] ?? null
  const up = at < 0 ? null : (sizes[at + 1] ?? null)
  const fromGrams = up && rule.share ? up.grams.least / rule.share.typical : null
  return {
    grams: wanted,
    longestMm,
    each: rule.each,
    name: here?.name ?? null,
    next:
      up && fromGrams !== null
        ? {
            name: up.name,
            fromGrams,
            expected:
              grows && grams !== null
                ? projectWeight(grows.curve, { grams, on: grows.weighedOn }, grows.hatched, fromGrams)
                : null,
          }
        : null,
  }
}

const blank = (rule: PreyRule, longestMm: number | null): PreySize => ({
  grams: null,
  longestMm,
  each: rule.each,
  name: null,
  next: null,
})

/** Never thicker than the animal: a heavy weight with a slim girth is a fed one. */
const thinner = (byWeight: Range, byGirth: Range): Range => ({
  typical: Math.min(byWeight.typical, byGirth.typical),
  least: Math.min(byWeight.least, byGirth.least),
  most: Math.min(byWeight.most, byGirth.most),
})

/** What of an animal bears on its next meal. */
export interface MealFacts {
  hatched: DaySpan | null
  /** Of one that hatched elsewhere, since when it is known here: one that was old enough by then has eaten before. */
  firstOn?: Day | null
  lastOfferedOn: Day | null
  lastOutcome: 'taken' | 'refused' | 'brought up' | null
  /** A condition score from 1 to 5. */
  condition: number | null
  inShed: boolean
  resting: boolean
}

export interface NextMeal {
  due: Day
  window: DaySpan
  /** Half of the usual size, after one that was brought up. */
  half: boolean
  because: string[]
}

/** After a meal came up the gut rests: days, from the least to the most that keepers wait. */
const AFTER_BROUGHT_UP: Range = { typical: 12, least: 10, most: 14 }
const LEAN = 2
const ROUND = 4

/**
 * When the next meal is due: the stage's rhythm from the last offer, towards its quick end for a lean animal and its slow
 * end for a round one; a longer rest after a meal that was brought up.
 * @param firstDue when a first meal is to be offered: the end of the first stage
 * @returns null where the stage is not fed, or the animal rests
 */
export function nextMeal(
  facts: MealFacts,
  rhythm: Range | null,
  on: Day,
  firstDue: Day | null = null,
): NextMeal | null {
  if (!rhythm || facts.resting) return null
  if (facts.lastOfferedOn === null) {
    const first = laterDay(firstDue ?? on, facts.hatched?.from ?? on)
    const begins = firstDue ?? facts.hatched?.from ?? null
    const cameLater = facts.firstOn != null && (begins === null || begins < facts.firstOn)
    const due = cameLater ? facts.firstOn! : first
    const because = [cameLater ? 'no meal recorded yet' : 'its first meal']
    return { due, window: { from: due, to: addDays(due, 2) }, half: false, because }
  }
  const upset = facts.lastOutcome === 'brought up'
  const beat = upset ? AFTER_BROUGHT_UP : rhythm
  const because = [
    upset ? 'the last one was brought up: the gut rests' : `every ${said(rhythm)}`,
    ...(facts.lastOutcome === 'refused' ? ['the last was refused'] : []),
  ]
  const lean = facts.condition !== null && facts.condition <= LEAN
  const round = facts.condition !== null && facts.condition >= ROUND
  if (lean) because.push('lean: at the quick end')
  if (round) because.push('round: at the slow end')
  if (facts.inShed) because.push('in shed: many refuse now')
  const days = upset ? beat.typical : lean ? beat.least : round ? beat.most : beat.typical
  const from = facts.lastOfferedOn
  return {
    due: addDays(from, Math.max(1, Math.round(days))),
    window: {
      from: addDays(from, Math.max(1, Math.floor(beat.least))),
      to: addDays(from, Math.max(1, Math.ceil(beat.most))),
    },
    half: upset,
    because,
  }
}

const tenth = (days: number) => Math.round(days * 10) / 10
const said = ({ least, most }: Range) =>
  Math.round(least) === Math.round(most) ? `${Math.round(least)} d` : `${tenth(least)} to ${tenth(most)} d`

/** One feed as it bears on the supplements: dusted with what, and whether it was eaten. */
export interface DustedFeed {
  outcome: 'offered' | 'taken' | 'refused' | 'brought up'
  /** What it was dusted with; null where it was not said: then it counts as the turn that was due. */
  supplement: string | null
}

export interface SupplementTurn {
  /** `Ca`, `CaD`, `MV`, or `o` for none. */
  supplement: string
  /** Its place in the ring, from 0. */
  turn: number
  after: string
}

/**
 * Whose turn it is in a ring of supplements. The ring moves on only when what was dusted with the turn's own powder was
 * eaten: a refused feed is dusted the same again, and another powder given out of turn moves nothing.
 * @returns null for a ring of none
 * @example supplementTurn(['Ca', 'CaD'], [{ outcome: 'taken', supplement: 'Ca' }])!.supplement // 'CaD'
 */
export function supplementTurn(ring: readonly string[], feeds: readonly DustedFeed[]): SupplementTurn | null {
  if (ring.length === 0) return null
  let turn = 0
  for (const { outcome, supplement } of feeds)
    if (outcome === 'taken' && (supplement === null || supplement === ring[turn]))
      turn = (turn + 1) % ring.length
  return { supplement: ring[turn]!, turn, after: ring[(turn + 1) % ring.length]! }
}
