import type { ReadingRoute } from '@hatch-book/contract'
import type { FastifyReply } from 'fastify'
import { changesOf, inBook, type Database, type Transaction } from '../db/connect'
import { keyBeside, newCache } from '../db/cache'
import type { Actor } from './actor'

/** So many answers are cached, and so many bytes of them. */
const MOST_CACHED = 100
const MOST_BYTES = 150_000_000
/** What is forecast from readings, which come all day, is looked at again each hour. */
const HOUR_MS = 3_600_000

interface Shared {
  stamp: string | null
  /** The day and the hour it is of. */
  when: string
  bytes: number
  answer: Promise<Buffer>
  /** Worked out at this moment, or to be once another is done. */
  underWay: boolean
  next: Promise<Buffer> | null
}

const shared = newCache<Shared>({
  ...{ most: MOST_CACHED, mostBytes: MOST_BYTES },
  bytesOf: ({ bytes }) => bytes,
})

/**
 * An answer that is the same for everybody who may read the book, as the bytes that go out. It is cached until something is written that its
 * endpoint says it rests on, and worked out once for all who ask meanwhile: never more than one at a time, and always begun after the last of those who get it had
 * asked, so that everybody sees what they wrote.
 * @param asked what the endpoint was asked with, if anything
 */
export function sharedAnswer(
  db: Database,
  actor: Actor,
  { path, reads }: Pick<ReadingRoute, 'path' | 'reads'>,
  asked: object,
  work: (tx: Transaction) => Promise<string>,
): Promise<Buffer> {
  const when = `${actor.today} ${Math.floor(actor.now / HOUR_MS)}`
  const key = keyBeside(db, `${actor.bookId} ${path} ${JSON.stringify(asked)}`)
  const changes = changesOf(db)
  const last = shared.get(key)
  const isOfNow = last?.when === when
  if (last && isOfNow && last.stamp !== null && last.stamp === changes.stampOfParts(actor.bookId, reads))
    return last.answer
  if (last?.next && isOfNow) return last.next

  const begin = (): Promise<Buffer> => {
    const now: Shared = {
      ...{ stamp: changes.stampOfParts(actor.bookId, reads), when, bytes: 0 },
      answer: inBook(db, actor.bookId, work, { reads: true }).then((text) => Buffer.from(text)),
      ...{ underWay: true, next: null },
    }
    shared.set(key, now)
    now.answer.then(
      ({ length }) => {
        Object.assign(now, { underWay: false, bytes: length })
        // Only now is it known how large it is.
        if (shared.peek(key) === now) shared.set(key, now)
      },
      // What failed is tried again by whoever asks next.
      () => Object.assign(now, { underWay: false, stamp: null }),
    )
    return now.answer
  }
  if (!last?.underWay || !isOfNow) return begin()
  last.next = last.answer.then(begin, begin)
  return last.next
}

/** Sends bytes that are JSON already. */
export const sendJson = (reply: FastifyReply, bytes: Buffer) =>
  reply.type('application/json; charset=utf-8').send(bytes as never)
