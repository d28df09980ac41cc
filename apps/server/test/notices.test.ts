import { newId, type MessageList } from '@hatch-book/contract'
import { addDays } from '@hatch-book/core'
import { eq } from 'drizzle-orm'
import pg from 'pg'
import { SILENCE } from '../src/climate/probeRoutes'
import { asRole, inBook, tables } from '../src/db/connect'
import { rooms } from '../src/rooms'
import { REMINDERS } from '../src/rounds/tellOfWork'
import { buildApp } from '../src/shell/app'
import {
  addAnimal,
  entry,
  feed,
  noon,
  openServer,
  TODAY,
  write,
  type TestBook,
  type TestServer,
} from './support'

let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
})
afterAll(() => server.close())
beforeEach(async () => {
  book = await server.openBook('notices')
})

// The clock of the test book stands at two in the afternoon.
const AFTERNOON = { from: '13:00', to: '15:00' }
const messages = async (): Promise<MessageList['messages']> =>
  (await book.as.viewer('GET', '/api/messages')).body.messages as never
const choose = (role: 'owner' | 'keeper' | 'viewer', choice: object) =>
  book.as[role]('PATCH', '/api/messages/choice', {
    ...{ alarms: 'all', work: true, quiet: null, wakes: true },
    ...choice,
  })

/** A tub with a band of 20 to 30 °C and a probe, in a room. */
async function tub(name: string, parentId: string) {
  const id = newId()
  await book.as.keeper('POST', '/api/places', { id, kind: 'tub', name, parentId })
  const band = { low: 20, high: 30 }
  const bands = { day: band, night: band, dayFrom: 8, dayHours: 12, humidity: null }
  await book.as.keeper('PATCH', `/api/places/${id}/bands`, { bands })
  const { body } = await book.as.viewer('GET', '/api/climate')
  const { probeId } = body.places.find((p: { name: string }) => p.name === name)
  const { token } = (await book.as.owner('POST', `/api/probes/${probeId}/token`)).body
  const send = (url: string, payload?: object) =>
    server.app.inject({
      ...{ method: 'POST', url, headers: { authorization: `Bearer ${token}` } },
      ...(payload && { payload }),
    })
  return {
    warm: (celsius: number) =>
      send('/api/bridge/readings', {
        everySeconds: 600,
        readings: Array.from({ length: 10 }, (_, i) => ({ celsius: celsius + i / 20, secondsAgo: i * 600 })),
      }),
    taken: async () => (await send('/api/bridge/outbox/taken')).json<{ heard: number }>().heard,
  }
}
async function room(name: string): Promise<string> {
  const id = newId()
  await book.as.keeper('POST', '/api/places', { id, kind: 'room', name, parentId: null })
  return id
}

it('one cause is one message: two tubs too warm in one room, another room by itself', async () => {
  const loft = await room('Loft')
  const [a, b] = [await tub('A1', loft), await tub('A2', loft)]
  const c = await tub('B1', await room('Shed'))
  for (const t of [a, b, c]) await t.warm(36)
  const own = (await messages()).filter((m) => m.to === 'keeper')
  expect(own.map((m) => m.subject).sort()).toEqual(['A1, A2: too warm', 'B1: too warm'])
  expect(own.find((m) => m.subject.startsWith('A1'))!.body.split('\n')).toEqual([
    expect.stringMatching(/^A1: .*36/),
    expect.stringMatching(/^A2: .*36/),
  ])
})

it('in quiet hours a message waits, says what was over by then, and is carried once they have ended', async () => {
  expect((await choose('keeper', { quiet: AFTERNOON, wakes: false })).status).toBe(200)
  expect((await choose('owner', { alarms: 'none', work: false })).status).toBe(200)
  const a = await tub('A1', await room('Loft'))
  await a.warm(36)
  expect(await messages()).toMatchObject([
    { to: 'keeper', tellFrom: `${TODAY}T15:00:00.000Z`, takenAt: null },
  ])
  expect(await a.taken()).toBe(0)
  await inBook(server.db, book.id, (tx) => tx.update(tables.alarm).set({ raisedAt: new Date(noon(TODAY)) }))
  for (let n = 0; n < 4; n++) await a.warm(25)
  expect((await book.as.viewer('GET', '/api/alarms')).body.alarms).toEqual([])
  expect((await messages())[0]!.body).toMatch(/It was over at 1\d:\d\d\.$/)
  await inBook(server.db, book.id, (tx) =>
    tx
      .update(tables.book)
      .set({ demoDay: addDays(TODAY, 1) })
      .where(eq(tables.book.id, book.id)),
  )
  expect(await a.taken()).toBe(1)
  expect((await messages())[0]!.takenAt).not.toBeNull()
})

it('work that must not be missed is told once, to whoever wants to hear of it, and meals are not', async () => {
  await choose('owner', { work: false })
  const id = await addAnimal(book, { tag: 'C1', name: 'Ember', purpose: 'for sale' })
  await addAnimal(book, { tag: 'C2' })
  const contactId = newId()
  await book.as.keeper('POST', '/api/contacts', { id: contactId, name: 'Ines at the weir' })
  await write(book, [
    entry('meal', 'animal', id, { outcome: 'taken' }, noon(addDays(TODAY, -40))),
    entry('reserved', 'animal', id, { contactId, name: 'Ines at the weir', price: 40, until: TODAY }),
  ])
  for (let n = 0; n < 2; n++) await server.app.jobs.run(REMINDERS)
  const told = await messages()
  expect(told.map((m) => [m.to, m.subject])).toEqual([['keeper', 'C1 Ember: not to be missed']])
  expect(told[0]!.body).toContain('hand it over to its buyer')
})

it('each chooses for themselves, and a time that is none is refused where it was written', async () => {
  expect((await choose('viewer', { quiet: { from: '25:00', to: '07:00' } })).body.fields).toMatchObject([
    { field: 'quiet.from', says: 'write a time like 22:00' },
  ])
  await choose('viewer', { quiet: { from: '22:00', to: '07:00' }, wakes: false })
  const choiceOf = async (role: 'viewer' | 'keeper') =>
    (await book.as[role]('GET', '/api/messages')).body.choice
  expect(await choiceOf('viewer')).toMatchObject({ quiet: { from: '22:00', to: '07:00' }, wakes: false })
  expect(await choiceOf('keeper')).toMatchObject({ alarms: 'all', work: true, quiet: null })
})

it('a book with a pairing is reminded too, and a book that fails stops no other, is said to fail, and is tried again', async () => {
  const sale = await addAnimal(book, { tag: 'C1', purpose: 'for sale' })
  const [female, male] = [
    await addAnimal(book, { tag: 'F1' }),
    await addAnimal(book, { tag: 'M1', sex: 'male' }),
  ]
  await feed(book, female)
  await feed(book, male)
  const pairing = newId()
  const made = await book.as.keeper('POST', '/api/pairings', { id: pairing, femaleId: female, maleId: male })
  expect([made.status, made.body]).toEqual([200, expect.anything()])
  const contactId = newId()
  await book.as.keeper('POST', '/api/contacts', { id: contactId, name: 'Ines' })
  const written = await write(book, [
    entry('introduced', 'pairing', pairing, {}, noon(addDays(TODAY, -1))),
    entry('meal', 'animal', sale, { outcome: 'taken' }, noon(addDays(TODAY, -40))),
    entry('reserved', 'animal', sale, { contactId, name: 'Ines', price: 40, until: TODAY }),
  ])
  expect(written.status).toBe(200)
  // Another book, in which the reminding cannot work.
  const broken = await server.openBook('broken')
  const owner = new pg.Client({ connectionString: server.ownerUrl })
  await owner.connect()
  await owner.query("update book set zone = 'Nowhere/At all' where id = $1", [broken.id])
  try {
    await server.app.jobs.run(REMINDERS)
    expect((await messages()).map((m) => m.subject)).toContain('C1: not to be missed')
    const jobOf = (id: string) => server.app.jobs.of(id).find((j) => j.name === REMINDERS)!
    expect(jobOf(book.id)).toMatchObject({ failures: 0, lastSuccess: expect.any(Date) })
    expect(jobOf(broken.id)).toMatchObject({ failures: 1, lastSuccess: null, lastFailure: expect.any(Date) })
    // It is not asked again at once.
    await server.app.jobs.run(REMINDERS)
    expect(jobOf(broken.id).failures).toBe(1)
    expect((await book.as.viewer('GET', '/api/messages')).body.jobs).toContainEqual(
      expect.objectContaining({ name: REMINDERS, failures: 0, lastFailure: null }),
    )
    const ready = await server.call('GET', '/health/ready')
    expect(ready.body.jobs).toContainEqual(expect.objectContaining({ name: REMINDERS, failingBooks: 1 }))
    const { body: figures } = await server.app.inject('/metrics')
    expect(figures).toContain(`hatch_book_job_failing_books{job="${REMINDERS}"} 1`)
  } finally {
    await owner.query("update book set zone = 'UTC' where id = $1", [broken.id])
    await owner.end()
  }
})

it('a probe that was silent before anybody moved in is told of once they have, once, whichever server looks', async () => {
  const loft = await room('Loft')
  const a = await tub('A1', loft)
  await a.warm(25)
  const owner = new pg.Client({ connectionString: server.ownerUrl })
  await owner.connect()
  // Nobody wants to know of it yet; and it has said nothing for hours.
  const bands = (set: unknown) =>
    owner.query("update place set bands = $2 where book_id = $1 and name = 'A1'", [book.id, set])
  const { rows } = await owner.query<{ bands: object }>(
    "select bands from place where book_id = $1 and name = 'A1'",
    [book.id],
  )
  await bands(null)
  await owner.query(
    "update probe set heard_at = now() - interval '5 hours', every_seconds = 1 where book_id = $1",
    [book.id],
  )
  const second = await buildApp({
    databaseUrl: asRole(server.ownerUrl, 'app_rw', process.env.TEST_APP_PASSWORD!),
    rooms,
  })
  await second.ready()
  jest.spyOn(Date, 'now').mockReturnValue(Date.now() + 60_000)
  try {
    const look = () => Promise.all([server.app.jobs.run(SILENCE), second.jobs.run(SILENCE)])
    const silent = async () =>
      ((await book.as.viewer('GET', '/api/alarms')).body.alarms as { kind: string }[]).filter(
        (x) => x.kind === 'probe silent',
      )
    await look()
    expect(await silent()).toEqual([])
    await bands(JSON.stringify(rows[0]!.bands))
    jest.spyOn(Date, 'now').mockReturnValue(Date.now() + 120_000)
    await look()
    await look()
    expect(await silent()).toHaveLength(1)
    expect(server.app.jobs.of(book.id).find((j) => j.name === SILENCE)!.lastSuccess).not.toBeNull()
    expect(
      (await messages()).filter((m) => m.to === 'keeper' && m.subject === 'A1: probe silent'),
    ).toHaveLength(1)
  } finally {
    jest.restoreAllMocks()
    await second.close()
    await owner.end()
  }
})

it('an attack is for now: the pairing, the round and a message say so on the same day, with no tomorrow', async () => {
  const [female, male] = [
    await addAnimal(book, { tag: 'F1' }),
    await addAnimal(book, { tag: 'M1', sex: 'male' }),
  ]
  await feed(book, female)
  await feed(book, male)
  const id = newId()
  expect((await book.as.keeper('POST', '/api/pairings', { id, femaleId: female, maleId: male })).status).toBe(
    200,
  )
  await write(book, [
    entry('introduced', 'pairing', id, {}, `${TODAY}T08:00:00.000Z`),
    entry('attacked', 'pairing', id, {}, `${TODAY}T09:00:00.000Z`),
  ])
  const [pairing] = (await book.as.viewer('GET', '/api/pairings')).body.pairings
  expect(pairing).toMatchObject({
    mustStop: { rule: 'attacked', out: 'both' },
    step: 'part now',
    next: { on: TODAY },
  })
  const { items } = (await book.as.viewer('GET', '/api/round')).body
  expect(items.find((i: { kind: string }) => i.kind === 'part')).toMatchObject({
    ...{ says: 'separate them now: one attacked the other', due: TODAY, latest: TODAY },
  })
  await server.app.jobs.run(REMINDERS)
  expect((await messages()).find((m) => m.to === 'keeper')!.body).toContain(
    'separate them now: one attacked the other, today',
  )
})
