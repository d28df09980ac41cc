import { fileURLToPath } from 'node:url'
import { drizzle } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import pg from 'pg'

const MIGRATIONS = fileURLToPath(new URL('./migrations', import.meta.url))

/**
 * Brings a database up to date as its owner, and gives the application its role.
 * @param ownerUrl a role that may create tables and roles
 * @param appPassword the password that the application's role signs in with
 */
export async function migrateDatabase(ownerUrl: string, appPassword: string): Promise<void> {
  const client = new pg.Client({ connectionString: ownerUrl })
  await client.connect()
  try {
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
