import { newId, type Cohorts, type Season, type SupplyView } from '@hatch-book/contract'
import { cohortStanding } from '@hatch-book/core'
import { openServer, write, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('cohorts')
})
afterAll(() => server.close())

const read = async (): Promise<Cohorts> => (await book.as.viewer('GET', '/api/cohorts')).body as never
const species = async (code: string) =>
  (await read()).species.find((s) => s.protocol.code === code)!.protocolId
const begin = async (name: string, code: string, change: object = {}) => {
  const id = newId()
  const reply = await book.as.keeper('POST', '/api/cohorts', {
    ...{ id, name, protocolId: await species(code), kind: 'young', began: '2026-05-01', line: 'Kiln' },
    ...{ generation: 2, fertilised: 'mated', origin: '', fromId: null, placeId: null, tubs: 1, litres: 5 },
    ...{ heightMm: 300, celsius: 25, thenC: null, thenFrom: null, hostPlant: '' },
    ...change,
  })
  return { id, reply }
}
const sure = (count: number) => ({ count, low: count, high: count })
const say = (id: string, kind: string, payload: object, day = '2026-05-10') => ({
  ...{ id: newId(), kind, subject: { type: 'cohort' as const, id }, at: `${day}T10:00:00.000Z`, payload },
})
const tell = (id: string, kind: string, payload: object, day?: string) =>
  write(book, [say(id, kind, payload, day)] as never)
const standing = async (id: string) => {
  const { cohorts, species: all } = await read()
  const cohort = cohorts.find((c) => c.id === id)!
  const { protocol } = all.find((s) => s.protocolId === cohort.protocolId)!
  return cohortStanding(
    protocol.stages.map((s) => s.name),
    cohort.events,
    cohort.began,
  )
}
const numbers = async (id: string) =>
  Object.fromEntries((await standing(id)).stages.map((s) => [s.name, s.count]))

test('nymphs are counted, moult, are lost and passed on; what is struck out did not happen', async () => {
  const { id } = await begin('M1', 'MA')
  await tell(id, 'cohort counted', { stages: { L1: { count: 80, low: 70, high: 90 } } }, '2026-05-02')
  await tell(id, 'moulted on', { from: 'L1', to: 'L2', count: 60 }, '2026-05-12')
  await tell(id, 'lost', { stage: 'L1', count: 5, why: 'stuck in the moult' }, '2026-05-13')
  await tell(id, 'passed on', { stage: 'L2', count: 10, how: 'sold' }, '2026-05-14')
  const mistake = say(id, 'lost', { stage: 'L2', count: 50, why: 'eaten' }, '2026-05-15')
  await write(book, [mistake] as never)
  expect(await numbers(id)).toEqual({ L1: 15 })
  const struck = { ...say(id, 'struck', { reason: 'wrong tub' }, '2026-05-15'), strikes: mistake.id }
  await write(book, [struck] as never)
  expect(await numbers(id)).toEqual({ L1: 15, L2: 50 })
  expect((await standing(id)).stages[0]).toMatchObject({ low: 5, high: 25 })
})

test('some are split off with where they will stand, and put together with others: lines and generations mix', async () => {
  const { id } = await begin('M2', 'MA', { line: 'Kiln', generation: 2 })
  const { id: other } = await begin('M3', 'MA', { line: 'Ferry', generation: 4 })
  await tell(id, 'cohort counted', { stages: { L3: sure(30) } })
  await tell(other, 'cohort counted', { stages: { L3: sure(10) } })
  const made = newId()
  const split = (count: number) =>
    book.as.keeper('POST', `/api/cohorts/${id}/split`, {
      ...{ id: made, outId: newId(), inId: newId(), name: 'M2b', stages: { L3: count } },
      ...{ celsius: 22, thenC: 25, thenFrom: '2026-06-10' },
    })
  expect((await split(31)).body).toMatchObject({ detail: expect.stringContaining('M2 has 30 L3, not 31') })
  expect((await split(12)).status).toBe(200)
  expect([await numbers(id), await numbers(made)]).toEqual([{ L3: 18 }, { L3: 12 }])
  const merged = await book.as.keeper('POST', `/api/cohorts/${id}/merge`, {
    ...{ intoId: other, outId: newId(), inId: newId(), stages: { L3: 18 } },
  })
  expect(merged.status).toBe(200)
  expect(await numbers(other)).toEqual({ L3: 28 })
  const { cohorts } = await read()
  const into = cohorts.find((c) => c.id === other)!
  expect(into.generation).toEqual({ least: 2, most: 4 })
  expect(into.lines.map((l) => [l.line, Math.round(l.share * 28)])).toEqual([
    ['Kiln', 18],
    ['Ferry', 10],
  ])
  expect(cohorts.find((c) => c.id === made)).toMatchObject({
    ...{ celsius: 22, thenC: 25, thenFrom: '2026-06-10', from: { name: 'M2' }, lines: [{ line: 'Kiln' }] },
  })
})

test('who is set apart in the cool keeps how far it came: since when, and what it stood at until then', async () => {
  const { id } = await begin('W1', 'AM', { began: '2026-05-01' })
  const pupa = 'pupa, no pause'
  await tell(id, 'cohort counted', { stages: { 'spinning and prepupa': sure(9) } }, '2026-05-01')
  await tell(id, 'moulted on', { from: 'spinning and prepupa', to: pupa, count: 9 }, '2026-05-06')
  const apart = newId()
  await book.as.keeper('POST', `/api/cohorts/${id}/split`, {
    ...{ id: apart, outId: newId(), inId: newId(), name: 'W1 males', stages: { [pupa]: 4 }, celsius: 15 },
    sexed: { females: 0, males: 4 },
  })
  expect((await standing(apart)).stages).toMatchObject([{ name: pupa, count: 4, since: '2026-05-06' }])
  expect((await standing(apart)).sexed).toEqual({ females: 0, males: 4 })
  const warmth = async () => (await read()).cohorts.find((c) => c.id === apart)!.warmth
  expect(await warmth()).toEqual([
    { from: '2026-05-01', celsius: 25 },
    { from: '2026-05-20', celsius: 15 },
  ])
  await book.as.keeper('PATCH', `/api/cohorts/${apart}`, { version: 1, celsius: 25 })
  expect((await warmth()).at(-1)).toEqual({ from: '2026-05-20', celsius: 25 })
})

test('one becomes an animal with a name and keeps where it came from; young of a cohort are a generation on', async () => {
  const { id } = await begin('P1', 'PS', { line: 'Bramble', generation: 0 })
  await tell(id, 'cohort counted', { stages: { L4: sure(2) } })
  const single = (tag: string) =>
    book.as.keeper('POST', `/api/cohorts/${id}/single`, {
      ...{ entryId: newId(), animalId: newId(), tag, stage: 'L4', placeId: null },
    })
  const first = await single('PX1')
  expect(first.status).toBe(200)
  const { body } = await book.as.viewer('GET', `/api/animals/${(first.body as { id: string }).id}`)
  expect(body).toMatchObject({ origin: 'singled out of cohort P1' })
  expect(JSON.stringify(body)).toContain('Bramble')
  expect(await numbers(id)).toEqual({ L4: 1 })
  await single('PX2')
  expect((await single('PX3')).body).toMatchObject({ detail: expect.stringContaining('P1 has 0 L4, not 1') })
  const young = await begin('P2', 'PS', { line: '', generation: null, fromId: id })
  const view = (await read()).cohorts.find((c) => c.id === young.id)
  expect(view).toMatchObject({ generation: { least: 1, most: 1 }, lines: [{ line: 'Bramble', share: 1 }] })
})

test('a breeding box is searched: what was found sets the counts, or is taken out', async () => {
  const { id } = await begin('B1', 'SB', { kind: 'breeding box', litres: 20 })
  await tell(id, 'adults set in', { females: 8, males: 4 }, '2026-05-01')
  await tell(id, 'searched', {
    ...{
      eggs: { young: 12, old: 3 },
      larvae: { L1: 20 },
      heads: [1.2, 2.1],
      adults: { females: 7, males: 4 },
    },
    takenOut: false,
  })
  expect(await numbers(id)).toEqual({ egg: 15, L1: 20, females: 7, males: 4 })
  await tell(
    id,
    'searched',
    {
      ...{ eggs: { young: 5, old: 0 }, larvae: {}, adults: { females: 7, males: 4 }, takenOut: true },
    },
    '2026-05-18',
  )
  expect(await numbers(id)).toEqual({ females: 7, males: 4 })
  const { searches } = (await read()).cohorts.find((c) => c.id === id)!
  expect(searches.map((s) => [s.on, s.eggs.young, s.heads.length])).toEqual([
    ['2026-05-18', 5, 0],
    ['2026-05-10', 12, 2],
  ])
})

test('tadpoles are counted in a group; those that came ashore are grown and get names', async () => {
  const { id, reply } = await begin('T1', 'DF', { began: '2026-03-01', litres: 0.3, tubs: 12 })
  expect(reply.status).toBe(200)
  const { protocol } = (await read()).species.find((s) => s.protocol.code === 'DF')!
  expect(protocol).toMatchObject({ grown: 'froglets', adults: null, aloneFrom: 1 })
  const tadpole = protocol.stages[1]!.name
  await tell(id, 'cohort counted', { stages: { [tadpole]: sure(11) } }, '2026-03-20')
  await tell(id, 'emerged', { females: 0, males: 0, unsexed: 3 }, '2026-05-12')
  expect(await numbers(id)).toEqual({ [tadpole]: 8, grown: 3 })
  const single = { entryId: newId(), animalId: newId(), tag: 'TX1', stage: 'grown', placeId: null }
  expect((await book.as.keeper('POST', `/api/cohorts/${id}/single`, single)).status).toBe(200)
  expect(await numbers(id)).toEqual({ [tadpole]: 8, grown: 2 })
})

test('what cannot be is refused with words, and nothing is kept of it', async () => {
  const { id } = await begin('Q1', 'MA')
  const send = async (kind: string, payload: object) => {
    const reply = await book.as.keeper('POST', '/api/entries', { entries: [say(id, kind, payload)] })
    return JSON.stringify(reply.body)
  }
  expect(await send('cohort counted', { stages: { L12: sure(3) } })).toContain(
    'L12: no stage of the giant Asian mantis',
  )
  expect(await send('cohort counted', { stages: { L1: sure(-3) } })).toContain('a count is from 0 on')
  expect(await send('cohort counted', { stages: { L1: sure(2e9) } })).toContain('at most a million')
  expect(await send('lost', { stage: 'L1', count: 0, why: 'eaten' })).toContain('one at least')
  expect((await begin('Q2', 'MA', { protocolId: book.protocols.CS })).reply.body).toMatchObject({
    detail: 'This species is not kept in cohorts.',
  })
  expect((await begin('q1', 'MA')).reply.body).toMatchObject({
    detail: 'There is already a cohort called q1.',
  })
  expect((await begin('Q3', 'AM', { kind: 'breeding box' })).reply.status).toBe(422)
  expect((await begin('Q4', 'MA', { began: '2026-08-01' })).reply.body).toMatchObject({
    detail: expect.stringContaining('That day has not come yet'),
  })
  expect(await numbers(id)).toEqual({})
})

test('nymphs to come are mouths for the colonies; a planned purchase is kept, done, and not asked for twice', async () => {
  const { id } = await begin('S1', 'MA', { began: '2026-05-18' })
  await tell(id, 'cohort counted', { stages: { L1: sure(40) } }, '2026-05-19')
  const supply = async () => (await book.as.viewer('GET', '/api/colonies/supply')).body as SupplyView
  const flies = (await supply()).preys.find((p) => p.code === 'FF')!
  const eater = flies.eaters.find((e) => e.name.startsWith('S1'))!
  expect(eater).toMatchObject({ size: 'adults', perFeed: { typical: 6 } })
  // Nobody knows how far they are. Were they spread evenly, 3.5 of 12.5 days from now 0.28 · 40 · 0.82 were L2.
  expect(eater.mouths[0]).toBeGreaterThan(5)
  expect(eater.mouths[0]).toBeLessThan(10)
  expect(Math.max(...eater.mouths)).toBeGreaterThan(20)
  expect(eater.mouths[5]).toBeLessThan(4)
  const plan = { id: newId(), protocolId: flies.protocolId, from: '2026-06-01', until: '2026-06-14' }
  const what = { kind: 'buy', sizes: ['adults'], amounts: [500, 700] }
  const send = (change: object = {}) =>
    book.as.keeper('POST', '/api/feeder-plans', { plans: [{ ...plan, what, ...change }] })
  expect((await send()).status).toBe(200)
  expect((await send()).status).toBe(200)
  const planned = async () => (await supply()).preys.find((p) => p.code === 'FF')!.plans
  expect(await planned()).toMatchObject([{ id: plan.id, version: 1, what }])
  const settle = (version: number) =>
    book.as.keeper('PATCH', `/api/feeder-plans/${plan.id}`, { version, settled: 'done' })
  expect((await settle(7)).status).toBe(409)
  expect((await settle(1)).status).toBe(200)
  expect(await planned()).toEqual([])
  expect((await send({ id: newId(), what: { ...what, sizes: ['size 9'] } })).body).toMatchObject({
    detail: expect.stringContaining('size 9: no size'),
  })
  expect((await send({ id: newId(), until: '2026-05-01' })).status).toBe(422)
})

test('the ribbon has a cohort as a lane: eggs until they hatch, young until they are grown, and the chance of either', async () => {
  const line = 'Ribbon stick'
  const { id } = await begin('R1', 'MA', { line, began: '2026-05-01' })
  await tell(id, 'cohort counted', { stages: { ootheca: sure(40) } }, '2026-05-02')
  const lanes = async () => (await book.as.viewer('GET', '/api/season')).body.lanes as Season['lanes']
  const lane = (await lanes()).find((l) => l.line === line)!
  const opens = { room: 'cohorts', id }
  expect(lane.phases.map((p) => [p.name, p.subject])).toEqual([
    ['incubating', opens],
    ['rearing', opens],
  ])
  const [eggs, young] = lane.phases
  expect(eggs!.from).toBe('2026-05-01')
  // The young begin where the eggs end.
  expect(young!.from).toBe(eggs!.to)
  expect(young!.to > young!.from).toBe(true)
  expect(lane.hills.map((h) => h.of)).toEqual(['hatching', 'growing up'])
  for (const { shares } of lane.hills) expect(shares.reduce((a, b) => a + b, 0)).toBeGreaterThan(0.9)
  await tell(id, 'moulted on', { from: 'ootheca', to: 'L1', count: 12 }, '2026-05-12')
  const hatching = (await lanes()).find((l) => l.line === line)!.phases
  // Some wait still, but the first are out: both go on.
  expect(hatching.map((p) => [p.name, p.from])).toEqual([
    ['incubating', '2026-05-01'],
    ['rearing', '2026-05-12'],
  ])
  const born = await begin('R3', 'FS', { line: 'Ribbon larvae', celsius: 16 })
  await tell(born.id, 'cohort counted', { stages: { 'larva, birth to gills gone': sure(20) } }, '2026-05-02')
  expect((await lanes()).find((l) => l.line === 'Ribbon larvae')!.phases.map((p) => p.name)).toEqual([
    'rearing',
  ])
  await begin('R2', 'SB', { line: 'Ribbon box', kind: 'breeding box', began: '2026-04-01' })
  const box = (await lanes()).find((l) => l.line === 'Ribbon box')!
  expect(box.phases).toMatchObject([{ name: 'laying', from: '2026-04-01', label: 'R2' }])
})
