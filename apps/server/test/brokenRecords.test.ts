import { newId } from '@hatch-book/contract'
import { sql, type SQL } from 'drizzle-orm'
import { connect, inBook } from '../src/db/connect'
import { addAnimal, entry, feed, noon, openServer, write, type TestBook, type TestServer } from './support'

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

const ROOMS = [
  'animals readiness growth rearing rearing/meals rearing/space rearing/sexing rearing/first-meals',
  'holdbacks clutches finding incubation-methods forecasts pairings season season-plans line-goals',
  'pairing-scenes receptive round round?days=30 rests rests/seasons units weather places climate alarms',
  'probes cohorts colonies colonies/supply counter review history entries protocols messages scales',
  'members imports session csv csv/animals register?from=2026-01-01&to=2026-12-31',
].flatMap((line) => line.split(' '))
const protocolOf = async (code: string) =>
  (await book.as.keeper('GET', '/api/protocols')).body.protocols.find(
    (p: { code: string }) => p.code === code,
  ).id as string
/** As somebody with the database's own password would: past every wall but those of the database. */
const plant = (statement: SQL) => inBook(owner.db, book.id, (tx) => tx.execute(statement))

/** A small book in which something is going on in every room. */
async function openBook() {
  book = await server.openBook('Broken')
  female = await addAnimal(book, { tag: 'F1' })
  await feed(book, female)
  await addAnimal(book, {
    tag: 'Y1',
    purpose: 'growing on',
    grams: 30,
    hatched: { date: '2025-09-01', precision: 'day' },
  })
  const [incubator, box] = [newId(), newId()]
  await book.as.keeper('POST', '/api/places', {
    id: incubator,
    kind: 'incubator',
    name: 'Incubator',
    setPointC: 28,
  })
  await book.as.keeper('POST', '/api/places', {
    id: box,
    kind: 'box',
    name: 'Box',
    parentId: incubator,
    grid: { rows: 2, columns: 4 },
  })
  clutch = newId()
  const eggs = [0, 1, 2].map((cell) => ({ id: newId(), fate: 'good', grams: null, cell }))
  const made = await book.as.keeper('POST', '/api/clutches', {
    ...{
      id: clutch,
      entryId: newId(),
      kind: 'clutch',
      pairingId: null,
      damId: female,
      note: '',
      damGrams: null,
    },
    ...{ foundAt: noon('2026-05-10'), laidFrom: noon('2026-05-09'), laidTo: noon('2026-05-10'), boxId: box },
    ...{ method: 'half-buried in moist granules', eggs },
  })
  if (made.status !== 200) throw new Error(JSON.stringify(made.body))
  colony = newId()
  const bred = await book.as.keeper('POST', '/api/colonies', {
    ...{ id: colony, name: 'Q1', protocolId: await protocolOf('BC'), bins: 1, celsius: 29, method: '' },
  })
  if (bred.status !== 200) throw new Error(JSON.stringify(bred.body))
  const rest = await book.as.keeper('POST', '/api/rest-plans', {
    ...{ id: newId(), name: 'Winter', anchor: { kind: 'pairing', day: '2026-09-01' }, hemisphere: 'south' },
    rests: [{ id: newId(), animalId: female }],
  })
  if (rest.status !== 200) throw new Error(JSON.stringify(rest.body))
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
  await plant(figure('CS', 'thermal.1.degreeDays', 0))
  const { colonies, broken } = (await book.as.keeper('GET', '/api/colonies')).body
  expect(colonies).toEqual([])
  expect(broken).toMatchObject([{ name: 'Q1', says: expect.stringContaining('no usable figure for eggs') }])
  expect(broken[0].says).not.toContain('colony.')
  const { clutches } = (await book.as.keeper('GET', '/api/clutches')).body
  expect(clutches).toMatchObject([{ forecast: null, fault: expect.stringContaining('0 degree-days') }])
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
