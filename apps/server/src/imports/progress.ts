import { eq, sql } from 'drizzle-orm'
import { inBook, outsideTransaction, tables, type Database, type Transaction } from '../db/connect'
import { oneAtATime } from '../shell/turns'

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

/** Says how far a list is, beside the transaction that nobody sees into yet. Nothing waits for it: of several the latest counts. */
class Progress {
  private next: { done: number; total: number } | null = null
  private writing = false

  constructor(
    private readonly db: Database,
    private readonly bookId: string,
    private readonly listId: string,
  ) {}

  tell(done: number, total: number): void {
    this.next = { done, total }
    // Outside of the transaction that tells it.
    if (!this.writing) outsideTransaction(() => void this.write())
  }

  private async write(): Promise<void> {
    if (this.writing) return
    this.writing = true
    while (this.next) {
      const told = this.next
      this.next = null
      const { importList } = tables
      await inBook(this.db, this.bookId, (tx) =>
        tx.update(importList).set(told).where(eq(importList.id, this.listId)),
      ).catch(() => undefined)
    }
    this.writing = false
  }
}

/**
 * Does one long thing with a list at a time, and one on this server: who waits holds no line to the database. How far it is is written
 * beside the transaction, so that whoever waits sees it, on whichever server they ask.
 */
export async function oneLongThing<T>(
  db: Database,
  bookId: string,
  listId: string,
  work: (tx: Transaction, tell: Tell) => Promise<T>,
): Promise<T> {
  let written = 0
  const progress = new Progress(db, bookId, listId)
  const tell: Tell = (done, total) => {
    written = total
    progress.tell(done, total)
    return Promise.resolve()
  }
  const done = await oneAtATime('a list that is brought in', () =>
    inBook(db, bookId, async (tx) => {
      // It takes as long as it takes.
      await tx.execute(sql`set local statement_timeout = 0`)
      // Of what came a moment ago the database knows no numbers yet: it would go through its rows once for each.
      await tx.execute(sql`set local enable_nestloop = off`)
      // And how it makes sure of a reference was settled when the tables were small: once through all of them for each row.
      await tx.execute(sql`discard plans`)
      await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${listId}, 0))`)
      return work(tx, tell)
    }),
  )
  if (written > MANY) await db.execute(sql`select learn_row_numbers()`)
  return done
}
