import * as v from 'valibot'
import { Id, InstantSchema } from '../common'
import { ENTRY_KINDS, SUBJECT_TYPES, entryKinds, type EntryKind, type PayloadOf } from './kinds'

export * from './kinds'
export * from './touches'
export * from './writers'

/** An entry as a device sends it: the device makes the id, so that sending twice is harmless. */
export const EntryDraft = v.pipe(
  v.object({
    id: Id,
    kind: v.picklist(entryKinds, 'this kind of entry is not known'),
    subject: v.object({ type: v.picklist(SUBJECT_TYPES), id: Id }),
    at: InstantSchema,
    precision: v.optional(v.picklist(['minute', 'day']), 'minute'),
    device: v.optional(v.pipe(v.string(), v.maxLength(80)), ''),
    strikes: v.optional(v.nullable(Id), null),
    payload: v.unknown(),
  }),
  v.rawTransform(({ dataset, addIssue, NEVER }) => {
    const draft = dataset.value
    const { subject, payload } = ENTRY_KINDS[draft.kind]
    if (subject !== 'any' && subject !== draft.subject.type) {
      addIssue({ message: `'${draft.kind}' is said of a ${subject}` })
      return NEVER
    }
    if ((draft.kind === 'struck') !== (draft.strikes !== null)) {
      addIssue({ message: 'striking out names the entry it strikes, and nothing else does' })
      return NEVER
    }
    const read = v.safeParse(payload as v.GenericSchema<unknown, PayloadOf<EntryKind>>, draft.payload)
    if (!read.success) {
      for (const issue of read.issues)
        addIssue({ message: `${v.getDotPath(issue) ?? draft.kind}: ${issue.message}` })
      return NEVER
    }
    return { ...draft, payload: read.output }
  }),
)
export type EntryDraft = v.InferOutput<typeof EntryDraft>
export type EntryInput = v.InferInput<typeof EntryDraft>

export const EntryBatch = v.object({
  entries: v.pipe(v.array(EntryDraft), v.minLength(1), v.maxLength(5000, 'at most 5000 entries at once')),
  /** Kept on a device until now: others may have written the same meanwhile. */
  late: v.optional(v.boolean(), false),
})

export const EntrySchema = v.object({
  id: Id,
  kind: v.picklist(entryKinds),
  subject: v.object({ type: v.picklist(SUBJECT_TYPES), id: Id, tag: v.string() }),
  at: InstantSchema,
  precision: v.picklist(['minute', 'day']),
  recordedAt: InstantSchema,
  by: v.string(),
  /** From which device, in its own words; nothing where it said none. */
  device: v.optional(v.string(), ''),
  payload: v.record(v.string(), v.unknown()),
  strikes: v.nullable(Id),
  /** Who struck it out and why; null while it stands. */
  struckBy: v.nullable(v.object({ by: v.string(), reason: v.string() })),
})
export type Entry = v.InferOutput<typeof EntrySchema>
export const EntryList = v.object({ entries: v.array(EntrySchema) })
export const EntryQuery = v.object({
  subjectId: v.optional(Id),
  /** Only those before this instant; with the entry that was read last, those of the same instant that follow it too. */
  before: v.optional(InstantSchema),
  beforeId: v.optional(Id),
  limit: v.optional(v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(1), v.maxValue(500))),
})
/** What was written now, and what was known already (sent twice). */
export const EntriesWritten = v.object({
  written: v.array(Id),
  known: v.array(Id),
  /** Of late ones: those of which somebody else wrote the same within half a day. */
  alike: v.optional(v.array(v.object({ id: Id, by: v.string(), at: InstantSchema }))),
})
export type EntriesWritten = v.InferOutput<typeof EntriesWritten>
