import { eq, sql } from 'drizzle-orm'
import { inBook, tables, type Database, type Transaction } from '../db/connect'

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
export function oneLongThing<T>(
  db: Database,
  bookId: string,
  listId: string,
  work: (tx: Transaction, tell: Tell) => Promise<T>,
): Promise<T> {
  const tell: Tell = (done, total) =>
    inBook(db, bookId, async (beside) => {
      await beside.update(tables.importList).set({ done, total }).where(eq(tables.importList.id, listId))
    })
  return inBook(db, bookId, async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${listId}, 0))`)
    return work(tx, tell)
  })
}
