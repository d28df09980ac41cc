import * as v from 'valibot'
import { DaySchema, InstantSchema, Reference } from '../common'
import { PlaceName } from './meals'

/** Whose sex is to be read. What was read before is not in it, so that no screen can show it. */
export const SexingList = v.object({
  animals: v.array(
    v.object({
      animal: Reference,
      species: v.string(),
      stage: v.string(),
      place: v.nullable(PlaceName),
      ageDays: v.nullable(v.number()),
      grams: v.nullable(v.number()),
      /** How many readings there are, and how many are wanted. */
      readings: v.number(),
      wanted: v.number(),
      /** Why this member cannot read it blind; empty where they can. */
      barred: v.string(),
      methods: v.array(
        v.object({
          name: v.string(),
          right: v.number(),
          /** From when it tells, in words; empty where it does now. */
          notYet: v.string(),
        }),
      ),
    }),
  ),
})
export type SexingList = v.InferOutput<typeof SexingList>

/** What was read of one animal: shown once somebody asks, and written down that it was shown. */
export const SexReadings = v.object({
  readings: v.array(
    v.object({
      sex: v.picklist(['female', 'male', 'unsure']),
      method: v.string(),
      right: v.number(),
      by: v.string(),
      at: InstantSchema,
      /** What the log proves: whether whoever read had been shown earlier readings. */
      blind: v.boolean(),
      proof: v.string(),
    }),
  ),
  /** What was said outright, before and after: corrections are kept. */
  said: v.array(v.object({ sex: v.string(), method: v.string(), on: DaySchema, by: v.string() })),
  female: v.number(),
  sex: v.picklist(['female', 'male', 'unknown']),
  certainty: v.number(),
  counted: v.number(),
  agree: v.number(),
  sureFrom: v.number(),
})
export type SexReadings = v.InferOutput<typeof SexReadings>
