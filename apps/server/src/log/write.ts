import {
  SUBJECT_TYPES,
  type EntryDraft,
  type EntryKind,
  type PayloadOf,
  type SubjectOf,
  type SubjectType,
} from '@hatch-book/contract'
import {
  MS_PER_DAY,
  dayOfInstant,
  isAct,
  mayStrike,
  writerOf,
  type AnimalEntry,
  type Saying,
} from '@hatch-book/core'
import { and, eq, sql } from 'drizzle-orm'
import { insertMany, insertRows, tables, type Transaction } from '../db/connect'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import { carried, isOfKind } from './stored'
import {
  foldOntoStandings,
  holdAnimals,
  readStandings,
  refreshEggFates,
  refreshStandings,
  updateStandings,
  type Standings,
} from './standing'

const EARLIEST = Date.parse('1990-01-01T00:00:00Z')
/** Checks an entry, and those it was sent with, against the log it stands in; throws a BookError to refuse them. */
export type EntryGuard<K extends EntryKind = EntryKind> = (
  tx: Transaction,
  actor: Actor,
  draft: EntryDraft<K>,
  /** All that is written with it: where animals stand does not yet say what came of these. */
  together: readonly EntryDraft[],
) => Promise<void>
/** What a room does in the same transaction once an entry that it cares about was struck out. */
export type StrikeConsequence<K extends EntryKind = EntryKind> = (
  tx: Transaction,
  struck: Omit<typeof tables.entry.$inferSelect, 'kind' | 'payload'> & Saying<K>,
) => Promise<void>

const guards = new Map<EntryKind, EntryGuard>()
const consequences = new Map<EntryKind, StrikeConsequence>()

/** A room says which of its entries need more than their schema. */
export function guardEntries<K extends EntryKind>(kind: K, guard: EntryGuard<K>): void {
  guards.set(kind, guard as unknown as EntryGuard)
}
export function onStrike<K extends EntryKind>(kind: K, consequence: StrikeConsequence<K>): void {
  consequences.set(kind, consequence as unknown as StrikeConsequence)
}

const mayWrite = ({ member }: Actor, kind: EntryKind) =>
  writerOf(kind) === 'helper' || member.role !== 'helper'

/** Refuses what the program writes by itself as part of a larger act: nobody sends it. */
export function refuseActs(drafts: readonly EntryDraft[]): void {
  const act = drafts.find((d) => isAct(d.kind))
  if (act)
    throw new BookError(
      'not-allowed',
      `'${act.kind}' is written by the program when it happens, and by nobody by hand.`,
    )
}

/** What one device sent at once. */
export interface EntriesSent {
  actor: Actor
  drafts: readonly EntryDraft[]
}

/** Which entries were written, and which were known already. */
export interface Outcome {
  written: string[]
  known: string[]
}

/**
 * Writes entries into the log and brings what is computed from them up to date, all in the caller's transaction.
 * Entries whose id is known already are passed over, so that a device may send twice.
 */
export async function writeEntries(
  tx: Transaction,
  actor: Actor,
  drafts: readonly EntryDraft[],
): Promise<Outcome> {
  const [outcome] = await writeAll(tx, [{ actor, drafts }])
  return outcome!
}

/** Whether entries are judged by nothing but themselves, so that they may be written beside what others send. */
export const areSimple = (drafts: readonly EntryDraft[]) =>
  drafts.every(
    ({ kind, subject }) =>
      subject.type === 'animal' && kind !== 'struck' && kind !== 'merged' && !guards.has(kind),
  )

/** The statement that adds entries and keeps standings is one up to so many. */
const AT_ONCE = 2000

/** Writes what several devices of one book sent, all of it or nothing. @returns the outcome of each */
export async function writeAll(tx: Transaction, sent: readonly EntriesSent[]): Promise<Outcome[]> {
  const drafts = sent.flatMap((s) => s.drafts)
  // First of all: of two devices that send the same entry, the second waits here, and knows it then.
  const standings = await holdSubjects(tx, drafts)
  const known = await knownEntries(
    tx,
    drafts.map((d) => d.id),
  )
  const outcomes = sent.map(({ actor, drafts: own }) => {
    const [fresh, passed]: [EntryDraft[], string[]] = [[], []]
    for (const draft of own)
      if (known.has(draft.id)) passed.push(draft.id)
      else {
        // Sent twice at once, it is written the first time.
        known.add(draft.id)
        fresh.push(draft)
      }
    return { actor, fresh, passed }
  })
  const fresh = outcomes.flatMap((o) => o.fresh)
  if (fresh.length > 0) await writeFresh(tx, outcomes, fresh, standings)
  return outcomes.map((o) => ({ written: o.fresh.map((d) => d.id), known: o.passed }))
}

async function knownEntries(tx: Transaction, ids: readonly string[]): Promise<Set<string>> {
  const { rows } = await tx.execute<{ id: string }>(
    sql`select id from entry where id = any(${sql.param(ids)}::uuid[])`,
  )
  return new Set(rows.map((r) => r.id))
}

async function writeFresh(
  tx: Transaction,
  sent: readonly { actor: Actor; fresh: readonly EntryDraft[] }[],
  fresh: readonly EntryDraft[],
  standings: Standings,
): Promise<void> {
  const { bookId } = sent[0]!.actor
  for (const { actor, fresh: drafts } of sent)
    for (const draft of drafts) {
      checkTime(actor, draft)
      if (!mayWrite(actor, draft.kind))
        throw new BookError('not-allowed', `A helper does not write '${draft.kind}'; ask a keeper.`)
    }
  const rows = sent.flatMap(({ actor, fresh: drafts }) => drafts.map((d) => toRow(actor, d)))
  if (areSimple(fresh) && fresh.length <= AT_ONCE) {
    const { appended, others } = foldOntoStandings(standings, entriesOfAnimals(fresh))
    await tx.execute(
      sql`with written as (${insertRows('entry', rows)}), kept as (${updateStandings(appended)}) select 1`,
    )
    if (others.length > 0) await refreshStandings(tx, bookId, others)
    return
  }
  for (const { actor, fresh: drafts } of sent)
    for (const draft of drafts.filter((d) => d.kind === 'struck')) await strike(tx, actor, draft)
  await insertMany(tx, 'entry', rows)
  // After the insertion, so that what a device sends together is judged together; a refusal takes all of it back.
  for (const { actor, fresh: drafts } of sent)
    for (const draft of drafts) await guards.get(draft.kind)?.(tx, actor, draft, drafts)
  const struck = new Set(
    fresh
      .filter((d) => d.subject.type === 'animal' && (d.kind === 'struck' || d.kind === 'merged'))
      .map((d) => d.subject.id),
  )
  // A guard, and what follows from a striking, may have changed where an animal stands.
  const now = await readStandings(tx, [...standings.keys()])
  const { appended, others } = foldOntoStandings(
    now,
    entriesOfAnimals(fresh.filter((d) => !struck.has(d.subject.id))),
  )
  if (appended.length > 0) await tx.execute(updateStandings(appended))
  await refresh(tx, bookId, [
    ...fresh.map((d) => d.subject).filter((s) => s.type !== 'animal'),
    ...[...struck, ...others].map((id) => ({ type: 'animal' as const, id })),
  ])
}

function entriesOfAnimals(drafts: readonly EntryDraft[]): Map<string, AnimalEntry[]> {
  const byAnimal = new Map<string, AnimalEntry[]>()
  for (const { id, kind, subject, at, payload } of drafts) {
    if (subject.type !== 'animal') continue
    const entries = byAnimal.get(subject.id) ?? []
    entries.push({ id, kind, payload, at: Date.parse(at) } as AnimalEntry)
    byAnimal.set(subject.id, entries)
  }
  return byAnimal
}

export async function refresh(
  tx: Transaction,
  bookId: string,
  subjects: readonly { type: SubjectType; id: string }[],
): Promise<void> {
  const of = (type: SubjectType) => [...new Set(subjects.filter((s) => s.type === type).map((s) => s.id))]
  const animals = of('animal')
  const clutches = of('clutch')
  const places = of('place')
  if (animals.length > 0) await refreshStandings(tx, bookId, animals)
  if (clutches.length > 0) await refreshEggFates(tx, clutches)
  if (places.length > 0)
    await tx.execute(
      sql`update place p set set_point_c = (${carried('set point', 'celsius')})::real
          from (select distinct on (subject_id) subject_id, payload from entry e
                where ${isOfKind('set point')} and e.subject_id = any(${sql.param(places)}::uuid[])
                and not exists (select 1 from entry s where s.strikes = e.id) order by subject_id, at desc, id desc) e
          where p.id = e.subject_id`,
    )
}

/**
 * Holds the subjects until the transaction ends, so that two devices fold a log one after the other; refuses unknown ones.
 * @returns where the animals among them stand
 */
async function holdSubjects(tx: Transaction, drafts: readonly EntryDraft[]): Promise<Standings> {
  const byType = new Map<SubjectType, Set<string>>()
  for (const { subject } of drafts)
    byType.set(subject.type, (byType.get(subject.type) ?? new Set()).add(subject.id))
  let standings: Standings = new Map()
  // Always in the same order: two that hold the same subjects never wait for each other.
  for (const type of SUBJECT_TYPES) {
    const ids = [...(byType.get(type) ?? [])].sort()
    if (ids.length === 0) continue
    const held = type === 'animal' ? await holdAnimals(tx, ids) : await hold(tx, type, ids)
    if (held.size < ids.length)
      throw new BookError('not-found', `An entry names a ${type} that is not in this book.`)
    if (type === 'animal') standings = held as Standings
  }
  return standings
}

async function hold(
  tx: Transaction,
  type: Exclude<SubjectType, 'animal'>,
  ids: readonly string[],
): Promise<Set<string>> {
  const { rows } = await tx.execute<{ id: string }>(
    sql`select id from ${tables[type]} where id = any(${sql.param(ids)}::uuid[]) order by id for update`,
  )
  return new Set(rows.map((r) => r.id))
}

function checkTime(actor: Actor, { at, kind }: EntryDraft): void {
  const when = Date.parse(at)
  // What cannot be read lies nowhere.
  if (!(when <= actor.now + MS_PER_DAY))
    throw new BookError('invalid', `'${kind}' lies in the future: today is ${actor.today}.`, [
      { field: 'at', says: 'this day has not come yet' },
    ])
  if (when < EARLIEST)
    throw new BookError('invalid', `'${kind}' lies before 1990.`, [
      { field: 'at', says: 'this is too long ago' },
    ])
}

async function strike(tx: Transaction, actor: Actor, draft: EntryDraft): Promise<void> {
  const { entry } = tables
  const [target] = await tx.select().from(entry).where(eq(entry.id, draft.strikes!))
  if (!target) throw new BookError('not-found', 'The entry to strike out is not in this book.')
  if (target.kind === 'struck')
    throw new BookError('invalid', 'A striking cannot be struck out: write the entry again.')
  if (target.subjectId !== draft.subject.id)
    throw new BookError('invalid', 'That entry is about something else.')
  const [earlier] = await tx
    .select({ id: entry.id })
    .from(entry)
    .where(and(eq(entry.strikes, target.id)))
  if (earlier) throw new BookError('struck-already')
  const kind = target.kind as EntryKind
  const { role, id } = actor.member
  if (!mayStrike(role, { kind, isOwn: target.memberId === id }))
    throw new BookError(
      'not-allowed',
      mayWrite(actor, kind)
        ? 'A helper strikes out only what they wrote; ask a keeper.'
        : `A helper cannot strike out '${kind}'; ask a keeper.`,
    )
  await consequences.get(kind)?.(tx, target as Parameters<StrikeConsequence>[1])
}

function toRow(actor: Actor, draft: EntryDraft) {
  return {
    book_id: actor.bookId,
    id: draft.id,
    kind: draft.kind,
    subject_type: draft.subject.type,
    subject_id: draft.subject.id,
    at: draft.at,
    precision: draft.precision,
    // In the demo nothing happens outside the demo's own time.
    recorded_at: actor.book.demoDay ? draft.at : new Date().toISOString(),
    member_id: actor.member.id,
    device: draft.device,
    payload: draft.payload,
    strikes: draft.strikes,
  }
}

/** An entry that the server makes itself as part of a larger act, such as a hatching. */
export function entryOf<K extends EntryKind>(
  id: string,
  kind: K,
  subject: { type: SubjectOf<K>; id: string },
  at: string,
  payload: PayloadOf<K>,
): EntryDraft {
  const when = { id, at, precision: 'minute' as const, device: '', strikes: null }
  return { kind, subject, payload, ...when } as unknown as EntryDraft
}

export function dayOf(actor: Actor, at: string): string {
  return dayOfInstant(Date.parse(at), actor.book.zone)
}
