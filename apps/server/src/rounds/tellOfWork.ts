import { addDays, calledOf, instantOfDay, mustNotMiss, usualChoice, type WorkItem } from '@hatch-book/core'
import { and, inArray, isNull, lte } from 'drizzle-orm'
import { inBook, tables, type Database, type Transaction } from '../db/connect'
import { outboxTopic, post } from '../notices'
import { actorOfBook, bookNow, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { publish } from '../shell/live'
import { bookWork } from './bookWork'

export const REMINDERS = 'Reminders of work'
const LOOK_EVERY_MS = 60_000
/** Work is asked for less often: it changes by the day. */
const WORK_EVERY_MS = 10 * 60_000
/** The same work is told of once, not each day that it stands; after so long it is another. */
const TOLD_FOR_DAYS = 30

/** What must not be missed and whose day has come, if anybody wishes to be told of it. */
async function pressingWork(tx: Transaction, actor: Actor): Promise<WorkItem[]> {
  const readers = await tx.select().from(tables.member)
  if (!readers.some((m) => (m.notices ?? usualChoice(m.role)).work)) return []
  const { items } = await bookWork(tx, actor, 0)
  return items.filter((item) => mustNotMiss(item, actor.today))
}

/** What the animals among the subjects are called. */
async function calledInBook(tx: Transaction, items: readonly WorkItem[]): Promise<Map<string, string>> {
  const ids = items.flatMap(({ subject }) => (subject.type === 'animal' ? [subject.id] : []))
  if (ids.length === 0) return new Map()
  const { id, tag, name } = tables.animal
  const animals = await tx.select({ id, tag, name }).from(tables.animal).where(inArray(id, ids))
  return new Map(animals.map((a) => [a.id, calledOf(a)]))
}

/** Tells members of it; each thing once. */
async function tellOfWork(
  tx: Transaction,
  { bookId, book, now, today }: Actor,
  pressing: readonly WorkItem[],
): Promise<void> {
  if (pressing.length === 0) return
  const called = await calledInBook(tx, pressing)
  await post(tx, bookId, {
    ...{ grade: 'work', cause: 'work', what: 'not to be missed', at: now },
    onceSince: instantOfDay(addDays(today, -TOLD_FOR_DAYS), book.zone),
    parts: pressing.map(({ subject, kind, says, latest, why }) => ({
      key: `${subject.id}:${kind}`,
      name: called.get(subject.id) ?? subject.name,
      says: `${says}${latest > today ? `, by ${latest}` : ', today'} (${why}).`,
    })),
  })
}

/** Looks by itself, now and then, into each book; and wakes the outbox for what waited for the end of quiet hours. */
export const tellingOfWork: BookRoutes = (app, { db }) => {
  const asked = new Map<string, number>()
  app.jobs.add({ name: REMINDERS, everyMs: LOOK_EVERY_MS, work: (bookId) => lookInto(db, bookId, asked) })
}

/** @param asked when each book was last asked for its work and told of it, milliseconds */
async function lookInto(db: Database, bookId: string, asked: Map<string, number>): Promise<void> {
  const isTime = Date.now() - (asked.get(bookId) ?? 0) >= WORK_EVERY_MS
  // Reading alone it rests on what is kept between two changes; most looks find nothing to write.
  const found = await inBook(
    db,
    bookId,
    async (tx) => {
      const [book] = await tx.select().from(tables.book)
      if (!book) return null
      const actor = actorOfBook(book)
      const pressing = isTime ? await pressingWork(tx, actor) : []
      return { actor, pressing, waiting: await isWaiting(tx, bookNow(book)) }
    },
    { reads: true },
  )
  if (found && (found.pressing.length > 0 || found.waiting)) {
    const { actor, pressing } = found
    await inBook(db, bookId, async (tx) => {
      await tellOfWork(tx, actor, pressing)
      if (await isWaiting(tx, actor.now)) await publish(tx, outboxTopic(bookId), 'waiting')
    })
  }
  // Only once it was told: what failed is asked again at the next try.
  if (isTime) asked.set(bookId, Date.now())
}

/** Whether a message waits that may be told by now. */
async function isWaiting(tx: Transaction, now: number): Promise<boolean> {
  const { message } = tables
  const [waiting] = await tx
    .select({ id: message.id })
    .from(message)
    .where(and(isNull(message.takenAt), lte(message.tellFrom, new Date(now))))
    .limit(1)
  return waiting !== undefined
}
