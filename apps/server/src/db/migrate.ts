import { fileURLToPath } from 'node:url'
import { drizzle } from 'drizzle-orm/node-postgres'
import { readMigrationFiles } from 'drizzle-orm/migrator'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import pg from 'pg'

const MIGRATIONS = fileURLToPath(new URL('./migrations', import.meta.url))

/**
 * Brings a database up to date as its owner, and gives the application its role.
 * @param ownerUrl a role that may create tables and roles
 * @param appPassword the password that the application's role signs in with
 * @throws OtherVersion where the database was made by a version that this one cannot follow; nothing is changed then
 */
export async function migrateDatabase(ownerUrl: string, appPassword: string): Promise<void> {
  const client = new pg.Client({ connectionString: ownerUrl })
  await client.connect()
  try {
    await refuseOtherVersions(client)
    const { rows } = await client.query("select 1 from pg_roles where rolname = 'app_rw'")
    const verb = rows.length === 0 ? 'create' : 'alter'
    await client.query(
      `${verb} role app_rw login nosuperuser nobypassrls password ${client.escapeLiteral(appPassword)}`,
    )
    await migrate(drizzle(client), { migrationsFolder: MIGRATIONS })
  } finally {
    await client.end()
  }
}

/** The words say what to do about it. */
export class OtherVersion extends Error {}

/** The tables begin with the first migration there is: what is older cannot be followed, nor what is not known yet. */
async function refuseOtherVersions(client: pg.Client): Promise<void> {
  const { rows: found } = await client.query("select to_regclass('drizzle.__drizzle_migrations') as it")
  if (!found[0].it) return
  const { rows } = await client.query(
    'select max(created_at)::float8 as last from drizzle.__drizzle_migrations',
  )
  const last = rows[0].last as number | null
  if (last === null) return
  const known = readMigrationFiles({ migrationsFolder: MIGRATIONS }).map((m) => m.folderMillis)
  if (last < known[0]!)
    throw new OtherVersion(
      'this book was made by a version of Hatch Book from before its tables were laid out anew; open it with that version, take an archive of it, and bring the archive in here',
    )
  if (last > known.at(-1)!)
    throw new OtherVersion('this book was made by a newer version of Hatch Book; open it with that one')
}
