import type { EntryDraft, EntryKind, PayloadOf, SubjectType } from '@hatch-book/contract'
import { MS_PER_DAY, dayOfInstant, type AnimalEntry } from '@hatch-book/core'
import { and, eq, inArray, sql } from 'drizzle-orm'
import { insertMany, tables, type Transaction } from '../db/connect'
import type { Actor } from '../shell/actor'
import { announce } from '../shell/live'
import { BookError } from '../shell/problems'
import { appendToStandings, refreshEggFates, refreshStandings } from './standing'

const EARLIEST = Date.parse('1990-01-01T00:00:00Z')
/** What only those who decide may write; helpers write what they saw. */
const DECISIONS: readonly EntryKind[] = [
  'overruled',
  'listed',
  'unlisted',
  'sold',
  'quarantined',
  'set point',
  'trial began',
  'trial ended',
  'held back',
  'reserved',
  'reservation ended',
  'returned',
  'changed hands',
  'permit noted',
]

/** Checks an entry, and those it was sent with, against the log it stands in; throws a BookError to refuse them. */
export type EntryGuard = (tx: Transaction, actor: Actor, draft: EntryDraft) => Promise<void>
/** What a room does in the same transaction once an entry that it cares about was struck out. */
export type StrikeConsequence = (tx: Transaction, struck: typeof tables.entry.$inferSelect) => Promise<void>

const guards = new Map<EntryKind, EntryGuard>()
const consequences = new Map<EntryKind, StrikeConsequence>()

/** A room says which of its entries need more than their schema. */
export function guardEntries(kind: EntryKind, guard: EntryGuard): void {
  guards.set(kind, guard)
}
export function onStrike(kind: EntryKind, consequence: StrikeConsequence): void {
  consequences.set(kind, consequence)
}

/**
 * Writes entries into the log and brings what is computed from them up to date, all in the caller's transaction.
 * Entries whose id is known already are passed over, so that a device may send twice.
 */
export async function writeEntries(
  tx: Transaction,
  actor: Actor,
  drafts: readonly EntryDraft[],
): Promise<{ written: string[]; known: string[] }> {
  const { entry } = tables
  const ids = drafts.map((d) => d.id)
  const stored = await tx.select({ id: entry.id }).from(entry).where(inArray(entry.id, ids))
  const known = new Set(stored.map((e) => e.id))
  const fresh = drafts.filter((d) => !known.has(d.id))
  await lockSubjects(tx, fresh)
  for (const draft of fresh) {
    checkTime(actor, draft)
    if (actor.member.role === 'helper' && DECISIONS.includes(draft.kind))
      throw new BookError('not-allowed', `A helper does not write '${draft.kind}'; ask a keeper.`)
  }
  for (const draft of fresh.filter((d) => d.kind === 'struck')) await strike(tx, actor, draft)
  await insertMany(
    tx,
    'entry',
    fresh.map((d) => toRow(actor, d)),
  )
  // After the insertion, so that what a device sends together is judged together; a refusal takes all of it back.
  for (const draft of fresh) await guards.get(draft.kind)?.(tx, actor, draft)
  await refresh(tx, actor.bookId, [
    ...fresh.map((d) => d.subject).filter((s) => s.type !== 'animal'),
    ...(await foldedAnew(tx, fresh)).map((id) => ({ type: 'animal' as const, id })),
  ])
  if (fresh.length > 0) await announce(tx, actor.bookId)
  return { written: fresh.map((d) => d.id), known: [...known] }
}

/** Folds what can be folded onto what stands; the animals that are left have to be folded from their logs. */
async function foldedAnew(tx: Transaction, fresh: readonly EntryDraft[]): Promise<string[]> {
  const ofAnimals = fresh.filter((d) => d.subject.type === 'animal')
  const struck = new Set(ofAnimals.filter((d) => d.kind === 'struck').map((d) => d.subject.id))
  const byAnimal = new Map<string, AnimalEntry[]>()
  for (const { id, kind, subject, at, payload } of ofAnimals) {
    if (struck.has(subject.id) || kind === 'merged') struck.add(subject.id)
    else
      byAnimal.set(subject.id, [
        ...(byAnimal.get(subject.id) ?? []),
        { id, kind, payload, at: Date.parse(at) } as AnimalEntry,
      ])
  }
  for (const id of struck) byAnimal.delete(id)
  return [...struck, ...(byAnimal.size > 0 ? await appendToStandings(tx, byAnimal) : [])]
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
      sql`update place p set set_point_c = (e.payload->>'celsius')::real
          from (select distinct on (subject_id) subject_id, payload from entry e
                where e.kind = 'set point' and e.subject_id = any(${sql.param(places)}::uuid[])
                and not exists (select 1 from entry s where s.strikes = e.id) order by subject_id, at desc, id desc) e
          where p.id = e.subject_id`,
    )
}

/** Holds the subjects until the transaction ends, so that two devices fold a log one after the other; refuses unknown ones. */
async function lockSubjects(tx: Transaction, drafts: readonly EntryDraft[]): Promise<void> {
  for (const type of ['animal', 'pairing', 'clutch', 'place', 'rest', 'colony', 'cohort'] as const) {
    const ids = [...new Set(drafts.filter((d) => d.subject.type === type).map((d) => d.subject.id))].sort()
    if (ids.length === 0) continue
    const table = tables[type]
    const found = await tx
      .select({ id: table.id })
      .from(table)
      .where(inArray(table.id, ids))
      .orderBy(table.id)
      .for('update')
    if (found.length < ids.length)
      throw new BookError('not-found', `An entry names a ${type} that is not in this book.`)
  }
}

function checkTime(actor: Actor, { at, kind }: EntryDraft): void {
  const when = Date.parse(at)
  if (when > actor.now + MS_PER_DAY)
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
  if (actor.member.role === 'helper' && target.memberId !== actor.member.id)
    throw new BookError('not-allowed', 'A helper strikes out only what they wrote; ask a keeper.')
  await consequences.get(target.kind as EntryKind)?.(tx, target)
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
  subject: EntryDraft['subject'],
  at: string,
  payload: PayloadOf<K>,
): EntryDraft {
  return { id, kind, subject, at, precision: 'minute', device: '', strikes: null, payload }
}

export function dayOf(actor: Actor, at: string): string {
  return dayOfInstant(Date.parse(at), actor.book.zone)
}
