import type { EntryKind } from '@hatch-book/contract'
import { sql, type SQL } from 'drizzle-orm'
import { readsBook, type Transaction } from '../db/connect'
import { cachedBesideAnimals, cachedWhile } from '../db/cache'
import { loadShelf } from '../protocols'
import type { Actor } from '../shell/actor'

/** The versions of all that a room's work rests on, as text. */
export interface RestsOn {
  /** What nothing that is written of an animal changes: looked at only after something else was written. */
  beside?: SQL
  ofAnimals?: SQL
}

/** What a room has to say is kept as long as nothing changes that it rests on. */
export async function cachedWork<T>(
  tx: Transaction,
  actor: Actor,
  room: string,
  { beside, ofAnimals }: RestsOn,
  work: () => Promise<T>,
): Promise<T> {
  // What a transaction that writes sees may never be so: it is not kept for others.
  if (readsBook(tx) === null) return work()
  const { stamp: protocols } = await loadShelf(tx)
  const { book } = actor
  const read = async (versions: SQL) => {
    const { rows } = await tx.execute<{ stamp: string }>(sql`select concat_ws('|', ${versions}) as stamp`)
    return rows[0]!.stamp
  }
  const stamp = [
    ...[actor.today, book.zone, book.weightUnit, book.temperatureUnit, protocols],
    beside ? await cachedBesideAnimals(tx, `versions of ${room}`, () => read(beside)) : '',
    ofAnimals ? await read(ofAnimals) : '',
  ].join('|')
  return cachedWhile(`${room} ${actor.bookId}`, stamp, work)
}

/** Changes with every row of a table that is written. */
export const versions = (table: string) =>
  sql`(select count(*) || '.' || coalesce(sum(xmin::text::bigint), 0) from ${sql.identifier(table)})`
/** Changes with every entry of some kinds, and with every one that is struck out. */
export const entriesOf = (kinds: readonly EntryKind[]) =>
  sql`(select count(*) || '.' || coalesce(sum(xmin::text::bigint), 0) from entry where kind = any(${sql.param([...kinds, 'struck'])}))`
