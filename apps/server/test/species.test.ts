import { newId, type CorrectedSpecies, type KeptSpecies } from '@hatch-book/contract'
import { listsOf } from './lists'
import { addAnimal, entry, feed, noon, openServer, write, type TestBook, type TestServer } from './support'

/* Which species a book keeps, what they are called, and of which an animal is: from an empty book on, corrected twice. */
let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
})
afterAll(() => server.close())
beforeEach(async () => {
  book = await server.openBook(`Own ${newId().slice(-6)}`, { withSpecies: false })
})

const CORN = 'Pantherophis guttatus'
const ROACH = 'Blaptica dubia'
const kept = async (): Promise<KeptSpecies[]> => (await book.as.viewer('GET', '/api/species')).body.species
const named = async (species: string) => (await kept()).find((s) => s.species === species)!
const take = (...latins: string[]) =>
  book.as.keeper('POST', '/api/species/library', {
    species: latins.map((latin) => ({ id: newId(), latin })),
  })
/** A snake of which its keeper says from which weight on a female breeds. */
const add = async (species: string, grams: number, wayOfLife = 'live-bearing snake') => {
  const id = newId()
  const figures = { 'readiness.female.grams.cautious': { value: grams } }
  const { status } = await book.as.keeper('POST', '/api/protocols', {
    ...{ id, species, latin: '', wayOfLife, figures },
  })
  expect(status).toBe(200)
  return id
}
const female = (tag: string, protocolId: string, change: object = {}) =>
  addAnimal(book, { tag, protocolId, sex: 'female', grams: 150, ...change })
const speciesOf = async (id: string): Promise<string> =>
  (await book.as.viewer('GET', `/api/animals/${id}`)).body.animal.species
const change = async (species: string, to: object, by: 'keeper' | 'helper' = 'keeper') => {
  const { id, version, latin, hidden } = await named(species)
  return book.as[by]('PATCH', `/api/species/${id}`, { version, species, latin, hidden, ...to })
}

describe('a book that somebody opens', () => {
  test('begins with no species, and takes those that are ticked in the library', async () => {
    expect(await kept()).toEqual([])
    expect((await take(CORN, ROACH)).status).toBe(200)
    expect((await kept()).map((s) => [s.species, s.keptAs, s.here, s.unused])).toEqual([
      ['corn snake', 'animals', 0, true],
      ['dubia roach', 'colonies', 0, true],
    ])
    // Ticked again, on another device or by mistake, it is there once.
    expect((await take(CORN)).status).toBe(200)
    expect(await kept()).toHaveLength(2)
  })

  test('takes none of them when one is in no library', async () => {
    const { status, body } = await take(CORN, 'Draco nullius')
    expect(status).toBe(422)
    expect(body.fields).toEqual([
      { field: 'species', says: 'choose one from the library: it has no Draco nullius' },
    ])
    expect(await kept()).toEqual([])
  })
})

test('a species tells how many of it are here, its photo and the first work to come', async () => {
  const boa = await add('dune boa', 310)
  await female('B1', boa)
  const gone = await female('B2', boa)
  await write(book, [entry('died', 'animal', gone, { cause: 'not known' }, noon('2026-05-19'))])
  const { here, unused, next, photoId } = await named('dune boa')
  expect({ here, unused, photoId }).toEqual({ here: 1, unused: false, photoId: null })
  expect(next).toMatchObject({ name: 'B1' })
  expect(next!.says).toMatch(/^offer /)
})

test('one that was renamed is not taken from the library once more, neither by a tick nor by a list', async () => {
  await take(CORN)
  await change('corn snake', { species: 'red rat snake' })
  expect((await take(CORN)).status).toBe(200)
  expect((await kept()).map((s) => s.species)).toEqual(['red rat snake'])
  const lists = listsOf(() => book)
  const list = await lists.open('tag,species\nC1,corn snake\nC2,red rat snake\n')
  expect(list.counts).toMatchObject({ good: 2 })
  expect((await lists.act(list, 'bring-in')).body).toMatchObject({ broughtIn: 2 })
  expect((await lists.animals()).map((a) => a.species)).toEqual(['red rat snake', 'red rat snake'])
})

describe('a name', () => {
  test('is corrected everywhere at once, twice over', async () => {
    const boa = await add('dune boa', 310)
    const animal = await female('B1', boa)
    for (const name of ['sand boa', 'western sand boa']) {
      const before = (await kept())[0]!.species
      expect((await change(before, { species: name, latin: 'Eryx sp.' })).status).toBe(200)
      expect(await speciesOf(animal)).toBe(name)
      const { body } = await book.as.viewer('GET', '/api/animals')
      expect(body.animals[0].species).toBe(name)
      expect((await kept())[0]).toMatchObject({ species: name, latin: 'Eryx sp.' })
    }
  })

  test('is refused where another has it, where somebody was quicker, and to helpers', async () => {
    await add('dune boa', 310)
    await add('island boa', 80)
    const refused = await change('dune boa', { species: 'Island Boa' })
    expect(refused.status).toBe(409)
    expect(refused.body.fields).toEqual([{ field: 'species', says: 'this species is in the book already' }])
    expect((await change('dune boa', { version: 7 })).status).toBe(409)
    expect((await change('dune boa', { species: 'x' }, 'helper')).status).toBe(403)
    expect((await change('dune boa', { species: ' ' })).body.fields[0]).toMatchObject({
      says: 'Enter a name',
    })
  })
})

test('a hidden species keeps its animals, and is offered for no new cohort or colony', async () => {
  await take(ROACH)
  const boa = await add('dune boa', 310)
  const animal = await female('B1', boa)
  await change('dune boa', { hidden: true })
  await change('dubia roach', { hidden: true })
  expect(await named('dune boa')).toMatchObject({ hidden: true, here: 1 })
  expect(await speciesOf(animal)).toBe('dune boa')
  expect((await book.as.viewer('GET', '/api/colonies')).body.species).toEqual([])
  await change('dubia roach', { hidden: false })
  expect((await book.as.viewer('GET', '/api/colonies')).body.species).toHaveLength(1)
})

describe('a species', () => {
  const remove = async (species: string) => {
    const { id, version } = await named(species)
    return book.as.keeper('DELETE', `/api/species/${id}`, { version })
  }

  test('is removed while nothing is written of it, and its name is free again', async () => {
    await add('dune boa', 310)
    expect((await remove('dune boa')).status).toBe(200)
    expect(await kept()).toEqual([])
    expect((await book.as.viewer('GET', '/api/protocols')).body.protocols).toEqual([])
    await add('dune boa', 280)
    expect((await kept()).map((s) => s.species)).toEqual(['dune boa'])
  })

  test('is not removed from under its animals', async () => {
    await female('B1', await add('dune boa', 310))
    const { status, body } = await remove('dune boa')
    expect(status).toBe(409)
    expect(body.detail).toBe(
      'There are records of dune boa in this book, so it cannot be removed. Hide it instead.',
    )
    expect(await kept()).toHaveLength(1)
  })
})

describe('an animal of another species than was written down', () => {
  const trial = async (animalId: string, protocolId: string): Promise<CorrectedSpecies> =>
    (await book.as.keeper('GET', `/api/species/correction?animalId=${animalId}&protocolId=${protocolId}`))
      .body as never
  const correct = (animalId: string, protocolId: string, together: number) =>
    book.as.keeper('POST', '/api/species/correction', { animalId, protocolId, together })

  test('is corrected with all it bred with, and what changes is said before anything is written', async () => {
    const [large, small] = [await add('dune boa', 310), await add('island boa', 80)]
    const dam = await female('B1', large, { purpose: 'breeder' })
    const young = await female('B2', large, {
      damId: dam,
      grams: 9,
      hatched: { date: '2026-05-01', precision: 'day' },
    })
    const alone = await female('B3', large)
    await feed(book, dam)
    await write(book, [
      entry('weighed', 'animal', dam, { grams: 150, context: 'empty', condition: 3 }, noon('2026-05-18')),
    ])
    const said = await trial(young, small)
    expect(said.together.map((a) => a.tag)).toEqual(['B1', 'B2'])
    expect(said.changes.find((c) => c.tag === 'B1')).toMatchObject({
      ...{ verdictFrom: 'not this season', verdictTo: expect.not.stringMatching('not this season') },
    })
    expect(await speciesOf(dam)).toBe('dune boa')
    expect((await correct(young, small, 2)).status).toBe(200)
    expect([await speciesOf(dam), await speciesOf(young), await speciesOf(alone)]).toEqual([
      ...['island boa', 'island boa', 'dune boa'],
    ])
    const { body } = await book.as.viewer('GET', `/api/animals/${dam}`)
    expect(body.readiness.reasons.find((r: { rule: string }) => r.rule === 'weight')).toMatchObject({
      wanted: { value: 80 },
    })
    // It was right the first time: back again.
    expect((await correct(dam, large, 2)).status).toBe(200)
    expect(await speciesOf(young)).toBe('dune boa')
  })

  test('is not corrected when others belong to it by now, to what it is already, or to a colony', async () => {
    await take(ROACH)
    const [large, small] = [await add('dune boa', 310), await add('island boa', 80)]
    const dam = await female('B1', large)
    await addAnimal(book, {
      tag: 'B2',
      protocolId: large,
      damId: dam,
      hatched: { date: '2026-05-01', precision: 'day' },
    })
    expect((await correct(dam, small, 1)).body).toMatchObject({
      code: 'stale',
      detail: 'This now corrects 2 animals, not 1. Check them again before you save.',
    })
    expect((await correct(dam, large, 2)).body.detail).toBe('B1 is already recorded as dune boa.')
    expect((await correct(dam, (await named('dubia roach')).id, 2)).status).toBe(422)
    expect(await speciesOf(dam)).toBe('dune boa')
  })
})

describe('two species that turn out to be one', () => {
  test('are made one: animals, their own figures and what is planned go over; a device that was away may still name the first', async () => {
    const [from, into] = [await add('dune boa', 310), await add('sand boa', 80)]
    const animal = await female('B1', from, { purpose: 'breeder' })
    const own = { 'readiness.female.grams.cautious': { value: 140 } }
    await book.as.keeper('POST', `/api/protocols/${from}/editions`, {
      ...{ scope: 'animal', of: animal, basedOn: 0, reason: 'a small one' },
      settings: { schools: {}, figures: own },
    })
    const { body: said } = await book.as.keeper('GET', `/api/species/merge?fromId=${from}&intoId=${into}`)
    expect(said).toMatchObject({ together: [{ tag: 'B1' }], cohorts: 0, colonies: 0 })
    expect(await kept()).toHaveLength(2)
    expect((await book.as.keeper('POST', `/api/species/${from}/merge`, { intoId: into })).status).toBe(200)
    expect((await kept()).map((s) => [s.species, s.here])).toEqual([['sand boa', 1]])
    const { body } = await book.as.viewer('GET', `/api/animals/${animal}`)
    expect(body.animal.species).toBe('sand boa')
    expect(body.readiness.reasons.find((r: { rule: string }) => r.rule === 'weight')).toMatchObject({
      wanted: { value: 140 },
    })
    expect(await speciesOf(await female('B2', from))).toBe('sand boa')
  })

  test('are not made one where one is counted and the other named', async () => {
    await take(ROACH)
    const boa = await add('dune boa', 310)
    const roach = (await named('dubia roach')).id
    const { status, body } = await book.as.keeper('POST', `/api/species/${boa}/merge`, { intoId: roach })
    expect(status).toBe(422)
    expect(body.detail).toContain('These cannot be merged')
    expect((await book.as.keeper('POST', `/api/species/${boa}/merge`, { intoId: boa })).status).toBe(422)
    expect(await kept()).toHaveLength(2)
  })
})
