import { newId } from '@hatch-book/contract'
import {
  addAnimal,
  entry,
  feed,
  noon,
  openServer,
  write,
  TODAY,
  type TestBook,
  type TestServer,
} from './support'

let server: TestServer
let book: TestBook
let female: string
let male: string
beforeAll(async () => {
  server = await openServer()
})
beforeEach(async () => {
  book = await server.openBook('Season')
  female = await addAnimal(book, { tag: 'F1' })
  male = await addAnimal(book, { tag: 'M1', sex: 'male' })
  await feed(book, female)
  await feed(book, male)
})
afterAll(() => server.close())

const get = async (path: string) => (await book.as.viewer('GET', path)).body

async function pair(): Promise<string> {
  const id = newId()
  expect(await book.as.keeper('POST', '/api/pairings', { id, femaleId: female, maleId: male })).toMatchObject(
    { status: 200 },
  )
  return id
}

const FOUND = noon('2026-04-20')

async function setClutch(eggs = 4) {
  const incubator = newId()
  const box = newId()
  await book.as.keeper('POST', '/api/places', { id: incubator, kind: 'incubator', name: 'H1', setPointC: 28 })
  await book.as.keeper('POST', '/api/places', { id: box, kind: 'box', name: 'box 1', parentId: incubator })
  const id = newId()
  const entryId = newId()
  const foundAt = FOUND
  const reply = await book.as.keeper('POST', '/api/clutches', {
    ...{
      id,
      entryId,
      pairingId: null,
      damId: female,
      foundAt,
      laidFrom: foundAt,
      laidTo: foundAt,
      boxId: box,
      method: 'half-buried in moist granules',
    },
    eggs: Array.from({ length: eggs }, () => ({ id: newId() })),
  })
  expect(reply.status).toBe(200)
  return { id, entryId, page: reply.body, incubator }
}

test('ready, paired, locked: the laying window follows the lock', async () => {
  expect((await get(`/api/animals/${female}`)).readiness.verdict).toBe('ready')
  const id = await pair()
  await write(book, [
    entry('introduced', 'pairing', id, {}, noon('2026-04-01')),
    entry('locked', 'pairing', id, { minutes: 30 }, noon('2026-04-02')),
    entry('separated', 'pairing', id, {}, noon('2026-04-03')),
  ])
  expect(await get(`/api/pairings/${id}`)).toMatchObject({
    state: 'apart',
    locks: 1,
    eggs: { from: '2026-05-02', likely: '2026-05-12', to: '2026-05-27' },
    next: { says: 'look for eggs' },
  })
})

test('a lock without a meeting is a slip of the pen; one sent with its meeting is not', async () => {
  const id = await pair()
  expect(await write(book, [entry('locked', 'pairing', id)])).toMatchObject({
    status: 422,
    body: { detail: expect.stringContaining('not together') },
  })
  expect(
    (
      await write(book, [
        entry('introduced', 'pairing', id, {}, noon('2026-05-18')),
        entry('locked', 'pairing', id),
      ])
    ).status,
  ).toBe(200)
})

test('who is not for this season is refused with the rule, until a keeper overrules it', async () => {
  await write(book, [entry('problem found', 'animal', female, { problem: 'mites' })])
  const refused = await book.as.keeper('POST', '/api/pairings', {
    id: newId(),
    femaleId: female,
    maleId: male,
  })
  expect(refused).toMatchObject({
    status: 422,
    body: { fields: [{ field: 'femaleId', says: expect.stringContaining('no open problem (mites)') }] },
  })
  await write(book, [
    entry('overruled', 'animal', female, {
      about: 'readiness',
      verdict: 'trial',
      reason: 'treated yesterday',
    }),
  ])
  expect((await get(`/api/animals/${female}`)).readiness.overruled).toMatchObject({
    verdict: 'trial',
    by: 'keeper',
    reason: 'treated yesterday',
  })
  await pair()
})

test('two of one sex, two species, or one that has gone do not pair', async () => {
  const other = await addAnimal(book, { sex: 'male', protocolId: book.protocols.WH })
  for (const [f, m] of [
    [male, female],
    [female, other],
  ])
    expect(
      (await book.as.keeper('POST', '/api/pairings', { id: newId(), femaleId: f, maleId: m })).status,
    ).toBe(422)
})

test('at the set point a clutch hatches when its degree-days are full', async () => {
  const { page } = await setClutch()
  // 780 degree-days at 28 - 15 = 13 degrees: sixty days.
  expect(Date.parse(page.clutch.forecast.likely)).toBeCloseTo(Date.parse(noon('2026-06-19')), -4)
  expect(page.clutch.forecast.developed).toBeCloseTo((30 + 2 / 24) / 60, 6)
})

test('a cool log moves the window, and the reasons say what was logged and what was filled in', async () => {
  const { id, incubator } = await setClutch()
  const rows = Array.from(
    { length: 20 * 24 },
    (_, h) => `${new Date(Date.parse(FOUND) + h * 3_600_000).toISOString()},25`,
  )
  await book.as.helper('POST', `/api/probes/${incubator}/log`, Buffer.from(`time,temp C\n${rows.join('\n')}`))
  const { clutch, climate, excursions } = await get(`/api/clutches/${id}`)
  // Twenty days, less an hour, three degrees under: (479 / 24) * 3 / 13 days late.
  const late = (Date.parse(clutch.forecast.likely) - Date.parse(noon('2026-06-19'))) / 86_400_000
  expect(late).toBeCloseTo(((479 / 24) * 3) / 13, 4)
  expect(climate.coverage).toBeCloseTo(479 / (30 * 24 + 2), 6)
  expect(excursions).toEqual([])
})

test('eggs hatch into tagged young; taking the hatching back takes them with it, until more is written', async () => {
  const { id, page } = await setClutch()
  const [one, two] = page.clutch.eggs
  const young = [one, two].map((egg: { id: string }, i) => ({
    eggId: egg.id,
    entryId: newId(),
    animalId: newId(),
    tag: `Y${i}`,
    placeId: null,
    grams: 7,
  }))
  const hatch = () => book.as.helper('POST', `/api/clutches/${id}/hatch`, { at: noon(TODAY), young })
  expect((await hatch()).status).toBe(200)
  expect((await hatch()).body.fields.map((f: { says: string }) => f.says)).toContain(
    'egg 1 has hatched already',
  )
  const { clutch } = await get(`/api/clutches/${id}`)
  expect(clutch).toMatchObject({
    waiting: 2,
    eggs: [{ fate: 'hatched', animal: { tag: 'Y0' } }, { fate: 'hatched' }, { fate: 'set' }, { fate: 'set' }],
  })
  const child = await get(`/api/animals/${young[0]!.animalId}`)
  expect(child).toMatchObject({
    animal: { dam: { tag: 'F1' }, grams: 7 },
    stage: { name: 'Fresh hatchling' },
  })
  const strike = (i: number) => ({ ...entry('struck', 'clutch', id), strikes: young[i]!.entryId })
  await write(book, [entry('shed', 'animal', young[1]!.animalId, { whole: true }, `${TODAY}T13:00:00.000Z`)])
  expect(await write(book, [strike(1)])).toMatchObject({
    status: 409,
    body: { code: 'depended-on', detail: expect.stringContaining("the last 'shed'") },
  })
  expect((await write(book, [strike(0)])).status).toBe(200)
  const tags = (await get('/api/animals')).animals.map((a: { tag: string }) => a.tag)
  expect(tags).toEqual(['F1', 'M1', 'Y1'])
  expect((await get(`/api/clutches/${id}`)).clutch.eggs[0]).toMatchObject({ fate: 'set', animal: null })
})

test('a tag that is taken refuses the whole hatching, at its field', async () => {
  const { id, page } = await setClutch()
  const young = page.clutch.eggs.slice(0, 2).map((egg: { id: string }, i: number) => ({
    eggId: egg.id,
    entryId: newId(),
    animalId: newId(),
    tag: i === 0 ? 'NEW' : 'M1',
    placeId: null,
  }))
  const reply = await book.as.keeper('POST', `/api/clutches/${id}/hatch`, { at: noon(TODAY), young })
  expect(reply.body.fields).toEqual([{ field: 'young.1.tag', says: 'M1 is in the book already' }])
  expect((await get('/api/animals')).animals).toHaveLength(2)
})

test('nothing is sold before its gates hold; with a reason it may be, and the sheet tells its record', async () => {
  const id = await addAnimal(book, {
    tag: 'BABY',
    sex: 'unknown',
    purpose: 'growing on',
    hatched: { date: '2026-03-01', precision: 'day' },
    grams: 14,
  })
  const refused = await write(book, [entry('sold', 'animal', id, { buyer: 'somebody', price: 40 })])
  expect(refused).toMatchObject({ status: 409, body: { code: 'gate-closed' } })
  expect(refused.body.detail).toContain('not sexed yet')
  await write(book, [
    entry('shed', 'animal', id, {}, noon('2026-03-09')),
    entry('shed', 'animal', id, {}, noon('2026-04-20')),
    entry('sexed', 'animal', id, { sex: 'female', certainty: 0.97, method: 'probed' }, noon('2026-04-21')),
    ...[1, 7, 13, 19].map((d) =>
      entry(
        'meal',
        'animal',
        id,
        { outcome: 'taken', prey: 'pinky mouse' },
        noon(`2026-05-${String(d).padStart(2, '0')}`),
      ),
    ),
  ])
  expect((await get(`/api/animals/${id}`)).leaving.missing).toMatchObject([
    { rule: 'meals in a row', have: { value: 4 } },
  ])
  await write(book, [entry('meal', 'animal', id, { outcome: 'taken' }, `${TODAY}T11:00:00.000Z`)])
  expect(
    (
      await write(book, [
        entry('sold', 'animal', id, { buyer: 'somebody', price: 40 }, `${TODAY}T15:00:00.000Z`),
      ])
    ).status,
  ).toBe(200)
  expect((await book.as.keeper('GET', `/api/animals/${id}/hand-over`)).body).toMatchObject({
    mealsTaken: 5,
    sheds: 2,
    sale: { buyer: 'somebody', price: 40, on: TODAY },
    animal: { presence: 'sold' },
  })
})

test('the ribbon draws what the log says', async () => {
  await setClutch()
  const { lanes } = await get('/api/season')
  expect(lanes).toHaveLength(1)
  expect(lanes[0].phases.map((p: { name: string }) => p.name)).toContain('incubating')
  expect(lanes[0].hills[0].shares.reduce((a: number, b: number) => a + b, 0)).toBeGreaterThan(0.9)
})

test('an empty book answers every view', async () => {
  const empty = await server.openBook('Empty')
  for (const path of [
    'animals',
    'pairings',
    'clutches',
    'rearing',
    'season',
    'entries',
    'places',
    'probes',
  ]) {
    const { status } = await empty.as.viewer('GET', `/api/${path}`)
    expect([path, status]).toEqual([path, 200])
  }
})
