import { newId } from '@hatch-book/contract'
import sharp from 'sharp'
import { addAnimal, entry, noon, openServer, write, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
let other: TestBook
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('Ours')
  other = await server.openBook('Theirs')
})
afterAll(() => server.close())

const picture = () =>
  sharp({ create: { width: 2000, height: 1000, channels: 3, background: '#1E5B4C' } })
    .withExif({ IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '38/1 42/1 0/1' } })
    .jpeg()
    .toBuffer()
const bytesOf = async (of: TestBook, url: string) =>
  server.app.inject({ url, headers: { cookie: of.cookie } })

describe('photos', () => {
  test('of a tub are listed by place, the newest first, and those of animals are not among them', async () => {
    const place = { id: newId(), kind: 'tub', name: 'A1' }
    await book.as.keeper('POST', '/api/places', place)
    const animal = await addAnimal(book, { tag: 'P0' })
    await book.as.helper('POST', `/api/animals/${animal}/photos?view=above`, await picture())
    const made = await book.as.helper('POST', `/api/places/${place.id}/photos?view=other`, await picture())
    expect(made.status).toBe(200)
    const { photos } = (await book.as.viewer('GET', '/api/places/photos')).body
    expect(photos).toMatchObject([{ placeId: place.id, id: made.body.id, width: 1600 }])
    expect((await other.as.viewer('GET', '/api/places/photos')).body.photos).toEqual([])
    expect((await bytesOf(book, `/api/photos/${made.body.id}/small`)).statusCode).toBe(200)
    const nowhere = await book.as.helper('POST', `/api/places/${newId()}/photos?view=other`, await picture())
    expect(nowhere).toMatchObject({ status: 404, body: { detail: 'This place is not in the book.' } })
    expect(
      (await book.as.viewer('POST', `/api/places/${place.id}/photos?view=other`, await picture())).status,
    ).toBe(403)
  })

  test('are made small, freed of where they were taken, and seen only in their book', async () => {
    const id = await addAnimal(book, { tag: 'P1' })
    const { status, body } = await book.as.helper(
      'POST',
      `/api/animals/${id}/photos?view=side`,
      await picture(),
    )
    expect([status, body.view, body.width, body.height]).toEqual([200, 'side', 1600, 800])
    const reply = await bytesOf(book, `/api/photos/${body.id}/small`)
    expect(reply.headers['content-type']).toBe('image/jpeg')
    expect(reply.headers['x-content-type-options']).toBe('nosniff')
    const meta = await sharp(reply.rawPayload).metadata()
    expect([meta.width, meta.exif]).toEqual([320, undefined])
    expect((await bytesOf(other, `/api/photos/${body.id}/large`)).statusCode).toBe(404)
    expect((await book.as.helper('DELETE', `/api/photos/${body.id}`)).status).toBe(403)
    expect((await book.as.keeper('DELETE', `/api/photos/${body.id}`)).status).toBe(200)
    expect((await bytesOf(book, `/api/photos/${body.id}/small`)).statusCode).toBe(404)
  })

  test('that are none, or cut off, are refused', async () => {
    const id = await addAnimal(book, { tag: 'P2' })
    const cut = (await picture()).subarray(0, 600)
    for (const body of [
      Buffer.from('no picture'),
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'),
      cut,
    ]) {
      const reply = await book.as.keeper('POST', `/api/animals/${id}/photos`, body)
      expect([reply.status, reply.body.code]).toEqual([422, 'file-unreadable'])
    }
  })
})

test('papers come back as they were, as a download; what could run is refused', async () => {
  const id = await addAnimal(book, { tag: 'P3' })
  const pdf = Buffer.from('%PDF-1.4 a permit')
  const { body } = await book.as.keeper('POST', `/api/animals/${id}/papers?name=permit%20%C3%BC.pdf`, pdf)
  const reply = await bytesOf(book, `/api/papers/${body.id}`)
  expect(reply.rawPayload.equals(pdf)).toBe(true)
  expect(reply.headers['content-disposition']).toBe("attachment; filename*=UTF-8''permit%20%C3%BC.pdf")
  expect(reply.headers['content-security-policy']).toContain('sandbox')
  const program = Buffer.from([0x7f, 0x45, 0x4c, 0x46, 0, 1, 2])
  expect((await book.as.keeper('POST', `/api/animals/${id}/papers?name=x`, program)).status).toBe(422)
})

describe('two records of one animal', () => {
  test('become one: its log, young and pairings count together, and are parted again by a strike', async () => {
    const kept = await addAnimal(book, { tag: 'M1', grams: null })
    const twin = await addAnimal(book, { tag: 'M2', grams: null, sex: 'unknown' })
    const young = await addAnimal(book, { tag: 'M3', purpose: 'growing on', hatched: null })
    const page = async () => (await book.as.owner('GET', `/api/animals/${kept}`)).body
    await write(book, [
      entry('weighed', 'animal', kept, { grams: 100, context: 'empty' }, noon('2026-05-01')),
      entry('weighed', 'animal', twin, { grams: 120, context: 'empty' }, noon('2026-05-10')),
      entry(
        'sexed',
        'animal',
        twin,
        { sex: 'female', certainty: 0.99, method: 'probed' },
        noon('2026-05-10'),
      ),
    ])
    const row = (await book.as.owner('GET', `/api/animals/${young}`)).body.animal
    await book.as.owner('PATCH', `/api/animals/${young}`, {
      ...{ version: row.version, tag: 'M3', line: '', hatched: null, damId: twin, sireId: null },
      ...{ purpose: 'growing on', origin: '', note: '' },
    })
    const merged = await book.as.keeper('POST', `/api/animals/${kept}/merge`, { otherId: twin })
    expect(merged.body).toMatchObject({ tag: 'M1', grams: 120 })
    const one = await page()
    expect(one.weights.map((w: { grams: number }) => w.grams)).toEqual([100, 120])
    expect(one.young.map((y: { tag: string }) => y.tag)).toEqual(['M3'])
    expect(one.merged.map((m: { tag: string }) => m.tag)).toEqual(['M2'])
    expect((await book.as.owner('GET', `/api/animals/${twin}`)).status).toBe(404)
    // What a device still says of the other record counts here.
    await write(book, [
      entry('weighed', 'animal', twin, { grams: 130, context: 'empty' }, noon('2026-05-12')),
    ])
    expect((await page()).animal.grams).toBe(130)

    const merging = one.entries.find((e: { kind: string }) => e.kind === 'merged')
    const strike = { ...entry('struck', 'animal', kept, { reason: 'two after all' }), strikes: merging.id }
    expect((await write(book, [strike])).status).toBe(200)
    const apart = await page()
    expect(apart.animal.grams).toBe(100)
    expect(apart.young).toEqual([])
    const back = (await book.as.owner('GET', `/api/animals/${twin}`)).body
    expect([back.animal.grams, back.young.map((y: { tag: string }) => y.tag)]).toEqual([130, ['M3']])
  })

  test('that cannot be one are refused', async () => {
    const female = await addAnimal(book, { tag: 'N1' })
    const male = await addAnimal(book, { tag: 'N2', sex: 'male' })
    const hognose = await addAnimal(book, { tag: 'N3', protocolId: book.protocols.WH })
    for (const [otherId, says] of [
      [male, 'settle that first'],
      [hognose, 'western hognose'],
      [female, 'one record already'],
    ])
      expect(
        (await book.as.owner('POST', `/api/animals/${female}/merge`, { otherId })).body.detail,
      ).toContain(says)
  })
})

test('many animals are given a purpose at once, or none of them', async () => {
  const ids = [
    await addAnimal(book, { tag: 'B1', purpose: 'growing on' }),
    await addAnimal(book, { tag: 'B2' }),
  ]
  const set = (list: string[]) =>
    book.as.keeper('POST', '/api/animals/purpose', { ids: list, purpose: 'holdback' })
  const foreign = await addAnimal(other, { tag: 'B3' })
  expect((await set([...ids, foreign])).status).toBe(404)
  const purposeOf = async (id: string) =>
    (await book.as.owner('GET', `/api/animals/${id}`)).body.animal.purpose
  expect(await purposeOf(ids[0]!)).toBe('growing on')
  expect((await set(ids)).body).toEqual({ changed: 2 })
  expect(await purposeOf(ids[1]!)).toBe('holdback')
})
