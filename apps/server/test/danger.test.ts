import { newId } from '@hatch-book/contract'
import { addAnimal, entry, noon, openServer, write, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
})
beforeEach(async () => {
  book = await server.openBook('Hot')
})
afterAll(() => server.close())

/** A place with a probe that speaks, in which a corn snake lives: it bears up to 34 °C. */
async function enclosure(kind: string) {
  const id = newId()
  expect((await book.as.keeper('POST', '/api/places', { id, kind, name: 'D2' })).status).toBe(200)
  // Bands as somebody sets them who knows no better: an hour past them would only be warned of.
  const band = { low: 2, high: 40 }
  const bands = { day: band, night: band, dayFrom: 8, dayHours: 12, humidity: null }
  expect((await book.as.keeper('PATCH', `/api/places/${id}/bands`, { bands })).status).toBe(200)
  const { places } = (await book.as.keeper('GET', '/api/climate')).body
  const { probeId } = places.find((p: { name: string }) => p.name === 'D2')
  const animal = await addAnimal(book, {
    ...{ tag: 'C1', purpose: 'growing on', grams: 8, hatched: { date: '2026-04-20', precision: 'day' } },
  })
  await write(book, [entry('moved', 'animal', animal, { placeId: id }, noon('2026-05-19'))])
  const { token } = (await book.as.owner('POST', `/api/probes/${probeId}/token`)).body
  return {
    animal,
    say: (...celsius: number[]) =>
      server.app.inject({
        method: 'POST',
        url: '/api/bridge/readings',
        headers: { authorization: `Bearer ${token}` },
        payload: {
          everySeconds: 60,
          readings: celsius.map((c, i) => ({ celsius: c, secondsAgo: (celsius.length - 1 - i) * 60 })),
        },
      }),
  }
}
const alarms = async () =>
  (await book.as.viewer('GET', '/api/alarms')).body.alarms as Record<string, unknown>[]

test('what those who live there do not bear is an alarm at the second reading, though the limits that were set bear more', async () => {
  const tub = await enclosure('tub')
  await tub.say(28, 33.5, 34.6)
  expect(await alarms()).toEqual([])
  await tub.say(34.9)
  const [alarm, ...more] = await alarms()
  expect(more).toEqual([])
  expect(alarm).toMatchObject({ place: 'D2', kind: 'too warm', severity: 'alarm' })
  expect(alarm!.says).toMatch(/34.9 °C, above the 34.0 °C limit for corn snake \(starter\)/)
  const { messages } = (await book.as.viewer('GET', '/api/messages')).body
  expect(messages[0].body).toContain('Animals there: C1')
  await tub.say(30, 30)
  expect(await alarms()).toEqual([])
})

test('it breaks the quiet of whoever chose that nothing should', async () => {
  const tub = await enclosure('tub')
  const choice = { alarms: 'all', work: false, quiet: { from: '00:00', to: '23:59' }, wakes: false }
  expect((await book.as.keeper('PATCH', '/api/messages/choice', choice)).status).toBe(200)
  await tub.say(36, 36.2)
  const { messages } = (await book.as.keeper('GET', '/api/messages')).body
  const mine = messages.find((m: { to: string }) => m.to === 'keeper')
  expect(mine.tellFrom).toBe(mine.at)
})

test.each([
  ['a cool room tells nothing of heated tubs', [5, 5], []],
  ['a hot room is danger for all in it', [36, 36], [{ kind: 'too warm', severity: 'alarm' }]],
])('%s', async (_what, celsius, raised) => {
  const room = await enclosure('room')
  await room.say(...celsius)
  expect(await alarms()).toMatchObject(raised)
})

test('what an enclosure is watched by is proposed from the protocol of those who live there, and not guessed of an empty one', async () => {
  const { animal } = await enclosure('tub')
  const { places } = (await book.as.keeper('GET', '/api/places')).body
  const id = places.find((p: { name: string }) => p.name === 'D2').id as string
  const proposed = async () => (await book.as.viewer('GET', `/api/places/${id}/bands/proposed`)).body
  expect(await proposed()).toMatchObject({
    who: ['corn snake (starter)'],
    bands: { day: { low: 21, high: 30 }, night: { low: 21, high: 30 }, dayFrom: 8, dayHours: 12 },
  })
  const elsewhere = newId()
  await book.as.keeper('POST', '/api/places', { id: elsewhere, kind: 'tub', name: 'D3' })
  await write(book, [entry('moved', 'animal', animal, { placeId: elsewhere }, noon('2026-05-20'))])
  expect(await proposed()).toEqual({ who: [], bands: null })
})
