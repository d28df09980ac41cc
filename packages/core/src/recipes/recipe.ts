import { addDays, dayNumber, type Day } from '../calendar'

/** One thing of a recipe. */
export interface RecipePart {
  what: string
  /** By weight, against the other parts. */
  parts: number
  /** What it is by turns, another each week; empty where it is always the same. */
  turns: readonly string[]
}

/** A mash, a pudding, a jelly: mixed by weight, kept for some days, and given to all whose food it is. */
export interface Recipe {
  name: string
  parts: readonly RecipePart[]
  /** For so many days it is good, the day on which it is made included. */
  keepsDays: number
  /** A meal of it: a share of the eater's weight, or grams for each; one of the two. */
  portionShare: number | null
  portionGrams: number | null
}

/** Somebody who may eat it. */
export interface RecipeEater {
  name: string
  /** Its food, in its protocol's words. */
  feed: string
  /** When it is fed next, and how often, days. */
  due: Day
  everyDays: number
  /** What it weighs, g; null where nobody has weighed it. */
  grams: number | null
}

/** What is mixed to last as long as it keeps. */
export interface Batch {
  /** What is needed is rounded up to whole grams: more is weighed out, never less. */
  grams: number
  meals: number
  eaters: number
  /** Those whose portion nobody can say, as they were never weighed: none is mixed for them. */
  unweighed: string[]
  parts: { what: string; grams: number }[]
  /** The last day on which it is good. */
  until: Day
}

const WORD_EDGE = /[\p{L}\p{N}]/u

/** Whether a food, as a protocol says it, is or holds what a recipe makes: `fruit mix; insects` holds `Fruit mix`. */
export function isMadeBy(recipe: string, feed: string): boolean {
  const [name, words] = [recipe.trim().toLowerCase(), feed.toLowerCase()]
  if (name === '') return false
  for (let at = words.indexOf(name); at !== -1; at = words.indexOf(name, at + 1)) {
    const [before, after] = [words[at - 1] ?? '', words[at + name.length] ?? '']
    if (!WORD_EDGE.test(before) && !WORD_EDGE.test(after)) return true
  }
  return false
}

const DAYS_OF_WEEK = 7
/** The first of January 1970 was a Thursday: weeks begin on Mondays. */
const MONDAY = 3

/** What a part is in the week of a day: `fig`, where its turns are mango, fig and papaya. */
export function turnOfWeek({ what, turns }: Pick<RecipePart, 'what' | 'turns'>, day: Day): string {
  if (turns.length === 0) return what
  const week = Math.floor((dayNumber(day) + MONDAY) / DAYS_OF_WEEK)
  return turns[((week % turns.length) + turns.length) % turns.length]!
}

/** So many meals of one eater while a batch is good. */
function mealsWithin({ due, everyDays }: RecipeEater, from: Day, until: Day): number {
  const first = due > from ? due : from
  if (first > until) return 0
  const days = dayNumber(until) - dayNumber(first)
  return 1 + Math.floor(days / Math.max(1, Math.round(everyDays)))
}

/** The last day on which what was made on a day is good. */
export const goodUntil = ({ keepsDays }: Pick<Recipe, 'keepsDays'>, madeOn: Day): Day =>
  addDays(madeOn, Math.max(1, keepsDays) - 1)

/**
 * How much is mixed on a day, and of what, so that all whose food it is have it for as long as it keeps.
 * @param eaters all who may eat it: those whose food it is not are passed over
 */
export function batchOf(recipe: Recipe, eaters: readonly RecipeEater[], from: Day): Batch {
  const until = goodUntil(recipe, from)
  const own = eaters.filter(({ feed }) => isMadeBy(recipe.name, feed))
  let [grams, meals, fed] = [0, 0, 0]
  const unweighed: string[] = []
  for (const eater of own) {
    const times = mealsWithin(eater, from, until)
    if (times === 0) continue
    const portion =
      recipe.portionGrams ?? (eater.grams === null ? null : eater.grams * (recipe.portionShare ?? 0))
    if (portion === null) {
      unweighed.push(eater.name)
      continue
    }
    ;[grams, meals, fed] = [grams + times * portion, meals + times, fed + 1]
  }
  const toMake = Math.max(0, Math.ceil(grams - 1e-9))
  const all = recipe.parts.reduce((sum, { parts }) => sum + parts, 0)
  return {
    ...{ grams: toMake, meals, eaters: fed, unweighed, until },
    parts: recipe.parts.map((part) => ({
      what: turnOfWeek(part, from),
      grams: all > 0 ? (toMake * part.parts) / all : 0,
    })),
  }
}
