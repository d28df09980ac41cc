import type { AnimalRow } from '@hatch-book/contract'
import { sql } from 'drizzle-orm'
import { inBook } from '../src/db/connect'
import { addAnimal, entry, feed, noon, openServer, write, type TestBook, type TestServer } from './support'

/** An hour after the weighing that the animal came with. */
const LATER = '2026-05-20T13:00:00.000Z'
let server: TestServer
let book: TestBook
let id: string
let dam: string
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('Kept')
  dam = await addAnimal(book, { tag: 'D1', hatched: { date: '2018-06-01', precision: 'day' } })
  id = await addAnimal(book, { tag: 'K1', damId: dam, grams: null })
  await feed(book, id)
})
afterAll(() => server.close())

const listed = async () =>
  ((await book.as.owner('GET', '/api/animals')).body.animals as { id: string }[]).find((a) => a.id === id)
/** The row as the list keeps it, after making sure that it is what would be judged this moment. */
async function rowNow() {
  const row = await listed()
  expect(row).toEqual((await book.as.owner('GET', `/api/animals/${id}`)).body.animal)
  return row as unknown as AnimalRow
}
const change = async (animalId: string, part: object) => {
  const { body } = await book.as.owner('GET', `/api/animals/${animalId}`)
  const { version, tag, line, hatchFact, dam: mother, purpose } = body.animal
  await book.as.owner('PATCH', `/api/animals/${animalId}`, {
    ...{ version, tag, line, hatched: hatchFact, damId: mother?.id ?? null, sireId: null, purpose },
    ...{ origin: '', note: '' },
    ...part,
  })
}

test('a row kept from one look to the next follows whatever it was judged from', async () => {
  expect((await rowNow()).verdict).toBe('ready')
  const weighed = entry('weighed', 'animal', id, { grams: 300, context: 'empty', condition: 3 }, LATER)
  await write(book, [weighed])
  expect(await rowNow()).toMatchObject({ grams: 300, verdict: 'trial' })
  await write(book, [{ ...entry('struck', 'animal', id, {}), strikes: weighed.id }])
  expect(await rowNow()).toMatchObject({ grams: 420, verdict: 'ready' })

  const overruled = entry('overruled', 'animal', id, {
    about: 'readiness',
    verdict: 'trial',
    reason: 'looks tired',
  })
  await write(book, [overruled])
  expect(await rowNow()).toMatchObject({ verdict: 'trial', verdictBecause: 'overruled: looks tired' })
  await write(book, [{ ...entry('struck', 'animal', id, {}), strikes: overruled.id }])
  expect((await rowNow()).verdict).toBe('ready')

  await change(dam, { tag: 'D1-renamed' })
  expect((await rowNow()).dam).toMatchObject({ tag: 'D1-renamed' })
  await change(id, { line: 'Pale' })
  expect((await rowNow()).line).toBe('Pale')

  await write(book, [entry('trait', 'animal', id, { trait: 'motley', carries: 'carries', certainty: 0.5 })])
  expect((await rowNow()).traits).toEqual(['50 % het motley'])

  const key = 'readiness.female.grams.cautious'
  await book.as.owner('POST', `/api/protocols/${book.protocols.CS}/editions`, {
    ...{ scope: 'line', of: 'Pale', basedOn: 0 },
    settings: { schools: {}, figures: { [key]: { value: 500, low: null, high: null } } },
  })
  expect((await rowNow()).verdict).toBe('trial')
})

/** Once the server has heard of what another one wrote, which takes it a moment. */
async function rowOnce(isSo: (row: AnimalRow) => boolean): Promise<AnimalRow> {
  for (let tries = 0; ; tries++) {
    const row = (await listed()) as unknown as AnimalRow
    if (isSo(row) || tries === 100) return rowNow()
    await new Promise((resolve) => setTimeout(resolve, 20))
  }
}

test('and the day: what was weighed long ago says nothing of today', async () => {
  const before = await rowNow()
  await inBook(server.db, book.id, (tx) => tx.execute(sql`update book set demo_day = '2026-08-01'`))
  const after = await rowOnce(({ verdict }) => verdict === 'not this season')
  expect(after.verdict).toBe('not this season')
  expect(after.ageDays!.least).toBe(before.ageDays!.least + 73)
})

test('a place that is told otherwise shows in the row', async () => {
  const place = { id: crypto.randomUUID(), kind: 'tub', name: 'T9', parentId: null, setPointC: null }
  await book.as.owner('POST', '/api/places', place)
  await write(book, [entry('moved', 'animal', id, { placeId: place.id }, noon('2026-07-30'))])
  expect((await rowNow()).place).toEqual({ id: place.id, name: 'T9' })
  await inBook(server.db, book.id, (tx) =>
    tx.execute(sql`update place set name = 'T10' where id = ${place.id}`),
  )
  const told = await rowOnce((row) => row.place?.name === 'T10')
  expect(told.place).toEqual({ id: place.id, name: 'T10' })
})
