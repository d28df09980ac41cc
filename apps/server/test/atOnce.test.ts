import { newId } from '@hatch-book/contract'
import { openEggRoom, type EggRoom } from './eggRoom'
import { addAnimal, entry, feed, noon, openServer, TODAY, write, type TestServer } from './support'

/* What comes at once, or twice, is there once: from one slate, or from two devices. */
let server: TestServer
let room: EggRoom
beforeAll(async () => {
  server = await openServer()
})
afterAll(() => server.close())
beforeEach(async () => {
  room = await openEggRoom(await server.openBook('At once'))
})

const clutchOf = (damId: string, boxId: string) => ({
  ...{ id: newId(), entryId: newId(), pairingId: null, damId, boxId },
  ...{ foundAt: noon(TODAY), laidFrom: noon(TODAY), laidTo: noon(TODAY) },
  eggs: [0, 1].map((cell) => ({ id: newId(), cell })),
})
const clutches = async () => (await room.get('/api/clutches')).clutches as { id: string }[]

describe('the slate', () => {
  test('all of it is written or nothing, and sent again it is there once', async () => {
    const { book, dam, box } = room
    const good = clutchOf(dam, box)
    // The second has no dam of this book.
    const bad = { ...clutchOf(newId(), box), eggs: [{ id: newId(), cell: 4 }] }
    const note = entry('noted', 'animal', dam, { text: 'laid' })
    const refused = await book.as.keeper('POST', '/api/slate', { clutches: [good, bad], entries: [note] })
    expect(refused.status).toBeGreaterThanOrEqual(400)
    expect(await clutches()).toEqual([])
    const send = () => book.as.keeper('POST', '/api/slate', { clutches: [good], entries: [note] })
    expect((await send()).body).toMatchObject({ written: [note.id], known: [] })
    expect((await send()).body).toMatchObject({ written: [], known: [note.id] })
    expect((await clutches()).map((c) => c.id)).toEqual([good.id])
    expect(
      (await book.as.helper('POST', '/api/slate', { clutches: [clutchOf(dam, box)], entries: [] })).status,
    ).toBe(403)
  })

  test('lines that share one minute are read in the order in which they stand; and a thousand at once are taken', async () => {
    const { book, dam } = room
    const male = await addAnimal(book, { tag: 'M1', sex: 'male' })
    await feed(book, dam)
    await feed(book, male)
    const id = newId()
    expect((await book.as.keeper('POST', '/api/pairings', { id, femaleId: dam, maleId: male })).status).toBe(
      200,
    )
    const lines = (['introduced', 'locked', 'separated'] as const).map((kind) => entry(kind, 'pairing', id))
    expect(await write(book, lines)).toMatchObject({ status: 200 })
    const [pairing] = (await room.get('/api/pairings')).pairings
    expect(pairing).toMatchObject({ state: 'apart', locks: 1 })
    // The other way round it is a slip of the pen.
    const wrong = (['locked', 'introduced'] as const).map((kind) => entry(kind, 'pairing', id))
    expect((await write(book, wrong)).status).toBe(422)
    const many = Array.from({ length: 1200 }, (_, i) => entry('noted', 'animal', dam, { text: `line ${i}` }))
    expect((await write(book, many)).body.written).toHaveLength(1200)
  })
})

describe('one egg is one animal', () => {
  const hatch = (id: string, young: { eggId: string; tag: string }[]) =>
    room.book.as.keeper('POST', `/api/clutches/${id}/hatch`, {
      at: noon(TODAY),
      young: young.map((y) => ({ ...y, entryId: newId(), animalId: newId(), placeId: null, grams: null })),
    })
  const young = async () =>
    ((await room.get('/api/animals')).animals as { tag: string }[]).filter((a) => a.tag.startsWith('Y'))

  test('named twice in one request it is refused', async () => {
    const { id, eggs } = await room.set('2026-03-20')
    const twice = [
      { eggId: eggs[0]!.id, tag: 'Y1' },
      { eggId: eggs[0]!.id, tag: 'Y2' },
    ]
    expect(await hatch(id, twice)).toMatchObject({
      status: 422,
      body: { detail: expect.stringContaining('comes up twice') },
    })
    expect(await young()).toEqual([])
  })

  test('hatched on four devices at the same moment it is one', async () => {
    const { id, eggs } = await room.set('2026-03-20')
    const all = await Promise.all(
      ['Y1', 'Y2', 'Y3', 'Y4'].map((tag) => hatch(id, [{ eggId: eggs[1]!.id, tag }])),
    )
    expect(all.map((r) => r.status).sort()).toEqual([200, 422, 422, 422])
    expect(await young()).toHaveLength(1)
  })
})
