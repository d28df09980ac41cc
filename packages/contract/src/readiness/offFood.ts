import { FEMALE_SIGNS, OFF_FOOD_CAUSES } from '@hatch-book/core'
import * as v from 'valibot'

/** What may have put a female off her food, and what to look at next. */
export const OffFoodView = v.object({
  explanations: v.array(
    v.object({
      cause: v.picklist(OFF_FOOD_CAUSES),
      chance: v.number(),
      speaksFor: v.array(v.string()),
      speaksAgainst: v.array(v.string()),
      then: v.string(),
    }),
  ),
  ask: v.array(v.object({ sign: v.picklist(FEMALE_SIGNS), bits: v.number() })),
})
export type OffFoodView = v.InferOutput<typeof OffFoodView>
