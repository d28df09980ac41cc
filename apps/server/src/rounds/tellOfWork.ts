import { addDays, instantOfDay, mustNotMiss, usualChoice } from '@hatch-book/core'
import { and, isNull, lte, sql } from 'drizzle-orm'
import { inBook, tables, type Database, type Transaction } from '../db/connect'
import { outboxTopic, post } from '../notices'
import { actorOfBook, bookNow, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { publish } from '../shell/live'
import { bookWork } from './index'

const LOOK_EVERY_MS = 60_000
/** Work is asked for less often: it changes by the day. */
const WORK_EVERY_MS = 10 * 60_000
/** The same work is told of once, not each day that it stands; after so long it is another. */
const TOLD_FOR_DAYS = 30

/** Tells members of work that must not be missed and whose day has come; each thing once. */
export async function tellOfWork(tx: Transaction, actor: Actor): Promise<void> {
  const { today, book } = actor
  const readers = await tx.select().from(tables.member)
  if (!readers.some((m) => (m.notices ?? usualChoice(m.role)).work)) return
  const { items } = await bookWork(tx, actor, 0)
  const pressing = items.filter((item) => mustNotMiss(item, today))
  if (pressing.length === 0) return
  await post(tx, actor.bookId, {
    ...{ grade: 'work', cause: 'work', what: 'not to be missed', at: actor.now },
    onceSince: instantOfDay(addDays(today, -TOLD_FOR_DAYS), book.zone),
    parts: pressing.map(({ subject, kind, says, latest, why }) => ({
      key: `${subject.id}:${kind}`,
      name: subject.name,
      says: `${says}${latest > today ? `, by ${latest}` : ', today'} (${why}).`,
    })),
  })
}

/** Looks by itself, now and then, into each book; and wakes the outbox for what waited for the end of quiet hours. */
export const tellingOfWork: BookRoutes = (app, { db }) => {
  const asked = new Map<string, number>()
  let timer: ReturnType<typeof setInterval> | undefined
  app.addHook('onReady', () => {
    timer = setInterval(
      () =>
        void lookIntoAll(db, asked).catch((error: unknown) =>
          app.log.error({ err: error }, 'something done by itself failed'),
        ),
      LOOK_EVERY_MS,
    )
    timer.unref()
    return Promise.resolve()
  })
  app.addHook('preClose', () => {
    clearInterval(timer)
    return Promise.resolve()
  })
}

/** @param asked when each book was last asked for its work, milliseconds */
export async function lookIntoAll(db: Database, asked: Map<string, number>): Promise<void> {
  const { rows } = await db.execute<{ book_id: string }>(sql`select book_id from books_there()`)
  for (const { book_id: bookId } of rows)
    await inBook(db, bookId, async (tx) => {
      const [book] = await tx.select().from(tables.book)
      if (!book) return
      const now = bookNow(book)
      if (Date.now() - (asked.get(bookId) ?? 0) >= WORK_EVERY_MS) {
        asked.set(bookId, Date.now())
        await tellOfWork(tx, actorOfBook(book))
      }
      const { message } = tables
      const [waiting] = await tx
        .select({ id: message.id })
        .from(message)
        .where(and(isNull(message.takenAt), lte(message.tellFrom, new Date(now))))
        .limit(1)
      if (waiting) await publish(tx, outboxTopic(bookId), 'waiting')
    })
}
