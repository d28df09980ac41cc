import { newId } from '@hatch-book/contract'
import { addAnimal, entry, feed, noon, openServer, write, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
})
afterAll(() => server.close())
beforeEach(async () => {
  book = await server.openBook('A breeding room')
})

const trait = (id: string, said: object) =>
  write(book, [entry('trait', 'animal', id, { carries: 'shows', ...said })])
const scene = async () => (await book.as.keeper('GET', `/api/pairing-scenes/${book.protocols.CS}`)).body
const mate = async (tag: string) => (await scene()).mates.find((m: { tag: string }) => m.tag === tag)
const pair = (femaleId: string, maleId: string, despite?: string) =>
  book.as.keeper('POST', '/api/pairings', { id: newId(), femaleId, maleId, ...(despite ? { despite } : {}) })

/** A grown, fed animal that may breed. */
async function breeder(tag: string, sex: 'female' | 'male', change: object = {}): Promise<string> {
  const id = await addAnimal(book, { tag, sex, ...change })
  await feed(book, id)
  return id
}

describe('kin', () => {
  it('refuses father and daughter with the figure, and pairs them with a reason that stays', async () => {
    const sire = await breeder('C02', 'male', { hatched: { date: '2018-06-01', precision: 'day' } })
    const dam = await breeder('C11', 'female', { hatched: { date: '2018-06-01', precision: 'day' } })
    const daughter = await breeder('C15', 'female', { damId: dam, sireId: sire })
    const refused = await pair(daughter, sire)
    expect(refused).toMatchObject({ status: 409, body: { code: 'gate-closed' } })
    expect(refused.body.fields[0].says).toContain('young would be inbred 25 %')
    expect((await book.as.keeper('GET', '/api/pairings')).body.pairings).toEqual([])
    const overruled = await pair(daughter, sire, 'the last of the line')
    expect(overruled).toMatchObject({
      status: 200,
      body: { inbreeding: 0.25, despite: { reason: 'the last of the line' } },
    })
    expect(overruled.body.entries[0]).toMatchObject({ kind: 'paired despite' })
    expect(await pair(dam, sire)).toMatchObject({ status: 200, body: { inbreeding: 0, despite: null } })
  })

  it('gives up a plan before they meet, and takes it up again; what has met is no plan any more', async () => {
    const [dam, sire] = [await breeder('C11', 'female'), await breeder('C02', 'male')]
    const { id } = (await pair(dam, sire)).body
    const said = (kind: 'withdrawn' | 'introduced') => entry(kind, 'pairing', id, {})
    const state = async () => (await book.as.keeper('GET', `/api/pairings/${id}`)).body.state
    const withdrawal = said('withdrawn')
    expect(await write(book, [withdrawal], 'helper')).toMatchObject({ status: 403 })
    expect(await write(book, [withdrawal])).toMatchObject({ status: 200 })
    expect(await state()).toBe('withdrawn')
    expect(await write(book, [said('withdrawn')])).toMatchObject({ status: 422 })
    await write(book, [{ ...entry('struck', 'pairing', id, { reason: '' }), strikes: withdrawal.id }])
    expect(await state()).toBe('planned')
    await write(book, [said('introduced')])
    expect(await write(book, [said('withdrawn')])).toMatchObject({
      status: 422,
      body: { fields: [{ says: 'they have already been together' }] },
    })
    expect(await state()).toBe('together')
  })

  it('refuses an animal that would be its own grandfather, by name', async () => {
    const old = await addAnimal(book, { tag: 'C01', sex: 'male', hatched: null })
    const son = await addAnimal(book, { tag: 'C05', sex: 'male', hatched: null, sireId: old })
    const grandson = await addAnimal(book, { tag: 'C09', sex: 'male', hatched: null, sireId: son })
    const { body } = await book.as.keeper('GET', `/api/animals/${old}`)
    const { version, tag, line, purpose } = body.animal
    const change = {
      version,
      tag,
      line,
      purpose,
      hatched: null,
      damId: null,
      origin: '',
      note: '',
      sireId: grandson,
    }
    const refused = await book.as.keeper('PATCH', `/api/animals/${old}`, change)
    expect(refused).toMatchObject({ status: 422 })
    expect(refused.body.detail).toContain(
      'C01 would be its own ancestor: C01 is a child of C09 is a child of C05 is a child of C01',
    )
  })

  it('does not pair two of one sex', async () => {
    const a = await breeder('C11', 'female')
    const b = await breeder('C15', 'female')
    expect(await pair(a, b)).toMatchObject({
      status: 422,
      body: { fields: [{ field: 'maleId', says: 'C15 is female' }] },
    })
  })
})

describe('genes', () => {
  it('follow from what is said, from parents and from young', async () => {
    const dam = await breeder('C11', 'female', { hatched: { date: '2019-06-01', precision: 'day' } })
    const sire = await breeder('C02', 'male', { hatched: { date: '2019-06-01', precision: 'day' } })
    await trait(sire, { trait: 'amelanistic' })
    await trait(dam, { trait: 'amelanistic', carries: 'carries', certainty: 0.5 })
    expect((await mate('C11')).words).toEqual([
      expect.objectContaining({ trait: 'amelanistic', as: 'carries', chance: 0.5 }),
    ])
    const young = await addAnimal(book, {
      tag: 'C40',
      damId: dam,
      sireId: sire,
      hatched: { date: '2026-01-02', precision: 'day' },
    })
    await trait(young, { trait: 'plain' })
    expect((await mate('C11')).words[0].chance).toBeCloseTo(1 / 3, 2)
    expect((await mate('C40')).words).toEqual([
      expect.objectContaining({ trait: 'amelanistic', as: 'carries', chance: 1 }),
    ])
    const other = await addAnimal(book, {
      tag: 'C41',
      damId: dam,
      sireId: sire,
      hatched: { date: '2026-01-02', precision: 'day' },
    })
    await trait(other, { trait: 'amelanistic' })
    expect((await mate('C11')).words[0].chance).toBeCloseTo(1, 3)
  })

  it('chances that do not add up are refused where they are written', async () => {
    const id = await addAnimal(book, { tag: 'C11' })
    const reply = await trait(id, { trait: 'amelanistic', carries: 'carries', odds: [0.5, 0.5, 0.1] })
    expect(reply.status).toBe(422)
    expect(reply.body.detail).toContain('these chances add up to 110 %, not 100 %')
    expect(
      (await trait(id, { trait: 'amelanistic', carries: 'carries', odds: [0.25, 0.75, 0] })).status,
    ).toBe(200)
    expect((await mate('C11')).beliefs.A).toEqual([0.25, 0, 0.75, 0, 0, 0].map((p) => expect.closeTo(p, 2)))
  })

  it('are edited for this book, faults named, and a stale edit is told', async () => {
    const { genes, genesVersion } = await scene()
    const twice = { ...genes, loci: [...genes.loci, genes.loci[0]] }
    const url = `/api/genes/${book.protocols.CS}`
    const refused = await book.as.keeper('PATCH', url, { version: genesVersion, genes: twice })
    expect(refused).toMatchObject({ status: 422 })
    expect(refused.body.detail).toContain('two loci are called A')
    const more = {
      ...genes,
      loci: [
        ...genes.loci,
        { name: 'Q', linkage: 'autosome', alleles: [{ word: 'lantern-lit', mode: 'recessive' }] },
      ],
    }
    expect(await book.as.keeper('PATCH', url, { version: 0, genes: more })).toMatchObject({
      status: 200,
      body: { version: 1 },
    })
    expect(await book.as.keeper('PATCH', url, { version: 0, genes: more })).toMatchObject({ status: 409 })
    expect((await scene()).genes.loci.at(-1).name).toBe('Q')
  })

  it('that harm are refused before, not after', async () => {
    const dam = await breeder('C11', 'female')
    const sire = await breeder('C02', 'male')
    for (const id of [dam, sire]) await trait(id, { trait: 'stargazing', carries: 'carries' })
    const refused = await pair(dam, sire)
    expect(refused.status).toBe(409)
    expect(refused.body.detail).toContain('25 % of their young would be impaired by stargazing')
  })
})

describe('plans', () => {
  const season = (change: object = {}) => ({
    ...{ id: newId(), protocolId: book.protocols.CS, name: 'Spring', from: '2026-03-01', to: '2026-06-01' },
    settings: {
      wanted: null,
      ...{ kinLimit: 0.125, daysTogether: 2, meetings: 2, daysBetween: 3, togetherMost: 1 },
      ...{ females: [], males: [], windows: {}, despite: [] },
    },
    courses: [],
    ...change,
  })

  it('are kept, changed by whoever has the newest, and refused when they end before they begin', async () => {
    const plan = season()
    expect((await book.as.keeper('POST', '/api/season-plans', plan)).status).toBe(200)
    const { id, protocolId: _, ...body } = plan
    const url = `/api/season-plans/${id}`
    expect((await book.as.keeper('PATCH', url, { version: 1, ...body, name: 'Late spring' })).status).toBe(
      200,
    )
    expect((await book.as.keeper('PATCH', url, { version: 1, ...body })).status).toBe(409)
    const { plans } = (await book.as.viewer('GET', '/api/season-plans')).body
    expect(plans).toMatchObject([{ name: 'Late spring', version: 2 }])
    expect(await book.as.keeper('POST', '/api/season-plans', season({ to: '2026-02-01' }))).toMatchObject({
      status: 422,
      body: { detail: 'The season ends before it begins.' },
    })
  })

  it('for a trait that nobody knows are refused', async () => {
    const goal = {
      ...{
        id: newId(),
        protocolId: book.protocols.CS,
        name: 'x',
        line: '',
        number: 1,
        mostInbreeding: 0.1,
        years: 5,
        tubs: 4,
      },
      wanted: { traits: [{ trait: 'sparkling', as: 'shows' }] },
    }
    const refused = await book.as.keeper('POST', '/api/line-goals', goal)
    expect(refused).toMatchObject({ status: 422, body: { detail: "no locus carries 'sparkling'." } })
    const known = { ...goal, wanted: { traits: [{ trait: 'amelanistic', as: 'shows' }] } }
    expect((await book.as.keeper('POST', '/api/line-goals', known)).status).toBe(200)
    expect((await book.as.keeper('GET', '/api/line-goals')).body.goals).toMatchObject([
      { name: 'x', years: 5 },
    ])
  })
})

describe('the season', () => {
  it('expects a female after her warming, moved by the locks of her earlier seasons', async () => {
    const dam = await breeder('C11', 'female')
    const sire = await breeder('C02', 'male')
    await write(book, [
      entry('rest began', 'animal', dam, {}, noon('2024-11-10')),
      entry('warmed', 'animal', dam, {}, noon('2025-02-01')),
    ])
    const { body: met } = await pair(dam, sire)
    await write(book, [
      entry('introduced', 'pairing', met.id, {}, noon('2025-04-15')),
      entry('locked', 'pairing', met.id, { minutes: 20 }, '2025-04-15T14:00:00.000Z'),
      entry('separated', 'pairing', met.id, {}, noon('2025-04-16')),
      entry('rest began', 'animal', dam, {}, noon('2025-11-10')),
      entry('warmed', 'animal', dam, {}, noon('2026-02-01')),
    ])
    const { window } = await mate('C11')
    expect(window.reasons[0].note).toContain('first locks of her earlier seasons')
    expect(window.from > '2026-02-15' && window.to < '2026-05-20').toBe(true)
    const { pairings } = (await book.as.keeper('GET', '/api/pairings')).body
    expect(pairings[0].mated).toBeCloseTo(0.9, 6)
  })

  it('names every possible father of a clutch, and leaves out whom the young rule out', async () => {
    const dam = await breeder('C11', 'female')
    const [first, second] = [await breeder('C02', 'male'), await breeder('C09', 'male')]
    const incubator = newId()
    const box = newId()
    await book.as.keeper('POST', '/api/places', {
      id: incubator,
      kind: 'incubator',
      name: 'H1',
      parentId: null,
      setPointC: 28,
    })
    await book.as.keeper('POST', '/api/places', {
      id: box,
      kind: 'box',
      name: 'box 1',
      parentId: incubator,
      setPointC: null,
    })
    await trait(dam, { trait: 'amelanistic', carries: 'carries' })
    await trait(first, { trait: 'amelanistic' })
    await trait(second, { trait: 'amelanistic', carries: 'without' })
    for (const [male, day] of [
      [first, '2026-02-01'],
      [second, '2026-02-06'],
    ] as const) {
      const { status, body } = await pair(dam, male)
      expect({ status, detail: body.detail }).toEqual({ status: 200 })
      await write(book, [
        entry('introduced', 'pairing', body.id, {}, noon(day)),
        entry('locked', 'pairing', body.id, { minutes: 20 }, `${day}T14:00:00.000Z`),
        entry('separated', 'pairing', body.id, {}, `${day}T18:00:00.000Z`),
      ])
    }
    const clutchId = newId()
    const eggId = newId()
    const laid = await book.as.keeper('POST', '/api/clutches', {
      ...{ id: clutchId, entryId: newId(), pairingId: null, damId: dam, boxId: box },
      ...{ foundAt: noon('2026-03-15'), laidFrom: noon('2026-03-14'), laidTo: noon('2026-03-15') },
      ...{ method: 'half-buried in moist granules', eggs: [{ id: eggId }] },
    })
    expect(laid).toMatchObject({ status: 200 })
    const fathers = async () => (await book.as.keeper('GET', `/api/clutches/${clutchId}`)).body.fathers
    const before = await fathers()
    expect(
      before
        .slice(0, 2)
        .map((f: { tag: string }) => f.tag)
        .sort(),
    ).toEqual(['C02', 'C09'])
    expect(before[0].chance).toBeLessThan(0.6)
    const animalId = newId()
    await book.as.keeper('POST', `/api/clutches/${clutchId}/hatch`, {
      at: noon('2026-05-15'),
      young: [{ eggId, entryId: newId(), animalId, tag: 'C50', placeId: null }],
    })
    await trait(animalId, { trait: 'amelanistic' })
    const after = (await fathers()) as { tag: string | null; chance: number; because: string }[]
    expect(after[0]!.tag).toBe('C02')
    expect(after[0]!.chance).toBeGreaterThan(0.95)
    expect(after.find((f) => f.tag === 'C09')).toMatchObject({
      chance: 0,
      because: 'the young cannot be his',
    })
  })
})
