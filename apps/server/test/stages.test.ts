import { addAnimal, entry, noon, openServer, write, TODAY, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
})
beforeEach(async () => {
  book = await server.openBook('Stages')
})
afterAll(() => server.close())

const pageOf = async (id: string) => (await book.as.keeper('GET', `/api/animals/${id}`)).body
const stageOf = async (id: string) =>
  (await pageOf(id)).stage as { name: string; placedBy: string | null; all: string[] }
const mealsDue = async () =>
  (
    (await book.as.keeper('GET', '/api/round?days=30')).body.items as {
      kind: string
      subject: { id: string }
    }[]
  )
    .filter((i) => i.kind === 'feed' || i.kind === 'meal')
    .map((i) => i.subject.id)
const young = (tag: string, date: string, grams: number | null) =>
  addAnimal(book, { tag, grams, purpose: 'growing on', hatched: { date, precision: 'day' } })

test('animals that come at 59 to 300 days of age, with no shed on record, are placed by age and weight, asked about, and fed', async () => {
  // Corn snakes leave hatching by day 12 and starting by day 72; Established by day 142 and with 12 g.
  const [early, light, late] = [
    await young('E1', '2026-03-22', 8),
    await young('E2', '2025-07-24', 9),
    await young('E3', '2025-07-24', 40),
  ]
  expect(await stageOf(early)).toMatchObject({ name: 'Starter', placedBy: 'age' })
  expect(await stageOf(light)).toMatchObject({ name: 'Established', placedBy: 'age' })
  expect(await stageOf(late)).toMatchObject({ name: 'Juvenile' })
  expect((await mealsDue()).sort()).toEqual([early, light, late].sort())
  const { body } = await book.as.keeper('GET', '/api/rearing')
  const flags = (body.steps as { animals: { animal: { id: string }; flag: string | null }[] }[]).flatMap(
    (s) => s.animals,
  )
  expect(flags.find((a) => a.animal.id === early)!.flag).toBe('stage estimated: confirm it')
  await write(book, [entry('stage reached', 'animal', light, { stage: 'Starter' }, noon(TODAY))])
  expect(await stageOf(light)).toMatchObject({ name: 'Starter', placedBy: 'said' })
})

test('a hatchling of whose shed nobody wrote is fed from the day on which all have shed', async () => {
  const id = await young('H1', '2026-05-10', 7)
  await write(book, [entry('looked at', 'animal', id, { sign: 'yolk gone', seen: true }, noon('2026-05-10'))])
  expect(await stageOf(id)).toMatchObject({ name: 'Fresh hatchling', placedBy: null })
  const older = await young('H2', '2026-05-01', 7)
  await write(book, [
    entry('looked at', 'animal', older, { sign: 'yolk gone', seen: true }, noon('2026-05-01')),
  ])
  expect(await stageOf(older)).toMatchObject({ name: 'Starter' })
  expect(await mealsDue()).toContain(older)
  await write(book, [entry('rest began', 'animal', older, {}, noon('2026-05-19'))])
  expect(await mealsDue()).not.toContain(older)
})

const eat = (id: string) =>
  write(
    book,
    [1, 2, 3, 4, 5, 6].map((i) => entry('meal', 'animal', id, { outcome: 'taken' }, noon(`2026-05-0${i}`))),
  )

describe('a raised gate', () => {
  const raise = (grams: number) => ({
    ...{ scope: 'species', of: '', basedOn: 0, reason: '' },
    settings: { schools: {}, figures: { 'stage.3.gate.grams': { value: grams, low: null, high: null } } },
  })
  const heavyJuvenile = async (tag: string) => {
    const id = await young(tag, '2026-01-10', null)
    await write(book, [
      entry('shed', 'animal', id, { whole: true }, noon('2026-01-19')),
      entry('weighed', 'animal', id, { grams: 13, context: 'empty' }, noon('2026-05-18')),
    ])
    await eat(id)
    return id
  }
  test('throws nobody back: whoever stood on a stage has reached it, and its log says so', async () => {
    const six = await Promise.all(['J1', 'J2', 'J3', 'J4', 'J5', 'J6'].map(heavyJuvenile))
    for (const id of six) expect((await stageOf(id)).name).toBe('Juvenile')
    const before = (await mealsDue()).sort()
    const path = `/api/protocols/${book.protocols.CS}`
    const trial = await book.as.keeper('POST', `${path}/trial`, raise(20))
    expect(trial.body).toMatchObject({ verdicts: [], stages: [] })
    for (const id of six) expect((await stageOf(id)).placedBy).toBe(null)
    const saved = await book.as.keeper('POST', `${path}/editions`, raise(20))
    expect(saved.body).toEqual(trial.body)
    for (const id of six) expect(await stageOf(id)).toMatchObject({ name: 'Juvenile', placedBy: 'said' })
    expect((await mealsDue()).sort()).toEqual(before)
    expect((await pageOf(six[0]!)).entries[0]).toMatchObject({
      kind: 'stage reached',
      payload: { stage: 'Juvenile', note: 'kept when the protocol was changed' },
    })
  })
  test('is told of beforehand by what it changes of stages and work, and a trial leaves nothing behind', async () => {
    const id = await young('L1', '2026-01-10', null)
    await write(book, [
      entry('shed', 'animal', id, { whole: true }, noon('2026-01-19')),
      entry('weighed', 'animal', id, { grams: 11, context: 'empty' }, noon('2026-05-18')),
    ])
    await eat(id)
    expect((await stageOf(id)).name).toBe('Established')
    const path = `/api/protocols/${book.protocols.CS}`
    const trial = await book.as.keeper('POST', `${path}/trial`, raise(10))
    expect(trial.body).toMatchObject({
      judged: 0,
      stages: [{ tag: 'L1', from: 'Established', to: 'Juvenile' }],
    })
    // A juvenile is fed at another rhythm.
    expect(trial.body.work.shown).toContainEqual(expect.objectContaining({ name: 'L1' }))
    expect((await stageOf(id)).name).toBe('Established')
    expect((await book.as.keeper('GET', `${path}`)).body.edition).toBe(0)
    expect((await book.as.keeper('POST', `${path}/editions`, raise(10))).body).toEqual(trial.body)
    expect((await stageOf(id)).name).toBe('Juvenile')
  })
})

/** Sets figures of the corn snake, over those that were in force. */
async function edit(figures: Record<string, string | number>) {
  const path = `/api/protocols/${book.protocols.CS}`
  const { edition, settings } = (await book.as.owner('GET', path)).body as {
    edition: number
    settings: { figures: object }
  }
  const set = Object.entries(figures).map(([key, value]) => [key, { value, low: null, high: null }])
  return book.as.owner('POST', `${path}/editions`, {
    ...{ scope: 'species', of: '', reason: 'mine', basedOn: edition },
    settings: { schools: {}, figures: { ...settings.figures, ...Object.fromEntries(set) } },
  })
}

test('a stage that is renamed twice, and then left out, is found by all its names', async () => {
  const id = await addAnimal(book, {
    ...{ tag: 'R1', hatched: { date: '2026-05-01', precision: 'day' }, grams: null, purpose: 'growing on' },
  })
  const before = await stageOf(id)
  const [, second, third] = before.all as [string, string, string]
  expect((await write(book, [entry('stage reached', 'animal', id, { stage: third })])).status).toBe(200)
  expect((await stageOf(id)).name).toBe(third)
  expect((await edit({ 'stage.3.name': 'Middle' })).status).toBe(200)
  expect((await stageOf(id)).name).toBe('Middle')
  expect((await edit({ 'stage.3.name': 'Lanky' })).status).toBe(200)
  expect((await stageOf(id)).name).toBe('Lanky')
  const order = before.all.map((_, i) => i + 1).filter((n) => n !== 3)
  const left = await edit({ 'stage.order': order.join(', '), 'stage.3.instead': '2' })
  expect(left.status).toBe(200)
  const now = await stageOf(id)
  expect([now.name, now.all.includes('Lanky')]).toEqual([second, false])
})

test('figures that cannot stand together are refused where they are set, and those that were at odds before stop nobody', async () => {
  const refusal = async (figures: Record<string, string | number>) => {
    const { status, body } = await edit(figures)
    return [status, (body as { fields?: { field: string }[] }).fields?.map((f) => f.field)]
  }
  expect(await refusal({ 'stage.order': '1, 99' })).toEqual([422, ['stage.order']])
  expect(await refusal({ 'incubation.setPointC': 34 })).toEqual([422, ['incubation.setPointC']])
  expect(await refusal({ 'stage.2.name': 'Breeder' })).toEqual([422, ['stage.2.name']])
  expect(await refusal({ 'stage.9.name': 'Loft' })).toEqual([422, ['stage.9.name']])
  expect(await refusal({ 'stage.2.name': '  ' })).toEqual([422, ['stage.2.name']])
  expect(await refusal({ 'stage.2.name': 'Second' })).toEqual([200, undefined])
})
