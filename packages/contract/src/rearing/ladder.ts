import * as v from 'valibot'
import { AnimalRow, GateSchema, LeavingSchema } from '../animals'
import { DaySchema } from '../common'

export const LadderAnimal = v.object({
  animal: AnimalRow,
  gate: GateSchema,
  leaving: LeavingSchema,
  /** What to look at first: refusals, a problem, a stage that takes too long. */
  flag: v.nullable(v.string()),
  /** With whom it shares its tub, and by when they are to be parted; null where it lives alone. */
  group: v.nullable(v.object({ mates: v.number(), partBy: v.nullable(DaySchema) })),
})
export type LadderAnimal = v.InferOutput<typeof LadderAnimal>
export const Ladder = v.object({
  steps: v.array(v.object({ stage: v.string(), says: v.string(), animals: v.array(LadderAnimal) })),
})
export type Ladder = v.InferOutput<typeof Ladder>
