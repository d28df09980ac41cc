import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { asRole, connect, type Database } from '../../apps/server/src/db/connect'
import { migrateDatabase } from '../../apps/server/src/db/migrate'
// @ts-expect-error -- a plain script without types
import { dataFolder } from '../dataFolder.mjs'
// @ts-expect-error -- a plain script without types
import { startPostgres } from '../postgres.mjs'

export interface BenchDatabase {
  /** For the application, in its own role. */
  databaseUrl: string
  ownerUrl: string
  close(): Promise<void>
}

/** A private database of its own, migrated and filled; looked over as autovacuum would within the minute. */
export async function fillBenchDatabase<T>(
  fill: (db: Database) => Promise<T>,
): Promise<BenchDatabase & { filled: T }> {
  const folder = mkdtempSync(join(tmpdir(), 'hatch-book-bench-'))
  chmodSync(folder, 0o755)
  process.env.HATCH_BOOK_DATA = join(folder, 'data')
  const postgres = (await startPostgres((dataFolder as (name: string) => string)('bench'))) as {
    url: string
    stop(): Promise<void>
  }
  await migrateDatabase(postgres.url, 'bench')
  const databaseUrl = asRole(postgres.url, 'app_rw', 'bench')
  const { db, pool } = connect(databaseUrl)
  const filled = await fill(db)
  await pool.end()
  const owner = new pg.Client({ connectionString: postgres.url })
  await owner.connect()
  await owner.query('analyze')
  await owner.end()
  return {
    ...{ databaseUrl, ownerUrl: postgres.url, filled },
    close: async () => {
      await postgres.stop()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}
