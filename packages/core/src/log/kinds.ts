import type * as v from 'valibot'
import { ENTRIES_OF_ANIMALS } from '../animals/entries'
import { ENTRIES_OF_RESTS } from '../rest/entries'
import type { Instant } from '../calendar'
import { ENTRIES_OF_CARE } from '../care/entries'
import { ENTRIES_OF_CHECKS } from '../checks/entries'
import { ENTRIES_OF_CLIMATE } from '../climate/entries'
import { ENTRIES_OF_COHORTS } from '../cohorts/entries'
import { ENTRIES_OF_COLONIES } from '../colonies/entries'
import { ENTRIES_OF_INCUBATION } from '../incubation/entries'
import { ENTRIES_OF_LIGHT } from '../light/entries'
import { ENTRIES_OF_PAIRING } from '../pairing/entries'
import { ENTRIES_OF_PLACES } from '../places/entries'
import { ENTRIES_OF_READINESS } from '../readiness/entries'
import { ENTRIES_OF_REARING } from '../rearing/entries'
import { ENTRIES_OF_RECIPES } from '../recipes/entries'
import { ENTRIES_OF_ROUNDS } from '../rounds/entries'
import { ENTRIES_OF_LEAVING } from '../leaving/entries'
import { ENTRIES_OF_WEIGHING } from '../weighing/entries'
import type { EntryDefinition, LogFigures, SeenPayload, SubjectType } from './define'
import { ENTRIES_OF_THE_LOG } from './entries'
import type { Topic } from './topics'

const ALL = [
  ...ENTRIES_OF_WEIGHING,
  ...ENTRIES_OF_REARING,
  ...ENTRIES_OF_ANIMALS,
  ...ENTRIES_OF_READINESS,
  ...ENTRIES_OF_RESTS,
  ...ENTRIES_OF_PAIRING,
  ...ENTRIES_OF_INCUBATION,
  ...ENTRIES_OF_CLIMATE,
  ...ENTRIES_OF_LIGHT,
  ...ENTRIES_OF_PLACES,
  ...ENTRIES_OF_CARE,
  ...ENTRIES_OF_CHECKS,
  ...ENTRIES_OF_COHORTS,
  ...ENTRIES_OF_COLONIES,
  ...ENTRIES_OF_RECIPES,
  ...ENTRIES_OF_LEAVING,
  ...ENTRIES_OF_ROUNDS,
  ...ENTRIES_OF_THE_LOG,
] as const

type Definition = (typeof ALL)[number]
export type EntryKind = Definition['kind']
export type DefinitionOf<K extends EntryKind> = Extract<Definition, { kind: K }>
/** Kinds of entries about a subject. */
export type KindsOf<S extends SubjectType> = Extract<Definition, { subject: S | 'any' }>['kind']

/** Every kind of entry, by its name. */
export const ENTRY_KINDS = Object.fromEntries(ALL.map((definition) => [definition.kind, definition])) as {
  [K in EntryKind]: DefinitionOf<K>
}
export const entryKinds = Object.keys(ENTRY_KINDS) as EntryKind[]

/** What a kind carries. */
export type PayloadOf<K extends EntryKind> = v.InferOutput<DefinitionOf<K>['payload']>
/** What a device says of a kind: what need not be said may be left out. */
export type SaidOf<K extends EntryKind> = v.InferInput<DefinitionOf<K>['payload']>
type HiddenOf<K extends EntryKind> =
  DefinitionOf<K> extends EntryDefinition<string, SubjectType | 'any', never, infer H> ? H[number] : never
/** What a reader sees of it. */
export type SeenOf<K extends EntryKind> = SeenPayload<PayloadOf<K>, HiddenOf<K>>

/** A kind together with what it carries: which it is tells what is in it. */
export type Saying<K extends EntryKind = EntryKind> = { [k in K]: { kind: k; payload: PayloadOf<k> } }[K]
/** An entry of one of some kinds, as it is folded. */
export type Logged<K extends EntryKind = EntryKind> = Saying<K> & { id: string; at: Instant }
/** A kind together with what a reader sees of it. */
export type Seen<K extends EntryKind = EntryKind> = { [k in K]: { kind: k; payload: SeenOf<k> } }[K]

/** Those of a log that are of some kinds, and told apart by them. */
export const ofKinds = <L extends { kind: EntryKind }, K extends EntryKind>(
  log: readonly L[],
  ...kinds: readonly K[]
): Extract<L, { kind: K }>[] =>
  log.filter((entry): entry is Extract<L, { kind: K }> =>
    (kinds as readonly EntryKind[]).includes(entry.kind),
  )

const definitionOf = (kind: EntryKind): EntryDefinition => ENTRY_KINDS[kind] as unknown as EntryDefinition

/** What an entry says, in a line, with what was remarked on it. */
export function entryInWords({ kind, payload }: Seen, figures: LogFigures): string {
  const { note } = payload as { note?: string }
  return `${definitionOf(kind).says(payload, figures)}${note ? ` – ${note}` : ''}`
}

/** What an entry of a kind must carry: a form holds what is written against it before it is sent. */
export const payloadSchema = <K extends EntryKind>(kind: K) =>
  definitionOf(kind).payload as unknown as v.GenericSchema<PayloadOf<K>>
/** Who writes a kind, and strikes it out. */
export const writerOf = (kind: EntryKind): 'helper' | 'keeper' => definitionOf(kind).by
/** Whether a member strikes an entry out, and corrects it: a helper only what they wrote themselves, of what helpers write. */
export const mayStrike = (role: string, { kind, isOwn }: { kind: EntryKind; isOwn: boolean }): boolean =>
  role !== 'helper' || (writerOf(kind) === 'helper' && isOwn)
/** Whether only the program writes a kind, as part of a larger act. */
export const isAct = (kind: EntryKind): boolean => definitionOf(kind).act ?? false
/** Whether an entry that was struck out can be written again as it was. */
export const canBeWrittenAgain = (kind: EntryKind): boolean => !definitionOf(kind).once && !isAct(kind)
/** What of a kind names people outside the book or money. */
export const tradeOf = (kind: EntryKind): readonly string[] => definitionOf(kind).trade ?? []
/** What of a kind is kept from whoever has not asked to be shown it. */
export const blindOf = (kind: EntryKind): readonly string[] => definitionOf(kind).blind ?? []
/** What a kind touches beside its subject. */
export const touchesOf = (kind: EntryKind): readonly Topic[] => definitionOf(kind).touches ?? []
/** The kinds that are said of a subject, and of it alone. */
export const kindsAbout = <S extends SubjectType>(...subjects: readonly S[]): KindsOf<S>[] =>
  entryKinds.filter((kind) =>
    (subjects as readonly string[]).includes(ENTRY_KINDS[kind].subject),
  ) as KindsOf<S>[]
