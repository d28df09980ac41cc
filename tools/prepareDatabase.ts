import pg from 'pg'
import { migrateDatabase, OtherVersion } from '../apps/server/src/db/migrate'
import { SEED, demoIdentity } from '../demo/src'

/* Brings the database up to date as its owner; with --fresh it forgets the demo book first, and only that. */
const { OWNER_DATABASE_URL, APP_PASSWORD } = process.env
if (!OWNER_DATABASE_URL || !APP_PASSWORD) throw new Error('OWNER_DATABASE_URL and APP_PASSWORD are wanted')
await migrateDatabase(OWNER_DATABASE_URL, APP_PASSWORD).catch((error: unknown) => {
  if (!(error instanceof OtherVersion)) throw error
  console.error(error.message)
  process.exit(1)
})

const client = new pg.Client({ connectionString: OWNER_DATABASE_URL })
await client.connect()
if (process.argv.includes('--fresh')) {
  const { bookId } = demoIdentity(SEED)
  const { rows } = await client.query<{ table_name: string }>(
    "select table_name from information_schema.columns where table_schema = 'public' and column_name = 'book_id'",
  )
  await client.query('begin')
  // The tables refer to one another in a ring; for this one act the references wait.
  await client.query("set local session_replication_role = 'replica'")
  for (const { table_name } of rows)
    await client.query(`delete from ${client.escapeIdentifier(table_name)} where book_id = $1`, [bookId])
  await client.query('commit')
}
await client.end()
