import { FIRST_YEAR, LAST_YEAR } from '@hatch-book/contract'
import { sql, type SQLWrapper } from 'drizzle-orm'
import { check, pgPolicy, pgRole, timestamp, uuid } from 'drizzle-orm/pg-core'

/** The role that the application connects as. It owns nothing and cannot bypass row-level security. */
export const appRole = pgRole('app_rw').existing()

const ofThisBook = sql`book_id = nullif(current_setting('app.book_id', true), '')::uuid`

/** Every row is seen and written only in a transaction opened for its book. */
export const bookOnly = () =>
  pgPolicy('book_only', {
    as: 'permissive',
    for: 'all',
    to: appRole,
    using: ofThisBook,
    withCheck: ofThisBook,
  })

/** The two columns that every table's primary key is made of. */
export const identity = () => ({ bookId: uuid('book_id').notNull(), id: uuid('id').notNull() })

/** A point of time, whatever the zone it is told in. */
export const instant = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' })

/** Days and instants that a keeper can mean: those of other centuries are slips, and nothing can be reckoned with them. */
export const usualDays = (name: string, ...columns: readonly SQLWrapper[]) =>
  check(
    name,
    sql.join(
      columns.map(
        (c) =>
          sql`${c} >= ${sql.raw(`'${FIRST_YEAR}-01-01'`)} and ${c} < ${sql.raw(`'${LAST_YEAR + 1}-01-01'`)}`,
      ),
      sql` and `,
    ),
  )
