import { animalsApi, newId } from '@hatch-book/contract'
import { sql } from 'drizzle-orm'
import { changesOf, inBook, tables, type Transaction } from '../src/db/connect'
import { cachedBesideAnimals } from '../src/db/cache'
import { sharedAnswer } from '../src/shell/shared'
import type { Actor } from '../src/shell/actor'
import { addAnimal, entry, noon, openServer, TODAY, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
let ids: string[]
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('Together')
  ids = []
  for (let i = 0; i < 12; i++) ids.push(await addAnimal(book, { tag: `T${i}` }))
})
afterAll(() => server.close())

/** Animals come with a weight of two in the afternoon; these are of after three. */
let minute = 0
const weighed = (id: string, grams: number) =>
  entry(
    'weighed',
    'animal',
    id,
    { grams },
    new Date(Date.parse(noon(TODAY)) + (180 + ++minute) * 60_000).toISOString(),
  )
const send = (entries: readonly unknown[], who: 'owner' | 'helper' = 'owner') =>
  book.as[who]('POST', '/api/entries', { entries })
const gramsOf = async (id: string) =>
  ((await book.as.owner('GET', '/api/animals')).body.animals as { id: string; grams: number }[]).find(
    (a) => a.id === id,
  )!.grams

test('what many devices send at once is all written, each told what became of its own', async () => {
  const sent = ids.map((id, i) => weighed(id, 200 + i))
  const replies = await Promise.all(sent.map((e) => send([e])))
  replies.forEach((reply, i) =>
    expect(reply).toMatchObject({ status: 200, body: { written: [sent[i]!.id], known: [] } }),
  )
  for (const [i, id] of ids.entries()) expect(await gramsOf(id)).toBe(200 + i)
})

test('who sends something wrong is refused alone; the others at the same moment are written', async () => {
  const good = ids.map((id, i) => weighed(id, 300 + i))
  const replies = await Promise.all([
    ...good.slice(0, 6).map((e) => send([e])),
    send([weighed(newId(), 1)]),
    send([{ ...weighed(ids[0]!, 1), at: '2031-01-01T00:00:00.000Z' }]),
    ...good.slice(6).map((e) => send([e])),
  ])
  expect(replies.map((r) => r.status)).toEqual([
    ...Array.from({ length: 6 }, () => 200),
    404,
    422,
    ...Array.from({ length: 6 }, () => 200),
  ])
  for (const [i, id] of ids.entries()) expect(await gramsOf(id)).toBe(300 + i)
})

test('the same entry from two devices at once is written once, and both are told that it is there', async () => {
  const once = weighed(ids[0]!, 411)
  const replies = await Promise.all([send([once]), send([once]), send([once], 'helper')])
  expect(replies.flatMap((r) => r.body.written)).toEqual([once.id])
  expect(replies.flatMap((r) => r.body.known)).toEqual([once.id, once.id])
  const { rows } = await inBook(server.db, book.id, (tx) =>
    tx.execute(sql`select id from entry where id = ${once.id}`),
  )
  expect(rows).toHaveLength(1)
})

test('an entry that stands twice in one batch is written once, and weighs once', async () => {
  const twice = weighed(ids[5]!, 430)
  const standing = async () =>
    inBook(server.db, book.id, async (tx) => {
      const { rows } = await tx.execute<{ n: number }>(
        sql`select (standing->>'weighings')::int as n from animal_standing where id = ${ids[5]!}`,
      )
      return rows[0]!.n
    })
  const before = await standing()
  expect((await send([twice, twice])).body).toEqual({ written: [twice.id], known: [twice.id] })
  expect(await standing()).toBe(before + 1)
})

test('an entry that comes late is folded where it belongs, also beside others', async () => {
  await send([weighed(ids[1]!, 500)])
  const late = { ...weighed(ids[1]!, 90), at: '2026-05-01T12:00:00.000Z' }
  await Promise.all([send([late]), send([weighed(ids[2]!, 501)])])
  expect(await gramsOf(ids[1]!)).toBe(500)
  expect(await gramsOf(ids[2]!)).toBe(501)
  const { entries } = (await book.as.owner('GET', `/api/entries?subjectId=${ids[1]}`)).body
  expect((entries as { id: string }[]).map((e) => e.id)).toContain(late.id)
})

test('each entry is written under the name of who sent it', async () => {
  const [mine, hers] = [weighed(ids[3]!, 610), weighed(ids[4]!, 611)]
  await Promise.all([send([mine]), send([hers], 'helper')])
  const by = async (id: string) =>
    ((await book.as.owner('GET', `/api/entries?subjectId=${id}`)).body.entries as { by: string }[])[0]!.by
  expect(await by(ids[3]!)).not.toBe(await by(ids[4]!))
})

test('whoever asks sees what they wrote, though others asked a moment before', async () => {
  for (let round = 0; round < 8; round++) {
    const id = ids[round]!
    const [, reply] = await Promise.all([
      book.as.owner('GET', '/api/animals'),
      send([weighed(id, 700 + round)]),
      book.as.owner('GET', '/api/animals'),
    ])
    expect(reply.status).toBe(200)
    expect(await gramsOf(id)).toBe(700 + round)
  }
})

test('one answer is worked out for all who ask meanwhile, kept until something is written, and tried again after a fault', async () => {
  const { db } = server
  const actor = { bookId: book.id, today: TODAY, now: Date.parse(noon(TODAY)) } as Actor
  changesOf(db).listens(true)
  let worked = 0
  const ask = () =>
    sharedAnswer(db, actor, animalsApi.list, { of: 'count' }, () => Promise.resolve(`${++worked}`)).then(
      String,
    )
  const [first, ...others] = await Promise.all([ask(), ask(), ask()])
  expect([first, ...others]).toEqual(['1', '1', '1'])
  expect(await ask()).toBe('1')

  await inBook(db, book.id, (tx) => tx.execute(sql`update animal set tag = tag`))
  // One is under way as the others come: they share the next, begun after they had asked.
  const under = ask()
  changesOf(db).heard(book.id, null)
  expect(await Promise.all([under, ask(), ask()])).toEqual(['2', '3', '3'])

  let broken = true
  const faulty = () =>
    sharedAnswer(db, actor, animalsApi.list, { of: 'faulty' }, () =>
      broken ? Promise.reject(new Error('broken')) : Promise.resolve('whole'),
    )
  await expect(faulty()).rejects.toThrow('broken')
  broken = false
  expect(String(await faulty())).toBe('whole')
})

test('a transaction that writes sees what it wrote, and what it takes back is kept for nobody', async () => {
  const { db } = server
  changesOf(db).listens(true)
  const count = (tx: Transaction) =>
    cachedBesideAnimals(tx, 'places', async () => (await tx.select().from(tables.place)).length)
  const asReader = () => inBook(db, book.id, count, { reads: true })
  const places = await asReader()
  const write = (takenBack: boolean) =>
    inBook(db, book.id, async (tx) => {
      await tx.insert(tables.place).values({ bookId: book.id, id: newId(), kind: 'tub', name: newId() })
      expect(await count(tx)).toBe(places + 1)
      if (takenBack) throw new Error('taken back')
    })
  await expect(write(true)).rejects.toThrow('taken back')
  expect(await asReader()).toBe(places)
  await write(false)
  expect(await asReader()).toBe(places + 1)
})

test('who only reads cannot write', async () => {
  const write = inBook(server.db, book.id, (tx) => tx.execute(sql`update animal set tag = tag`), {
    reads: true,
  })
  await expect(write).rejects.toMatchObject({ cause: { message: expect.stringContaining('read-only') } })
})
