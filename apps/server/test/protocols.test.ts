import { newId, type Cohorts, type Colonies } from '@hatch-book/contract'
import { startingDocuments } from '@hatch-book/core'
import { addAnimal, entry, noon, openServer, write, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
let id: string
let female: string
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('Protocols')
  id = book.protocols.CS
  female = await addAnimal(book, {
    tag: 'F1',
    grams: null,
    purpose: 'breeder',
    line: 'Pale',
    hatched: { date: '2022-06-01', precision: 'day' },
  })
  await write(book, [
    entry(
      'sexed',
      'animal',
      female,
      { sex: 'female', certainty: 0.99, method: 'probed' },
      noon('2026-04-01'),
    ),
    entry('weighed', 'animal', female, { grams: 380, context: 'empty', condition: 3 }, noon('2026-05-10')),
    ...[1, 2, 3].map((i) => entry('meal', 'animal', female, { outcome: 'taken' }, noon(`2026-05-0${i}`))),
  ])
})
afterAll(() => server.close())

const draft = (change: object) => ({
  scope: 'species',
  of: '',
  basedOn: 0,
  settings: { schools: {}, figures: {} },
  ...change,
})
const heavier = (grams: number) => ({
  schools: {},
  figures: { 'readiness.female.grams.cautious': { value: grams, low: null, high: null } },
})
const verdictOf = async () =>
  (await book.as.owner('GET', `/api/animals/${female}`)).body.readiness as {
    verdict: string
    reasons: { rule: string; origin: string }[]
  }

test('a new book has every species, each with its figures in their order', async () => {
  const { body } = await book.as.viewer('GET', '/api/protocols')
  expect(body.protocols).toHaveLength(startingDocuments.length)
  const { body: page } = await book.as.viewer('GET', `/api/protocols/${id}`)
  expect(page).toMatchObject({ edition: 0, editions: [], lines: ['Pale'] })
  const keys = Object.keys(page.figures as object)
  const own = Object.keys(startingDocuments.find((d) => d.code === 'CS')!.figures)
  // Its own in their order; what its way of life guesses comes behind them.
  expect(keys.slice(0, own.length)).toEqual(own)
  expect(keys).toContain('stage.1.waterDays')
})

test('an edition changes the verdicts it said it would, closer levels count before wider ones, and each is named', async () => {
  expect((await verdictOf()).verdict).toBe('ready')
  const trial = await book.as.keeper('POST', `/api/protocols/${id}/trial`, draft({ settings: heavier(400) }))
  expect(trial.body).toMatchObject({ judged: 1, verdicts: [{ tag: 'F1', from: 'ready', to: 'trial' }] })
  expect((await verdictOf()).verdict).toBe('ready')
  const saved = await book.as.keeper(
    'POST',
    `/api/protocols/${id}/editions`,
    draft({ settings: heavier(400), reason: 'heavier females' }),
  )
  expect(saved.body).toEqual(trial.body)
  const { verdict, reasons } = await verdictOf()
  expect(verdict).toBe('trial')
  expect(reasons.find((r) => r.rule === 'weight')!.origin).toBe(
    'Corn snake protocol, edition 1; set by keeper',
  )
  expect(reasons.find((r) => r.rule === 'health')!.origin).toBe('Corn snake protocol, edition 1')

  const line = { scope: 'line', of: 'Pale', settings: heavier(360) }
  await book.as.owner('POST', `/api/protocols/${id}/editions`, draft(line))
  expect((await verdictOf()).verdict).toBe('ready')
  await book.as.owner(
    'POST',
    `/api/protocols/${id}/editions`,
    draft({ scope: 'animal', of: female, settings: heavier(395) }),
  )
  const own = await verdictOf()
  expect(own.verdict).toBe('trial')
  expect(own.reasons.find((r) => r.rule === 'weight')!.origin).toContain('set by Owner for animal F1')
})

test('verdicts of the past keep the edition they were judged by', async () => {
  const { body } = await book.as.viewer('GET', `/api/animals/${female}/verdicts`)
  // Weighed ten days before the first edition was written.
  expect(body.verdicts).toEqual([
    { on: '2026-05-10', verdict: 'ready', because: '', edition: 'starting figures' },
  ])
})

test('two who edit at once: the second is told, and nothing is lost', async () => {
  const { status, body } = await book.as.owner(
    'POST',
    `/api/protocols/${id}/editions`,
    draft({ settings: heavier(410) }),
  )
  expect([status, body.code]).toEqual([409, 'stale'])
  expect(body.current).toEqual(heavier(400))
})

test.each([
  [
    'a figure nobody has',
    { figures: { 'readiness.shoe size': { value: 3 } }, schools: {} },
    'no such figure',
  ],
  [
    'words for a figure',
    { figures: { 'quarantine.days': { value: 'long' } }, schools: {} },
    'write it in figures',
  ],
  [
    'a figure no keeper means',
    { figures: { 'incubation.setPointC': { value: 280 } }, schools: {} },
    'between -20 and 60 °C',
  ],
  ['a school nobody follows', { figures: {}, schools: { D5: 'Z' } }, 'no longer exists'],
  [
    'a bold figure above the cautious one',
    { figures: { 'readiness.female.ageDays.bold': { value: 2000 } }, schools: {} },
    'the bold figure must not be higher',
  ],
])('%s is refused with its reason', async (_, settings, says) => {
  const { status, body } = await book.as.owner('POST', `/api/protocols/${id}/trial`, draft({ settings }))
  expect(status).toBe(422)
  expect(body.detail).toContain(says)
})

test('a file goes out and comes back as an edition; a new species is added; what is wrong is named', async () => {
  const { body: file } = await book.as.viewer('GET', `/api/protocols/${book.protocols.WH}/file`)
  const send = (json: unknown) =>
    book.as.owner(
      'POST',
      '/api/protocols/file',
      Buffer.from(typeof json === 'string' ? json : JSON.stringify(json)),
    )
  expect((await send(file)).body).toMatchObject({ added: false, changed: 0 })
  file.figures['quarantine.days'].value = 120
  expect((await send(file)).body).toMatchObject({ added: false, changed: 1 })
  const { body: page } = await book.as.viewer('GET', `/api/protocols/${book.protocols.WH}`)
  expect(page.edition).toBe(1)
  expect(page.figures['quarantine.days'].value).toBe(120)
  expect((await send({ ...file, code: 'XX', species: 'made-up snake' })).body).toMatchObject({ added: true })
  for (const [json, says] of [
    ['{', 'not a JSON file'],
    [{}, 'not a protocol'],
    [{ format: 'hatch-book protocol', formatVersion: 1 }, 'code: is missing'],
    [{ ...file, code: 'CS' }, 'CS is that of the corn snake'],
    [
      {
        ...file,
        figures: { ...file.figures, 'growth.male.k': { ...file.figures['growth.male.k'], value: -1 } },
      },
      'growth.male.k: Male growth: rate: between 0 and 10',
    ],
    [{ ...file, wayOfLife: undefined, code: 'ZZ', figures: {} }, 'is missing'],
  ] as const) {
    const { status, body } = await send(json)
    expect(status).toBe(422)
    expect(body.detail).toContain(says)
  }
})

test('helpers and viewers read protocols and do not change them', async () => {
  for (const role of ['helper', 'viewer'] as const) {
    expect((await book.as[role]('GET', `/api/protocols/${id}`)).status).toBe(200)
    expect((await book.as[role]('POST', `/api/protocols/${id}/editions`, draft({}))).status).toBe(403)
  }
})

test('what is set over a species that is counted is what its cohorts and colonies are calculated with', async () => {
  const own = await server.openBook('Counted')
  const set = (protocolId: string, key: string, value: number) =>
    own.as.owner(
      'POST',
      `/api/protocols/${protocolId}/editions`,
      draft({
        reason: 'seen here',
        settings: { schools: {}, figures: { [key]: { value, low: null, high: null } } },
      }),
    )
  const listed = (await own.as.owner('GET', '/api/protocols')).body.protocols as {
    id: string
    code: string
  }[]
  const [PS, BC] = ['PS', 'BC'].map((code) => listed.find((p) => p.code === code)!.id) as [string, string]
  expect((await set(PS, 'cohort.collectDays', 9)).status).toBe(200)
  expect((await set(BC, 'colony.femaleDays', 77)).status).toBe(200)
  await own.as.keeper('POST', '/api/colonies', {
    ...{ id: newId(), name: 'Roaches', protocolId: BC, bins: 1, celsius: 28 },
  })
  const { species } = (await own.as.viewer('GET', '/api/cohorts')).body as unknown as Cohorts
  expect(species.find((s) => s.protocolId === PS)!.protocol.collectDays?.typical).toBe(9)
  const { colonies } = (await own.as.viewer('GET', '/api/colonies')).body as unknown as Colonies
  expect(colonies.map((c) => c.model.femaleLifeDays.typical)).toEqual([77])
})
