import * as v from 'valibot'
import { AnimalRow } from '../animals'
import { DaySchema, Reference } from '../common'

/** One animal's honest record, for whoever takes it home. */
export const HandOver = v.object({
  bookName: v.string(),
  animal: AnimalRow,
  latin: v.string(),
  clutch: v.nullable(v.object({ name: v.string(), hatchedOn: v.nullable(DaySchema) })),
  dam: v.nullable(Reference),
  sire: v.nullable(Reference),
  weights: v.array(v.object({ on: DaySchema, grams: v.number() })),
  meals: v.array(v.object({ on: DaySchema, outcome: v.string(), prey: v.string() })),
  mealsTaken: v.number(),
  mealsOffered: v.number(),
  sheds: v.number(),
  problems: v.array(v.object({ on: DaySchema, problem: v.string(), over: v.boolean() })),
  sexing: v.array(v.object({ on: DaySchema, sex: v.string(), method: v.string(), certainty: v.number() })),
  sale: v.nullable(v.object({ buyer: v.string(), price: v.number(), on: DaySchema })),
  care: v.object({ housing: v.string(), climate: v.string(), feed: v.string(), routine: v.string() }),
  cautions: v.string(),
})
export type HandOver = v.InferOutput<typeof HandOver>
