import {
  ENTRY_KINDS,
  entryKinds,
  SUBJECT_TYPES,
  type EntryKind,
  type KindsOf,
  type DefinitionOf,
  type PayloadOf,
  type SaidOf,
  type Saying,
  type Seen,
  type SubjectType,
} from '@hatch-book/core'
import * as v from 'valibot'
import { Id, InstantSchema } from '../common'

export type { SaidOf }
export * from './touches'

/** About whom or what a kind is. */
export type SubjectOf<K extends EntryKind> =
  DefinitionOf<K> extends { subject: infer S } ? (S extends SubjectType ? S : SubjectType) : never

/** An entry as a device sends it: the device makes the id, so that sending twice is harmless. */
export type EntryInput<K extends EntryKind = EntryKind> = {
  [k in K]: {
    id: string
    kind: k
    subject: { type: SubjectOf<k>; id: string }
    at: string
    precision?: 'minute' | 'day'
    device?: string
    strikes?: string | null
    payload: SaidOf<k>
  }
}[K]

/** What is said of somebody, before it has a name and a time. */
export type Told<K extends EntryKind = EntryKind> = {
  [k in K]: { kind: k; subject: { type: SubjectOf<k>; id: string } } & (Record<never, never> extends SaidOf<k>
    ? { payload?: SaidOf<k> }
    : { payload: SaidOf<k> })
}[K]
/** Tells of somebody whatever may be told of their sort. */
export const about =
  <S extends SubjectType>(type: S, id: string) =>
  <K extends KindsOf<S>>(kind: K, payload: SaidOf<K>): Told =>
    ({ kind, subject: { type, id }, payload }) as unknown as Told

/** Something that was read off a line of text: held against its kind. @returns it, or what does not fit */
export function readTold(
  kind: EntryKind,
  subject: { type: SubjectType; id: string },
  payload: unknown,
): { told: Told } | { fault: string } {
  const read = v.safeParse(ENTRY_KINDS[kind].payload as v.GenericSchema, payload)
  if (!read.success) return { fault: read.issues[0].message }
  return { told: { kind, subject, payload } as unknown as Told }
}

/** The kinds about a subject that say enough by their names. */
export type PlainKind<S extends SubjectType> = {
  [k in EntryKind]: Record<never, never> extends SaidOf<k> ? (S extends SubjectOf<k> ? k : never) : never
}[EntryKind]

/** Something told, as the entry that says it. */
export const entryThat = <K extends EntryKind>(
  told: Told<K>,
  when: Pick<EntryInput, 'id' | 'at' | 'precision' | 'device' | 'strikes'>,
): EntryInput<K> => ({ payload: {}, ...told, ...when }) as unknown as EntryInput<K>

const Draft = v.object({
  id: Id,
  kind: v.picklist(entryKinds, 'this kind of entry is not known'),
  subject: v.object({ type: v.picklist(SUBJECT_TYPES), id: Id }),
  at: InstantSchema,
  precision: v.optional(v.picklist(['minute', 'day']), 'minute'),
  device: v.optional(v.pipe(v.string(), v.maxLength(80)), ''),
  strikes: v.optional(v.nullable(Id), null),
  payload: v.unknown(),
})
/** An entry that was held against its kind. */
export type EntryDraft<K extends EntryKind = EntryKind> = Omit<
  v.InferOutput<typeof Draft>,
  'kind' | 'payload'
> &
  Saying<K>

export const EntryDraft = v.pipe(
  Draft,
  v.rawTransform(({ dataset, addIssue, NEVER }): EntryDraft => {
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
    return { ...draft, payload: read.output } as EntryDraft
  }),
) as v.GenericSchema<EntryInput, EntryDraft>

export const EntryBatch = v.object({
  entries: v.pipe(v.array(EntryDraft), v.minLength(1), v.maxLength(5000, 'at most 5000 entries at once')),
  /** Kept on a device until now: others may have written the same meanwhile. */
  late: v.optional(v.boolean(), false),
})

const EntryRead = v.object({
  id: Id,
  kind: v.picklist(entryKinds),
  subject: v.object({ type: v.picklist(SUBJECT_TYPES), id: Id, tag: v.string() }),
  at: InstantSchema,
  precision: v.picklist(['minute', 'day']),
  recordedAt: InstantSchema,
  by: v.string(),
  /** Whether its reader wrote it. */
  isOwn: v.optional(v.boolean(), false),
  /** From which device, in its own words; nothing where it said none. */
  device: v.optional(v.string(), ''),
  payload: v.record(v.string(), v.unknown()),
  strikes: v.nullable(Id),
  /** Who struck it out and why; null while it stands. */
  struckBy: v.nullable(v.object({ by: v.string(), reason: v.string() })),
})
/** An entry as it is read: what is kept from its reader is not in it. */
export type Entry<K extends EntryKind = EntryKind> = Omit<
  v.InferOutput<typeof EntryRead>,
  'kind' | 'payload'
> &
  Seen<K>
export const EntrySchema = EntryRead as unknown as v.GenericSchema<Entry, Entry>
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
