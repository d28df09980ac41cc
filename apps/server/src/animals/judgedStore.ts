import { createHash, randomUUID } from 'node:crypto'
import type { Day } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import type { Actor } from '../shell/actor'
import { programDigest } from '../shell/program'
import type { Judgement } from './judgement'

/** For which days a judgement stands: up to before the one on which time alone turns it. */
export interface Span {
  id: string
  from: Day
  until: Day
  /** The versions of all that it was worked out from. */
  rests: string
}
export type StoredJudgement = Span & Pick<Judgement, 'row' | 'beside'>

/**
 * What every judgement of a book rests on beside the rows and the protocol of its animal: the program, and the book's time zone and units. The database too: one that
 * was restored counts its row versions anew, and what was stored before says nothing of them.
 */
export async function basisOf(tx: Transaction, actor: Actor): Promise<string> {
  const { rows } = await tx.execute<{ database: string }>(sql`
    select (pg_control_system()).system_identifier || '.' || oid as database from pg_database where datname = current_database()`)
  const { zone, weightUnit, temperatureUnit } = actor.book
  return createHash('sha256')
    .update([programDigest(), rows[0]!.database, zone, weightUnit, temperatureUnit].join('|'))
    .digest('base64url')
    .slice(0, 16)
}

/** What is stored of some animals for a day. */
export async function readJudged(
  tx: Transaction,
  ids: readonly string[],
  day: Day,
): Promise<StoredJudgement[]> {
  const { rows } = await tx.execute<Record<'id' | 'from' | 'until' | 'rests' | 'row' | 'beside', string>>(sql`
    select animal_id as id, from_day as "from", until_day as until, rests, row, beside from judged
    where animal_id = any(${sql.param(ids)}::uuid[]) and from_day <= ${day} and until_day > ${day}`)
  return rows.map((r) => ({ ...r, beside: JSON.parse(r.beside) as Judgement['beside'] }))
}

/** For which days something is stored of the book's animals, but not what. */
export async function readSpans(tx: Transaction): Promise<Span[]> {
  const { rows } = await tx.execute<Record<'id' | 'from' | 'until' | 'rests', string>>(
    sql`select animal_id as id, from_day as "from", until_day as until, rests from judged`,
  )
  return rows
}

/** Stores judgements; whatever was stored of the same animals goes. */
export async function storeJudged(
  tx: Transaction,
  bookId: string,
  judged: readonly StoredJudgement[],
): Promise<void> {
  await oneAtATime(tx)
  await write(tx, bookId, judged)
}

/** Stores judgements of a day, but for those that are there already: somebody may have looked further ahead meanwhile. */
export async function storeMissing(
  tx: Transaction,
  bookId: string,
  judged: readonly StoredJudgement[],
  day: Day,
): Promise<void> {
  await oneAtATime(tx)
  const there = new Set(
    (await readSpans(tx)).filter((s) => s.from <= day && s.until > day).map((s) => `${s.id} ${s.rests}`),
  )
  await write(
    tx,
    bookId,
    judged.filter((j) => !there.has(`${j.id} ${j.rests}`)),
  )
}

/** Two servers that store at once come one after the other. */
const oneAtATime = (tx: Transaction) =>
  tx.execute(sql`select pg_advisory_xact_lock(hashtext('judged ' || current_setting('app.book_id')))`)

/** So many rows go in one message. */
const AT_ONCE = 2000

async function write(tx: Transaction, bookId: string, judged: readonly StoredJudgement[]): Promise<void> {
  const ids = [...new Set(judged.map((j) => j.id))]
  await tx.execute(sql`delete from judged where animal_id = any(${sql.param(ids)}::uuid[])`)
  for (let start = 0; start < judged.length; start += AT_ONCE) {
    const rows = judged.slice(start, start + AT_ONCE).map(({ id, from, until, rests, row, beside }) => ({
      ...{ book_id: bookId, id: randomUUID(), animal_id: id, from_day: from, until_day: until },
      ...{ rests, row, beside: JSON.stringify(beside) },
    }))
    await tx.execute(
      sql`insert into judged select * from json_populate_recordset(null::judged, ${JSON.stringify(rows)}::json)`,
    )
  }
}
