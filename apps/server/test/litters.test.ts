import { newId } from '@hatch-book/contract'
import { openEggRoom, type EggRoom } from './eggRoom'
import { entry, noon, openServer, write, type TestServer } from './support'

let server: TestServer
let room: EggRoom
beforeAll(async () => {
  server = await openServer()
})
afterAll(() => server.close())
beforeEach(async () => {
  room = await openEggRoom(await server.openBook('Litters'))
})

const litter = (tags: string[]) => ({
  live: tags.map((tag) => ({ animalId: newId(), tag, grams: 18 })),
  stillborn: 1,
  unfertilised: 2,
})

describe('a litter that is counted once more', () => {
  const bearing = { kind: 'litter', boxId: null, eggs: [] }
  const tags = async () =>
    (await room.get('/api/animals')).animals
      .map((a: { tag: string }) => a.tag)
      .filter((t: string) => /^K[2-9]/.test(t))
      .sort()
  let id: string
  let live: { animalId: string; tag: string }[]
  const recount = (what: object, at = noon('2026-05-03')) =>
    room.book.as.keeper('POST', `/api/clutches/${id}/recount`, {
      ...{ entryId: newId(), at, stillborn: 1, unfertilised: 2, more: [], fewer: [], ...what },
    })
  const strikeLast = async () => {
    const { entries } = await room.get(`/api/clutches/${id}`)
    const last = entries.find(
      (e: { kind: string; struckBy: unknown }) => e.kind === 'litter counted' && !e.struckBy,
    )
    return write(room.book, [{ ...entry('struck', 'clutch', id), strikes: last.id }])
  }
  beforeEach(async () => {
    room.dam = await room.addOf('BT', 'K1')
    const born = litter(['K2', 'K3'])
    live = born.live
    id = (await room.set('2026-05-01', { ...bearing, litter: born })).id
  })

  it('one under the bark, and one written down twice: the young and all the figures follow', async () => {
    expect((await room.get(`/api/clutches/${id}`)).litter).toEqual({
      alive: 2,
      stillborn: 1,
      unfertilised: 2,
    })
    const { status, body } = await recount({
      ...{ stillborn: 0, fewer: [live[0]!.animalId] },
      more: ['K4', 'K5'].map((tag) => ({ animalId: newId(), tag, grams: 17 })),
    })
    expect(status).toBe(200)
    expect(body).toMatchObject({
      litter: { alive: 3, stillborn: 0, unfertilised: 2 },
      clutch: { counted: { count: 5, low: 5, high: 5 } },
    })
    expect(body.young.map((y: { tag: string }) => y.tag)).toEqual(['K3', 'K4', 'K5'])
    expect(await tags()).toEqual(['K3', 'K4', 'K5'])
    const { animals } = await room.get('/api/animals')
    expect(animals.find((a: { tag: string }) => a.tag === 'K4')).toMatchObject({
      ...{ grams: 17, dam: { tag: 'K1' }, hatched: { from: '2026-05-01' } },
    })
    // And once more, the other way round: the last count counts.
    expect((await recount({ stillborn: 4, unfertilised: 0 })).body.litter).toEqual({
      ...{ alive: 3, stillborn: 4, unfertilised: 0 },
    })
  })

  it('is taken back by striking, the last one first, and all is as it was', async () => {
    await recount({ fewer: [live[0]!.animalId], more: [{ animalId: newId(), tag: 'K6' }] })
    await recount({ stillborn: 7 })
    const first = (await room.get(`/api/clutches/${id}`)).entries.findLast(
      (e: { kind: string }) => e.kind === 'litter counted',
    )
    const early = await write(room.book, [{ ...entry('struck', 'clutch', id), strikes: first.id }])
    expect(early).toMatchObject({ status: 409, body: { code: 'depended-on' } })
    expect((await strikeLast()).status).toBe(200)
    expect((await room.get(`/api/clutches/${id}`)).litter).toEqual({
      alive: 2,
      stillborn: 1,
      unfertilised: 2,
    })
    expect((await strikeLast()).status).toBe(200)
    expect(await tags()).toEqual(['K2', 'K3'])
    const page = await room.get(`/api/clutches/${id}`)
    expect(page.litter).toEqual({ alive: 2, stillborn: 1, unfertilised: 2 })
    expect(page.clutch.counted.count).toBe(5)
  })

  it('takes back nobody of whom more is known, gives no tag twice, and refuses eggs and other litters', async () => {
    const [kept] = live
    await write(room.book, [
      entry('weighed', 'animal', kept!.animalId, { grams: 21, context: 'empty' }, noon('2026-05-02')),
    ])
    expect(await recount({ fewer: [kept!.animalId] })).toMatchObject({
      status: 409,
      body: { detail: 'More is written about K2. Strike that out first.' },
    })
    expect((await recount({ more: [{ animalId: newId(), tag: 'k3' }] })).body.fields).toEqual([
      { field: 'litter', says: 'k3 is in the book already' },
    ])
    expect((await recount({ fewer: [room.dam] })).status).toBe(404)
    expect((await recount({}, noon('2026-04-01'))).body.fields).toEqual([
      { field: 'at', says: 'before they were born' },
    ])
    expect(await tags()).toEqual(['K2', 'K3'])

    // Its tag was given to another meanwhile: it cannot come back under it.
    await recount({ fewer: [live[1]!.animalId] })
    await room.addOf('BT', 'K3')
    expect((await strikeLast()).body).toMatchObject({
      detail: 'K3 is in the book already. Give it another tag first.',
    })
  })
})
