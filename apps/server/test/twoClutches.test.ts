import { newId } from '@hatch-book/contract'
import { openEggRoom } from './eggRoom'
import { addAnimal, entry, feed, noon, openServer, write, type TestServer } from './support'

let server: TestServer
beforeAll(async () => {
  server = await openServer()
})
afterAll(() => server.close())

test('a pair that lays twice has both clutches with their sire, and is told by the later one', async () => {
  const room = await openEggRoom(await server.openBook('Twice'))
  const { book, dam } = room
  const male = await addAnimal(book, { tag: 'M1', sex: 'male' })
  for (const id of [dam, male]) await feed(book, id)
  const pairing = newId()
  const paired = await book.as.keeper('POST', '/api/pairings', {
    ...{ id: pairing, femaleId: dam, maleId: male, despite: 'told by hand' },
  })
  expect(paired.status).toBe(200)
  await write(book, [
    entry('introduced', 'pairing', pairing, {}, noon('2026-02-01')),
    entry('locked', 'pairing', pairing, {}, noon('2026-02-01')),
  ])
  const { box } = await room.addIncubator('H2', 28)
  const first = await room.set('2026-03-20', { pairingId: pairing })
  const second = await room.set('2026-05-15', { pairingId: pairing, boxId: box })
  expect([first.reply.status, second.reply.status]).toEqual([200, 200])
  const { clutches } = await room.get('/api/clutches')
  expect(clutches.map((c: { sire: { tag: string } }) => c.sire.tag)).toEqual(['M1', 'M1'])
  const { pairings } = await room.get('/api/pairings')
  expect(pairings).toHaveLength(1)
  expect(pairings[0].clutchId).toBe(second.id)
})
