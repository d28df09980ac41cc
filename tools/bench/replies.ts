import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { asRole, connect, inBook } from '../../apps/server/src/db/connect'
import { migrateDatabase } from '../../apps/server/src/db/migrate'
import { rooms } from '../../apps/server/src/rooms'
import { COOKIE, createSession } from '../../apps/server/src/shell/actor'
import { buildApp } from '../../apps/server/src/shell/app'
// @ts-expect-error -- a plain script without types
import { dataFolder } from '../dataFolder.mjs'
// @ts-expect-error -- a plain script without types
import { startPostgres } from '../postgres.mjs'
import { fillLargeBook } from './largeBook'

/*
 * How long the server takes over a large book: ten thousand animals with thirty weights each. The book is kept between runs.
 *   npm run bench:replies
 */
const ASKED = [
  'session',
  'animals',
  'animals',
  'animals',
  'pairings',
  'season',
  'season',
  'readiness',
  'growth',
  'round',
  'round',
  'round?days=7',
  'round?days=7',
]

process.env.HATCH_BOOK_DATA = join(tmpdir(), 'hatch-book-large')
const postgres = (await startPostgres((dataFolder as (name: string) => string)('bench'), {
  quick: true,
})) as {
  url: string
  stop(): Promise<void>
}
await migrateDatabase(postgres.url, 'bench')
const databaseUrl = asRole(postgres.url, 'app_rw', 'bench')
const { db, pool } = connect(databaseUrl)
const owner = new pg.Client({ connectionString: postgres.url })
await owner.connect()
const whose = async () =>
  (
    await owner.query<{ id: string; member: string }>(
      'select b.id, m.id as member from book b join member m on m.book_id = b.id',
    )
  ).rows[0]
let book = await whose()
if (!book) {
  await fillLargeBook(db, { animals: 10_000, weightsEach: 30 })
  await owner.query('analyze')
  book = (await whose())!
}
await owner.end()
const { id, member } = book
const app = await buildApp({ databaseUrl, rooms })
const session = await inBook(db, id, (tx) => createSession(tx, id, member))
for (const path of ASKED) {
  const start = performance.now()
  const reply = await app.inject({ url: `/api/${path}`, headers: { cookie: `${COOKIE}=${session.cookie}` } })
  const ms = performance.now() - start
  if (reply.statusCode !== 200) throw new Error(`${path}: ${reply.payload}`)
  console.log(`${path}: ${ms.toFixed(0)} ms, ${(reply.payload.length / 1000).toFixed(0)} kB`)
}
await app.close()
await pool.end()
await postgres.stop()
process.exit(0)
