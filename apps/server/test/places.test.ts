import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { newId, type LabelOrder, type Place, type RackView, type TubView } from '@hatch-book/contract'
import jsQR from 'jsqr'
import sharp from 'sharp'
import { addAnimal, entry, openServer, write, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('places')
})
afterAll(() => server.close())

const SMALL = { size: 'small', areaM2: 0.06, litres: 6, most: 1 }
const build = (name: string, change: object = {}) =>
  book.as.keeper('POST', '/api/racks', {
    ...{ id: newId(), name, prefix: name[0], roomId: null, rows: 2, columns: 3, tub: SMALL },
    ...change,
  })
const racks = async (): Promise<RackView[]> =>
  ((await book.as.viewer('GET', '/api/rooms')).body.rooms as { racks: RackView[] }[]).flatMap((r) => r.racks)
const tubsOf = async (name: string): Promise<TubView[]> => (await racks()).find((r) => r.name === name)!.tubs
const young = (tag: string, change: object = {}) =>
  addAnimal(book, {
    ...{ tag, sex: 'unknown', purpose: 'growing on', grams: 8 },
    hatched: { date: '2026-05-01', precision: 'day' },
    ...change,
  })

test('an incubator is built with its shelves and boxes at once; a name that is taken builds nothing', async () => {
  const draft = { name: 'Warm one', setPointC: 28, shelves: 2, boxes: 3, grid: { rows: 4, columns: 5 } }
  const add = (change: object = {}) =>
    book.as.keeper('POST', '/api/incubators', { id: newId(), ...draft, ...change })
  const places = async (): Promise<Place[]> => (await book.as.viewer('GET', '/api/places')).body.places
  const { body: made } = await add()
  expect(made.boxes).toBe(6)
  const built = (await places()).filter((p) => p.kind !== 'tub')
  const shelves = built.filter((p) => p.parentId === made.id)
  expect(built.find((p) => p.id === made.id)).toMatchObject({ setPointC: 28, probeId: made.id })
  expect(shelves.map((p) => p.name)).toEqual(['shelf 1', 'shelf 2'])
  for (const shelf of shelves)
    expect(built.filter((p) => p.parentId === shelf.id).map((p) => [p.name, p.grid])).toEqual(
      [1, 2, 3].map((n) => [`box ${n}`, { rows: 4, columns: 5 }]),
    )
  const room = { id: newId(), kind: 'room', name: 'Egg room' }
  await book.as.keeper('POST', '/api/places', room)
  await book.as.keeper('POST', '/api/places', {
    ...{ id: newId(), kind: 'incubator', name: 'E1', parentId: room.id, setPointC: 27 },
  })
  const before = (await places()).length
  // In whichever room the other stands.
  for (const name of ['warm ONE', 'e1'])
    expect((await add({ name })).body).toMatchObject({ fields: [{ field: 'name' }] })
  expect((await add({ name: 'Other', boxes: 0 })).body).toMatchObject({ fields: [{ field: 'boxes' }] })
  expect(await places()).toHaveLength(before)
  const beside = (await add({ name: 'Flat', shelves: 0, boxes: 1 })).body
  expect((await places()).filter((p) => p.parentId === beside.id).map((p) => p.kind)).toEqual(['box'])
})

test('a rack is built at once and drawn as it stands; a name that is taken builds nothing', async () => {
  expect((await build('Alpha')).body).toMatchObject({ tubs: 6 })
  expect((await build('alpha')).body).toMatchObject({ fields: [{ field: 'name' }] })
  expect((await build('Wide', { columns: 41 })).status).toBe(422)
  const [rack] = await racks()
  expect(rack).toMatchObject({ rows: 2, columns: 3 })
  expect(rack!.tubs.map((t) => t.name)).toEqual(['A1', 'A2', 'A3', 'A4', 'A5', 'A6'])
})

test('one that lives alone is not put to another, unless somebody says why; a helper moves, a viewer does not', async () => {
  await build('Beta')
  const [first, second] = await tubsOf('Beta')
  const [a, b] = [await young('Y1'), await young('Y2')]
  const move = (id: string, tub: TubView, more = {}, role: 'helper' | 'viewer' = 'helper') =>
    write(book, [entry('moved', 'animal', id, { placeId: tub.id, ...more })], role)
  expect((await move(a, first!)).status).toBe(200)
  expect((await move(b, first!, {}, 'viewer')).status).toBe(403)
  const refused = await move(b, first!)
  expect(refused.body.detail).toContain('animals live alone')
  const { body: asked } = await book.as.viewer('GET', `/api/moves?animalId=${b}&placeId=${first!.id}`)
  expect(asked.faults).toContain('the tub holds 1')
  expect((await move(b, first!, { despite: 'an hour, while its tub is cleaned' })).status).toBe(200)
  expect((await tubsOf('Beta'))[0]!.animals.map((m) => m.tag)).toEqual(['Y1', 'Y2'])
  expect((await move(b, second!)).status).toBe(200)
  const rooms = (await book.as.viewer('GET', '/api/rooms')).body
  expect(rooms.homeless.map((h: { tag: string }) => h.tag)).not.toContain('Y1')
})

test('what is moved together is judged together: two into one empty tub are refused, two that change places are not', async () => {
  await build('Delta')
  const [first, second, third] = await tubsOf('Delta')
  const [a, b] = [await young('T1'), await young('T2')]
  const to = (id: string, tub: TubView, hour: number, more = {}) =>
    entry(
      'moved',
      'animal',
      id,
      { placeId: tub.id, ...more },
      `2026-05-20T${String(hour).padStart(2, '0')}:00:00.000Z`,
    )
  const both = await write(book, [to(a, first!, 1), to(b, first!, 1)])
  expect(both.body.detail).toContain('animals live alone')
  // Nobody has moved.
  expect((await tubsOf('Delta'))[0]!.animals).toEqual([])
  expect((await write(book, [to(a, first!, 2), to(b, second!, 2)])).status).toBe(200)
  expect((await write(book, [to(a, second!, 3), to(b, first!, 3)])).status).toBe(200)
  // One only passes through a tub on its way to the next.
  expect((await write(book, [to(a, first!, 4), to(a, third!, 5)])).status).toBe(200)
  const why = { despite: 'they are siblings, for a night' }
  expect((await write(book, [to(a, second!, 6, why), to(b, second!, 6, why)])).status).toBe(200)
  expect((await tubsOf('Delta')).map((t) => t.animals.map((m) => m.tag))).toEqual(
    expect.arrayContaining([['T1', 'T2']]),
  )
})

test('a tub that was left waits to be cleaned; what is misted is due again the next day', async () => {
  await build('Gamma')
  const [from, to] = await tubsOf('Gamma')
  const gecko = await young('G1', {
    protocolId: (
      (await book.as.viewer('GET', '/api/protocols')).body.protocols as { id: string; code: string }[]
    ).find((p) => p.code === 'CG')!.id,
    grams: 2.5,
  })
  const at = (hour: number) => `2026-05-20T0${hour}:00:00.000Z`
  await write(book, [entry('moved', 'animal', gecko, { placeId: from!.id }, at(6))])
  const misting = async () => (await tubsOf('Gamma'))[0]!.care.find((c) => c.kind === 'mist')
  expect((await tubsOf('Gamma'))[0]!.soiledSince).toBeNull()
  expect(await misting()).toMatchObject({ due: '2026-05-20', why: 'no misting recorded yet' })
  await write(book, [entry('misted', 'place', from!.id, {}, at(7))])
  expect(await misting()).toMatchObject({ due: '2026-05-21', why: 'last misted on 2026-05-20' })
  await write(book, [entry('moved', 'animal', gecko, { placeId: to!.id }, at(8))])
  expect((await tubsOf('Gamma'))[0]!.soiledSince).not.toBeNull()
  await write(book, [entry('cleaned', 'place', from!.id, {}, at(9))])
  expect((await tubsOf('Gamma'))[0]).toMatchObject({ soiledSince: null, cleanedAt: at(9) })
})

describe('labels', () => {
  const DPI = 300
  const px = (mm: number) => (mm / 25.4) * DPI
  /** The first page as it would be printed: grey levels, row by row. */
  async function printed(order: LabelOrder) {
    const reply = await server.app.inject({
      ...{ method: 'POST', url: '/api/labels', headers: { cookie: book.cookie } },
      payload: order as object,
    })
    expect([reply.statusCode, reply.headers['content-type']]).toEqual([200, 'application/pdf'])
    const folder = mkdtempSync(join(tmpdir(), 'hatch-book-labels-'))
    writeFileSync(join(folder, 'labels.pdf'), reply.rawPayload)
    execFileSync('pdftoppm', ['-r', String(DPI), '-png', join(folder, 'labels.pdf'), join(folder, 'page')])
    const image = sharp(readFileSync(join(folder, 'page-1.png'))).greyscale()
    const { data, info } = await image.raw().toBuffer({ resolveWithObject: true })
    rmSync(folder, { recursive: true })
    return { data, width: info.width, height: info.height }
  }
  type Page = Awaited<ReturnType<typeof printed>>
  /** Where lines cross a row or a column, in millimetres. */
  function crossings(count: number, darkAt: (i: number) => boolean): number[] {
    const found: number[] = []
    for (let i = 0; i < count; i++) {
      if (!darkAt(i)) continue
      let end = i
      while (end + 1 < count && darkAt(end + 1)) end++
      found.push((((i + end + 1) / 2) * 25.4) / DPI)
      i = end
    }
    return found
  }
  const along = ({ data, width }: Page, mm: number) =>
    crossings(width, (x) => data[Math.round(px(mm)) * width + x]! < 200)
  const down = ({ data, width, height }: Page, mm: number) =>
    crossings(height, (y) => data[y * width + Math.round(px(mm))]! < 200)

  test('lie where the sheet has them, to a tenth of a millimetre', async () => {
    await build('Delta')
    const ids = (await tubsOf('Delta')).map((t) => t.id)
    const page = await printed({ sheet: 'a4-14', placeIds: ids.slice(0, 4), outline: true })
    expect(page.width).toBeCloseTo(px(210), -1)
    expect(page.height).toBeCloseTo(px(297), -1)
    // A millimetre inside the lower edge there is nothing but the outlines: two labels of 99.1 with 2.5 between.
    const across = along(page, 15.15 + 38.1 - 1)
    for (const [i, mm] of [4.65, 103.75, 106.25, 205.35].entries())
      expect(Math.abs(across[i]! - mm)).toBeLessThan(0.1)
    const below = down(page, 4.65 + 1)
    // Labels touch: one line stands for the foot of one and the head of the next.
    for (const [i, mm] of [15.15, 53.25, 91.35].entries()) expect(Math.abs(below[i]! - mm)).toBeLessThan(0.1)
  })

  test.each(['a4-65', 'letter-30', 'card-3x5'] as const)(
    'a code on %s is read back by a decoder',
    async (sheet) => {
      const animal = await young(`Q-${sheet}`)
      const page = await printed({ sheet, animalIds: [animal] })
      const rgba = new Uint8ClampedArray(page.data.length * 4)
      page.data.forEach((grey, i) => rgba.set([grey, grey, grey, 255], i * 4))
      expect(jsQR(rgba, page.width, page.height)?.data).toBe(`Q-${sheet}`)
    },
  )

  test('begin behind those that are used up; nothing chosen is refused in words', async () => {
    const [tub] = await tubsOf('Delta')
    const page = await printed({ sheet: 'a4-24', placeIds: [tub!.id], skip: 4, outline: true })
    // The fifth label is the second of the second row: its left edge at 70 mm, its head at 37.5 mm.
    expect(down(page, 71)[0]).toBeCloseTo(37.5, 0)
    expect(along(page, 37.5 + 36)[0]).toBeCloseTo(70, 0)
    const { status, body } = await book.as.viewer('POST', '/api/labels', { sheet: 'a4-24' })
    expect([status, body.detail]).toEqual([422, expect.stringContaining('Choose the tubs')])
  })
})

test('sizes of tubs are said later; what is no tub is refused and nothing changed', async () => {
  await build('Epsilon', { tub: { ...SMALL, size: 'cup' } })
  const ids = (await tubsOf('Epsilon')).map((t) => t.id)
  const tub = { size: 'middle', areaM2: 0.2, litres: null, most: 2 }
  expect((await book.as.keeper('PATCH', '/api/tubs', { ids: [...ids, newId()], tub })).status).toBe(404)
  expect((await tubsOf('Epsilon'))[0]!.tub!.size).toBe('cup')
  expect((await book.as.keeper('PATCH', '/api/tubs', { ids, tub })).body).toEqual({ changed: 6 })
  expect((await tubsOf('Epsilon'))[0]!.tub).toEqual(tub)
  expect((await book.as.helper('PATCH', '/api/tubs', { ids, tub })).status).toBe(403)
})
