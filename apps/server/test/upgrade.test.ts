import { existsSync, mkdirSync, readFileSync } from 'node:fs'
import { execFile } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { promisify } from 'node:util'
import { newId, type EntryInput } from '@hatch-book/contract'
import type pg from 'pg'
// @ts-expect-error -- a plain script without types
import { databaseOf, digestsOf, dropDatabase, pgProgram } from '../../../tools/dumps.mjs'
// @ts-expect-error -- a plain script without types
import { restoreInto, withClient } from '../../../tools/dumps.mjs'
import { migrateDatabase } from '../src/db/migrate'
import { readyForEveryKind, SAID } from './everyKind'
import { openServer, openServerOn, write, type TestServer } from './support'
import { openWholeBook, ROOMS } from './wholeBook'

/*
 * A book as each version left it, brought up to date and opened by today's program. Whoever adds a migration keeps a sample beside it:
 *   UPGRADE_SAMPLE=yes npm run unit -- upgrade
 */
const FOLDER = 'apps/server/test/upgrade'
const MIGRATIONS = 'apps/server/src/db/migrations'
const { entries: versions } = JSON.parse(readFileSync(`${MIGRATIONS}/meta/_journal.json`, 'utf8')) as {
  entries: { tag: string; when: number }[]
}
const sampleOf = (tag: string) => `${FOLDER}/${tag}.dump`
const OWNER = 'keeper@upgraded.example'

/** A book with one entry of every kind, as a keeper leaves it in the evening: animals come in at 14:00. */
async function writeSample(tag: string): Promise<void> {
  const server = await openServer()
  const whole = await openWholeBook(server, 'Upgraded')
  await readyForEveryKind(whole)
  for (const [minute, said] of Object.values(SAID).entries()) {
    const at = `2026-05-20T${15 + Math.floor(minute / 60)}:${String(minute % 60).padStart(2, '0')}:00.000Z`
    const draft = { id: newId(), at, ...said(whole) } as EntryInput
    const { status, body } = await write(whole.book, [draft], 'owner')
    if (status !== 200) throw new Error(JSON.stringify(body))
  }
  await withClient(server.ownerUrl, (client: pg.Client) =>
    client.query("update member set email = $1 where role = 'owner'", [OWNER]),
  )
  await server.stop()
  mkdirSync(FOLDER, { recursive: true })
  await pgProgram(
    'pg_dump',
    ['--format=custom', '--file', sampleOf(tag), databaseOf(server.ownerUrl)],
    server.ownerUrl,
  )
  await server.close()
}

describe('a book of an earlier version', () => {
  const { TEST_OWNER_URL, TEST_APP_PASSWORD } = process.env
  let name: string
  let url: string
  let server: TestServer | null
  beforeAll(async () => {
    if (process.env.UPGRADE_SAMPLE) await writeSample(versions.at(-1)!.tag)
  })
  beforeEach(() => {
    server = null
    name = `upgrade_${randomBytes(6).toString('hex')}`
    const address = new URL(TEST_OWNER_URL!)
    address.pathname = `/${name}`
    url = address.toString()
  })
  afterEach(async () => {
    await server?.stop()
    await dropDatabase(TEST_OWNER_URL, name)
  })
  const take = (tag: string) => restoreInto(TEST_OWNER_URL, name, sampleOf(tag))
  const digests = () =>
    withClient(
      url,
      (client: pg.Client) => digestsOf(client) as Promise<Record<string, { rows: number; digest: string }>>,
    )

  it('has a sample beside each migration', () => {
    expect(versions.filter(({ tag }) => !existsSync(sampleOf(tag)))).toEqual([])
  })

  it.each(versions.map((v) => v.tag))(
    'of %s loses no row, opens in every room, and is written on',
    async (tag) => {
      await take(tag)
      const before = await digests()
      await migrateDatabase(url, TEST_APP_PASSWORD!)
      const after = await digests()
      const fewer = Object.keys(before).filter((table) => (after[table]?.rows ?? 0) < before[table]!.rows)
      expect(fewer).toEqual([])
      // The log is the truth: not a letter of it changes.
      expect(after['public.entry']).toEqual(before['public.entry'])

      server = await openServerOn(url)
      const as = await server.signedIn(OWNER)
      const answers: Record<string, number> = {}
      for (const room of ROOMS) answers[room] = (await as('GET', `/api/${room}`)).status
      expect(Object.entries(answers).filter(([, status]) => status !== 200)).toEqual([])
      const { animals } = (await as('GET', '/api/animals')).body
      const female = animals.find((a: { tag: string }) => a.tag === 'F1')
      expect(female).toMatchObject({ grams: 380, sex: 'female' })
      const { entries } = (await as('GET', `/api/entries?subject=${female.id}&limit=200`)).body
      expect(entries.length).toBeGreaterThan(10)
      const weighed = {
        ...{ id: newId(), kind: 'weighed', subject: { type: 'animal', id: female.id } },
        ...{ at: '2026-05-20T20:00:00.000Z', payload: { grams: 431, context: 'empty' } },
      }
      expect((await as('POST', '/api/entries', { entries: [weighed] })).status).toBe(200)
      expect((await as('GET', `/api/animals/${female.id}`)).body.animal.grams).toBe(431)
      // Whatever today's version knows of an animal and that one did not can be written of it.
      const checked = {
        ...{ id: newId(), kind: 'checked', subject: { type: 'animal', id: female.id } },
        at: '2026-05-20T21:00:00.000Z',
        payload: { check: 'Routine check', looked: ['skin'], found: [{ part: 'skin', sign: 'stuck shed' }] },
      }
      expect((await as('POST', '/api/entries', { entries: [checked] })).status).toBe(200)
      const { openProblems } = (await as('GET', `/api/animals/${female.id}`)).body.animal
      expect(openProblems).toContain('stuck shed')
      // Twice is once.
      await migrateDatabase(url, TEST_APP_PASSWORD!)
    },
  )

  it('of a version too old, or of a newer one, is refused in words and left as it is', async () => {
    await take(versions.at(-1)!.tag)
    const madeAt = (when: number) =>
      withClient(url, (client: pg.Client) =>
        client.query('update drizzle.__drizzle_migrations set created_at = $1', [when]),
      )
    await madeAt(versions[0]!.when - 1)
    const before = await digests()
    await expect(migrateDatabase(url, TEST_APP_PASSWORD!)).rejects.toThrow(
      /made by a version of Hatch Book from before/,
    )
    await madeAt(versions.at(-1)!.when + 1)
    await expect(migrateDatabase(url, TEST_APP_PASSWORD!)).rejects.toThrow(/made by a newer version/)
    await madeAt(versions[0]!.when - 1)
    expect(await digests()).toEqual(before)
  })
})

it('a start once more leaves a book the species that its keeper chose, and no others', async () => {
  const { TEST_APP_PASSWORD } = process.env
  const server = await openServer()
  try {
    const book = await server.openBook('Own', { withSpecies: false })
    expect((await book.as.owner('GET', '/api/protocols')).body.protocols).toEqual([])
    const env = { ...process.env, OWNER_DATABASE_URL: server.ownerUrl, APP_PASSWORD: TEST_APP_PASSWORD }
    await promisify(execFile)(process.execPath, ['--import', 'tsx', 'tools/prepareDatabase.ts'], { env })
    expect((await book.as.owner('GET', '/api/protocols')).body.protocols).toEqual([])
  } finally {
    await server.close()
  }
})
