import { eq, sql } from 'drizzle-orm'
import { inBook, tables, type Database, type Transaction } from '../db/connect'

/** From so many rows on the database has to count anew what it has. */
const MANY = 1000

/** What was made of a list, by which it is undone. */
export interface Made {
  animals: string[]
  places: string[]
  entries: string[]
}
/** Tells how far it is. */
export type Tell = (done: number, total: number) => Promise<void>

/**
 * Does one long thing with a list at a time: a second one waits until the first is done. How far it is is written beside the
 * transaction, so that whoever waits sees it, on whichever server they ask.
 */
export async function oneLongThing<T>(
  db: Database,
  bookId: string,
  listId: string,
  work: (tx: Transaction, tell: Tell) => Promise<T>,
): Promise<T> {
  let written = 0
  const tell: Tell = (done, total) => {
    written = total
    return inBook(db, bookId, async (beside) => {
      await beside.update(tables.importList).set({ done, total }).where(eq(tables.importList.id, listId))
    })
  }
  const done = await inBook(db, bookId, async (tx) => {
    // Of what came a moment ago the database knows no numbers yet: it would go through its rows once for each.
    await tx.execute(sql`set local enable_nestloop = off`)
    // And how it makes sure of a reference was settled when the tables were small: once through all of them for each row.
    await tx.execute(sql`discard plans`)
    await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${listId}, 0))`)
    return work(tx, tell)
  })
  if (written > MANY) await db.execute(sql`select learn_row_numbers()`)
  return done
}
