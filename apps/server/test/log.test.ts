import { newId } from '@hatch-book/contract'
import { sql } from 'drizzle-orm'
import { inBook } from '../src/db/connect'
import { rebuildBook } from '../src/db/rebuild'
import {
  TODAY,
  addAnimal,
  entry,
  feed,
  noon,
  openServer,
  write,
  type TestBook,
  type TestServer,
} from './support'

let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('Log')
})
afterAll(() => server.close())

const page = async (id: string) => (await book.as.viewer('GET', `/api/animals/${id}`)).body

test('sending the same entry twice writes it once', async () => {
  const id = await addAnimal(book)
  const meal = entry('meal', 'animal', id, { outcome: 'taken' })
  expect((await write(book, [meal])).body).toEqual({ written: [meal.id], known: [] })
  expect((await write(book, [meal])).body).toEqual({ written: [], known: [meal.id] })
  expect((await page(id)).animal.mealsInARow).toBe(1)
})

test('what is struck out stays readable and no longer counts; it cannot be struck twice', async () => {
  const id = await addAnimal(book)
  const wrong = entry('weighed', 'animal', id, { grams: 4200, context: 'empty' }, `${TODAY}T15:00:00.000Z`)
  await write(book, [wrong])
  expect((await page(id)).animal.grams).toBe(4200)
  const strike = { ...entry('struck', 'animal', id, { reason: 'a nought too many' }), strikes: wrong.id }
  await write(book, [strike])
  const after = await page(id)
  expect(after.animal.grams).toBe(420)
  expect(after.entries.find((e: { id: string }) => e.id === wrong.id).struckBy).toEqual({
    by: 'keeper',
    reason: 'a nought too many',
  })
  expect(await write(book, [{ ...strike, id: newId() }])).toMatchObject({
    status: 409,
    body: { code: 'struck-already' },
  })
})

test('what a striking or a correction would change is told before it is made, and nothing is written by asking', async () => {
  const id = await addAnimal(book)
  const wrong = entry('weighed', 'animal', id, { grams: 120, context: 'empty' }, `${TODAY}T15:00:00.000Z`)
  const meal = entry('meal', 'animal', id, { outcome: 'taken' }, `${TODAY}T16:00:00.000Z`)
  await write(book, [wrong, meal])
  const { tag, verdict } = (await page(id)).animal
  const tryOut = (entries: object[], as: 'keeper' | 'helper' | 'viewer' = 'keeper') =>
    book.as[as]('POST', '/api/entries/trial', { entries })
  const striking = (of: { id: string }) => ({
    ...entry('struck', 'animal', id, { reason: '' }),
    strikes: of.id,
  })

  const light = await tryOut([striking(wrong)])
  expect(light.status).toBe(200)
  const changed = light.body.verdicts.find((v: { id: string }) => v.id === id)
  expect(changed).toMatchObject({ tag, from: verdict })
  expect(changed.to).not.toBe(verdict)
  // The meal of today put the next one off; without it, that is due earlier.
  const fed = (await tryOut([striking(meal)])).body.work.shown.filter((w: { name: string }) => w.name === tag)
  expect(fed.length).toBeGreaterThan(0)
  expect((await page(id)).animal).toMatchObject({ grams: 120, verdict, mealsInARow: 1 })

  // Asked about 400 g instead: it would be judged by that weight, and asking twice is asking the same.
  const right = entry('weighed', 'animal', id, { grams: 400, context: 'empty' }, `${TODAY}T15:00:00.000Z`)
  const correction = [striking(wrong), right]
  expect((await tryOut(correction)).body).toEqual((await tryOut(correction)).body)
  await write(book, correction)
  expect((await page(id)).animal.grams).toBe(400)

  // What writing would refuse, asking refuses in the same words.
  expect(await tryOut([striking(wrong)])).toMatchObject({ status: 409, body: { code: 'struck-already' } })
  expect((await tryOut([striking(meal)], 'viewer')).status).toBe(403)
  expect(await tryOut([striking(meal)], 'helper')).toMatchObject({ status: 403 })
})

test('two devices that write at once lose nothing', async () => {
  const id = await addAnimal(book)
  const replies = await Promise.all(
    Array.from({ length: 12 }, (_, i) =>
      write(book, [entry('meal', 'animal', id, { outcome: 'taken' }, noon(`2026-05-${10 + (i % 10)}`))]),
    ),
  )
  expect(replies.map((r) => r.status)).toEqual(Array(12).fill(200))
  expect((await page(id)).animal.mealsInARow).toBe(12)
})

test('a batch with one bad entry writes none of it', async () => {
  const id = await addAnimal(book)
  const reply = await write(book, [
    entry('meal', 'animal', id, { outcome: 'taken' }),
    entry('meal', 'animal', newId(), { outcome: 'taken' }),
  ])
  expect(reply.status).toBe(404)
  expect((await page(id)).animal.mealsInARow).toBe(0)
})

test('a stale change is refused with what stands now, and keeps both', async () => {
  const id = await addAnimal(book, { tag: 'STALE-1' })
  const { animal } = await page(id)
  const change = {
    version: animal.version,
    tag: 'STALE-1',
    line: 'mine',
    hatched: null,
    damId: null,
    sireId: null,
    purpose: 'breeder',
    origin: '',
    note: '',
  }
  expect((await book.as.keeper('PATCH', `/api/animals/${id}`, change)).status).toBe(200)
  const late = await book.as.owner('PATCH', `/api/animals/${id}`, { ...change, line: 'theirs' })
  expect(late).toMatchObject({
    status: 409,
    body: { code: 'stale', current: { version: animal.version + 1, line: 'mine' } },
  })
})

test('everything kept beside the log is rebuilt from it to the same bytes', async () => {
  const id = await addAnimal(book)
  await feed(book, id)
  const bytes = () =>
    inBook(
      server.db,
      book.id,
      async (tx) => (await tx.execute(sql`select id, standing::text from animal_standing order by id`)).rows,
    )
  const before = await bytes()
  await inBook(server.db, book.id, (tx) => tx.execute(sql`update animal_standing set standing = '{}'`))
  await rebuildBook(server.db, book.id)
  expect(await bytes()).toEqual(before)
})

describe('bad input is answered in words, never with a fault of ours', () => {
  test.each([
    [0, 'more than 0'],
    [-3, 'more than 0'],
    [1e9, 'at most 100000'],
    ['abc', 'a weight is'],
    [null, 'a weight is'],
  ])('a weight of %p', async (grams, says) => {
    const id = await addAnimal(book)
    const reply = await write(book, [entry('weighed', 'animal', id, { grams })])
    expect(reply.status).toBe(422)
    expect(reply.body.detail).toContain(says)
  })

  test('an entry from the future, before time, of an unknown kind, about the wrong thing', async () => {
    const id = await addAnimal(book)
    for (const bad of [
      entry('shed', 'animal', id, {}, noon('2026-06-20')),
      entry('shed', 'animal', id, {}, noon('1850-01-01')),
      { ...entry('shed', 'animal', id), kind: 'exploded' as never },
      entry('locked', 'animal', id),
    ])
      expect((await write(book, [bad])).status).toBe(422)
  })

  test('rubbish in every body is a problem document', async () => {
    const rubbish = [{}, [], { entries: 'x' }, { id: 7 }, 'text', { young: [{}] }, { tag: '=1+1' }]
    for (const { method, url } of server.app.permissions.filter(
      (r) => r.method === 'POST' || r.method === 'PATCH',
    ))
      for (const body of rubbish) {
        const reply = await server.app.inject({
          method: method as 'POST',
          url: url.replace(':id', newId()),
          headers: { 'content-type': 'application/json' },
          payload: JSON.stringify(body),
        })
        expect(reply.statusCode).toBeLessThan(500)
      }
    const broken = await server.app.inject({
      method: 'POST',
      url: '/api/entries',
      headers: { 'content-type': 'application/json' },
      payload: '{"entries": [',
    })
    expect(broken.headers['content-type']).toContain('application/problem+json')
  })

  test('signed in, the same rubbish is refused with its fields', async () => {
    // These are told nothing, so nothing can be wrong with it.
    const toldNothing = new Set(['/api/book/restore'])
    for (const { method, url } of server.app.permissions.filter(
      (r) =>
        r.method === 'POST' && !r.url.includes('sign') && !r.url.includes('demo') && !toldNothing.has(r.url),
    )) {
      const reply = await book.as.owner(method as 'POST', url.replace(':id', newId()), { nonsense: true })
      expect([url, reply.status >= 400 && reply.status < 500, typeof reply.body.detail]).toEqual([
        url,
        true,
        'string',
      ])
    }
  })
})

test('a readiness is overruled with a readiness and nothing else: no list is closed by a word that is none', async () => {
  const id = await addAnimal(book)
  const overrule = (about: string, verdict: string) =>
    write(book, [entry('overruled', 'animal', id, { about, verdict, reason: 'I know her' })])
  expect((await overrule('readiness', 'may leave')).status).toBe(422)
  expect((await overrule('rest', 'ready')).status).toBe(422)
  expect((await book.as.viewer('GET', '/api/animals')).status).toBe(200)
  expect((await overrule('readiness', 'ready')).status).toBe(200)
  expect((await overrule('rest', 'held back')).status).toBe(200)
  expect((await overrule('leaving', 'may leave')).status).toBe(200)
})
