import { newId } from '@hatch-book/contract'
import { sql } from 'drizzle-orm'
import Papa from 'papaparse'
import sharp from 'sharp'
import { inBook } from '../src/db/connect'
import { changed, unpack } from './archives'
import { addAnimal, entry, feed, noon, openServer, write, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('A full room')
  await fill()
})
afterAll(() => server.close())

/** Everything as the book's own pages show it, to be held against each other. */
const ROOMS = [
  '/api/animals',
  '/api/places',
  '/api/clutches',
  '/api/round?days=30',
  '/api/review',
  '/api/climate',
]

async function fill(): Promise<void> {
  const room = newId()
  const incubator = newId()
  const boxId = newId()
  await book.as.keeper('POST', '/api/places', { id: room, kind: 'room', name: 'Loft' })
  await book.as.keeper('POST', '/api/places', {
    ...{ id: incubator, kind: 'incubator', name: 'H1', setPointC: 28, parentId: room },
  })
  await book.as.keeper('POST', '/api/places', {
    id: boxId,
    kind: 'box',
    name: 'H1 box 1',
    parentId: incubator,
  })
  const hen = await addAnimal(book, { tag: 'C1' })
  await addAnimal(book, { tag: 'C2', sex: 'male', note: 'ü “quoted”, \\ and a\nnew line' })
  await feed(book, hen)
  const weighed = entry('weighed', 'animal', hen, { grams: 4200 }, noon('2026-05-04'))
  await write(book, [weighed])
  expect((await write(book, [{ ...entry('struck', 'animal', hen), strikes: weighed.id }])).status).toBe(200)
  const clutch = {
    ...{ id: newId(), entryId: newId(), pairingId: null, damId: hen, boxId },
    ...{ foundAt: noon('2026-05-10'), laidFrom: noon('2026-05-09'), laidTo: noon('2026-05-10') },
    eggs: Array.from({ length: 4 }, () => ({ id: newId(), grams: 9.7 })),
  }
  expect((await book.as.keeper('POST', '/api/clutches', clutch)).status).toBe(200)
  const log = [
    'time;temperature C',
    ...Array.from(
      { length: 200 },
      (_, i) =>
        `2026-05-1${1 + (Math.floor(i / 24) % 8)}T${String(i % 24).padStart(2, '0')}:00:00Z;${(28 + (i % 7) / 10).toFixed(1)}`,
    ),
  ]
  expect(
    (await book.as.keeper('POST', `/api/probes/${incubator}/log`, Buffer.from(log.join('\n')))).status,
  ).toBe(200)
  const picture = await sharp({ create: { width: 900, height: 600, channels: 3, background: '#a52' } })
    .png()
    .toBuffer()
  expect((await book.as.keeper('POST', `/api/animals/${hen}/photos?view=above`, picture)).status).toBe(200)
}

/** The files of an archive by their names. */
const send = async (cookie: string) => {
  const reply = await server.app.inject({ url: '/api/archive', headers: { cookie } })
  return {
    status: reply.statusCode,
    file: reply.rawPayload,
    digest: reply.headers['x-archive-digest'] as string,
  }
}
const bring = async (file: Buffer, cookie = book.cookie) => {
  const reply = await server.app.inject({
    ...{ method: 'POST', url: '/api/archive', payload: file },
    headers: { cookie, 'content-type': 'application/octet-stream' },
  })
  const [opened] = reply.cookies
  return {
    status: reply.statusCode,
    body: reply.json(),
    cookie: opened ? `${opened.name}=${opened.value}` : '',
  }
}

it('goes out and comes in again as an equal book beside it: same digest, same pages, and neither knows of the other', async () => {
  const out = await send(book.cookie)
  expect(out.status).toBe(200)
  const back = await bring(out.file)
  expect(back.status).toBe(200)
  expect(back.body).toMatchObject({ name: 'A full room', digest: out.digest })
  expect(back.body.bookId).not.toBe(book.id)
  expect((await send(back.cookie)).digest).toBe(out.digest)
  const get = async (url: string, cookie: string) =>
    (await server.app.inject({ url, headers: { cookie } })).json()
  for (const url of ROOMS) expect(await get(url, back.cookie)).toEqual(await get(url, book.cookie))
  const { members } = await get('/api/members', back.cookie)
  expect(members.map((m: { name: string }) => m.name).sort()).toEqual(['Owner', 'helper', 'keeper', 'viewer'])
  await addAnimal(book, { tag: 'C3' })
  expect((await get('/api/animals', back.cookie)).animals).toHaveLength(2)
  // Nothing in it opens a door.
  const text = [...(await unpack(out.file)).values()].map((f) => f.toString('latin1')).join('\n')
  expect(text).not.toMatch(/argon2|password_hash|secret_hash/)
})

describe('what is no honest archive', () => {
  const line =
    (table: string, edit: (row: Record<string, unknown>) => object) => (files: Map<string, Buffer>) => {
      const name = `tables/${table}.jsonl`
      const [first, ...rest] = files.get(name)!.toString().split('\n')
      files.set(
        name,
        Buffer.from(
          [JSON.stringify(edit(JSON.parse(first!) as Record<string, unknown>)), ...rest].join('\n'),
        ),
      )
    }
  it.each<[string, (files: Map<string, Buffer>) => void, boolean, RegExp]>([
    [
      'a table that was changed',
      line('animal', (r) => ({ ...r, tag: 'X' })),
      false,
      /not what the manifest says/,
    ],
    ['a row of another book', line('animal', (r) => ({ ...r, book_id: newId() })), true, /no row of it/],
    ['a password', line('member', (r) => ({ ...r, password_hash: 'x' })), true, /no row of it/],
    ['an entry of no kind', line('entry', (r) => ({ ...r, kind: 'dropped table' })), true, /no known kind/],
    [
      'an entry without sense',
      line('entry', (r) => ({ ...r, payload: { outcome: 7 } })),
      true,
      /does not say what its kind says/,
    ],
    [
      'a row that leans on nothing',
      line('clutch', (r) => ({ ...r, dam_id: newId() })),
      true,
      /clutch from line 1 on/,
    ],
    [
      'a word for a number',
      line('place', (r) => ({ ...r, position: 'second' })),
      true,
      /place from line 1 on/,
    ],
    [
      'a missing photo',
      (files) => files.delete([...files.keys()].find((k) => k.startsWith('photos/large'))!),
      true,
      /is missing/,
    ],
    [
      'another photo',
      (files) =>
        files.set(
          [...files.keys()].find((k) => k.startsWith('photos/small'))!,
          Buffer.from('x'),
        ),
      true,
      /is not what its line says/,
    ],
    ['no manifest', (files) => files.delete('manifest.json'), false, /no manifest/],
    [
      'a later format',
      (files) => files.set('manifest.json', Buffer.from('{"format":"hatch-book-archive","version":9}')),
      false,
      /of format 9/,
    ],
    [
      'bytes that burst',
      (files) => files.set('tables/bomb.jsonl', Buffer.alloc(80_000_000)),
      false,
      /would unpack to too much/,
    ],
  ])('%s is refused, says why, and leaves no book behind', async (_says, change, honest, why) => {
    const { file } = await send(book.cookie)
    const before = await books()
    const { status, body } = await bring(await changed(file, change, honest))
    expect([status, body.detail]).toEqual([422, expect.stringMatching(why)])
    expect(await books()).toBe(before)
  })

  const books = async () =>
    Number((await server.db.execute<{ n: string }>('select count(*) as n from books_there()')).rows[0]!.n)

  it('names that lead out of it, halves of a file and noise are refused', async () => {
    const { file } = await send(book.cookie)
    const leading = Buffer.from(file)
    // The same length, so that the zip stays whole but for its names.
    for (let at = leading.indexOf('tables/'); at >= 0; at = leading.indexOf('tables/', at + 1))
      leading.write('../../x', at)
    for (const bytes of [leading, file.subarray(0, file.length / 2), Buffer.from('no zip'), Buffer.alloc(0)])
      expect((await bring(bytes)).status).toBe(422)
  })

  it('six megabytes that say they are two gigabytes take no memory, and one archive is read at a time', async () => {
    const { file } = await send(book.cookie)
    // Rows as an archive has them, over and over: they shrink as much as a log can, and more.
    const bomb = await changed(
      file,
      (files) => files.set('tables/entry.jsonl', Buffer.alloc(120_000_000, files.get('tables/entry.jsonl')!)),
      false,
    )
    const before = process.memoryUsage().rss
    const tries = await Promise.all([bring(bomb), bring(bomb), bring(bomb)])
    const statuses = tries.map((t) => t.status).sort()
    expect([statuses[0], statuses[2]]).toEqual([422, 503])
    expect(tries.find((t) => t.status === 503)!.body.detail).toContain('Another archive is being read')
    expect(process.memoryUsage().rss - before).toBeLessThan(60_000_000)
    expect((await bring(file)).status).toBe(200)
  })

  it('an archive of an earlier version, which lacks what came later, comes in', async () => {
    await book.as.owner('POST', '/api/messages/trial', {})
    const { file } = await send(book.cookie)
    const earlier = await changed(file, (files) => {
      const lines = files.get('tables/message.jsonl')!.toString()
      expect(lines).toContain('"refused" : ""')
      files.set('tables/message.jsonl', Buffer.from(lines.replaceAll(/, "(?:taken_by|refused)" : ""/g, '')))
    })
    const back = await bring(earlier)
    expect(back.status).toBe(200)
  })

  it('only an owner takes the book out or brings one in', async () => {
    expect((await book.as.keeper('GET', '/api/archive')).status).toBe(403)
    expect((await book.as.keeper('POST', '/api/archive', Buffer.from('x'))).status).toBe(403)
  })
})

test('every list is saved for a spreadsheet: one row a thing, names for identities, no formula in it', async () => {
  const csv = async (name: string) => {
    const reply = await server.app.inject({ url: `/api/csv/${name}`, headers: { cookie: book.cookie } })
    expect([name, reply.statusCode]).toEqual([name, 200])
    return Papa.parse<Record<string, string>>(reply.body.replace(/^\uFEFF/, ''), {
      header: true,
      skipEmptyLines: true,
    })
  }
  const young = await addAnimal(book, {
    tag: 'X1',
    origin: '=2+3',
    line: '-1 line',
    note: '@sum',
    sex: 'unknown',
  })
  expect(
    (
      await write(book, [
        entry('sex read', 'animal', young, { sex: 'female', method: 'a guess', right: 0.9 }),
      ])
    ).status,
  ).toBe(200)
  const { lists } = (await book.as.viewer('GET', '/api/csv')).body
  for (const { name } of lists as { name: string }[]) expect((await csv(name)).errors).toEqual([])
  const animals = (await csv('animals')).data
  const { body } = await book.as.viewer('GET', '/api/animals')
  expect(animals.map((a) => a.tag).sort()).toEqual(
    (body.animals as { tag: string }[]).map((a) => a.tag).sort(),
  )
  expect(animals.find((a) => a.tag === 'C2')).toMatchObject({ note: 'ü “quoted”, \\ and a\nnew line' })
  expect(animals.find((a) => a.tag === 'X1')).toMatchObject({
    origin: "'=2+3",
    line: "'-1 line",
    note: "'@sum",
  })
  const count = async (sqlText: string) =>
    (await inBook(server.db, book.id, (tx) => tx.execute<{ n: number }>(sql.raw(sqlText)))).rows[0]!.n
  const log = (await csv('log')).data
  expect(log).toHaveLength(await count('select count(*)::int as n from entry'))
  expect(log.filter((e) => e.struck === 'struck out')).toHaveLength(
    await count("select count(*)::int as n from entry where kind = 'struck'"),
  )
  // Whoever reads the sex anew must not find the earlier reading in a spreadsheet.
  expect(log.find((e) => e.kind === 'sex read')!.says).not.toContain('female')
  expect((await csv('weights')).data.map((w) => Number(w.weight_g))).not.toContain(4200)
  expect((await csv('eggs')).data.map((e) => Number(e.number))).toEqual([1, 2, 3, 4])
  expect((await book.as.viewer('GET', '/api/csv/secrets')).status).toBe(404)
})
