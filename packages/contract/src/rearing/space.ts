import * as v from 'valibot'
import { DaySchema } from '../common'

const RangeSchema = v.object({ typical: v.number(), least: v.number(), most: v.number() })
const Step = v.object({ size: v.string(), days: RangeSchema, together: v.number() })
const Leaving = v.nullable(v.object({ readyAgeDays: RangeSchema, lagDays: v.number(), keep: v.number() }))
const Question = v.object({
  have: v.record(v.string(), v.number()),
  weeks: v.number(),
  now: v.array(
    v.object({
      count: v.number(),
      ageDays: v.number(),
      steps: v.array(Step),
      since: v.number(),
      leaving: Leaving,
    }),
  ),
  toCome: v.array(
    v.object({
      eggs: v.number(),
      hatch: v.object({ alpha: v.number(), beta: v.number() }),
      days: v.array(v.number()),
      steps: v.array(Step),
      leaving: Leaving,
    }),
  ),
})

/** What the forecast of tubs is played from; it is worked out beside the screen. */
export const SpaceView = v.object({
  from: DaySchema,
  question: Question,
  /** Who each group is, in the question's order. */
  names: v.object({ now: v.array(v.string()), toCome: v.array(v.string()) }),
  /** What was assumed, in words, with its figures. */
  assumes: v.array(v.string()),
})
export type SpaceView = v.InferOutput<typeof SpaceView>
