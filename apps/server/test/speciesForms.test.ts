import { addDays } from '@hatch-book/core'
import { newId } from '@hatch-book/contract'
import {
  addAnimal,
  addTub,
  entry,
  noon,
  openServer,
  TODAY,
  write,
  type TestBook,
  type TestServer,
} from './support'

/* A species in two forms: the northern rests longer and colder than the southern, and grows larger. What is set for a form holds for it alone. */
let server: TestServer
let book: TestBook
let protocolId: string
const ids: Record<string, string> = {}
const base = () => `/api/protocols/${protocolId}`
const set = (figures: Record<string, number>) => ({
  schools: {},
  figures: Object.fromEntries(
    Object.entries(figures).map(([key, value]) => [key, { value, low: null, high: null }]),
  ),
})
const edition = (scope: string, of: string, figures: Record<string, number>, basedOn = 0) =>
  book.as.keeper('POST', `${base()}/editions`, { scope, of, basedOn, settings: set(figures), reason: '' })
const pageOf = async (tag: string) => (await book.as.keeper('GET', `/api/animals/${ids[tag]}`)).body
const weightAsked = async (tag: string) =>
  (await pageOf(tag)).readiness.reasons.find((r: { rule: string }) => r.rule === 'weight') as {
    wanted: { value: number }
    origin: string
  }

beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('Forms', { withSpecies: false })
  protocolId = newId()
  await book.as.keeper('POST', '/api/protocols', {
    ...{
      id: protocolId,
      species: 'marsh lizard',
      latin: '',
      wayOfLife: 'large seasonal lizard',
      figures: {},
    },
  })
  for (const [tag, form] of [
    ['N1', 'northern'],
    ['S1', 'southern'],
    ['U1', ''],
  ] as const)
    ids[tag] = await addAnimal(book, {
      ...{
        tag,
        protocolId,
        form,
        line: 'Old wall',
        hatched: { date: '2018', precision: 'year' },
        grams: 2500,
      },
    })
})
afterAll(() => server.close())

test('what is set for a form holds for it alone, over the species and under the line, and says so', async () => {
  const key = 'readiness.female.grams.cautious'
  expect((await edition('species', '', { [key]: 2000 })).status).toBe(200)
  expect((await edition('form', 'northern', { [key]: 3000 })).status).toBe(200)
  expect(await weightAsked('N1')).toMatchObject({ wanted: { value: 3000 } })
  // One form, however it is written: its animals and its figures find each other.
  ids.N3 = await addAnimal(book, {
    tag: 'N3',
    protocolId,
    form: 'Northern',
    hatched: { date: '2018', precision: 'year' },
  })
  expect(await weightAsked('N3')).toMatchObject({ wanted: { value: 3000 } })
  expect((await edition('form', 'NORTHERN', { [key]: 3100 }, 1)).status).toBe(200)
  for (const tag of ['N1', 'N3']) expect((await weightAsked(tag)).wanted.value).toBe(3100)
  expect((await weightAsked('N1')).origin).toContain('set by keeper for form northern')
  for (const tag of ['S1', 'U1']) expect((await weightAsked(tag)).wanted.value).toBe(2000)
  expect((await edition('line', 'Old wall', { [key]: 3500 })).status).toBe(200)
  expect((await weightAsked('N1')).wanted.value).toBe(3500)
  expect((await weightAsked('S1')).origin).toContain('for line Old wall')
})

test('each form rests by its own days and degrees', async () => {
  await edition('form', 'southern', { 'cooling.holdDays': 60, 'cooling.holdC': 16 })
  await edition(
    'form',
    'northern',
    {
      ...{ 'readiness.female.grams.cautious': 3000, 'cooling.holdDays': 140, 'cooling.holdC': 9 },
    },
    2,
  )
  const plan = await book.as.keeper('POST', '/api/rest-plans', {
    ...{ id: newId(), name: 'Winter', hemisphere: 'north' },
    anchor: { kind: 'cooling begins', day: '2026-11-01' },
    rests: ['N1', 'S1'].map((tag) => ({ id: newId(), animalId: ids[tag] })),
  })
  expect(plan.status).toBe(200)
  const { rests, rules } = (await book.as.keeper('GET', '/api/rests')).body
  const days = (tag: string) => {
    const rest = rests.find((r: { tag: string }) => r.tag === tag)
    expect(rules[rest.rulesKey].holdC.typical).toBe(tag === 'N1' ? 9 : 16)
    const { hold, 'step up': stepUp } = rest.clock.edges
    return (Date.parse(stepUp) - Date.parse(hold)) / 86_400_000
  }
  expect([days('N1'), days('S1')]).toEqual([140, 60])
})

test('young have the form of their mother; a form is changed, taken back, and goes with a corrected species', async () => {
  const placeId = await addTub(book, 'Nest')
  const incubator = newId()
  await book.as.keeper('POST', '/api/places', {
    id: incubator,
    kind: 'incubator',
    name: 'Warm',
    setPointC: 30,
  })
  const boxId = newId()
  await book.as.keeper('POST', '/api/places', {
    ...{ id: boxId, kind: 'box', name: 'B1', parentId: incubator, grid: { rows: 1, columns: 1 } },
  })
  const [clutch, egg, young] = [newId(), newId(), newId()]
  const laid = noon(addDays(TODAY, -70))
  const found = await book.as.keeper('POST', '/api/clutches', {
    ...{ id: clutch, entryId: newId(), kind: 'clutch', pairingId: null, damId: ids.N1, method: '', note: '' },
    ...{ foundAt: laid, laidFrom: laid, laidTo: laid, boxId, damGrams: null },
    eggs: [{ id: egg, fate: 'good', grams: null, cell: 0 }],
  })
  expect(found.status).toBe(200)
  const hatched = await book.as.keeper('POST', `/api/clutches/${clutch}/hatch`, {
    at: noon(TODAY),
    young: [{ eggId: egg, entryId: newId(), animalId: young, tag: 'N2', placeId, grams: null }],
  })
  expect(hatched.status).toBe(200)
  ids.N2 = young
  const row = async () => (await pageOf('N2')).animal
  expect((await row()).form).toBe('northern')
  const { version, tag, purpose } = await row()
  const change = {
    ...{ version, tag, line: '', damId: null, sireId: null, purpose, origin: '', note: '' },
    hatched: { date: '2026-05-20', precision: 'day', widthDays: 0 },
  }
  // A device that knows of no forms leaves them as they are.
  expect((await book.as.keeper('PATCH', `/api/animals/${young}`, change)).body.form ?? 'left').toBe(
    'northern',
  )
  const other = newId()
  await book.as.keeper('POST', '/api/protocols', {
    ...{ id: other, species: 'dry lizard', latin: '', wayOfLife: 'large seasonal lizard', figures: {} },
  })
  await write(book, [entry('noted', 'animal', young, { text: 'small' })])
  expect(
    (
      await book.as.keeper('POST', '/api/species/correction', {
        animalId: young,
        protocolId: other,
        together: 1,
      })
    ).status,
  ).toBe(200)
  expect(await row()).toMatchObject({ species: 'dry lizard', form: '' })
})

test('a form is named before anything is set for it, and those that are known are offered', async () => {
  for (const scope of ['form', 'line'])
    expect(await edition(scope, '', { 'cooling.holdC': 12 })).toMatchObject({
      ...{ status: 422, body: { detail: `Say which ${scope}.` } },
    })
  const { forms } = (await book.as.keeper('GET', base())).body
  expect(forms).toEqual(['northern', 'southern'])
  const level = (await book.as.keeper('GET', `${base()}?scope=form&of=eastern`)).body
  expect(level).toMatchObject({ scope: 'form', of: 'eastern', edition: 0 })
})
