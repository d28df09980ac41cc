import { EVERY_ROUTE, isReading, newId } from '@hatch-book/contract'
import { waysOfLife, type WayOfLife } from '@hatch-book/core'
import { addAnimal, entry, feed, noon, openServer, write, type TestBook, type TestServer } from './support'

/* A species that nobody foresaw: it is added by name, with whatever its keeper knows of it, and lives in every room. */
let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('New species')
})
afterAll(() => server.close())

const species = (change: object = {}) => ({
  id: newId(),
  ...{ species: 'dune boa', latin: '', wayOfLife: 'live-bearing snake', figures: {} },
  ...change,
})
const said = (value: number, low: number | null = null, high: number | null = null) => ({ value, low, high })
const kept = async () =>
  (await book.as.viewer('GET', '/api/protocols')).body.protocols as {
    id: string
    code: string
    species: string
    wayOfLife: string | null
    fault: string | null
  }[]

test('a species is added by a name and a way of life; what is said counts, what is not is a guess that says so', async () => {
  const draft = species({
    figures: {
      'readiness.female.grams.cautious': said(310),
      'clutch.count': said(8, 4, 12),
    },
  })
  expect((await book.as.keeper('POST', '/api/protocols', draft)).status).toBe(200)
  const found = (await kept()).find((p) => p.id === draft.id)!
  expect(found).toMatchObject({
    code: 'DB',
    species: 'dune boa',
    wayOfLife: 'live-bearing snake',
    fault: null,
  })
  const { body: page } = await book.as.viewer('GET', `/api/protocols/${draft.id}`)
  expect(page.figures['readiness.female.grams.cautious']).toMatchObject({ value: 310, unit: 'g' })
  expect(page.figures['clutch.count']).toMatchObject({ value: 8, low: 4, high: 12 })
  expect(page.sources['pairing.lockToLaying']).toBe('guess from ‘live-bearing snakes’')
  expect(page.sources['clutch.count']).toBeUndefined()
  expect(page.guessed).toContain('size.female')
  // What is edited is what is calculated: the guesses that follow from it follow.
  const edition = {
    ...{ scope: 'species', of: '', basedOn: 0, reason: 'weighed three' },
    settings: { schools: {}, figures: { 'size.female': said(200) } },
  }
  expect((await book.as.keeper('POST', `/api/protocols/${draft.id}/editions`, edition)).status).toBe(200)
  const { body: after } = await book.as.viewer('GET', `/api/protocols/${draft.id}`)
  expect(after.figures['size.female'].value).toBe(200)
  expect(after.figures['readiness.male.grams.cautious'].value).toBeLessThan(
    page.figures['readiness.male.grams.cautious'].value as number,
  )
  // Sent twice, as a device does that heard no answer, it is one species.
  expect((await book.as.keeper('POST', '/api/protocols', draft)).status).toBe(200)
  expect((await kept()).filter((p) => p.species === 'dune boa')).toHaveLength(1)
})

test('its first animal is judged at once, by its own figures, and its stage is found by its age and weight', async () => {
  const draft = species({
    species: 'island dune boa',
    figures: {
      'readiness.female.ageDays.cautious': said(900),
      'readiness.female.grams.cautious': said(80),
    },
  })
  await book.as.keeper('POST', '/api/protocols', draft)
  const small = await addAnimal(book, { tag: 'IB1', protocolId: draft.id, grams: 84 })
  await feed(book, small)
  await write(book, [
    entry('sexed', 'animal', small, { sex: 'female', certainty: 0.99, method: 'probed' }, noon('2026-05-01')),
    entry('weighed', 'animal', small, { grams: 84, context: 'empty', condition: 3 }, noon('2026-05-18')),
  ])
  const { body } = await book.as.viewer('GET', `/api/animals/${small}`)
  const reasons = body.readiness.reasons as { rule: string; origin: string; wanted: unknown }[]
  expect(reasons.find((r) => r.rule === 'weight')).toMatchObject({ wanted: { value: 80, unit: 'g' } })
  expect(reasons.find((r) => r.rule === 'feeding')!.origin).toBe(
    'Island dune boa protocol; guess from ‘live-bearing snakes’',
  )
  expect(body.stage.name).toBe('Breeder')
  expect(body.readiness.verdict).not.toBe('not this season')
})

test('what cannot be is said at its fields, all at once, and nothing is written', async () => {
  const before = (await kept()).length
  const refused = async (change: object) =>
    (await book.as.keeper('POST', '/api/protocols', species(change))).body
  expect(await refused({ species: ' ' })).toMatchObject({ fields: [{ field: 'species' }] })
  expect(await refused({ species: 'Corn Snake' })).toMatchObject({
    detail: 'The corn snake is in this book already.',
  })
  expect(await refused({ species: 'x', wayOfLife: 'dragon' })).toMatchObject({
    fields: [{ field: 'wayOfLife' }],
  })
  const body = await refused({
    species: 'x',
    figures: { 'clutch.count': said(5, 9, 12), 'size.female': said(-3), 'wings.count': said(2) },
  })
  expect((body.fields as { field: string }[]).map((f) => f.field).sort()).toEqual([
    'figures.clutch.count',
    'figures.size.female',
    'figures.wings.count',
  ])
  expect((await book.as.helper('POST', '/api/protocols', species({ species: 'x' }))).status).toBe(403)
  expect(await kept()).toHaveLength(before)
})

test('codes are short and of its own, whatever the name is written in', async () => {
  const codes: string[] = []
  for (const name of ['Kenyan sand boa', 'Kenyan striped boa', 'Grüne Mamba', 'Óx', '蛇', 'b'])
    await book.as.keeper('POST', '/api/protocols', species({ species: name }))
  for (const { code, species: name } of await kept()) if (/boa|Mamba|Óx|蛇|^b$/.test(name)) codes.push(code)
  expect(new Set(codes).size).toBe(codes.length)
  for (const code of codes) expect(code).toMatch(/^[A-Z][A-Z0-9]{1,7}$/)
})

test('its file holds what it says itself and names its way of life, and reads back to the same in another book', async () => {
  const draft = species({ species: 'marsh boa', figures: { 'size.young': said(9, 7, 11) } })
  await book.as.keeper('POST', '/api/protocols', draft)
  const { body: file } = await book.as.viewer('GET', `/api/protocols/${draft.id}/file`)
  expect(Object.keys(file.figures as object)).toEqual(['size.young'])
  expect(file.wayOfLife).toBe('live-bearing snake')
  const other = await server.openBook('Other')
  const { body: broughtIn, status } = await other.as.owner(
    'POST',
    '/api/protocols/file',
    Buffer.from(JSON.stringify(file)),
  )
  expect([status, broughtIn.added]).toEqual([200, true])
  const there = (await other.as.owner('GET', `/api/protocols/${broughtIn.id}`)).body
  const here = (await book.as.owner('GET', `/api/protocols/${draft.id}`)).body
  expect(there.figures).toEqual(here.figures)
})

test('a species of the library stands on its figures, and its file names it instead of repeating them', async () => {
  const draft = species({
    ...{ species: 'royal python', wayOfLife: 'egg-laying snake', library: 'Python regius' },
    figures: { 'clutch.count': said(5, 3, 8) },
  })
  expect((await book.as.keeper('POST', '/api/protocols', draft)).status).toBe(200)
  const { body: page } = await book.as.viewer('GET', `/api/protocols/${draft.id}`)
  expect(page.figures['size.young'].value).toBe(62)
  expect(page.sources['size.young']).toBe('library')
  expect(page.figures['clutch.count'].value).toBe(5)
  const { body: file } = await book.as.viewer('GET', `/api/protocols/${draft.id}/file`)
  expect([file.library, Object.keys(file.figures as object)]).toEqual(['Python regius', ['clutch.count']])
  const wrong = species({ species: 'odd one', wayOfLife: 'tortoise', library: 'Python regius' })
  expect((await book.as.keeper('POST', '/api/protocols', wrong)).body.fields).toMatchObject([
    { field: 'library' },
  ])
})

describe('a species of every way of life, of which nobody said a figure, lives in every room', () => {
  // What streams never ends, and names no species.
  const READ = EVERY_ROUTE.map((route) => (isReading(route) ? route.path : ':')).filter(
    (path) => !path.includes(':') && path !== '/api/live',
  )

  const settle = async (own: TestBook, way: WayOfLife, protocolId: string) => {
    if (way.keptAs === 'animals') {
      for (const sex of ['female', 'male', 'unknown'] as const) {
        const isYoung = sex === 'unknown'
        const hatched = isYoung ? '2026-05-10' : '2023-01-10'
        const tag = `W${waysOfLife.indexOf(way)}-${sex}`
        await addAnimal(own, {
          ...{ tag, protocolId, sex, grams: null, purpose: isYoung ? 'growing on' : 'breeder' },
          hatched: { date: hatched, precision: 'day' },
        })
      }
    } else if (way.keptAs === 'cohorts') {
      const { status, body } = await own.as.keeper('POST', '/api/cohorts', {
        ...{
          id: newId(),
          name: way.code,
          protocolId,
          kind: 'young',
          began: '2026-05-01',
          line: '',
        },
        ...{
          generation: 1,
          fertilised: 'mated',
          origin: '',
          fromId: null,
          placeId: null,
          tubs: 1,
          litres: 5,
        },
        ...{ heightMm: 300, celsius: 25, thenC: null, thenFrom: null, hostPlant: '' },
      })
      if (status !== 200) throw new Error(`${way.code}: ${JSON.stringify(body)}`)
    } else {
      const { status, body } = await own.as.keeper('POST', '/api/colonies', {
        ...{ id: newId(), name: way.code, protocolId, bins: 1, celsius: 26 },
      })
      if (status !== 200) throw new Error(`${way.code}: ${JSON.stringify(body)}`)
    }
  }

  test('no room fails', async () => {
    const own = await server.openBook('Ways')
    for (const way of waysOfLife) {
      const draft = species({ species: `one of ${way.plural}`, wayOfLife: way.code })
      expect([way.code, (await own.as.keeper('POST', '/api/protocols', draft)).status]).toEqual([
        way.code,
        200,
      ])
      await settle(own, way, draft.id)
    }
    const failed: unknown[] = []
    for (const path of READ) {
      const { status, body } = await own.as.owner('GET', path)
      if (status >= 500) failed.push([path, status, body])
    }
    expect(failed).toEqual([])
    const { body: list } = await own.as.owner('GET', '/api/animals')
    const named = waysOfLife.filter((way) => way.keptAs === 'animals')
    expect(list.animals).toHaveLength(named.length * 3)
    for (const { id, species: name } of list.animals as { id: string; species: string }[]) {
      const { status, body } = await own.as.owner('GET', `/api/animals/${id}`)
      expect([name, status]).toEqual([name, 200])
      expect(body.stage.name).toMatch(/\w/)
    }
    expect(
      (await own.as.owner('GET', '/api/protocols')).body.protocols.filter((p: { fault: string }) => p.fault),
    ).toEqual([])
  })
})
