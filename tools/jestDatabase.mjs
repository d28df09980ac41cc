import { randomBytes } from 'node:crypto'
import pg from 'pg'
import { startPostgres } from './postgres.mjs'
import { run } from './run.mjs'
import { scratchDatabaseFolder } from './scratch.mjs'

/* A database for the tests alone, thrown away with them. Each test file copies the template and has its own. */
export default async function setUp() {
  const folder = scratchDatabaseFolder('test')
  const postgres = await startPostgres(folder, { quick: true })
  const password = randomBytes(12).toString('hex')
  const template = new URL(postgres.url)
  template.pathname = '/hatch_book_template'
  const owner = new pg.Client({ connectionString: postgres.url })
  await owner.connect()
  await owner.query('create database hatch_book_template')
  await owner.end()
  const { code } = await run(process.execPath, ['--import', 'tsx', 'tools/prepareDatabase.ts'], {
    env: { OWNER_DATABASE_URL: template.toString(), APP_PASSWORD: password },
  })
  if (code !== 0) throw new Error('the test database could not be prepared')
  process.env.TEST_OWNER_URL = postgres.url
  process.env.TEST_APP_PASSWORD = password
  globalThis.__postgres = { postgres, folder }
}
