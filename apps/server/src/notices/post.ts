import { newId } from '@hatch-book/contract'
import {
  dayOfInstant,
  firstOf,
  tellFrom,
  usualChoice,
  type Instant,
  type NoticeGrade,
} from '@hatch-book/core'
import { and, eq, gte, isNull, sql } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { hasEnded, bookNow } from '../shell/actor'
import { publish } from '../shell/live'

const { member, message } = tables
type MessageRow = typeof message.$inferSelect

export const outboxTopic = (bookId: string) => `outbox:${bookId}`

/** Something that members are told of. */
export interface Notice {
  grade: NoticeGrade
  /** What it springs from: as long as a message of the same cause waits, this joins it. */
  cause: string
  /** What is the matter, such as 'too warm'. */
  what: string
  /** The things it is about, each told of once by its key. */
  parts: MessageRow['parts']
  at: Instant
  /** Parts that a reader was told of since then are left out; without it all are told. */
  onceSince?: Instant
}

/** Writes what has happened to whoever chose to hear of it: at once, or for the end of their quiet hours. */
export async function post(tx: Transaction, bookId: string, notice: Notice): Promise<void> {
  const [book] = await tx.select().from(tables.book)
  // Two servers that find the same at once say it once.
  await tx.execute(sql`select pg_advisory_xact_lock(hashtext(${`notices ${bookId}`}))`)
  // It is told by the book's clock: that of a probe may run ahead, and nothing waits for it.
  const now = bookNow(book!)
  const today = dayOfInstant(now, book!.zone)
  let said = false
  for (const reader of await tx.select().from(member)) {
    if (hasEnded(reader, today)) continue
    const choice = reader.notices ?? usualChoice(reader.role)
    const from = tellFrom(choice, notice.grade, now, book!.zone)
    if (from === null) continue
    const parts = await newTo(tx, reader.id, notice)
    if (parts.length === 0) continue
    const [waiting] = await tx
      .select()
      .from(message)
      .where(and(eq(message.memberId, reader.id), eq(message.cause, notice.cause), isNull(message.takenAt)))
    if (waiting) {
      const before = waiting.tellFrom.getTime()
      const kept = waiting.parts.filter((p) => !parts.some((n) => n.key === p.key))
      await tx
        .update(message)
        .set({ parts: [...kept, ...parts], tellFrom: new Date(Math.min(before, from)) })
        .where(eq(message.id, waiting.id))
    } else
      await tx.insert(message).values({
        ...{ bookId, id: newId(), memberId: reader.id, at: new Date(notice.at), tellFrom: new Date(from) },
        ...{ cause: notice.cause, what: notice.what, parts },
      })
    said = true
  }
  if (said) await publish(tx, outboxTopic(bookId), 'waiting')
}

/** What is over by the time it is told is told as over. */
export async function addToWaiting(tx: Transaction, key: string, says: string): Promise<void> {
  const waiting = await tx
    .select()
    .from(message)
    .where(and(isNull(message.takenAt), sql`${message.parts} @> ${JSON.stringify([{ key }])}::jsonb`))
  for (const { id, parts } of waiting)
    await tx
      .update(message)
      .set({ parts: parts.map((p) => (p.key === key ? { ...p, says: `${p.says} ${says}` } : p)) })
      .where(eq(message.id, id))
}

/** What of a notice its reader was not told of before. */
async function newTo(tx: Transaction, memberId: string, { parts, onceSince }: Notice) {
  if (onceSince === undefined) return parts
  const told = await tx
    .select({ parts: message.parts })
    .from(message)
    .where(and(eq(message.memberId, memberId), gte(message.at, new Date(onceSince))))
  const keys = new Set(told.flatMap((m) => m.parts.map((p) => p.key)))
  return parts.filter((p) => !keys.has(p.key))
}

const NAMED = 3

/** A message as it is read: who or where in its head, each thing in its body. */
export function wordsOf({ what, parts }: Pick<MessageRow, 'what' | 'parts'>): {
  subject: string
  body: string
} {
  const names = [...new Set(parts.map((p) => p.name).filter(Boolean))]
  const who = firstOf(names, NAMED)
  return {
    subject: who ? `${who}: ${what}` : what,
    body: parts.map((p) => (parts.length > 1 && p.name ? `${p.name}: ${p.says}` : p.says)).join('\n'),
  }
}
