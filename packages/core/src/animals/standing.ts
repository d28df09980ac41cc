import type { Instant } from '../calendar'
import type { KindsOf, Logged, Saying } from '../log'
import { never } from '../log/never'
import type { MEAL_OUTCOMES } from '../rearing/entries'
import type { WEIGHT_CONTEXTS } from '../weighing/entries'
import { BODY_SIZES, bodySizes, type BodySize } from '../weighing/sizes'
import type { CARRIES, SEXES } from './entries'
import { BLANK_YOUNG, mealOfYoung, sexOfReadings, stepOfYoung, type YoungStanding } from './young'

export type Sex = (typeof SEXES)[number]
export type WeightContext = (typeof WEIGHT_CONTEXTS)[number]

/** How an animal has a trait: to be seen, unseen but carried, or not at all. */
export type Carries = (typeof CARRIES)[number]

/** What somebody says of one trait. */
export interface SaidOfTrait {
  trait: string
  carries: Carries
  certainty: number
  /** Copies, where they are known. */
  copies?: 1 | 2 | undefined
  /** Chances of no, one and two copies, where somebody gave them straight. */
  odds?: number[] | undefined
  /** Of a scored trait. */
  score?: number | undefined
}

/** An offer is open until somebody looks again; what was brought up after all fed nobody. */
export type MealOutcome = (typeof MEAL_OUTCOMES)[number]

/** What can happen to one animal, as the log tells it. */
export type AnimalEvent = Saying<KindsOf<'animal'>>

/** One line of the log about an animal. */
export type AnimalEntry = Logged<KindsOf<'animal'>>

export interface WeightReading {
  grams: number
  at: Instant
  context: WeightContext
}

export interface Meal {
  at: Instant
  prey: string
  outcome: Exclude<MealOutcome, 'offered'>
  assisted: boolean
}

/** Whether a trait somebody asks for shows in an animal; an empty one is asked of nobody. */
export function traitsFit(wanted: string, traits: readonly SaidOfTrait[]): boolean {
  const word = wanted.trim().toLowerCase()
  return word === '' || traits.some((t) => t.carries === 'shows' && t.trait.toLowerCase() === word)
}

/** Where an animal stands, computed from its log and nothing else. */
export interface AnimalStanding {
  /** The last entry that was folded in: later ones can be folded onto it. */
  foldedTo: { at: Instant; id: string } | null
  /** The first entry that was folded in: what came before it nobody wrote down. */
  firstAt: Instant | null
  /** The stage that somebody said it has reached. */
  stageSaid: { stage: string; at: Instant } | null
  sex: Sex
  /** Probability that `sex` is right, 0 to 1. */
  sexCertainty: number
  placeId: string | null
  weight: WeightReading | null
  /** How many weighings stand, and what they add up to, in grams: together they tell whether any of them changed. */
  weighings: number
  weighedGrams: number
  /** How many overrulings stand. */
  overrules: number
  /** Heaviest empty weight so far, in grams: losses are counted from it. */
  heaviestGrams: number | null
  condition: { score: number; at: Instant } | null
  mealsInARow: number
  longestRow: number
  refusalsInARow: number
  lastMeal: Meal | null
  lastTakenAt: Instant | null
  wholeSheds: number
  lastShedAt: Instant | null
  inShedSince: Instant | null
  openProblems: string[]
  quarantineUntil: string | null
  presence: 'here' | 'listed' | 'sold' | 'died'
  price: number | null
  restingSince: Instant | null
  warmedAt: Instant | null
  /** The moult that made an insect adult. */
  adultAt: Instant | null
  /** Traits in the order in which they were first said of it, each as last said. */
  traits: SaidOfTrait[]
  /** Signs that somebody looked for, each as last seen or not seen. */
  signs: Record<string, { seen: boolean; at: Instant }>
  /** How large it is, mm, each as last measured. */
  sizes: Partial<Record<BodySize, { mm: number; at: Instant }>>
  /** Its checks by their names, each as it was last done. */
  checks: Record<string, { at: Instant; passed: boolean; waits: boolean }>
  /** What the last look at each part of its body found, and opened a problem for. */
  foundAt: Record<string, string[]>
  /** Where it stands on its way from the egg to an owner. */
  young: YoungStanding
}

export const BLANK_STANDING: AnimalStanding = Object.freeze({
  foldedTo: null,
  firstAt: null,
  stageSaid: null,
  sex: 'unknown',
  sexCertainty: 0,
  placeId: null,
  weight: null,
  weighings: 0,
  overrules: 0,
  weighedGrams: 0,
  heaviestGrams: null,
  condition: null,
  mealsInARow: 0,
  longestRow: 0,
  refusalsInARow: 0,
  lastMeal: null,
  lastTakenAt: null,
  wholeSheds: 0,
  lastShedAt: null,
  inShedSince: null,
  openProblems: [],
  quarantineUntil: null,
  presence: 'here',
  price: null,
  restingSince: null,
  warmedAt: null,
  adultAt: null,
  traits: [],
  signs: {},
  sizes: {},
  checks: {},
  foundAt: {},
  young: BLANK_YOUNG,
})

/**
 * Folds an animal's log into where it stands.
 * @param entries the entries that were not struck out, in any order; ties in time go by id, so that every device
 *   folds them alike.
 */
export function foldStanding(entries: readonly AnimalEntry[]): AnimalStanding {
  return foldOnto(BLANK_STANDING, entries)
}

/** Whether an entry comes after everything that was folded, so that it can be folded onto it. */
export function comesAfter({ foldedTo }: AnimalStanding, { at, id }: { at: Instant; id: string }): boolean {
  return foldedTo === null || at > foldedTo.at || (at === foldedTo.at && id > foldedTo.id)
}

/** Folds entries that all come after those folded before; the whole log folded at once gives the same. */
export function foldOnto(standing: AnimalStanding, entries: readonly AnimalEntry[]): AnimalStanding {
  const inOrder = [...entries].sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1))
  return inOrder.reduce(
    (now, e) => ({
      ...step(now, e),
      firstAt: now.foldedTo === null ? e.at : now.firstAt,
      foldedTo: { at: e.at, id: e.id },
    }),
    standing,
  )
}

function step(now: AnimalStanding, entry: AnimalEntry): AnimalStanding {
  const { at } = entry
  switch (entry.kind) {
    case 'weighed': {
      const { grams, context, condition } = entry.payload
      const counts = context !== 'gravid' && context !== 'fed'
      return {
        ...now,
        weight: { grams, at, context },
        weighings: now.weighings + 1,
        weighedGrams: Math.round((now.weighedGrams + grams) * 100) / 100,
        heaviestGrams: counts ? Math.max(now.heaviestGrams ?? 0, grams) : now.heaviestGrams,
        condition: condition === undefined ? now.condition : { score: condition, at },
      }
    }
    case 'meal': {
      const { outcome, prey = '', assisted = false } = entry.payload
      const young = mealOfYoung(now.young, entry)
      if (outcome === 'offered') return { ...now, young }
      const lastMeal = { at, prey, outcome, assisted }
      if (outcome === 'brought up') return { ...now, young, lastMeal, mealsInARow: 0 }
      if (outcome === 'refused')
        return { ...now, young, lastMeal, mealsInARow: 0, refusalsInARow: now.refusalsInARow + 1 }
      // An assisted meal feeds the animal but proves nothing: the row of unaided meals starts again.
      const mealsInARow = assisted ? 0 : now.mealsInARow + 1
      return {
        ...now,
        young,
        lastMeal,
        lastTakenAt: at,
        refusalsInARow: 0,
        mealsInARow,
        longestRow: Math.max(now.longestRow, mealsInARow),
      }
    }
    case 'going into shed':
      return { ...now, inShedSince: at }
    case 'shed':
      return {
        ...now,
        inShedSince: null,
        lastShedAt: at,
        wholeSheds: now.wholeSheds + (entry.payload.whole ? 1 : 0),
      }
    case 'sexed':
      return {
        ...now,
        sex: entry.payload.sex,
        sexCertainty: entry.payload.certainty,
        young: { ...now.young, sexSaid: true },
      }
    case 'moved':
      return { ...now, placeId: entry.payload.placeId }
    case 'problem found':
      return {
        ...now,
        openProblems: [...now.openProblems.filter((p) => p !== entry.payload.problem), entry.payload.problem],
      }
    case 'problem over':
      return { ...now, openProblems: now.openProblems.filter((p) => p !== entry.payload.problem) }
    case 'quarantined':
      return { ...now, quarantineUntil: entry.payload.until }
    case 'listed':
      return { ...now, presence: 'listed', price: entry.payload.price }
    case 'unlisted':
    case 'returned':
      return { ...now, presence: 'here', price: null }
    case 'sold':
      return { ...gone(now), presence: 'sold', price: entry.payload.price }
    case 'died':
      return { ...gone(now), presence: 'died', restingSince: null }
    case 'rest began':
      return { ...now, restingSince: at, warmedAt: null }
    case 'warmed':
      return { ...now, restingSince: null, warmedAt: at }
    case 'overruled':
      return { ...now, overrules: now.overrules + 1 }
    case 'moulted':
      // A moult is to some what a shed is to others.
      return {
        ...now,
        ...{ lastShedAt: at, wholeSheds: now.wholeSheds + 1 },
        adultAt: entry.payload.adult ? at : now.adultAt,
      }
    case 'trait': {
      const { trait, carries, certainty, copies, odds, score } = entry.payload
      const said = {
        ...{ trait, carries, certainty },
        ...(copies === undefined ? {} : { copies }),
        ...(odds === undefined ? {} : { odds }),
        ...(score === undefined ? {} : { score }),
      }
      const others = now.traits.filter((t) => t.trait !== trait)
      const place = now.traits.findIndex((t) => t.trait === trait)
      return {
        ...now,
        traits: others.toSpliced(place < 0 ? others.length : place, 0, said),
      }
    }
    case 'stage reached':
      return { ...now, stageSaid: { stage: entry.payload.stage, at } }
    case 'looked at':
      return { ...now, signs: { ...now.signs, [entry.payload.sign]: { seen: entry.payload.seen, at } } }
    case 'sex read': {
      const young = stepOfYoung(now.young, entry)
      return { ...now, young, ...sexOfReadings(young) }
    }
    case 'measured': {
      const { payload } = entry
      const told = bodySizes.flatMap((of) => {
        const mm = payload[BODY_SIZES[of].field]
        return mm === undefined ? [] : [[of, { mm, at }] as const]
      })
      return {
        ...now,
        sizes: { ...now.sizes, ...Object.fromEntries(told) },
        young: stepOfYoung(now.young, entry),
      }
    }
    case 'checked':
      return afterCheck(now, entry)
    case 'readings shown':
    case 'defect found':
    case 'held back':
    case 'reserved':
    case 'reservation ended':
    case 'changed hands':
    case 'permit noted':
      return { ...now, young: stepOfYoung(now.young, entry) }
    case 'watered':
    case 'rest check':
    case 'met a mate':
    case 'droppings':
    case 'noted':
    case 'merged':
    case 'nest checked':
    case 'laying sign':
    case 'hatchling step':
    case 'cleaned':
    case 'misted':
    case 'water changed':
    case 'cared for':
    case 'food given':
    case 'put off':
    case 'struck':
      return now
    default:
      return never(entry, now)
  }
}

/**
 * What was found opens a problem, until the same part is looked at again and it is gone. What was not looked at stays as it was: nobody
 * knows. A check is passed where every part was looked at and nothing was found.
 */
function afterCheck(
  now: AnimalStanding,
  { payload, at }: Extract<AnimalEntry, { kind: 'checked' }>,
): AnimalStanding {
  const { check, looked, left, found } = payload
  const ill = found.filter(({ waits }) => !waits)
  const before = looked.flatMap((part) => now.foundAt[part] ?? [])
  const signs = [...new Set(ill.map(({ sign }) => sign))]
  const foundAt = { ...now.foundAt }
  for (const part of looked) {
    const here = ill.filter((f) => f.part === part).map(({ sign }) => sign)
    if (here.length > 0) foundAt[part] = here
    else delete foundAt[part]
  }
  const passed = found.length === 0 && left.length === 0
  return {
    ...now,
    openProblems: [...now.openProblems.filter((p) => !before.includes(p) && !signs.includes(p)), ...signs],
    foundAt,
    checks: { ...now.checks, [check]: { at, passed, waits: found.some(({ waits }) => waits) } },
  }
}

/** Who has left stands nowhere, and nobody waits for it. */
const gone = (now: AnimalStanding): AnimalStanding => ({
  ...now,
  placeId: null,
  young: { ...now.young, reserved: null, offered: null },
})
