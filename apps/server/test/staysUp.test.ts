import { LABEL_SHEETS } from '@hatch-book/contract'
import { connect as connectTcp, createServer, type Socket } from 'node:net'
import { sql } from 'drizzle-orm'
import { asRole, connect, inBook, tables } from '../src/db/connect'
import { rooms } from '../src/rooms'
import { buildApp } from '../src/shell/app'
import { addAnimal, entry, openServer, write, type TestBook, type TestServer } from './support'
import { printLabels } from '../src/places/printLabels'

/* What one device does must not keep the others waiting, and a line that hangs must not be taken for one that is quiet. */
let server: TestServer
let book: TestBook
let url: string
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('Busy')
  url = await server.app.listen({ port: 0, host: '127.0.0.1' })
})
afterAll(() => server.close())

const databaseUrl = () => asRole(server.ownerUrl, 'app_rw', process.env.TEST_APP_PASSWORD!)
const within = async <T>(ms: number, work: Promise<T>): Promise<T> => {
  const began = performance.now()
  const done = await work
  expect(performance.now() - began).toBeLessThan(ms)
  return done
}
/** What another member's device asks meanwhile. */
async function othersAreServed(): Promise<void> {
  const get = (path: string) => fetch(`${url}${path}`, { headers: { cookie: book.cookie } })
  expect((await within(2000, get('/api/animals'))).status).toBe(200)
  expect((await within(2000, get('/health/ready'))).status).toBe(200)
}

test('downloads that nobody reads, many at once, hold nothing up', async () => {
  const animal = await addAnimal(book, { tag: 'B1' })
  const long = 'a line of a log that is read slowly '.repeat(20)
  for (let n = 0; n < 8; n++)
    await write(
      book,
      Array.from({ length: 400 }, () => entry('noted', 'animal', animal, { text: long })),
    )
  const sockets: Socket[] = []
  const { port } = new URL(url)
  for (let n = 0; n < 14; n++) {
    const socket = connectTcp(Number(port), '127.0.0.1')
    socket.on('error', () => undefined)
    socket.write(`GET /api/csv/log HTTP/1.1\r\nhost: localhost\r\ncookie: ${book.cookie}\r\n\r\n`)
    await new Promise((heard) => socket.once('readable', heard))
    sockets.push(socket)
  }
  await othersAreServed()
  sockets.forEach((socket) => socket.destroy())
})

test('one list brought in twelve times at once comes in once, and others are served meanwhile', async () => {
  const rows = Array.from({ length: 1500 }, (_, i) => `L${i},corn snake,female,${200 + (i % 50)}`)
  const opened = await book.as.keeper(
    'POST',
    '/api/imports?fileName=list.csv',
    Buffer.from(`tag,species,sex,weight g\n${rows.join('\n')}`),
  )
  const bring = () => book.as.keeper('POST', `/api/imports/${opened.body.id}/bring-in`, {})
  const all = Promise.all(Array.from({ length: 12 }, bring))
  for (let n = 0; n < 3; n++) await othersAreServed()
  const done = await all
  expect(done.filter((d) => d.status === 200).length).toBeGreaterThan(0)
  expect(done.filter((d) => d.status >= 500)).toEqual([])
  const { animals } = (await book.as.viewer('GET', '/api/animals')).body
  expect(animals.filter((a: { tag: string }) => a.tag.startsWith('L'))).toHaveLength(1500)
})

test('a second line is never waited for inside a transaction: it is told at once', async () => {
  const { db, pool } = connect(databaseUrl(), 1)
  const inside = inBook(db, book.id, () => inBook(db, book.id, (tx) => tx.select().from(tables.animal)))
  await expect(within(2000, inside)).rejects.toThrow('a second connection was asked for')
  expect(await inBook(db, book.id, (tx) => tx.select().from(tables.book))).toHaveLength(1)
  await pool.end()
})

test('two that stand in each other’s way are both done', async () => {
  const [a, b] = [await addAnimal(book, { tag: 'D1' }), await addAnimal(book, { tag: 'D2' })]
  let [first, second] = [0, 0]
  const hold = (tx: Parameters<Parameters<typeof inBook>[2]>[0], id: string) =>
    tx.execute(sql`select id from animal where id = ${id} for update`)
  let bothHold: () => void = () => undefined
  const both = new Promise<void>((resolve) => (bothHold = resolve))
  const crossing = (mine: string, other: string, count: () => number) =>
    inBook(server.db, book.id, async (tx) => {
      await hold(tx, mine)
      if (count() === 1 && first && second) bothHold()
      await both
      await hold(tx, other)
      return 'done'
    })
  const done = Promise.all([crossing(a, b, () => ++first), crossing(b, a, () => ++second)])
  expect(await done).toEqual(['done', 'done'])
  expect(first + second).toBe(3)
})

describe('text that strangers send is read in a time that grows with its length', () => {
  const bring = (cell: string) =>
    book.as.keeper(
      'POST',
      '/api/imports?fileName=list.csv',
      Buffer.from(`tag,species,weight g,hatched\n"K1","corn snake","${cell}","${cell}"`),
    )
  test.each([
    ['spaces before a unit', `1${' '.repeat(3900)}x!`],
    ['figures without end', '1,'.repeat(1900)],
    ['signs of about', `2021${' ± '.repeat(1200)}`],
  ])('%s in a cell', async (_what, cell) => {
    const { status, body } = await within(1500, bring(cell))
    expect(status).toBe(200)
    expect(body.counts.faulty).toBe(1)
  })

  test('a cell of eighty thousand letters is refused with its line, before anything reads it', async () => {
    const { status, body } = await within(1500, bring(' '.repeat(80_000)))
    expect([status, body.detail]).toEqual([
      422,
      expect.stringContaining('Line 2 has a cell of 80000 letters'),
    ])
  })

  test('a log of four kilobytes made to stop everybody', async () => {
    const id = '00000000-0000-7000-8000-000000000001'
    await book.as.keeper('POST', '/api/places', {
      id,
      kind: 'incubator',
      name: 'H1',
      setPointC: 28,
      parentId: null,
    })
    const log = `time;temperature;humidity\n2026-05-01 10:00;${`1${' '.repeat(1900)}`}x;${' '.repeat(1900)}y`
    const { status } = await within(1500, book.as.keeper('POST', `/api/probes/${id}/log`, Buffer.from(log)))
    expect(status).toBe(422)
  })
})

test('an animal that is a dam here and a sire there closes no room: it is told, and the rest is shown', async () => {
  const own = await server.openBook('Wrong parents')
  const [x, y] = [await addAnimal(own, { tag: 'X1' }), await addAnimal(own, { tag: 'X2', sex: 'male' })]
  const at = { hatched: { date: '2025-06-01', precision: 'day' } }
  await addAnimal(own, { tag: 'Y1', damId: x, ...at })
  const two = await addAnimal(own, { tag: 'Y2', ...at })
  for (const id of [x, y])
    await write(own, [
      ...['2026-05-01', '2026-05-02', '2026-05-03'].map((day) =>
        entry('meal', 'animal', id, { outcome: 'taken' }, `${day}T12:00:00.000Z`),
      ),
      entry('weighed', 'animal', id, { grams: 420, context: 'empty', condition: 3 }),
    ])
  const pairing = '00000000-0000-7000-8000-00000000000a'
  await own.as.keeper('POST', '/api/pairings', { id: pairing, femaleId: x, maleId: y })
  // However it came in.
  await inBook(server.db, own.id, (tx) => tx.execute(sql`update animal set sire_id = ${x} where id = ${two}`))
  const pages = server.app.permissions.filter(
    (p) => p.method === 'GET' && p.permission === 'read the book' && !/[:*]|live|stream/.test(p.url),
  )
  expect(pages.length).toBeGreaterThan(25)
  const closed: string[] = []
  for (const { url: page } of pages) {
    const { status } = await own.as.viewer('GET', page)
    // 422 of a page that wants a question is no room that is closed.
    if (status >= 500) closed.push(`${page} ${status}`)
  }
  expect(closed).toEqual([])
  for (const room of ['/api/pairings', '/api/season', '/api/finding', '/api/review', '/api/round'])
    expect([room, (await own.as.viewer('GET', room)).status]).toEqual([room, 200])
  const { faults, pairings } = (await own.as.viewer('GET', '/api/pairings')).body
  expect(pairings).toHaveLength(1)
  expect(faults).toEqual([{ ids: [x], says: 'X1 is a dam in one place and a sire in another' }])
})

test('a line of notices that hangs without closing is given up and opened anew; until then the server is not ready', async () => {
  const { hostname, port } = new URL(server.ownerUrl)
  let frozen = false
  let lines = 0
  const sockets = new Set<Socket>()
  const proxy = createServer((near) => {
    lines++
    const far = connectTcp(Number(port), hostname)
    sockets.add(near).add(far)
    for (const [from, to] of [
      [near, far],
      [far, near],
    ] as const) {
      from.on('data', (part) => !frozen && to.write(part))
      from.on('close', () => to.destroy())
      from.on('error', () => to.destroy())
    }
  })
  await new Promise<void>((resolve) => proxy.listen(0, '127.0.0.1', resolve))
  const through = new URL(databaseUrl())
  through.port = String((proxy.address() as { port: number }).port)
  const app = await buildApp({ databaseUrl: through.toString(), rooms })
  await app.ready()
  const ready = async () => (await app.inject('/health/ready')).statusCode
  const until = async (status: number) => {
    for (const end = Date.now() + 20_000; Date.now() < end;) if ((await ready()) === status) return
    throw new Error(`health never became ${status}`)
  }
  try {
    expect(await ready()).toBe(200)
    const before = lines
    frozen = true
    await until(503)
    frozen = false
    await until(200)
    expect(lines).toBeGreaterThan(before)
  } finally {
    sockets.forEach((socket) => socket.destroy())
    await app.close()
    proxy.close()
  }
})

test('hundreds of labels are drawn while others have their turn', async () => {
  const label = (i: number) => ({
    ...{ title: `C${i}`, code: `C${i}`, aside: 'female', caution: '' },
    lines: ['corn snake, female', 'hatched 1 Jun 2025', 'ate 2 May +  9 May +'],
  })
  let [last, longest] = [performance.now(), 0]
  const timer = setInterval(() => {
    longest = Math.max(longest, performance.now() - last)
    last = performance.now()
  }, 5)
  const began = performance.now()
  await printLabels(
    Array.from({ length: 150 }, (_, i) => label(i)),
    LABEL_SHEETS['a4-24'],
    {
      skip: 0,
      outline: false,
    },
  )
  const whole = performance.now() - began
  await new Promise((done) => setTimeout(done, 20))
  clearInterval(timer)
  // Without turns the longest wait is the whole of it.
  expect(longest).toBeLessThan(Math.max(500, whole / 2))
})
