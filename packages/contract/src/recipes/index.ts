import * as v from 'valibot'
import { DaySchema, Id, Line } from '../common'

const MOST_PARTS = 20
const MOST_TURNS = 12
const LONGEST_WHAT = 60

export const RecipePart = v.object({
  what: Line(LONGEST_WHAT),
  parts: v.pipe(v.number('enter a number of parts'), v.gtValue(0, 'more than nothing'), v.maxValue(10_000)),
  turns: v.pipe(v.array(Line(LONGEST_WHAT)), v.maxLength(MOST_TURNS, `at most ${MOST_TURNS} alternatives`)),
})
export type RecipePart = v.InferOutput<typeof RecipePart>

const recipe = {
  name: Line(LONGEST_WHAT),
  parts: v.pipe(
    v.array(RecipePart),
    v.minLength(1, 'add at least one ingredient'),
    v.maxLength(MOST_PARTS, `at most ${MOST_PARTS} ingredients`),
  ),
  keepsDays: v.pipe(
    v.number('enter a number of days'),
    v.integer('whole days'),
    v.minValue(1, 'at least 1 day'),
    v.maxValue(365, 'at most a year'),
  ),
  /** A meal of it: a share of the eater's weight, or grams for each; one of the two. */
  portionShare: v.nullable(
    v.pipe(v.number(), v.gtValue(0, 'more than nothing'), v.maxValue(1, 'at most 100 %')),
  ),
  portionGrams: v.nullable(v.pipe(v.number(), v.gtValue(0, 'more than nothing'), v.maxValue(10_000))),
}
const onePortion = <T extends { portionShare: number | null; portionGrams: number | null }>(said: T) =>
  (said.portionShare === null) !== (said.portionGrams === null)
const ONE_PORTION = 'enter how much each animal gets: a weight, or a percentage of its own weight'

export const RecipeDraft = v.pipe(
  v.object({ id: Id, ...recipe }),
  v.forward(v.check(onePortion, ONE_PORTION), ['portionShare']),
)
export type RecipeDraft = v.InferOutput<typeof RecipeDraft>
export const RecipeChange = v.pipe(
  v.object({ version: v.number(), ...recipe }),
  v.forward(v.check(onePortion, ONE_PORTION), ['portionShare']),
)
export type RecipeChange = v.InferOutput<typeof RecipeChange>

export const RecipeView = v.object({
  id: Id,
  version: v.number(),
  ...recipe,
  lastMadeOn: v.nullable(DaySchema),
  /** The last day on which what was made is good; null where none was. */
  goodTo: v.nullable(DaySchema),
  /** When it is made next; null where it is nobody's food. */
  nextOn: v.nullable(DaySchema),
  /** What is mixed then, or today where nobody eats it. */
  batch: v.object({
    grams: v.number(),
    meals: v.number(),
    eaters: v.number(),
    unweighed: v.array(v.string()),
    parts: v.array(v.object({ what: v.string(), grams: v.number() })),
    until: DaySchema,
  }),
  /** Whose food it is, by their protocols. */
  eatenBy: v.array(v.object({ id: Id, tag: v.string() })),
})
export type RecipeView = v.InferOutput<typeof RecipeView>
export const RecipeList = v.object({ recipes: v.array(RecipeView) })
