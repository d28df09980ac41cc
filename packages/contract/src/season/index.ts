import * as v from 'valibot'
import { DaySchema } from '../common'

const Opens = v.object({
  room: v.picklist(['animals', 'pairing', 'incubation', 'rearing', 'cohorts', 'colonies']),
  id: v.string(),
})
export const PhaseSchema = v.object({
  name: v.picklist(['rest', 'warming', 'pairing', 'laying', 'incubating', 'rearing', 'supply']),
  from: DaySchema,
  to: DaySchema,
  subject: Opens,
  label: v.string(),
})
export const SeasonLane = v.object({
  line: v.string(),
  species: v.string(),
  phases: v.array(PhaseSchema),
  /** Chances spread over days: of a clutch hatching, of a cohort growing up. */
  hills: v.array(
    v.object({
      ...{ subject: Opens, label: v.string(), of: v.picklist(['hatching', 'growing up']) },
      ...{ from: DaySchema, shares: v.array(v.number()) },
      /** Between which days it is expected, as it is said everywhere else. */
      window: v.object({ from: DaySchema, to: DaySchema }),
    }),
  ),
})
export const Season = v.object({
  today: DaySchema,
  from: DaySchema,
  to: DaySchema,
  lanes: v.array(SeasonLane),
})
export type Season = v.InferOutput<typeof Season>
