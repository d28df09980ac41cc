import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import { sql } from 'drizzle-orm'
import pg from 'pg'
import { actingIn } from './acting'
import * as books from './schema/books'
import * as breeding from './schema/breeding'
import * as cohorts from './schema/cohorts'
import * as colonies from './schema/colonies'
import * as keeping from './schema/keeping'
import * as resting from './schema/resting'
import * as selling from './schema/selling'

export const tables = { ...books, ...breeding, ...cohorts, ...colonies, ...keeping, ...resting, ...selling }
export type Database = NodePgDatabase<typeof tables>
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]

// A date of the calendar has no time zone: keep it the text it is.
pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text)

export function connect(url: string, max = 10): { db: Database; pool: pg.Pool } {
  const pool = new pg.Pool({ connectionString: url, max })
  // An idle connection that the server ends (a restart, say) must not end the application: the pool opens another.
  pool.on('error', () => undefined)
  // Nor must one that breaks while it is in use: the query it was asked fails with words, and that is enough.
  pool.on('connect', (client) => client.on('error', () => undefined))
  return { db: drizzle(pool, { schema: tables }), pool }
}

/**
 * The one way to touch a book's rows: a transaction that row-level security filters to the book.
 * Everything in `work` happens or nothing does.
 */
export function inBook<T>(
  db: Database,
  bookId: string,
  work: (tx: Transaction) => Promise<T>,
  isolationLevel: 'read committed' | 'repeatable read' = 'read committed',
): Promise<T> {
  return db.transaction(
    async (tx) => {
      const who = actingIn(bookId)
      await tx.execute(
        sql`select set_config('app.book_id', ${bookId}, true), set_config('app.member_id', ${who?.memberId ?? ''}, true),
          set_config('app.device', ${who?.device ?? ''}, true)`,
      )
      return work(tx)
    },
    isolationLevel === 'read committed' ? undefined : { isolationLevel },
  )
}

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
    const part = JSON.stringify(rows.slice(start, start + 60_000))
    const { rows: ids } = await tx.execute<{ id: string }>(
      sql`insert into ${sql.identifier(table)} select * from json_populate_recordset(null::${sql.identifier(table)}, ${part}::json) on conflict do nothing returning id`,
    )
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
