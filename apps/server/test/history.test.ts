import { newId } from '@hatch-book/contract'
import { addAnimal, openServer, type Reply, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('Reeds')
})
afterAll(() => server.close())

const change = async (id: string, to: object) => {
  const { body } = await book.as.viewer('GET', `/api/animals/${id}`)
  const { animal, origin, note } = body as Record<string, any> // eslint-disable-line @typescript-eslint/no-explicit-any -- a reply
  const draft = {
    ...{ tag: animal.tag, line: animal.line, hatched: animal.hatchFact, purpose: animal.purpose },
    ...{
      damId: animal.dam?.id ?? null,
      sireId: animal.sire?.id ?? null,
      origin,
      note,
      version: animal.version,
    },
  }
  return book.as.keeper('PATCH', `/api/animals/${id}`, { ...draft, ...to })
}
const history = async (id: string) =>
  (await book.as.viewer('GET', `/api/history?subjectId=${id}`)).body.revisions as Reply['body'][]

test('every change of an animal is kept: what it was, what it became, by whom, from where', async () => {
  const dam = await addAnimal(book, { tag: 'D1', hatched: { date: '2019-06-01', precision: 'day' } })
  const id = await addAnimal(book, { tag: 'N1', line: 'North' })
  await change(id, { line: 'South', note: 'shy' })
  await change(id, { damId: dam, tag: 'N2' })
  const [second, first] = await history(id)
  expect(first).toMatchObject({
    of: 'animal',
    name: 'N2',
    by: 'keeper',
    device: 'a program',
    made: false,
    stands: true,
  })
  expect(first!.changes).toEqual(
    expect.arrayContaining([
      { field: 'line', before: 'North', after: 'South' },
      { field: 'note', before: '', after: 'shy' },
    ]),
  )
  expect(second!.changes).toEqual(
    expect.arrayContaining([
      { field: 'dam', before: '', after: 'D1' },
      { field: 'tag', before: 'N1', after: 'N2' },
    ]),
  )
  const all = (await book.as.viewer('GET', '/api/history')).body.revisions as Reply['body'][]
  expect(all.map((r) => r.id)).toEqual(expect.arrayContaining([first!.id, second!.id]))
})

test('a change is set back as long as nobody changed the same again, and setting back is a change too', async () => {
  const id = await addAnimal(book, { tag: 'S1', line: 'West' })
  await change(id, { line: 'East', purpose: 'holdback' })
  const [moved] = await history(id)
  const back = (revision: Reply['body'], role: 'keeper' | 'helper' = 'keeper') =>
    book.as[role]('POST', `/api/history/${revision.id}/set-back`, {})
  expect((await back(moved!, 'helper')).status).toBe(403)
  expect((await back(moved!)).status).toBe(200)
  const { animal } = (await book.as.viewer('GET', `/api/animals/${id}`)).body
  expect(animal).toMatchObject({ line: 'West', purpose: 'breeder', version: 3 })
  expect(await history(id)).toHaveLength(2)
  // Once set back it does not stand any more, so it cannot be set back twice.
  expect((await back(moved!)).body).toMatchObject({ code: 'stale' })
  await change(id, { line: 'East' })
  const [again] = await history(id)
  await change(id, { line: 'North' })
  expect((await back(again!)).body).toMatchObject({ code: 'stale' })
})

test('what is planned has its maker; what the program does by itself has nobody', async () => {
  const id = newId()
  const colony = {
    ...{ id, name: 'Crickets A', protocolId: book.protocols.CS, bins: 2, celsius: 29, method: '' },
  }
  const { body } = await book.as.owner('GET', '/api/protocols')
  const feeders = (body.protocols as { id: string; keptAs?: string }[]).find((p) => p.keptAs === 'colonies')
  const { status } = await book.as.keeper('POST', '/api/colonies', {
    ...colony,
    protocolId: feeders?.id ?? colony.protocolId,
  })
  expect(status).toBe(200)
  expect(await history(id)).toMatchObject([
    { of: 'colony', name: 'Crickets A', by: 'keeper', made: true, stands: false },
  ])
  const other = await server.openBook('Others')
  expect((await other.as.owner('GET', `/api/history?subjectId=${id}`)).body.revisions).toEqual([])
})
