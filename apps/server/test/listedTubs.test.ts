import { newId } from '@hatch-book/contract'
import { faultsOf, listsOf } from './lists'
import { openServer, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('List')
})
afterAll(() => server.close())

const { open, change, act, animals } = listsOf(() => book)

test('tubs of racks that exist are found by their own name; one of two alike is asked for; none is made beside them', async () => {
  const place = async (kind: string, name: string, parentId: string | null = null) => {
    const id = newId()
    await book.as.keeper('POST', '/api/places', { id, kind, name, parentId })
    return id
  }
  const [rack, shelf] = [await place('rack', 'Rack'), await place('rack', 'Shelf')]
  const [d2, twin, other] = [
    await place('tub', 'D2', rack),
    await place('tub', 'E1', rack),
    await place('tub', 'E1', shelf),
  ]
  const list = `tag,species,place
P1,corn snake,D2
P2,corn snake,rack/d2
P3,corn snake,E1
P4,corn snake,Shelf · E1
P5,corn snake,new one
P6,corn snake,NEW ONE`
  const read = await open(list)
  expect(faultsOf(read)).toEqual({ 4: "'E1' could be Rack · E1 or Shelf · E1: write which one" })
  expect(read.notes).toContain('1 tub will be made: NEW ONE')
  expect(read.columns[2]).toMatchObject({ header: 'place', samples: ['D2', 'rack/d2', 'E1'] })
  await act(await change(read, { repairs: [{ line: 4, column: 2, text: 'Rack E1' }] }), 'bring-in')
  const where = Object.fromEntries((await animals()).map((a) => [a.tag, a.place.id]))
  expect(where).toMatchObject({ P1: d2, P2: d2, P3: twin, P4: other })
  expect(where.P5).toBe(where.P6)
  const { places } = (await book.as.keeper('GET', '/api/places')).body
  expect((places as { name: string }[]).map((p) => p.name).sort()).toEqual(
    ['D2', 'E1', 'E1', 'NEW ONE', 'Rack', 'Shelf'].sort(),
  )
})
