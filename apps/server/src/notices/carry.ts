import { and, eq, isNull, sql } from 'drizzle-orm'
import { inBook, tables, type Database, type Transaction } from '../db/connect'
import { announce } from '../shell/live'
import type { BookApp } from '../shell/app'
import { wordsOf } from './post'
import type { Addressee, Outcome, Way, WaysOut, Words } from '../shell/way'

export const SENDING = 'Sending messages'
const LOOK_EVERY_MS = 15_000
const AT_ONCE = 50
/** Whoever claimed a message and died lets it go after so long. */
const CLAIM_SECONDS = 120
/** What waited longer is not sent any more: a server that gets its first way does not send a year of alarms. */
const TOO_OLD_HOURS = 24

/** The server carries messages out itself, by each way it was given; the demo's go nowhere. */
export function carryMessages(app: BookApp, db: Database, { mail, push }: WaysOut): void {
  const ways = [mail, push].filter((way) => way !== null)
  if (ways.length === 0) return
  app.jobs.add({
    ...{ name: SENDING, everyMs: LOOK_EVERY_MS },
    work: (bookId) => sendWaiting(db, bookId, ways),
  })
  app.addHook('onClose', () => {
    ways.forEach((way) => way.close?.())
    return Promise.resolve()
  })
}

interface Claimed extends Words {
  memberId: string
  to: Addressee
}

async function sendWaiting(db: Database, bookId: string, ways: readonly Way[]): Promise<void> {
  // Nothing is held in the database while a mail server takes its time.
  const claimed = await inBook(db, bookId, claim)
  let failure: unknown = null
  for (const message of claimed) {
    const { taken, outcomes, failed } = await sendOne(message, ways)
    if (failed) failure = failed
    await inBook(db, bookId, (tx) => settle(tx, bookId, message, taken, outcomes))
  }
  // Told as a failure of the job, which tries again; what was sent stays sent.
  if (failure) throw failure
}

async function claim(tx: Transaction): Promise<Claimed[]> {
  const { message, member, book } = tables
  const [own] = await tx.select().from(book)
  if (!own || own.demoDay) return []
  const { rows } = await tx.execute<{ id: string }>(sql`
    update message set claimed_at = now() where id in (
      select id from message where taken_at is null and tell_from <= now() and tell_from > now() - ${`${TOO_OLD_HOURS} hours`}::interval
        and (claimed_at is null or claimed_at < now() - ${`${CLAIM_SECONDS} seconds`}::interval)
      order by tell_from limit ${AT_ONCE} for update skip locked) returning id`)
  if (rows.length === 0) return []
  const found = await tx
    .select({ message, member })
    .from(message)
    .innerJoin(member, eq(member.id, message.memberId))
    .where(sql`${message.id} = any(${sql.param(rows.map((r) => r.id))}::uuid[])`)
    .orderBy(message.at)
  return found.map(({ message: m, member: { id, email, devices } }) => ({
    ...{ id: m.id, ...wordsOf(m), memberId: id },
    to: { email, devices, book: own.name },
  }))
}

/** By what a message went, or why it never will. */
type Taken = { takenBy: string } | { refused: string }

/** @returns what became of it; null where it is tried again */
async function sendOne(message: Claimed, ways: readonly Way[]) {
  const outcomes: Outcome[] = []
  const sent: string[] = []
  const refused: string[] = []
  let failed: unknown = null
  for (const way of ways)
    try {
      const outcome = await way.send(message.to, message)
      outcomes.push(outcome)
      if (outcome.sent) sent.push(way.name)
      else if (outcome.refused) refused.push(outcome.refused)
    } catch (error) {
      failed = error
    }
  const taken: Taken | null =
    sent.length > 0
      ? { takenBy: sent.join(' and ') }
      : refused.length > 0 && !failed
        ? { refused: refused.join('; ') }
        : null
  return { taken, outcomes, failed: sent.length > 0 ? null : failed }
}

async function settle(
  tx: Transaction,
  bookId: string,
  { id, memberId }: Claimed,
  taken: Taken | null,
  outcomes: readonly Outcome[],
): Promise<void> {
  const { message, member } = tables
  const gone = outcomes.flatMap((o) => o.gone ?? [])
  if (gone.length > 0) {
    const [reader] = await tx.select().from(member).where(eq(member.id, memberId)).for('update')
    await tx
      .update(member)
      .set({ devices: reader!.devices.filter((d) => !gone.includes(d.id)) })
      .where(eq(member.id, memberId))
  }
  if (taken === null) return
  await tx
    .update(message)
    .set({ takenAt: new Date(), ...taken })
    .where(and(eq(message.id, id), isNull(message.takenAt)))
  await announce(tx, bookId, ['messages'])
}
