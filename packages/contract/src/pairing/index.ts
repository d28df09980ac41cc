import { PAIRING_EVENTS } from '@hatch-book/core'
import * as v from 'valibot'
import {
  DaySchema,
  DaySpanSchema,
  DayWindowSchema,
  Id,
  InstantSchema,
  Line,
  ReasonSchema,
  Reference,
} from '../common'
import { EntrySchema } from '../log'

export * from './genes'
export * from './plans'

export const PairingDraft = v.object({
  id: Id,
  femaleId: Id,
  maleId: Id,
  from: v.optional(InstantSchema),
  /** Why they are paired although kin or harm speaks against it. */
  despite: v.optional(Line(400)),
})
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
  state: v.picklist(['planned', 'withdrawn', 'together', 'apart', 'laid', 'ended']),
  meetings: v.number(),
  locks: v.number(),
  /** Chance that they mated. */
  mated: v.number(),
  missed: v.boolean(),
  /** Inbreeding of their young. */
  inbreeding: v.number(),
  /** What spoke against them, and why they were paired all the same. */
  despite: v.nullable(v.object({ against: v.array(v.string()), reason: v.string() })),
  /** What to see to before they meet; whether to stay with them; what shows afterwards. */
  before: v.array(v.string()),
  /** What can be seen of two of this kind. */
  seen: v.array(v.picklist(PAIRING_EVENTS)),
  stay: v.boolean(),
  after: v.string(),
  receptive: v.nullable(DaySpanSchema),
  shed: v.nullable(DayWindowSchema),
  eggs: v.nullable(DayWindowSchema),
  next: v.object({ says: v.string(), on: v.nullable(DaySchema) }),
  /** The same as a code. */
  step: v.picklist(['introduce', 'introduce again', 'part', 'part now', 'look for eggs', 'wait']),
  reasons: v.array(ReasonSchema),
  /** Why they must be parted, or a trial must be stopped, today; null while they may go on. */
  mustStop: v.nullable(
    v.object({
      rule: v.picklist(['attacked', 'trial', 'meals refused']),
      out: v.picklist(['female', 'male', 'both']),
      because: v.string(),
    }),
  ),
  clutchId: v.nullable(Id),
  caution: v.string(),
  entries: v.array(EntrySchema),
})
export type PairingView = v.InferOutput<typeof PairingView>
export const PairingList = v.object({
  pairings: v.array(PairingView),
  /** Parents that cannot be, whose relations are left out until they are put right. */
  faults: v.array(v.object({ ids: v.array(Id), says: v.string() })),
})
export type PairingList = v.InferOutput<typeof PairingList>
