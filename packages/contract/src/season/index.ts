import * as v from 'valibot'
import { DaySchema, Id } from '../common'

export const PhaseSchema = v.object({
  name: v.picklist(['rest', 'warming', 'pairing', 'laying', 'incubating', 'rearing']),
  from: DaySchema,
  to: DaySchema,
  subject: v.object({ room: v.picklist(['animals', 'pairing', 'incubation', 'rearing']), id: v.string() }),
  label: v.string(),
})
export const SeasonLane = v.object({
  line: v.string(),
  species: v.string(),
  phases: v.array(PhaseSchema),
  hills: v.array(v.object({ clutchId: Id, label: v.string(), from: DaySchema, shares: v.array(v.number()) })),
})
export const Season = v.object({
  today: DaySchema,
  from: DaySchema,
  to: DaySchema,
  lanes: v.array(SeasonLane),
})
export type Season = v.InferOutput<typeof Season>
