import type { FastifyReply } from 'fastify'
import { changesOf, inBook, type Database, type Transaction } from '../db/connect'
import type { Actor } from './actor'

/** So many answers are kept; the longest unused goes first. */
const MOST_KEPT = 100
/** What is forecast from readings, which come all day, is looked at again each hour. */
const HOUR_MS = 3_600_000

interface Shared {
  stamp: string | null
  answer: Promise<Buffer>
  /** Worked out at this moment, or to be once another is done. */
  underWay: boolean
  next: Promise<Buffer> | null
}

const shared = new WeakMap<Database, Map<string, Shared>>()

/**
 * An answer that is the same for everybody who may read the book, as the bytes that go out. It is kept until something is written in the book,
 * and worked out once for all who ask meanwhile: never more than one at a time, and always begun after the last of those who get it had
 * asked, so that everybody sees what they wrote.
 * @param name says which answer, with all that it depends on beside the book and the day
 */
export function sharedAnswer(
  db: Database,
  actor: Actor,
  name: string,
  work: (tx: Transaction) => Promise<string>,
): Promise<Buffer> {
  const all = shared.get(db) ?? new Map<string, Shared>()
  shared.set(db, all)
  const hour = Math.floor(actor.now / HOUR_MS)
  const key = `${actor.bookId} ${actor.today} ${hour} ${name}`
  const changes = changesOf(db)
  const last = all.get(key)
  all.delete(key)
  if (last) all.set(key, last)
  if (last && last.stamp !== null && last.stamp === changes.stampOf(actor.bookId)) return last.answer
  if (last?.next) return last.next

  const begin = (): Promise<Buffer> => {
    const now: Shared = {
      stamp: changes.stampOf(actor.bookId),
      answer: inBook(db, actor.bookId, work).then((text) => Buffer.from(text)),
      ...{ underWay: true, next: null },
    }
    all.set(key, now)
    if (all.size > MOST_KEPT) all.delete(all.keys().next().value!)
    now.answer.then(
      () => (now.underWay = false),
      // What failed is tried again by whoever asks next.
      () => Object.assign(now, { underWay: false, stamp: null }),
    )
    return now.answer
  }
  if (!last?.underWay) return begin()
  last.next = last.answer.then(begin, begin)
  return last.next
}

/** Sends bytes that are JSON already. */
export const sendJson = (reply: FastifyReply, bytes: Buffer) =>
  reply.type('application/json; charset=utf-8').send(bytes as never)
