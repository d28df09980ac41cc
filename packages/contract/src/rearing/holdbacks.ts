import { DEFECT_GRADES, OUTLINE_VIEWS } from '@hatch-book/core'
import * as v from 'valibot'
import { DaySchema, Id, InstantSchema, Reference, Share } from '../common'

export const DefectView = v.object({
  defect: v.string(),
  grade: v.picklist(DEFECT_GRADES),
  view: v.picklist(OUTLINE_VIEWS),
  x: Share,
  y: Share,
  entryId: Id,
  on: DaySchema,
})
export type DefectView = v.InferOutput<typeof DefectView>

export const SiblingSets = v.object({
  sets: v.array(
    v.object({
      id: Id,
      name: v.string(),
      species: v.string(),
      line: v.string(),
      young: v.number(),
      /** Of these, whose sex is known. */
      sexed: v.number(),
      decided: v.number(),
    }),
  ),
})
export type SiblingSets = v.InferOutput<typeof SiblingSets>

export const Siblings = v.object({
  id: Id,
  name: v.string(),
  species: v.string(),
  line: v.string(),
  goals: v.array(v.object({ id: Id, name: v.string(), says: v.string() })),
  goalId: v.nullable(Id),
  /** Who is kept already in this line: kinship is counted with them. */
  kept: v.array(Reference),
  candidates: v.array(
    v.object({
      id: Id,
      tag: v.string(),
      female: Share,
      sex: v.picklist(['female', 'male', 'unknown']),
      percentile: v.nullable(Share),
      wanted: v.nullable(Share),
      kinToKept: v.number(),
      mealsTaken: v.number(),
      mealsOffered: v.number(),
      defects: v.array(DefectView),
      openProblems: v.array(v.string()),
      decided: v.nullable(v.picklist(['keep', 'let go'])),
      grams: v.nullable(v.number()),
      weights: v.array(v.object({ at: InstantSchema, grams: v.number() })),
      traits: v.array(v.string()),
      carries: v.array(v.string()),
      photoId: v.nullable(Id),
      place: v.string(),
      reserved: v.boolean(),
    }),
  ),
})
export type Siblings = v.InferOutput<typeof Siblings>
export const SiblingsQuery = v.object({ goal: v.optional(Id) })
