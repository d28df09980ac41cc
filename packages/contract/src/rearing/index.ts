import * as v from 'valibot'
import { AnimalRow, GateSchema } from '../animals'

export const LadderAnimal = v.object({
  animal: AnimalRow,
  gate: GateSchema,
  leaving: GateSchema,
  /** What to look at first: refusals, a problem, a stage that takes too long. */
  flag: v.nullable(v.string()),
})
export type LadderAnimal = v.InferOutput<typeof LadderAnimal>
export const Ladder = v.object({
  steps: v.array(v.object({ stage: v.string(), says: v.string(), animals: v.array(LadderAnimal) })),
})
export type Ladder = v.InferOutput<typeof Ladder>
