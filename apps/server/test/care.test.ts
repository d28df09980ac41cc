import { newId, type Round } from '@hatch-book/contract'
import { addDays, outcomesOf, planAbsence, withRepeats, workByHour, type WorkItem } from '@hatch-book/core'
import { addAnimal, entered, entry, noon, openServer, TODAY, type TestBook, type TestServer } from './support'

let server: TestServer
beforeAll(async () => {
  server = await openServer()
})
afterAll(() => server.close())

/** A book of one's own: no demo, no species but those that were picked from the library. */
async function ownBook(name: string, ...latins: string[]) {
  const book = await server.openBook(name, { withSpecies: false })
  await book.as.owner('POST', '/api/species/library', {
    species: latins.map((latin) => ({ id: newId(), latin })),
  })
  const { species } = (await book.as.owner('GET', '/api/species')).body as {
    species: { id: string; latin: string }[]
  }
  return { book, kept: latins.map((latin) => species.find((s) => s.latin === latin)!.id) }
}
const round = async (book: TestBook, days = 0) =>
  (await book.as.helper('GET', `/api/round?days=${days}`)).body as unknown as Round
const careOf = async (book: TestBook, id: string, days = 0) =>
  ((await round(book, days)).items as WorkItem[]).filter(
    (i) => i.subject.id === id && ['water', 'mist', 'food', 'care'].includes(i.kind),
  )
const told = (work: readonly WorkItem[]) => work.map((w) => `${w.says} ${w.due}`).sort()
/** Settles work by its usual key, as a helper. */
async function settle(book: TestBook, ...work: WorkItem[]) {
  const entries = work.flatMap((w) => outcomesOf(w).find((o) => o.usual)!.entries)
  const written = entries.map(({ kind, subject, payload }) =>
    entry(kind, subject.type, subject.id, payload as Record<string, unknown>),
  )
  await entered(book, written, 'helper')
}
/** Sets figures of a species, over those that were in force. */
async function edit(book: TestBook, protocolId: string, figures: Record<string, string | number>) {
  const path = `/api/protocols/${protocolId}`
  const { edition } = (await book.as.owner('GET', path)).body as { edition: number }
  const set = Object.entries(figures).map(([key, value]) => [key, { value, low: null, high: null }])
  return book.as.owner('POST', `${path}/editions`, {
    ...{ scope: 'species', reason: 'mine', basedOn: edition },
    settings: { schools: {}, figures: Object.fromEntries(set) },
  })
}
/** A cohort of a month, not counted yet. */
const beginCohort = (book: TestBook, protocolId: string, id: string) =>
  book.as.keeper('POST', '/api/cohorts', {
    ...{ id, name: 'Thorns', protocolId, kind: 'young', began: addDays(TODAY, -30), line: '' },
    ...{ generation: 1, fertilised: 'mated', origin: '', fromId: null, placeId: null, tubs: 1, litres: 20 },
    ...{ heightMm: null, celsius: 24, thenC: null, thenFrom: null, hostPlant: '' },
  })
const tomorrow = addDays(TODAY, 1)

test('water stands in the round from the first day, of an animal without a place; done by one key it is due again', async () => {
  const { book, kept } = await ownBook('first day', 'Testudo hermanni')
  const id = await addAnimal(book, {
    tag: 'T1',
    protocolId: kept[0]!,
    hatched: { date: '2010', precision: 'year' },
  })
  const [water] = await careOf(book, id)
  expect(water).toMatchObject({
    ...{ kind: 'water', says: 'give fresh water', due: TODAY, why: 'no water change recorded yet' },
    subject: { type: 'animal', name: 'T1' },
  })
  await settle(book, water!)
  expect(await careOf(book, id)).toEqual([])
  expect(told(await careOf(book, id, 1))).toEqual([`give fresh water ${tomorrow}`])
})

test('a tub is watered once for all who live in it; what was done to one of them before was done', async () => {
  const { book, kept } = await ownBook('one tub', 'Testudo hermanni')
  const tub = newId()
  await book.as.keeper('POST', '/api/places', { id: tub, kind: 'tub', name: 'A1', parentId: null })
  const old = { protocolId: kept[0]!, hatched: { date: '2010', precision: 'year' } }
  const [one, two] = [
    await addAnimal(book, { tag: 'T1', ...old }),
    await addAnimal(book, { tag: 'T2', ...old }),
  ]
  await entered(book, [
    entry('moved', 'animal', one, { placeId: tub, despite: 'a pair' }, noon(addDays(TODAY, -9))),
    entry('moved', 'animal', two, { placeId: tub, despite: 'a pair' }, noon(addDays(TODAY, -9))),
  ])
  expect(told(await careOf(book, tub))).toEqual([`give fresh water ${TODAY}`])
  expect([...(await careOf(book, one)), ...(await careOf(book, two))]).toEqual([])
  await entered(book, [entry('water changed', 'animal', two)], 'helper')
  expect(await careOf(book, tub)).toEqual([])
})

test('a bath is done for each animal, and is no meal', async () => {
  const { book, kept } = await ownBook('bath', 'Testudo hermanni')
  const id = await addAnimal(book, {
    ...{ tag: 'H1', protocolId: kept[0]!, sex: 'unknown', grams: 18, purpose: 'growing on' },
    hatched: { date: addDays(TODAY, -40), precision: 'day' },
  })
  const bath = (await careOf(book, id)).find((w) => w.kind === 'care')!
  expect(bath).toMatchObject({ says: 'bath', due: TODAY, subject: { type: 'animal', id } })
  await settle(book, bath)
  expect((await careOf(book, id)).map((w) => w.kind)).not.toContain('care')
  const page = (await book.as.viewer('GET', `/api/animals/${id}`)).body as { entries?: { kind: string }[] }
  expect(JSON.stringify(page)).toContain('cared for')
  expect(
    ((await round(book)).items as WorkItem[]).some((w) => w.kind === 'meal' && w.subject.id === id),
  ).toBe(true)
})

test('twice a day is twice: in the round by its hours, and on each day of an absence', async () => {
  const { book, kept } = await ownBook('twice', 'Dendrobates tinctorius')
  const id = await addAnimal(book, {
    tag: 'F1',
    protocolId: kept[0]!,
    hatched: { date: '2022', precision: 'year' },
  })
  const { before } = (await book.as.owner('GET', `/api/protocols/${kept[0]!}`)).body as {
    before: Record<string, { value: unknown }>
  }
  const stages = Object.keys(before).filter((key) => /^stage\.\d+\.mistDays$/.test(key))
  expect((await edit(book, kept[0]!, Object.fromEntries(stages.map((key) => [key, 0.5])))).status).toBe(200)
  const misting = async (days = 0) => (await careOf(book, id, days)).filter((w) => w.kind === 'mist')
  expect(told(await misting())).toEqual([`mist it, evening ${TODAY}`, `mist it, morning ${TODAY}`])
  expect(told(workByHour(await misting(), 8).now)).toEqual([`mist it, morning ${TODAY}`])
  await settle(book, workByHour(await misting(), 8).now[0]!)
  expect(told(await misting())).toEqual([`mist it, evening ${TODAY}`])
  const ahead = (await misting(30)).flatMap((w) => withRepeats(w, addDays(TODAY, 30), TODAY))
  const plan = planAbsence(ahead, { from: addDays(TODAY, 3), to: addDays(TODAY, 7), today: TODAY })
  expect(plan.visits.map((v) => v.items.length)).toEqual([2, 2, 2, 2, 2])
})

test('a keeper’s own task: a rotation, in two stages alone, left out while nobody is here; put aside it is gone', async () => {
  const { book, kept } = await ownBook('own task', 'Correlophus ciliatus')
  const id = await addAnimal(book, {
    tag: 'G1',
    protocolId: kept[0]!,
    hatched: { date: '2022', precision: 'year' },
  })
  const mash = {
    ...{ 'care.1.name': 'offer fruit mash', 'care.1.does': 'other care', 'care.1.everyDays': 2 },
    ...{ 'care.1.turns': 'banana, peach', 'care.1.away': 'may be left out' },
  }
  expect((await edit(book, kept[0]!, { ...mash, 'care.1.does': 'a dance' })).body.detail).toContain(
    'fresh water, misting',
  )
  const { status, body } = await edit(book, kept[0]!, mash)
  expect([status, body.detail]).toEqual([200, undefined])
  const mashOf = async () => (await careOf(book, id)).filter((w) => w.kind === 'care')
  const [first] = await mashOf()
  expect(first).toMatchObject({ says: 'offer fruit mash, banana', mayBeLeft: true })
  await settle(book, first!)
  expect(await mashOf()).toEqual([])
  expect((await careOf(book, id, 2)).find((w) => w.kind === 'care')!.says).toBe('offer fruit mash, peach')
  expect((await edit(book, kept[0]!, { ...mash, 'care.1.stages': 'none' })).status).toBe(200)
  expect((await careOf(book, id, 5)).filter((w) => w.kind === 'care')).toEqual([])
})

test('a cohort is fed by its stage from the count on, and a colony from its first day', async () => {
  const { book, kept } = await ownBook('groups', 'Eurycantha calcarata', 'Blaptica dubia')
  const [cohort, colony] = [newId(), newId()]
  const begun = await beginCohort(book, kept[0]!, cohort)
  expect(begun.status).toBe(200)
  expect((await careOf(book, cohort)).filter((w) => w.kind === 'food')).toEqual([])
  await entered(book, [
    entry('cohort counted', 'cohort', cohort, { stages: { L2: { count: 20, low: 20, high: 20 } } }),
  ])
  const leaves = (await careOf(book, cohort)).find((w) => w.kind === 'food')!
  expect(leaves).toMatchObject({ says: 'feed bramble, ivy or oak', due: TODAY, subject: { type: 'cohort' } })
  await settle(book, leaves)
  expect((await careOf(book, cohort)).filter((w) => w.kind === 'food')).toEqual([])
  const added = await book.as.keeper('POST', '/api/colonies', {
    ...{ id: colony, name: 'Dubias', protocolId: kept[1]!, bins: 1, celsius: 28 },
  })
  expect(added.status).toBe(200)
  const work = await careOf(book, colony)
  expect(told(work)).toEqual([`feed chow and fresh vegetables ${TODAY}`, `give fresh water ${TODAY}`])
  await settle(book, ...work)
  expect(await careOf(book, colony)).toEqual([])
})

test('a stage whose food is counted out gets so many each: larvae that live singly a pellet apiece', async () => {
  const { book, kept } = await ownBook('pellets', 'Eurycantha calcarata')
  const cohort = newId()
  expect((await beginCohort(book, kept[0]!, cohort)).status).toBe(200)
  await entered(book, [
    entry('cohort counted', 'cohort', cohort, { stages: { L2: { count: 20, low: 20, high: 20 } } }),
  ])
  const { body: page } = await book.as.keeper('GET', `/api/protocols/${kept[0]!}`)
  const [at] = Object.entries(page.figures as Record<string, { value: unknown }>)
    .filter(([key, { value }]) => /^stage\.\d+\.feed$/.test(key) && value === 'bramble, ivy or oak')
    .map(([key]) => key.replace('.feed', ''))
  const stages = Object.keys(page.figures as object).filter((key) => /^stage\.\d+\.feed$/.test(key))
  const each = Object.fromEntries(stages.map((key) => [key.replace('.feed', '.each'), 1]))
  expect((await edit(book, kept[0]!, { ...each, [`${at}.feed`]: 'pellets' })).status).toBe(200)
  const food = (await careOf(book, cohort)).find((w) => w.kind === 'food')!
  expect(food.says).toMatch(/: 1 each, 20 in all$/)
})

test('a room has tasks of its own, though nobody lives there: in the round, the week and the absence; changed, dropped, struck out', async () => {
  const { book } = await ownBook('rooms', 'Correlophus ciliatus')
  const room = newId()
  expect(
    (await book.as.keeper('POST', '/api/places', { id: room, kind: 'room', name: 'Cellar' })).status,
  ).toBe(200)
  const task = (everyDays: number, more = {}) =>
    entry('place task set up', 'place', room, { task: 'refill the humidifier', everyDays, ...more })
  const first = task(3)
  await entered(book, [first])
  const [due] = await careOf(book, room)
  expect(due).toMatchObject({ says: 'refill the humidifier', due: TODAY, subject: { name: 'Cellar' } })
  await settle(book, due!)
  expect(await careOf(book, room)).toEqual([])
  expect(told(await careOf(book, room, 3))).toEqual([`refill the humidifier ${addDays(TODAY, 3)}`])
  // Set up once more it has another rhythm, from when it was last done.
  const second = task(1, { at: ['morning', 'evening'] })
  await entered(book, [second])
  expect((await careOf(book, room, 1)).map((w) => w.at).sort()).toEqual(['evening', 'morning'])
  const ahead = (await careOf(book, room, 30)).flatMap((w) => withRepeats(w, addDays(TODAY, 30), TODAY))
  const plan = planAbsence(ahead, { from: addDays(TODAY, 3), to: addDays(TODAY, 5), today: TODAY })
  expect(plan.visits.map((v) => v.items.map((item) => item.at).sort())).toEqual(
    Array.from({ length: 3 }, () => ['evening', 'morning']),
  )
  await entered(book, [entry('place task dropped', 'place', room, { task: 'Refill the humidifier' })])
  expect(await careOf(book, room, 30)).toEqual([])
  const helper = await book.as.helper('POST', '/api/entries', { entries: [task(2)] })
  expect(helper.status).toBe(403)
})

test('what is offered is what its kind eats: an egg-eater is offered no mouse, a climbing gecko its mash', async () => {
  const { book, kept } = await ownBook(
    'eaters',
    'Dasypeltis scabra',
    'Correlophus ciliatus',
    'Boaedon capensis',
  )
  const hatched = { date: '2022', precision: 'year' }
  const meals: string[] = []
  for (const [i, protocolId] of kept.entries()) {
    const id = await addAnimal(book, { tag: `E${i}`, protocolId, grams: 90, hatched })
    const items = (await round(book)).items as WorkItem[]
    meals.push(items.find((w) => w.kind === 'meal' && w.subject.id === id)!.says)
  }
  expect(meals[0]).toBe('offer whole small bird eggs')
  expect(meals[1]).toContain('fruit mash')
  expect(meals[2]).toMatch(/mouse|rat/)
})

test('what a task is called fits into the log: too long a name is refused where it is set, long foods are fed all the same', async () => {
  const { book, kept } = await ownBook('long names', 'Eurycantha calcarata')
  const task = (name: string) => ({ 'care.1.name': name, 'care.1.does': 'food', 'care.1.everyDays': 2 })
  const refused = await edit(book, kept[0]!, task('x'.repeat(61)))
  expect([refused.status, refused.body.detail]).toEqual([422, expect.stringContaining('at most 60 letters')])
  const long = (stage: number) => [`stage.${stage}.feed`, `leaves of the ${'great '.repeat(6)}oak ${stage}`]
  const fed = await edit(book, kept[0]!, {
    ...task('y'.repeat(60)),
    ...Object.fromEntries([1, 2, 3].map(long)),
  })
  expect([fed.status, fed.body.detail]).toEqual([200, undefined])
  const cohort = newId()
  await beginCohort(book, kept[0]!, cohort)
  const some = { count: 20, low: 20, high: 20 }
  await entered(book, [
    entry('cohort counted', 'cohort', cohort, { stages: { L1: some, L2: some, L3: some } }),
  ])
  const food = (await careOf(book, cohort)).filter((w) => w.kind === 'food')
  expect(food).toHaveLength(2)
  await settle(book, ...food)
  expect((await careOf(book, cohort)).filter((w) => w.kind === 'food')).toEqual([])
})
