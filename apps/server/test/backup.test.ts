import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
// @ts-expect-error -- a plain script without types
import { digestsOf } from '../../../tools/dumps.mjs'
import { addAnimal, feed, openServer } from './support'

/* The commands as a keeper runs them, on a book that is open. */
const folder = mkdtempSync(join(tmpdir(), 'hatch-book-backups-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

const command = (url: string, tool: 'backup' | 'restore', ...args: string[]) => {
  const done = spawnSync(process.execPath, [`tools/${tool}.mjs`, ...args], {
    env: { ...process.env, DATABASE_URL: url },
    encoding: 'utf8',
  })
  return { code: done.status, says: done.stdout + done.stderr }
}
const dumps = () =>
  readdirSync(folder)
    .filter((f) => f.endsWith('.dump'))
    .sort()

it('a backup of an open book is restored once and compared; put back it is the book of then, and what was there is kept', async () => {
  const server = await openServer()
  const book = await server.openBook('A dear room')
  const hen = await addAnimal(book, { tag: 'C1' })
  await feed(book, hen)
  const made = command(server.ownerUrl, 'backup', '--to', folder)
  expect(made).toMatchObject({ code: 0, says: expect.stringMatching(/restored once and compared: equal/) })
  const file = join(folder, dumps()[0]!)
  await addAnimal(book, { tag: 'C2' })

  // Somebody still works in it: nothing is touched.
  const early = command(server.ownerUrl, 'restore', file)
  expect(early).toMatchObject({ code: 1, says: expect.stringContaining('still open') })
  const url = server.ownerUrl
  const tags = async (database = url) => {
    const client = new pg.Client({ connectionString: database })
    await client.connect()
    const { rows } = await client.query<{ tag: string }>('select tag from animal order by tag')
    await client.end()
    return rows.map((r) => r.tag)
  }
  expect(await tags()).toEqual(['C1', 'C2'])

  await server.stop()
  const back = command(url, 'restore', file)
  expect(back).toMatchObject({ code: 0, says: expect.stringContaining('Restored: the book of') })
  expect(await tags()).toEqual(['C1'])
  const kept = /kept as the database (\w+)/.exec(back.says)![1]!
  const beside = new URL(url)
  beside.pathname = `/${kept}`
  expect(await tags(beside.toString())).toEqual(['C1', 'C2'])
  const admin = new pg.Client({ connectionString: process.env.TEST_OWNER_URL! })
  await admin.connect()
  await admin.query(`drop database ${kept} with (force)`)
  await admin.end()
  await server.close()
})

it('a damaged backup is refused, old ones go, and a database that is away says so', async () => {
  const server = await openServer()
  for (let n = 0; n < 2; n++)
    expect(command(server.ownerUrl, 'backup', '--to', folder, '--keep', '2').code).toBe(0)
  expect(dumps()).toHaveLength(2)
  const file = join(folder, dumps()[0]!)
  const bytes = readFileSync(file)
  bytes[bytes.length >> 1]! ^= 1
  writeFileSync(file, bytes)
  expect(command(server.ownerUrl, 'restore', file)).toMatchObject({
    code: 1,
    says: expect.stringContaining('is not what it was when it was made'),
  })
  const away = command('postgres://owner:x@127.0.0.1:9/postgres', 'backup', '--to', folder)
  expect(away).toMatchObject({ code: 1, says: expect.stringContaining('NOT BACKED UP') })
  expect(command(server.ownerUrl, 'backup', '--keep', 'none').says).toContain(
    'Write how many are kept in figures',
  )
  await server.close()
})

it('a table is digested as it passes by: another order is the same, a row more, less or changed is not; older backups are compared by their own digests', async () => {
  const server = await openServer()
  const client = new pg.Client({ connectionString: server.ownerUrl })
  await client.connect()
  const digest = async (rows: string[], how?: string) => {
    await client.query('drop table if exists public.pile; create table public.pile (word text)')
    await client.query('insert into public.pile select unnest($1::text[])', [rows])
    return (await digestsOf(client, how))['public.pile']
  }
  const all = await digest(['egg', 'clutch', 'egg'])
  expect(await digest(['egg', 'egg', 'clutch'])).toEqual(all)
  for (const other of [['egg', 'clutch'], ['clutch'], ['egg', 'clutch', 'egh'], ['clutch', 'clutch', 'egg']])
    expect((await digest(other)).digest).not.toBe(all.digest)
  expect(await digest([])).toEqual({ rows: 0, digest: '' })
  expect((await digest(['egg'], 'joined')).digest).toMatch(/^[0-9a-f]{32}$/)
  await client.end()
  await server.close()
})
