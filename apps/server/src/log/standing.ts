import {
  BLANK_STANDING,
  comesAfter,
  foldOnto,
  foldStanding,
  type AnimalEntry,
  type AnimalStanding,
} from '@hatch-book/core'
import { sql, type SQL } from 'drizzle-orm'
import { insertMany, type Transaction } from '../db/connect'
import { asLogged, carried, isOfKind, standsSql, type StoredEntry } from './stored'

/**
 * The subjects whose entries count for some animals: their own, and those of the records merged into them.
 * @returns all of them, and for each the one it counts for
 */
export async function subjectsWithMerged(
  tx: Transaction,
  subjectIds: readonly string[],
): Promise<{ ids: string[]; canonical(id: string): string }> {
  const { rows } = await tx.execute<{ id: string; into: string }>(
    sql`select id, merged_into_id as into from animal where merged_into_id = any(${sql.param(subjectIds)}::uuid[])`,
  )
  const into = new Map(rows.map((r) => [r.id, r.into]))
  return {
    ids: [...new Set([...subjectIds, ...into.keys()])],
    canonical: (id) => into.get(id) ?? id,
  }
}

/** The standing entries of some subjects, oldest first. */
export async function standingEntries(
  tx: Transaction,
  subjectIds: readonly string[],
): Promise<Map<string, StoredEntry[]>> {
  const bySubject = new Map<string, StoredEntry[]>(subjectIds.map((id) => [id, []]))
  if (subjectIds.length === 0) return bySubject
  const { ids, canonical } = await subjectsWithMerged(tx, subjectIds)
  const { rows } = await tx.execute<StoredEntry>(
    sql`select e.id, e.kind, e.subject_id, e.at, e.payload from entry e
        where e.subject_id = any(${sql.param(ids)}::uuid[]) and ${standsSql} order by e.at, e.id`,
  )
  for (const row of rows) bySubject.get(canonical(row.subject_id))!.push({ ...row, at: new Date(row.at) })
  return bySubject
}

/** The animals that some records count for: those merged into another count there. */
export async function countedAs(tx: Transaction, animalIds: readonly string[]): Promise<string[]> {
  const { rows } = await tx.execute<{ id: string }>(
    sql`select distinct coalesce(merged_into_id, id) as id from animal where id = any(${sql.param(animalIds)}::uuid[])`,
  )
  return rows.map((r) => r.id)
}

/** Where animals stand; null where an animal has no standing yet, or counts for another. */
export type Standings = Map<string, AnimalStanding | null>

interface KeptStanding extends Record<string, unknown> {
  id: string
  standing: AnimalStanding
}

/** Holds animals and where they stand until the transaction ends. */
export async function holdAnimals(tx: Transaction, ids: readonly string[]): Promise<Standings> {
  const held = await tx.execute<{ id: string }>(
    sql`select id from animal where id = any(${sql.param(ids)}::uuid[]) order by id for update`,
  )
  // Asked only now: who waited for another device sees what that one wrote.
  return readStandings(
    tx,
    held.rows.map((r) => r.id),
  )
}

export async function readStandings(tx: Transaction, ids: readonly string[]): Promise<Standings> {
  if (ids.length === 0) return new Map()
  const { rows } = await tx.execute<KeptStanding>(
    sql`select s.id, s.standing from animal_standing s join animal a on a.id = s.id
        where s.id = any(${sql.param(ids)}::uuid[]) and a.merged_into_id is null`,
  )
  // What an earlier version stored tells nothing of what is told today: it is folded anew, from the whole log.
  const found = new Map(rows.flatMap((r) => (isOfToday(r.standing) ? [[r.id, r.standing]] : [])))
  return new Map(ids.map((id) => [id, found.get(id) ?? null]))
}

const TOLD = Object.keys(BLANK_STANDING)
const isOfToday = (standing: AnimalStanding) => TOLD.every((what) => what in standing)

/**
 * Keeps standings that are there already, where they changed. Of a set that is sent along the database does not know how small it is, and
 * would read every standing of the book to find the few: so the identities are said as a list too, which it looks up.
 */
export function updateStandings(rows: readonly KeptStanding[]): SQL {
  const ids = rows.map((r) => r.id)
  return sql`update animal_standing s set standing = r.standing
        from json_to_recordset(${JSON.stringify(rows)}::json) as r(id uuid, standing jsonb)
        where s.id = r.id and s.id = any(${sql.param(ids)}::uuid[]) and s.standing is distinct from r.standing`
}

/** Folds the logs of some animals again and keeps the result, in the transaction that changed them. */
export async function refreshStandings(
  tx: Transaction,
  bookId: string,
  recordIds: readonly string[],
): Promise<void> {
  const animalIds = await countedAs(tx, recordIds)
  const logs = await standingEntries(tx, animalIds)
  const rows = animalIds.map((id) => {
    return { book_id: bookId, id, standing: foldStanding(asLogged(logs.get(id)!)) }
  })
  await insertMany(tx, 'animal_standing', rows)
  await tx.execute(updateStandings(rows))
}

/**
 * Folds new entries onto where their animals stand, without reading their logs again.
 * @returns where they stand then, and the animals whose logs have to be read all the same: they had no standing yet, or an entry lies
 *   before others
 */
export function foldOntoStandings(
  standings: Standings,
  byAnimal: ReadonlyMap<string, readonly AnimalEntry[]>,
): { appended: KeptStanding[]; others: string[] } {
  const appended: KeptStanding[] = []
  const others: string[] = []
  for (const [id, entries] of byAnimal) {
    const standing = standings.get(id)
    // One folded by an earlier version does not know how far it goes.
    const fits = standing?.foldedTo != null && entries.every((e) => comesAfter(standing, e))
    if (fits) appended.push({ id, standing: foldOnto(standing, entries) })
    else others.push(id)
  }
  return { appended, others }
}

/** The fate of each egg of some clutches: the one it was set with, or the last that was seen. */
export async function refreshEggFates(tx: Transaction, clutchIds: readonly string[]): Promise<void> {
  await tx.execute(
    sql`update egg g set fate = coalesce(l.fate, g.set_fate), fate_at = l.at, animal_id = l.animal_id
        from egg h left join lateral (
          select ${carried('egg fate', 'fate')} as fate, e.at, (${carried('egg fate', 'animalId')})::uuid as animal_id from entry e
          where e.subject_id = h.clutch_id and ${isOfKind('egg fate')} and ${carried('egg fate', 'eggId')} = h.id::text and ${standsSql}
          order by e.at desc, e.id desc limit 1) l on true
        where g.id = h.id and h.clutch_id = any(${sql.param(clutchIds)}::uuid[])`,
  )
}
