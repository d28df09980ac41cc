import * as v from 'valibot'
import { DaySchema, DaySpanSchema, Id, InstantSchema, Reference } from '../common'

const RangeSchema = v.object({ typical: v.number(), least: v.number(), most: v.number() })
export const PlaceName = v.object({ id: Id, name: v.string() })

export const TrickSchema = v.object({
  trick: v.string(),
  because: v.string(),
  /** Not before this day of age; null where it is allowed now. */
  fromDay: v.nullable(v.number()),
})
export const LossSchema = v.object({
  loss: v.number(),
  standing: v.picklist(['well', 'help on', 'vet']),
  says: v.string(),
})

/** One animal's next meal, with all that a hand at the tub needs. */
export const DueMeal = v.object({
  animal: Reference,
  species: v.string(),
  line: v.string(),
  place: v.nullable(PlaceName),
  stage: v.string(),
  due: DaySchema,
  window: DaySpanSchema,
  because: v.array(v.string()),
  half: v.boolean(),
  everyDays: RangeSchema,
  /** What to thaw or count out: a size by its name, or the feed in the protocol's words. */
  prey: v.string(),
  grams: v.nullable(RangeSchema),
  each: v.nullable(RangeSchema),
  /** Most it may be long, where a head was measured. */
  longestMm: v.nullable(v.number()),
  /** What of the animal the size of its prey follows from, beside its weight. */
  measures: v.nullable(v.picklist(['girth', 'head'])),
  next: v.nullable(
    v.object({ name: v.string(), fromGrams: v.number(), expected: v.nullable(DaySpanSchema) }),
  ),
  supplement: v.nullable(v.object({ supplement: v.string(), after: v.string() })),
  /** Offered and not looked after yet. */
  offered: v.nullable(v.object({ at: InstantSchema, prey: v.string(), lookAt: InstantSchema })),
  firstMeal: v.boolean(),
  tried: v.array(v.object({ trick: v.string(), took: v.boolean() })),
  trick: v.nullable(TrickSchema),
  loss: LossSchema,
})
export type DueMeal = v.InferOutput<typeof DueMeal>
/** Meals that are due by the day asked for, in the order of a walk. */
export const DueMeals = v.object({ day: DaySchema, meals: v.array(DueMeal) })
export type DueMeals = v.InferOutput<typeof DueMeals>
export const DueMealsQuery = v.object({ by: v.optional(DaySchema) })

export const FirstMeals = v.object({
  lines: v.array(
    v.object({
      species: v.string(),
      line: v.string(),
      animals: v.number(),
      ate: v.number(),
      curve: v.array(
        v.object({
          offers: v.number(),
          atRisk: v.number(),
          took: v.number(),
          censored: v.number(),
          waiting: v.number(),
          low: v.number(),
          high: v.number(),
        }),
      ),
      tricks: v.array(
        v.object({
          trick: v.string(),
          tried: v.number(),
          took: v.number(),
          chance: v.number(),
          low: v.number(),
          high: v.number(),
        }),
      ),
    }),
  ),
  /** Those that have not eaten by themselves yet, the gravest first. */
  waiting: v.array(
    v.object({
      animal: Reference,
      line: v.string(),
      species: v.string(),
      place: v.nullable(PlaceName),
      ageDays: v.nullable(v.number()),
      offers: v.number(),
      tried: v.array(v.object({ trick: v.string(), took: v.boolean() })),
      trick: v.nullable(TrickSchema),
      loss: LossSchema,
      /** Later than its species usually is, in words; empty where it is not. */
      late: v.string(),
    }),
  ),
})
export type FirstMeals = v.InferOutput<typeof FirstMeals>
