import { newId } from '@hatch-book/contract'
import sharp from 'sharp'
import { listsOf } from './lists'
import { addAnimal, entered, entry, noon, openServer, write, type TestBook, type TestServer } from './support'

/* Who it is: name, look and genes, and picture, as they were said once and are told everywhere. */

let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
})
afterAll(() => server.close())
beforeEach(async () => {
  book = await server.openBook('Who it is')
})

const picture = () =>
  sharp({ create: { width: 40, height: 30, channels: 3, background: 'tan' } })
    .png()
    .toBuffer()
const row = async (tag: string) => {
  const { body } = await book.as.viewer('GET', '/api/animals')
  return body.animals.find((a: { tag: string }) => a.tag === tag)
}
const speciesOfOnesOwn = async (species: string) => {
  const protocolId = newId()
  const draft = { id: protocolId, species, latin: '', wayOfLife: 'salamander without larvae', figures: {} }
  expect((await book.as.keeper('POST', '/api/protocols', draft)).status).toBe(200)
  return protocolId
}
const believed = async (protocolId: string, tag: string) => {
  const { body } = await book.as.viewer('GET', `/api/pairing-scenes/${protocolId}`)
  return body.mates
    .find((m: { tag: string }) => m.tag === tag)
    .words.map((w: object) => Object.values(w).join(' '))
}

describe('look and genes as one says them', () => {
  test('said with the animal, they stand in the list, in its log and in the cross calculator at once', async () => {
    const id = await addAnimal(book, { tag: 'C31', name: 'Juniper', look: 'amel, 66 % het anery' })
    expect(await row('C31')).toMatchObject({
      name: 'Juniper',
      traits: ['amelanistic', '66 % het anerythristic'],
    })
    const { body } = await book.as.viewer('GET', `/api/animals/${id}`)
    expect(body.entries).toContainEqual(
      expect.objectContaining({
        kind: 'trait',
        payload: { trait: 'anerythristic', carries: 'carries', certainty: 0.66 },
      }),
    )
    expect((await believed(book.protocols.CS, 'C31')).join()).toMatch(
      /amelanistic shows 1,.*anerythristic carries 0\.66/,
    )
  })

  test('what is misspelt is said at the look, and nothing is written', async () => {
    const draft = { id: newId(), tag: 'C32', protocolId: book.protocols.CS, look: 'amel, motly' }
    expect(await book.as.keeper('POST', '/api/animals', draft)).toMatchObject({
      status: 422,
      body: { fields: [{ field: 'look', says: "'motly' is not a known trait; did you mean motley?" }] },
    })
    expect(await row('C32')).toBeUndefined()
  })

  test('of a species nobody foresaw the look is kept; once its genes are written, both are the same', async () => {
    const protocolId = await speciesOfOnesOwn('glass newt')
    await addAnimal(book, { tag: 'N1', protocolId, look: 'albino, het moon', grams: null })
    await addAnimal(book, { tag: 'N2', protocolId, look: 'plain', grams: null, sex: 'male' })
    expect((await row('N1')).traits).toEqual(['albino', 'het moon'])
    const allele = (word: string) => ({ word, mode: 'recessive' })
    const genes = {
      loci: ['albino', 'moon'].map((word) => ({ name: word, linkage: 'autosome', alleles: [allele(word)] })),
      ...{ scores: [], links: [] },
    }
    expect((await book.as.keeper('PATCH', `/api/genes/${protocolId}`, { version: 0, genes })).status).toBe(
      200,
    )
    expect((await believed(protocolId, 'N1')).join()).toMatch(/albino shows 1,.*moon carries 1/)
    expect((await book.as.viewer('GET', `/api/genes/${protocolId}`)).body.genes.loci).toHaveLength(2)
  })

  test('a species has not the genes of another that has the same initials', async () => {
    book = await server.openBook('Cave', { withSpecies: false })
    const protocolId = await speciesOfOnesOwn('cave salamander')
    const { body } = await book.as.viewer('GET', '/api/protocols')
    expect(body.protocols[0].code).toBe('CS')
    expect((await book.as.viewer('GET', `/api/genes/${protocolId}`)).body.genes.loci).toEqual([])
  })
})

test('the name is changed with what is known of it, and stays where a change does not say it', async () => {
  const id = await addAnimal(book, { tag: 'C31', name: 'Juniper' })
  const { version, line, purpose, hatchFact: hatched } = await row('C31')
  const change = {
    version,
    tag: 'C31',
    line,
    purpose,
    hatched,
    damId: null,
    sireId: null,
    origin: '',
    note: '',
  }
  expect((await book.as.keeper('PATCH', `/api/animals/${id}`, change)).body.name).toBe('Juniper')
  const renamed = { ...change, version: version + 1, name: ' Rowan ' }
  expect((await book.as.keeper('PATCH', `/api/animals/${id}`, renamed)).body.name).toBe('Rowan')
  expect(
    await book.as.keeper('PATCH', `/api/animals/${id}`, { ...renamed, name: 'n'.repeat(41) }),
  ).toMatchObject({
    status: 422,
  })
})

test('it is known by its last photo from above, in the list too, until that is removed', async () => {
  const id = await addAnimal(book, { tag: 'C31' })
  expect((await row('C31')).photoId).toBeNull()
  const add = async (view: string) =>
    (await book.as.helper('POST', `/api/animals/${id}/photos?view=${view}`, await picture())).body
      .id as string
  const above = await add('above')
  expect((await row('C31')).photoId).toBe(above)
  const side = await add('side')
  expect((await row('C31')).photoId).toBe(above)
  await book.as.keeper('DELETE', `/api/photos/${above}`)
  expect((await row('C31')).photoId).toBe(side)
})

test('the round asks for a first photo after the first shed, until there is one, and not for ever', async () => {
  const young = { sex: 'unknown', purpose: 'growing on', hatched: { date: '2026-05-01', precision: 'day' } }
  const [shed, long, grown] = [
    await addAnimal(book, { ...young, tag: 'Y1' }),
    await addAnimal(book, { ...young, tag: 'Y2', hatched: { date: '2026-03-01', precision: 'day' } }),
    await addAnimal(book, { tag: 'Y3' }),
  ]
  const whole = (id: string, day: string) => entry('shed', 'animal', id, { whole: true }, noon(day))
  await entered(book, [whole(shed, '2026-05-18'), whole(long, '2026-04-02'), whole(grown, '2026-05-18')])
  const asked = async () =>
    (await book.as.helper('GET', '/api/round')).body.items
      .filter((i: { kind: string }) => i.kind === 'photograph')
      .map((i: { subject: { name: string } }) => i.subject.name)
  expect(await asked()).toEqual(['Y1'])
  await book.as.helper('POST', `/api/animals/${shed}/photos?view=above`, await picture())
  expect(await asked()).toEqual([])
})

test('a photo goes with a record that is merged into another, and comes back with it', async () => {
  const [kept, other] = [await addAnimal(book, { tag: 'C31' }), await addAnimal(book, { tag: 'C31b' })]
  const { body } = await book.as.keeper('POST', `/api/animals/${other}/photos?view=above`, await picture())
  expect((await book.as.keeper('POST', `/api/animals/${kept}/merge`, { otherId: other })).status).toBe(200)
  expect((await row('C31')).photoId).toBe(body.id)
  const { entries } = (await book.as.viewer('GET', `/api/animals/${kept}`)).body
  const merged = entries.find((e: { kind: string }) => e.kind === 'merged')
  await write(book, [{ ...entry('struck', 'animal', kept), strikes: merged.id }])
  expect((await row('C31')).photoId).toBeNull()
  expect((await row('C31b')).photoId).toBe(body.id)
})

describe('a list', () => {
  const { open, act } = listsOf(() => book)
  test('has columns for names and looks, and ages in words', async () => {
    const list = await open(`tag,name,species,genes,age
C41,Juniper,corn snake,"amel, het motley",about 8 years
C42,Rowan,corn snake,motly,2 years`)
    expect(list).toMatchObject({ counts: { good: 1, faulty: 1 } })
    expect((await act(list, 'bring-in')).body).toMatchObject({ broughtIn: 1 })
    // Eight years before the test day, 20 May 2026, give or take one.
    expect(await row('C41')).toMatchObject({
      ...{ name: 'Juniper', traits: ['amelanistic', 'het motley'] },
      hatched: { from: '2017-05-20', to: '2019-05-20' },
    })
  })

  test('in which only names tell the animals apart takes them as tags', async () => {
    expect((await open('name,species\nJuniper,corn snake')).choices.means).toEqual(['tag', 'species'])
  })
})
