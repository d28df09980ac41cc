import { DEFECT_GRADES, OUTLINE_VIEWS } from '@hatch-book/core'
import * as v from 'valibot'
import { DaySchema, Id, InstantSchema, Share } from '../common'

export const ShareDraft = v.object({
  id: Id,
  kind: v.picklist(['animal', 'calendar']),
  animalId: v.optional(v.nullable(Id), null),
})
/** Shown once: the book keeps only what the address can be checked by. */
export const ShareMade = v.object({ id: Id, path: v.string() })
export const ShareView = v.object({
  id: Id,
  kind: v.picklist(['animal', 'calendar']),
  animalId: v.nullable(Id),
  by: v.string(),
  at: InstantSchema,
  withdrawnAt: v.nullable(InstantSchema),
})
export type ShareView = v.InferOutput<typeof ShareView>
export const ShareList = v.object({ shares: v.array(ShareView) })

/** The key in an address that somebody was given. */
export const ShareKey = v.object({
  key: v.pipe(v.string(), v.regex(/^[A-Za-z0-9_-]{40,90}$/, 'this is no such address')),
})

/** One animal's honest record, for whoever has its address: nothing of any other animal, nor of who keeps the book. */
export const SharedRecord = v.object({
  bookName: v.string(),
  weightUnit: v.picklist(['g', 'oz']),
  tag: v.string(),
  /** What it is called beside its tag; nothing where it has no name. */
  name: v.string(),
  species: v.string(),
  latin: v.string(),
  bodyPlan: v.string(),
  line: v.string(),
  sex: v.string(),
  sexCertainty: v.number(),
  hatched: v.nullable(v.object({ from: DaySchema, to: DaySchema })),
  traits: v.array(v.string()),
  weights: v.array(v.object({ on: DaySchema, grams: v.number() })),
  meals: v.array(v.object({ on: DaySchema, outcome: v.string(), prey: v.string() })),
  mealsTaken: v.number(),
  mealsOffered: v.number(),
  sheds: v.number(),
  problems: v.array(v.object({ on: DaySchema, problem: v.string(), over: v.boolean() })),
  defects: v.array(
    v.object({
      defect: v.string(),
      grade: v.picklist(DEFECT_GRADES),
      follows: v.string(),
      view: v.picklist(OUTLINE_VIEWS),
      x: Share,
      y: Share,
    }),
  ),
  photo: v.boolean(),
  care: v.object({ housing: v.string(), climate: v.string(), feed: v.string(), routine: v.string() }),
  cautions: v.string(),
})
export type SharedRecord = v.InferOutput<typeof SharedRecord>
