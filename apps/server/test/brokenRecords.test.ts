import { newId } from '@hatch-book/contract'
import { sql, type SQL } from 'drizzle-orm'
import { connect, inBook } from '../src/db/connect'
import { emptyCaches } from '../src/db/cache'
import { addAnimal, entry, openServer, write, type TestBook, type TestServer } from './support'
import { openWholeBook, ROOMS } from './wholeBook'

/* A record that nobody can mean is refused where it comes in. Where it is there all the same, every room opens and shows all else. */
let server: TestServer
let owner: ReturnType<typeof connect>
let book: TestBook
let [female, clutch, colony] = ['', '', '']
beforeAll(async () => {
  server = await openServer()
  owner = connect(server.ownerUrl, 1)
})
afterAll(async () => {
  await owner.pool.end()
  await server.close()
})

/** As somebody with the database's own password would: past every wall but those of the database. */
const plant = (statement: SQL) => inBook(owner.db, book.id, (tx) => tx.execute(statement))

async function openBook() {
  ;({ book, female, clutch, colony } = await openWholeBook(server, 'Broken'))
}

const figure = (code: string, key: string, value: unknown) =>
  sql`update protocol set document = jsonb_set(document::jsonb, ${sql.raw(`'{figures,${key},value}'`)}, ${JSON.stringify(value)}::jsonb) where code = ${code}`
const without = (code: string, key: string) =>
  sql`update protocol set document = document::jsonb #- ${sql.raw(`'{figures,${key}}'`)} where code = ${code}`
const badEntry = (
  kind: string,
  type: string,
  subject: string,
  payload: object,
  at = '2026-05-12T10:00:00Z',
) => entry(kind as never, type as never, subject, payload, at)

const PLANTS: readonly (readonly [what: string, plants: () => Promise<unknown>])[] = [
  ['a constant of no warmth', () => plant(figure('CS', 'thermal.1.degreeDays', 0))],
  ['a figure of animals that is missing', () => plant(without('CS', 'readiness.female.grams.cautious'))],
  ['a figure of animals that is a word', () => plant(figure('CS', 'stage.2.warmC', 'many'))],
  ['a colony’s figure that is missing', () => plant(without('BC', 'colony.eggsPerDay'))],
  ['a colony’s figure that is a word', () => plant(figure('BC', 'colony.binAdults', 'many'))],
  ['a standing that says nothing', () => plant(sql`update animal_standing set standing = '{}'::jsonb`)],
  [
    'tubs that hold each other',
    async () => {
      const [a, b] = [newId(), newId()]
      await book.as.keeper('POST', '/api/places', { id: a, kind: 'rack', name: 'A' })
      await book.as.keeper('POST', '/api/places', { id: b, kind: 'tub', name: 'B', parentId: a })
      await plant(sql`update place set parent_id = ${b} where id = ${a}`)
    },
  ],
  [
    'a weight of nothing, and a meal that says nothing',
    async () => {
      await write(book, [
        badEntry('weighed', 'animal', female, { grams: 400 }),
        badEntry('meal', 'animal', female, { outcome: 'taken' }),
      ])
      await plant(sql`update entry set payload = '{}'::jsonb where kind in ('weighed', 'meal')`)
    },
  ],
  [
    'a count of a colony that says nothing',
    async () => {
      const none = { count: 5, low: 5, high: 5 }
      await write(book, [
        badEntry('counted', 'colony', colony, { young: {}, females: none, males: none, how: 'one by one' }),
      ])
      await plant(sql`update entry set payload = '{}'::jsonb where kind = 'counted'`)
    },
  ],
]

describe.each(PLANTS)('with %s', (_what, plants) => {
  test('every room opens', async () => {
    await openBook()
    await plants()
    const closed: string[] = []
    for (const room of ROOMS) {
      const { status, body } = await book.as.owner('GET', `/api/${room}`)
      if (status !== 200 && status !== 304)
        closed.push(`${room}: ${status} ${String(body.detail ?? '').slice(0, 120)}`)
    }
    expect(closed).toEqual([])
  })
})

test('in its place stands what is wrong with it, in words and not by its key', async () => {
  await openBook()
  await plant(without('BC', 'colony.eggsPerDay'))
  // One that stands on no way of life: whatever it lacks nobody guesses.
  await plant(sql`update protocol
    set document = (document::jsonb - 'wayOfLife' || '{"latin": "Nemo"}'::jsonb)::json where code = 'BC'`)
  await plant(figure('CS', 'thermal.1.degreeDays', 0))
  const { colonies, broken } = (await book.as.keeper('GET', '/api/colonies')).body
  expect(colonies).toEqual([])
  expect(broken).toMatchObject([{ name: 'Q1', says: expect.stringContaining('no usable figure for eggs') }])
  expect(broken[0].says).not.toContain('colony.')
  const { clutches } = (await book.as.keeper('GET', '/api/clutches')).body
  expect(clutches.find((c: { id: string }) => c.id === clutch)).toMatchObject({
    ...{ forecast: null, fault: expect.stringContaining('0 degree-days') },
  })
})

test.each([
  ['a rest', sql`update rest_plan set anchor_day = '9999-12-31'`],
  ['a hatching', sql`update animal set hatched_from = '0001-01-01'`],
  ['a clutch', sql`update clutch set laid_to = '9999-12-31'`],
  ['an entry', sql`update entry set at = '9999-12-31'`],
])('%s of another age is refused by the database itself', async (_what, statement) => {
  await openBook()
  await expect(plant(statement)).rejects.toMatchObject({ cause: { code: '23514' } })
})

describe('the walls', () => {
  beforeAll(openBook)
  test.each([
    [
      'a rest plan in 9999',
      () =>
        book.as.keeper('POST', '/api/rest-plans', {
          id: newId(),
          name: 'Far',
          anchor: { kind: 'pairing', day: '9999-01-01' },
          hemisphere: 'north',
          rests: [],
        }),
    ],
    [
      'an animal of the year 1',
      () =>
        book.as.keeper('POST', '/api/animals', {
          id: newId(),
          tag: 'OLD',
          protocolId: book.protocols.CS,
          sex: 'female',
          purpose: 'breeder',
          hatched: { date: '0001-01-01', precision: 'day' },
          grams: null,
        }),
    ],
    [
      'a quarantine until 9999',
      () => write(book, [entry('quarantined', 'animal', female, { until: '9999-01-01' })]),
    ],
    [
      'an entry of the year 1',
      () => write(book, [entry('noted', 'animal', female, { text: 'x' }, '0001-01-01T00:00:00Z')]),
    ],
    ['a register to 9999', () => book.as.owner('GET', '/api/register?from=2026-01-01&to=9999-12-31')],
  ])('refuse %s with words', async (_what, send) => {
    const { status, body } = await send()
    expect(status).toBe(422)
    expect(String(body.detail)).not.toBe('')
  })
})

test('a protocol that is broken says so, leaves its animals out, and they are back once it is put right', async () => {
  await openBook()
  const id = book.protocols.CS
  const summary = async () =>
    (await book.as.viewer('GET', '/api/protocols')).body.protocols.find((p: { id: string }) => p.id === id)
  const tags = async () =>
    (await book.as.viewer('GET', '/api/animals')).body.animals.map((a: { tag: string }) => a.tag)
  expect(await summary()).toMatchObject({ fault: null })
  const before = await tags()
  await plant(figure('CS', 'stage.2.warmC', 'many'))
  // No server was told of it.
  emptyCaches()
  expect(await summary()).toMatchObject({
    fault: 'the protocol of the corn snake has no usable figure for warm side',
  })
  expect(await tags()).toEqual(['K1', 'K2', 'MA1'])
  const page = await book.as.viewer('GET', `/api/animals/${female}`)
  expect(page).toMatchObject({
    status: 422,
    body: { detail: expect.stringContaining('no usable figure for warm side') },
  })
  expect((await book.as.viewer('GET', `/api/protocols/${id}`)).status).toBe(200)
  const figures = { 'stage.2.warmC': { value: 29, low: 27, high: 30 } }
  const mended = await book.as.keeper('POST', `/api/protocols/${id}/editions`, {
    ...{ scope: 'species', basedOn: 0, reason: 'it was spoilt', settings: { schools: {}, figures } },
  })
  expect(mended.status).toBe(200)
  expect(await summary()).toMatchObject({ fault: null })
  expect(await tags()).toEqual(before)
})

describe('a dam in one place and a sire in another', () => {
  const at = { hatched: { date: '2025-06-01', precision: 'day' } }
  const parent = (tag: string) =>
    addAnimal(book, { tag, sex: 'unknown', hatched: { date: '2020-06-01', precision: 'day' } })
  const add = (draft: object) =>
    book.as.keeper('POST', '/api/animals', {
      ...{
        id: newId(),
        protocolId: book.protocols.CS,
        sex: 'unknown',
        purpose: 'growing on',
        ...at,
        ...draft,
      },
    })
  const setParents = async (id: string, parents: object) => {
    const { animal, origin, note } = (await book.as.keeper('GET', `/api/animals/${id}`)).body
    const { version, tag, line, purpose } = animal
    return book.as.keeper('PATCH', `/api/animals/${id}`, {
      ...{ version, tag, line, purpose, origin, note, damId: null, sireId: null, ...at, ...parents },
    })
  }
  beforeAll(openBook)

  test('is refused by the form, by a change, by a sex that is read later and by a change that is set back', async () => {
    const x = await parent('X1')
    expect((await add({ tag: 'A1', damId: x })).status).toBe(200)
    const refused = await add({ tag: 'B1', sireId: x })
    expect(refused).toMatchObject({ status: 422 })
    expect(refused.body.detail).toContain('X1 is the dam in A1 and would be the sire in B1')
    const b = await addAnimal(book, { tag: 'B1', ...at })
    expect((await setParents(b, { sireId: x })).status).toBe(422)
    const male = entry('sexed', 'animal', x, { sex: 'male', certainty: 0.99, method: 'probe' })
    const read = await write(book, [male])
    expect(read).toMatchObject({ status: 422 })
    expect(read.body.detail).toContain('X1 is the dam in A1: put that right first')
    // Its parentage is put right, and it becomes a sire; then somebody sets the old parentage back.
    const a = (await book.as.keeper('GET', '/api/animals')).body.animals.find(
      (r: { tag: string }) => r.tag === 'A1',
    ).id
    expect((await setParents(a, {})).status).toBe(200)
    expect((await setParents(b, { sireId: x })).status).toBe(200)
    const { revisions } = (await book.as.keeper('GET', `/api/history?subjectId=${a}`)).body
    const back = await book.as.keeper('POST', `/api/history/${revisions[0].id}/set-back`, {})
    expect(back).toMatchObject({ status: 422 })
    expect((await book.as.keeper('GET', `/api/animals/${a}`)).body.animal.dam).toBeNull()
    expect((await write(book, [male])).status).toBe(200)
  })
})
