import * as v from 'valibot'
import { DaySchema, DayWindowSchema, Id, InstantSchema, ReasonSchema, Reference } from '../common'
import { EntrySchema } from '../entries'

export const PairingDraft = v.object({ id: Id, femaleId: Id, maleId: Id, from: v.optional(InstantSchema) })
const Partner = v.object({
  ...Reference.entries,
  verdict: v.nullable(v.string()),
  place: v.nullable(v.string()),
})
export const PairingView = v.object({
  id: Id,
  female: Partner,
  male: Partner,
  species: v.string(),
  line: v.string(),
  startedOn: v.nullable(DaySchema),
  state: v.picklist(['planned', 'together', 'apart', 'laid', 'ended']),
  meetings: v.number(),
  locks: v.number(),
  shed: v.nullable(DayWindowSchema),
  eggs: v.nullable(DayWindowSchema),
  next: v.object({ says: v.string(), on: v.nullable(DaySchema) }),
  reasons: v.array(ReasonSchema),
  /** Why a trial must be stopped; null while it may go on. */
  mustStop: v.nullable(v.string()),
  clutchId: v.nullable(Id),
  caution: v.string(),
  entries: v.array(EntrySchema),
})
export type PairingView = v.InferOutput<typeof PairingView>
export const PairingList = v.object({ pairings: v.array(PairingView) })
