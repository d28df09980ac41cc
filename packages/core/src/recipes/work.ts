import { addDays, type Day } from '../calendar'
import { METRIC, type Say } from '../quantities'
import type { Due, WorkItem } from '../rounds'
import { counted, firstOf } from '../words'
import { batchOf, goodUntil, isMadeBy, type Batch, type Recipe, type RecipeEater } from './recipe'

/** More names than these nobody reads in the round. */
const MOST_NAMED = 6

const short = (grams: number) => Number(grams.toPrecision(2))

/** What goes into a batch, for how many, until when, and for whom nothing could be reckoned. */
function batchInWords({ parts, meals, eaters, until, unweighed }: Batch, say: Say): string {
  return [
    ...(meals > 0
      ? [
          parts.map(({ what, grams }) => `${say.gramsBrief(short(grams))} ${what}`).join(', '),
          `${counted(meals, 'meal')} for ${counted(eaters, 'animal')}, until ${until}`,
        ]
      : []),
    ...(unweighed.length > 0 ? [`Not included, never weighed: ${firstOf(unweighed, MOST_NAMED)}`] : []),
  ].join('. ')
}

/**
 * When food is made next: on the day of the first meal that what is there is no longer good for.
 * @param madeOn when it was last made; null where nobody has written that yet
 * @returns nothing where it is nobody's food
 */
export function recipeWork(
  of: Due,
  recipe: Recipe,
  madeOn: Day | null,
  eaters: readonly RecipeEater[],
  today: Day,
  say: Say = METRIC,
): WorkItem[] {
  const own = eaters.filter(({ feed }) => isMadeBy(recipe.name, feed))
  const goodTo = madeOn === null ? null : goodUntil(recipe, madeOn)
  const from = goodTo === null || goodTo < today ? today : addDays(goodTo, 1)
  // Who is late is fed today: what is there is for that.
  const next = own.map((eater) => nextMeal(eater, from)).sort()[0]
  if (next === undefined) return []
  const batch = batchOf(recipe, own, next)
  const { grams, meals } = batch
  return [
    {
      id: [of.id, 'make food', next].join(':'),
      kind: 'make food',
      subject: { type: of.type, id: of.id, name: of.name },
      placeId: of.placeId,
      says: meals === 0 ? 'make a batch' : `make ${say.gramsBrief(grams)}`,
      ...{ earliest: next, due: next, latest: next },
      every: { typical: recipe.keepsDays, least: recipe.keepsDays, most: recipe.keepsDays },
      why: batchInWords(batch, say),
      ...(meals > 0 && { carries: { grams } }),
    },
  ]
}

function nextMeal({ due, everyDays }: RecipeEater, from: Day): Day {
  let day = due
  const step = Math.max(1, Math.round(everyDays))
  // What is overdue is given today, and the next a rhythm later.
  while (day < from) day = addDays(day, step)
  return day
}
