import { newId } from '@hatch-book/contract'
import { addAnimal, openServer, type TestBook, type TestServer } from './support'

/* Schools that keepers write themselves, in a book of their own: followed by a line and an animal, taken away, given away in a file. */
let server: TestServer
let book: TestBook
let id: string
let animal: string
const HOURS = 'pairing.hoursTogether'
const one = (value: string | number) => ({ value, low: null, high: null })
const SPECIES = { id: '', species: 'dune boa', latin: '', wayOfLife: 'live-bearing snake', figures: {} }
const schools = {
  'school.1.name': one('Evenings only'),
  'school.1.of': one('D7'),
  [`school.1.sets.${HOURS}`]: one(5),
  'school.2.name': one('Two nights'),
  'school.2.of': one('D7'),
  [`school.2.sets.${HOURS}`]: one(40),
}

beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('Own schools', { withSpecies: false })
  id = newId()
  await book.as.keeper('POST', '/api/protocols', { ...SPECIES, id })
  animal = await addAnimal(book, { tag: 'B1', protocolId: id, line: 'Pale', grams: null, purpose: 'breeder' })
})
afterAll(() => server.close())

const page = async (scope = 'species', of = '') =>
  (await book.as.keeper('GET', `/api/protocols/${id}?scope=${scope}&of=${encodeURIComponent(of)}`)).body
const edit = async (scope: string, of: string, figures: object, followed: object, more = {}) =>
  book.as.keeper('POST', `/api/protocols/${id}/editions`, {
    ...{ scope, of, basedOn: (await page(scope, of)).edition as number },
    ...{ settings: { schools: followed, figures }, reason: 'as we do it', ...more },
  })

test('a line and an animal follow schools that their keeper wrote, and are kept by them', async () => {
  expect((await edit('species', '', schools, {})).status).toBe(200)
  expect((await edit('line', 'Pale', {}, { D7: 'own-1' })).status).toBe(200)
  expect((await edit('animal', animal, {}, { D7: 'own-2' })).status).toBe(200)
  expect((await page('line', 'Pale')).figures[HOURS].value).toBe(5)
  expect((await page('animal', animal)).sources[HOURS]).toBe('school ‘Two nights’ for animal B1')
  expect((await page()).followers).toEqual([
    { scope: 'animal', of: 'B1', question: 'D7', letter: 'own-2' },
    { scope: 'line', of: 'Pale', question: 'D7', letter: 'own-1' },
  ])
})

test('schools are written for the species; a line only chooses', async () => {
  const { status, body } = await edit('line', 'Pale', { 'school.3.name': one('Ours') }, { D7: 'own-1' })
  expect([status, body.fields]).toEqual([
    422,
    [{ field: 'school.3.name', says: 'a school can only be added for the whole species' }],
  ])
})

test('one that is in use is not taken away unsaid; what follows instead is written with it, or nothing is', async () => {
  const { 'school.1.name': _n, 'school.1.of': _o, [`school.1.sets.${HOURS}`]: _s, ...second } = schools
  const refused = await edit('species', '', second, {})
  expect([refused.status, refused.body.detail]).toEqual([
    409,
    '‘Evenings only’ is still followed by line Pale. Choose a replacement first.',
  ])
  const nowhere = await edit(
    'species',
    '',
    second,
    {},
    {
      instead: [{ question: 'D7', letter: 'own-1', by: 'own-9' }],
    },
  )
  expect(nowhere.body.detail).toBe('That school does not exist. Choose another.')
  expect((await page('line', 'Pale')).figures[HOURS].value).toBe(5)
  const moved = await edit(
    'species',
    '',
    second,
    {},
    {
      instead: [{ question: 'D7', letter: 'own-1', by: 'B' }],
    },
  )
  expect(moved.status).toBe(200)
  expect(await page('line', 'Pale')).toMatchObject({ edition: 2, settings: { schools: { D7: 'B' } } })
  expect((await page('animal', animal)).figures[HOURS].value).toBe(40)
})

test('they go along in the species’ file; a file without one that is followed is refused, naming who follows it', async () => {
  const { body: file } = await book.as.keeper('GET', `/api/protocols/${id}/file`)
  const other = await server.openBook('Neighbours', { withSpecies: false })
  const bringIn = (json: object) =>
    other.as.keeper('POST', '/api/protocols/file', Buffer.from(JSON.stringify(json)))
  const { body: broughtIn } = await bringIn(file)
  expect(broughtIn.added).toBe(true)
  await addAnimal(other, {
    tag: 'N1',
    protocolId: broughtIn.id,
    line: 'Dusk',
    grams: null,
    purpose: 'breeder',
  })
  const follow = await other.as.keeper('POST', `/api/protocols/${broughtIn.id}/editions`, {
    ...{ scope: 'line', of: 'Dusk', basedOn: 0, reason: '' },
    settings: { schools: { D7: 'own-2' }, figures: {} },
  })
  expect(follow.status).toBe(200)
  const dusk = `/api/protocols/${broughtIn.id}?scope=line&of=Dusk`
  expect((await other.as.keeper('GET', dusk)).body.figures[HOURS].value).toBe(40)
  const others = Object.entries(file.figures as object).filter(([key]) => !key.startsWith('school.'))
  const refused = await bringIn({ ...file, figures: Object.fromEntries(others) })
  expect([refused.status, refused.body.detail]).toEqual([
    409,
    '‘Two nights’ is still followed by line Dusk. Choose a replacement first.',
  ])
  expect((await other.as.keeper('GET', dusk)).body.figures[HOURS].value).toBe(40)
})

test('two species that are one: a line keeps what its school set, and follows none of the other’s by chance', async () => {
  const [from, into] = [newId(), newId()]
  for (const [one, species] of [
    [from, 'dusk boa'],
    [into, 'dawn boa'],
  ] as const)
    await book.as.keeper('POST', '/api/protocols', { ...SPECIES, id: one, species })
  const put = (one: string, scope: string, of: string, figures: object, followed: object) =>
    book.as.keeper('POST', `/api/protocols/${one}/editions`, {
      ...{ scope, of, basedOn: 0, reason: '', settings: { schools: followed, figures } },
    })
  await addAnimal(book, { tag: 'D1', protocolId: from, line: 'Rose', grams: null, purpose: 'breeder' })
  expect((await put(from, 'species', '', schools, {})).status).toBe(200)
  expect((await put(from, 'line', 'Rose', {}, { D7: 'own-1', D6: 'A' })).status).toBe(200)
  const other = {
    'school.1.name': one('All week'),
    'school.1.of': one('D7'),
    [`school.1.sets.${HOURS}`]: one(160),
  }
  expect((await put(into, 'species', '', other, {})).status).toBe(200)
  const merged = await book.as.keeper('POST', `/api/species/${from}/merge`, { intoId: into })
  expect(merged.status).toBe(200)
  const { body } = await book.as.keeper('GET', `/api/protocols/${into}?scope=line&of=Rose`)
  expect(body.figures[HOURS].value).toBe(5)
  expect(body.settings.schools).toEqual({ D6: 'A' })
})
