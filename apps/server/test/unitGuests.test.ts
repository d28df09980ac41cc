import { newId } from '@hatch-book/contract'
import { coldRoomOf, logFile } from './coldRoom'
import { addAnimal, openServer, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
})
afterAll(() => server.close())
beforeEach(async () => {
  book = await server.openBook('A cold room')
})

const { addUnit, protocolOf, unit, bringIn } = coldRoomOf(() => book)

describe('a cold unit, for those who are to sleep in it', () => {
  const planned = async (tag: string, protocolId: string | undefined, unitId: string) => {
    const animalId = await addAnimal(book, { tag, protocolId, grams: 900 })
    const { status, body } = await book.as.keeper('POST', '/api/rest-plans', {
      ...{ id: newId(), name: `Rest of ${tag}`, anchor: { kind: 'pairing', day: '2026-09-01' } },
      ...{ hemisphere: 'south', rests: [{ id: newId(), animalId, unitId }] },
    })
    return { status, body, animalId }
  }
  it('at 12 °C is no-go for those planned into it who rest at 4 to 6 °C, and knows nobody else’s band', async () => {
    const id = await addUnit(12)
    await bringIn(id, logFile('2026-05-05', 15, 12, 0.3))
    expect(await unit(id)).toMatchObject({ verdict: null, proofs: [], planned: [] })
    expect((await planned('T1', await protocolOf('MT'), id)).status).toBe(200)
    const page = await unit(id)
    expect(page).toMatchObject({ verdict: 'no-go', planned: [{ tag: 'T1' }], sleepers: [] })
    expect(page.proofs).toMatchObject([{ verdict: 'no-go', inBand: 0 }])
    expect(page.proofs[0].advice.says).not.toMatch(/Leave the dial/)
  })
  it('does not take two whom no dial serves: neither planned at once, one after the other, nor moved in', async () => {
    const id = await addUnit(5)
    await planned('T1', await protocolOf('MT'), id)
    const second = await planned('C1', await protocolOf('CS'), id)
    expect(second).toMatchObject({ status: 422, body: { fields: [{ field: 'unitId' }] } })
    expect(second.body.detail).toMatch(/^C1 .* T1 .*cannot share a unit/)
    expect((await unit(id)).planned).toHaveLength(1)
    const { body: plans } = await book.as.keeper('GET', '/api/rests')
    expect(plans.plans.map((p: { name: string }) => p.name)).toEqual(['Rest of T1'])
    const other = newId()
    const place = { id: other, kind: 'unit', name: 'Cellar', make: 'room', litres: null, setPointC: 12 }
    expect((await book.as.keeper('POST', '/api/places', place)).status).toBe(200)
    expect((await planned('C2', await protocolOf('CS'), other)).status).toBe(200)
    const { rests } = (
      await book.as.keeper(
        'GET',
        `/api/rests?plan=${(await book.as.keeper('GET', '/api/rests')).body.plans.find((p: { name: string }) => p.name === 'Rest of C2').id}`,
      )
    ).body
    const moved = await book.as.keeper('PATCH', `/api/rests/${rests[0].id}`, {
      version: rests[0].version,
      unitId: id,
    })
    expect(moved).toMatchObject({ status: 422, body: { fields: [{ field: 'unitId' }] } })
  })
})
