import { AsyncLocalStorage } from 'node:async_hooks'
import { setTimeout } from 'node:timers/promises'
import { sql } from 'drizzle-orm'
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import pg from 'pg'
import { actingIn } from './acting'
import { BookChanges, CHANNEL, pageNotice, wroteNotice, type Touched } from './changes'
import * as books from './schema/books'
import * as breeding from './schema/breeding'
import * as cohorts from './schema/cohorts'
import * as colonies from './schema/colonies'
import * as keeping from './schema/keeping'
import * as resting from './schema/resting'
import * as selling from './schema/selling'
import { touchedNow } from './touching'

export const tables = { ...books, ...breeding, ...cohorts, ...colonies, ...keeping, ...resting, ...selling }
export type Database = NodePgDatabase & { $client: pg.Pool }
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]

// A date of the calendar has no time zone: keep it the text it is.
pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text)

/** So long a statement, a wait for somebody else's row, a pause inside a transaction, and a wait for a line may last. */
const LIMITS = {
  statement_timeout: 60_000,
  lock_timeout: 15_000,
  idle_in_transaction_session_timeout: 120_000,
  connectionTimeoutMillis: 15_000,
  // A line that hangs without closing answers nothing at all, not even that a statement took too long.
  query_timeout: 90_000,
  keepAlive: true,
}

/** Within which pool's transaction something runs. */
const within = new AsyncLocalStorage<pg.Pool>()

/**
 * Whoever has a line of the pool must not wait for another: as soon as all of them did, none would ever come free. Such a request is a fault
 * of the program, and is told at once instead of hanging on a busy day.
 */
function oneLineEach(pool: pg.Pool): void {
  const connectTo = pool.connect.bind(pool) as (...args: unknown[]) => unknown
  pool.connect = ((...args: unknown[]) => {
    if (within.getStore() === pool) throw new Error('a second connection was asked for inside a transaction')
    return connectTo(...args)
  }) as typeof pool.connect
}

/** Begins something of its own from inside a transaction, which must not wait for it. */
export const outsideTransaction = (work: () => void) => within.exit(work)

export function connect(url: string, max = 10): { db: Database; pool: pg.Pool } {
  const pool = new pg.Pool({ connectionString: url, max, ...LIMITS })
  oneLineEach(pool)
  // An idle connection that the server ends (a restart, say) must not end the application: the pool opens another.
  pool.on('error', () => undefined)
  // Nor must one that breaks while it is in use: the query it was asked fails with words, and that is enough.
  pool.on('connect', (client) => client.on('error', () => undefined))
  const db = drizzle(pool)
  pool.on('connect', (client) => {
    changesOf(db).opened(lineOf(client))
    // A line of the pool hears what the pool hears.
    changes.set(client, changesOf(db))
  })
  pool.on('remove', (client) => changesOf(db).closed(lineOf(client)))
  return { db, pool }
}

/** By what a handle speaks through: a pool of lines, or one line of it. */
const changes = new WeakMap<object, BookChanges>()

/** The changes that are heard by the server whose database, or whose transaction, this is. */
export function changesOf(via: Database | Transaction): BookChanges {
  const { $client } = via as Database
  const found = changes.get($client) ?? new BookChanges()
  changes.set($client, found)
  return found
}

/** What the database calls a line; its notices say on which line they were made. */
const lineOf = (client: pg.PoolClient) => (client as unknown as { processID: number }).processID

/**
 * Keeps in the database what was worked out on the way: at once in a transaction that may write; after one that only reads in one of its own,
 * which nothing rests on but the time of whoever asks next.
 */
export async function keepInBook(tx: Transaction, keep: Keep): Promise<void> {
  const { reads, after } = openFor.get(tx)!
  if (reads) after.push(keep)
  else await keep(tx, () => true)
}

const literal = (text: string) => pg.escapeLiteral(text)
const handles = new WeakMap<pg.PoolClient, Transaction>()
/** @param stillSo whether what it was worked out from is still so */
type Keep = (tx: Transaction, stillSo: () => boolean) => Promise<void>
interface OpenedFor {
  bookId: string
  reads: boolean
  /** What is to be kept of what a reader worked out. */
  after: Keep[]
  /** What was worked out since nothing is written any more. */
  settled?: Map<string, Promise<unknown>>
}
const openFor = new WeakMap<Transaction, OpenedFor>()

/**
 * The book of a transaction that can only read. Null of one that may have written: what it sees is not yet so for others and may never be,
 * and what others were told to keep may no longer be so for it.
 */
export function readsBook(tx: Transaction): string | null {
  const { bookId, reads } = openFor.get(tx)!
  return reads ? bookId : null
}

/** From here on nothing is written in this transaction: what is worked out in it may be looked at several times. */
export function settle(tx: Transaction): void {
  openFor.get(tx)!.settled = new Map()
}

/** Works something out of a transaction that may have written; once, where that writes no more. */
export function sharedWhenSettled<T>(tx: Transaction, name: string, work: () => Promise<T>): Promise<T> {
  const { settled } = openFor.get(tx)!
  if (!settled) return work()
  const found = (settled.get(name) as Promise<T> | undefined) ?? work()
  settled.set(name, found)
  return found
}

/** The line as drizzle speaks on it; made once for each line. The transaction around it is opened and ended by `inBook`. */
function handleOf(client: pg.PoolClient): Transaction {
  const handle = handles.get(client) ?? (drizzle(client) as unknown as Transaction)
  handles.set(client, handle)
  return handle
}

/**
 * The one way to touch a book's rows: a transaction that row-level security filters to the book.
 * Everything in `work` happens or nothing does. What opens it and what ends it are one message each: on a machine that does much at once
 * waiting for messages is most of what a short transaction costs.
 */
export async function inBook<T>(
  db: Database,
  bookId: string,
  work: (tx: Transaction) => Promise<T>,
  options: InBookOptions = {},
): Promise<T> {
  for (let attempt = 1; ; attempt++)
    try {
      return await once(db, bookId, work, options)
    } catch (error) {
      // The database took all of it back because two stood in each other's way: it is done again.
      if (attempt === TRIES || !isConflict(error)) throw error
      await setTimeout(attempt * (10 + Math.random() * 40))
    }
}

interface InBookOptions {
  isolation?: 'read committed' | 'repeatable read'
  /** It cannot write; it may use what was kept since the last change, and add to it. */
  reads?: boolean
  /** Where it is known beforehand that nothing is written but of some animals. */
  touches?: Touched
}

const TRIES = 5
/** Deadlocks, and what could not be put into an order. */
const CONFLICTS = new Set(['40P01', '40001'])
const isConflict = (error: unknown) =>
  [error, (error as { cause?: unknown }).cause].some((e) =>
    CONFLICTS.has(String((e as { code?: unknown })?.code)),
  )

async function once<T>(
  db: Database,
  bookId: string,
  work: (tx: Transaction) => Promise<T>,
  { isolation = 'read committed', reads = false, touches = null }: InBookOptions,
): Promise<T> {
  const who = actingIn(bookId)
  const client = await db.$client.connect()
  const after: Keep[] = []
  const stamp = changesOf(db).stampOf(bookId)
  let broken: Error | undefined
  let committing = false
  try {
    await client.query(
      `begin isolation level ${isolation}${reads ? ' read only' : ''}; select set_config('app.book_id', ${literal(bookId)}, true),
        set_config('app.member_id', ${literal(who?.memberId ?? '')}, true), set_config('app.device', ${literal(who?.device ?? '')}, true)`,
    )
    const tx = handleOf(client)
    // Of an older snapshot nobody knows whether it is what was heard of last.
    openFor.set(tx, { bookId, reads: reads && isolation === 'read committed', after })
    const done = await within.run(db.$client, () => work(tx))
    committing = true
    // Whatever was written is told to every server and to every open page: none may keep what rested on it.
    const notices = [wroteNotice(bookId, touches, partsTouched(touches)), ...pageNotices(bookId, touches)]
    const [told] = (await client.query(
      `select ${notices.map((notice) => `pg_notify(${literal(CHANNEL)}, ${literal(notice)})`).join(', ')}
        where pg_current_xact_id_if_assigned() is not null; commit`,
    )) as unknown as pg.QueryResult[]
    if (told!.rowCount) changesOf(db).heard(bookId, touches, partsTouched(touches))
    if (after.length > 0) void keepAfterwards(db, bookId, after, stamp)
    return done
  } catch (error) {
    // A line that breaks in the middle of a commit may have committed.
    if (committing) changesOf(db).heard(bookId, touches)
    await client.query('rollback').catch((e: Error) => (broken = e))
    throw error
  } finally {
    client.release(broken)
  }
}

/** What is known to touch nothing touches no part; what no request asked for may touch any. */
const partsTouched = (touches: Touched) =>
  touches?.length === 0 ? [] : (touchedNow()?.touched ?? 'everything')

function pageNotices(bookId: string, touches: Touched): string[] {
  const what = touchedNow()
  return what && what.touched.length > 0 && touches?.length !== 0 ? [pageNotice(bookId, what)] : []
}

/** Nobody waits for it, and where it fails it is worked out again by whoever asks next. */
async function keepAfterwards(
  db: Database,
  bookId: string,
  after: readonly Keep[],
  stamp: string | null,
): Promise<void> {
  const stillSo = () => stamp !== null && changesOf(db).touchedSince(bookId, stamp) !== null
  const keepAll = async (tx: Transaction) => {
    for (const keep of after) await keep(tx, stillSo)
  }
  // What is kept is what was answered: nothing that rests on the book has changed.
  await inBook(db, bookId, keepAll, { touches: [] }).catch(() => undefined)
}

/** Adds rows as one parameter: a row's keys are the table's columns. Rows already there are left alone. */
export const insertRows = (table: string, rows: readonly Record<string, unknown>[]) =>
  sql`insert into ${sql.identifier(table)} select * from json_populate_recordset(null::${sql.identifier(table)}, ${JSON.stringify(rows)}::json) on conflict do nothing returning id`

/**
 * Adds many rows at once, as one parameter: a row's keys are the table's columns. Rows already there are left alone.
 * @returns the ids that were added
 */
export async function insertMany(
  tx: Transaction,
  table: string,
  rows: readonly Record<string, unknown>[],
): Promise<string[]> {
  const added: string[] = []
  for (let start = 0; start < rows.length; start += 60_000) {
    const part = rows.slice(start, start + 60_000)
    const { rows: ids } = await tx.execute<{ id: string }>(insertRows(table, part))
    for (const { id } of ids) added.push(id)
  }
  return added
}

/** The same address as another role. */
export function asRole(url: string, user: string, password: string): string {
  const address = new URL(url)
  address.username = user
  address.password = encodeURIComponent(password)
  return address.toString()
}
