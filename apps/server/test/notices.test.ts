import { newId, type MessageList } from '@hatch-book/contract'
import { addDays } from '@hatch-book/core'
import { eq } from 'drizzle-orm'
import { inBook, tables } from '../src/db/connect'
import { lookIntoAll } from '../src/rounds/tellOfWork'
import { addAnimal, entry, noon, openServer, TODAY, write, type TestBook, type TestServer } from './support'

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
  const id = await addAnimal(book, { tag: 'C1', purpose: 'for sale' })
  await addAnimal(book, { tag: 'C2' })
  const contactId = newId()
  await book.as.keeper('POST', '/api/contacts', { id: contactId, name: 'Ines at the weir' })
  await write(book, [
    entry('meal', 'animal', id, { outcome: 'taken' }, noon(addDays(TODAY, -40))),
    entry('reserved', 'animal', id, { contactId, name: 'Ines at the weir', price: 40, until: TODAY }),
  ])
  for (let n = 0; n < 2; n++) await lookIntoAll(server.db, new Map())
  const told = await messages()
  expect(told.map((m) => [m.to, m.subject])).toEqual([['keeper', 'C1: not to be missed']])
  expect(told[0]!.body).toContain('hand it over to Ines at the weir')
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
