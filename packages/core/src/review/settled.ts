import type { MeasureName } from './measures'

/** What is known of one that hatched here; ages are days since it did. */
export interface YoungRecord {
  age: number
  sex: 'female' | 'male' | 'unknown'
  /** Probability that the sex is right, 0 to 1. */
  sexCertainty: number
  diedAt: number | null
  /** When it was handed over. */
  leftAt: number | null
  /** In its first week, and about the day it is counted as raised. */
  firstGrams: number | null
  laterGrams: number | null
  firstMealAt: number | null
  /** Meals it was offered until it ate, or until now, and how many of them it refused. */
  offered: number
  refused: number
  price: number | null
}

const MEAL_BY_DAY = 30
/** From so many days on one counts as raised. */
export const RAISED_DAYS = 90
const SURE_OF_SEX = 0.9

/**
 * What one that hatched says of each measure. It is asked only once all of its age have had the same time: who ate or died early would else
 * count at once, and their mates who still may would not. Who was handed over before says nothing.
 */
export function youngSays(young: YoungRecord): Partial<Record<MeasureName, number>> {
  const { age, firstMealAt, diedAt, leftAt, firstGrams, laterGrams, refused, sex, price } = young
  const here = (until: number) => age >= until && !(leftAt !== null && leftAt < until)
  const ate = firstMealAt !== null && firstMealAt <= MEAL_BY_DAY
  const lost = diedAt !== null && diedAt < RAISED_DAYS
  return {
    ...(firstGrams !== null && { 'hatchling weight': firstGrams }),
    ...(firstGrams !== null && laterGrams !== null && { growth: laterGrams - firstGrams }),
    ...(age >= MEAL_BY_DAY &&
      (ate || here(MEAL_BY_DAY)) &&
      (young.offered > 0 || diedAt !== null) && { 'first meal': ate ? 1 : 0 }),
    ...(firstMealAt !== null && age >= MEAL_BY_DAY && { refusals: refused }),
    ...(here(RAISED_DAYS) && {
      raised: lost ? 0 : 1,
      'lost unfed': lost && firstMealAt === null ? 1 : 0,
      ...(firstMealAt !== null && { 'lost fed': lost ? 1 : 0 }),
    }),
    ...(sex !== 'unknown' && young.sexCertainty >= SURE_OF_SEX && { females: sex === 'female' ? 1 : 0 }),
    ...(price !== null && { price }),
  }
}

/** Something that began and may end in one way or another, such as a pairing that leads to eggs or a rest that is come through. */
export interface Begun {
  species: string
  /** Days since it began. */
  age: number
  /** Days it took to the good end; null where it has not come to that. */
  took: number | null
}

const USUAL_DAYS = 150

/**
 * Of courses of which some are still under way, those that are long enough ago to be judged: as long as the slowest of their species ever took to
 * the good end, 150 days where none has. Else the quick would count at once and the slow only later.
 */
export function settledOf<C extends Begun>(courses: readonly C[]): C[] {
  const slowest = new Map<string, number>()
  for (const { species, took } of courses)
    if (took !== null) slowest.set(species, Math.max(slowest.get(species) ?? 0, took))
  return courses.filter(({ species, age }) => age >= (slowest.get(species) ?? USUAL_DAYS))
}
