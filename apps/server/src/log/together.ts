import { touchedByEntries, type EntryDraft } from '@hatch-book/contract'
import { inBook, type Database } from '../db/connect'
import type { Actor } from '../shell/actor'
import { touchedNow, touching } from '../db/touching'
import { areSimple, writeAll, writeEntries, type EntriesSent, type Outcome } from './write'

/** What is written in one transaction at most, in batches. */
const MOST_TOGETHER = 32

/** While the database writes one group, the next is folded here. */
const AT_ONCE = 2

interface Waiting extends EntriesSent {
  /** The page it came from. */
  from: string
  resolve(outcome: Outcome): void
  reject(error: unknown): void
}

interface Queue {
  waiting: Waiting[]
  /** Transactions under way. */
  writing: number
}

const queues = new WeakMap<Database, Map<string, Queue>>()

function queueOf(db: Database, bookId: string): Queue {
  const ofBooks = queues.get(db) ?? new Map<string, Queue>()
  queues.set(db, ofBooks)
  const queue = ofBooks.get(bookId) ?? { waiting: [], writing: 0 }
  ofBooks.set(bookId, queue)
  return queue
}

/**
 * Writes what a device sent, and answers once it is kept. While a transaction is under way, what other devices of the book send waits
 * and is written in the next one together: many pay for one transaction. Only what nothing judges but itself is written so; if a
 * transaction of several fails, each is tried alone, so that nobody is refused for another.
 */
export function writeTogether(db: Database, actor: Actor, drafts: readonly EntryDraft[]): Promise<Outcome> {
  if (!areSimple(drafts)) return inBook(db, actor.bookId, (tx) => writeEntries(tx, actor, drafts))
  const queue = queueOf(db, actor.bookId)
  return new Promise((resolve, reject) => {
    queue.waiting.push({ actor, drafts, from: touchedNow()?.from ?? '', resolve, reject })
    if (queue.writing < AT_ONCE) void writeWaiting(db, actor.bookId, queue)
  })
}

async function writeWaiting(db: Database, bookId: string, queue: Queue): Promise<void> {
  queue.writing += 1
  while (queue.waiting.length > 0) await writeGroup(db, bookId, queue.waiting.splice(0, MOST_TOGETHER))
  queue.writing -= 1
}

async function writeGroup(db: Database, bookId: string, group: readonly Waiting[]): Promise<void> {
  try {
    const touches = [...new Set(group.flatMap(({ drafts }) => drafts.map((d) => d.subject.id)))]
    const [from, ...otherPages] = new Set(group.map((g) => g.from))
    const changed = {
      touched: touchedByEntries(group.flatMap((g) => [...g.drafts])),
      from: otherPages.length > 0 ? '' : from!,
    }
    const outcomes = await touching(changed, () =>
      inBook(db, bookId, (tx) => writeAll(tx, group), { touches }),
    )
    group.forEach(({ resolve }, i) => resolve(outcomes[i]!))
  } catch (error) {
    const [only, ...others] = group
    if (others.length === 0) return only!.reject(error)
    for (const one of group) await writeGroup(db, bookId, [one])
  }
}
