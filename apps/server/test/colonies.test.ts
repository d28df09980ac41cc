import { newId, type Colonies } from '@hatch-book/contract'
import { openServer, write, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('colonies')
})
afterAll(() => server.close())

const read = async (): Promise<Colonies> => (await book.as.viewer('GET', '/api/colonies')).body as never
const species = async (name: string) => (await read()).species.find((s) => s.species === name)!.protocolId
const start = async (name: string, change: object = {}) => {
  const id = newId()
  const reply = await book.as.keeper('POST', '/api/colonies', {
    ...{ id, name, protocolId: await species('Turkestan roach'), bins: 2, celsius: 29 },
    ...change,
  })
  return { id, reply }
}
const sure = (count: number) => ({ count, low: count, high: count })
const count = (id: string, change: object = {}) => ({
  id: newId(),
  kind: 'counted' as const,
  subject: { type: 'colony' as const, id },
  at: '2026-05-10T10:00:00.000Z',
  payload: {
    ...{ young: { 'nymph 1': { count: 880, low: 700, high: 1060 } }, females: sure(40), males: sure(12) },
    how: 'by scoops' as const,
    ...change,
  },
})

test('a colony is started, counted and fed from; a take is by size and day', async () => {
  const { id, reply } = await start('R1')
  expect(reply.body).toEqual({ id, version: 1 })
  await write(book, [count(id)])
  await write(book, [
    {
      ...{ id: newId(), kind: 'fed off', subject: { type: 'colony', id }, at: '2026-05-11T10:00:00.000Z' },
      payload: { size: 'nymph 2', count: 35 },
    },
  ])
  const colony = (await read()).colonies.find((c) => c.id === id)!
  expect(colony).toMatchObject({ name: 'R1', bins: 2, celsius: 29, species: 'Turkestan roach' })
  expect(colony.model.stages.map((s) => s.name)[0]).toBe('ootheca')
  expect(colony.counts[0]).toMatchObject({ young: [0, 880, 0, 0, 0, 0], females: 40, males: 12, low: 752 })
  expect(colony.taken).toEqual([{ on: '2026-05-11', size: 'nymph 2', count: 35 }])
})

test('a count that is struck out is gone; the colony it was of stays', async () => {
  const { id } = await start('R2')
  const written = count(id)
  await write(book, [written])
  const counts = async () => (await read()).colonies.find((c) => c.id === id)!.counts
  expect(await counts()).toHaveLength(1)
  await write(book, [
    {
      ...{ id: newId(), kind: 'struck', subject: { type: 'colony', id }, at: '2026-05-12T10:00:00.000Z' },
      strikes: written.id,
      payload: { reason: 'another bin' },
    },
  ])
  expect(await counts()).toEqual([])
})

test('what cannot be is refused with words: a stage unknown, a negative, a huge count, another species, a name twice', async () => {
  const { id } = await start('R3')
  const refused = async (change: object) =>
    (await book.as.keeper('POST', '/api/entries', { entries: [count(id, change)] })).body as {
      detail: string
    }
  expect((await refused({ young: { larva: sure(3) } })).detail).toContain(
    'larva: no stage of the Turkestan roach',
  )
  expect((await refused({ females: sure(-1) })).detail).toContain('from 0 on')
  expect((await refused({ females: sure(1e9) })).detail).toContain('ten million')
  expect((await refused({ females: { count: 5, low: 9, high: 10 } })).detail).toContain(
    'an interval holds its count',
  )
  const corn = (await book.as.viewer('GET', '/api/protocols')).body as {
    protocols: { id: string; code: string }[]
  }
  const snake = corn.protocols.find((p) => p.code === 'CS')!.id
  expect((await start('S1', { protocolId: snake })).reply.body).toMatchObject({
    fields: [{ field: 'protocolId' }],
  })
  expect((await start('r3')).reply.body).toMatchObject({ fields: [{ field: 'name' }] })
  expect((await start('R4', { bins: 0 })).reply.status).toBe(422)
})

test('it is moved to a warmer shelf by a keeper, not by a helper, and not over somebody’s change', async () => {
  const { id } = await start('R5')
  const patch = (as: 'keeper' | 'helper', version: number) =>
    book.as[as]('PATCH', `/api/colonies/${id}`, { version, celsius: 31 })
  expect((await patch('helper', 1)).status).toBe(403)
  expect((await patch('keeper', 1)).body).toEqual({ id, version: 2 })
  expect((await patch('keeper', 1)).status).toBe(409)
  expect((await read()).colonies.find((c) => c.id === id)).toMatchObject({ celsius: 31 })
})
