import { newId, type Round } from '@hatch-book/contract'
import { addDays, withRepeats, type WorkItem } from '@hatch-book/core'
import { addAnimal, entry, noon, openServer, TODAY, write, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('round')
})
afterAll(() => server.close())

const round = async (query = ''): Promise<Round> =>
  (await book.as.viewer('GET', `/api/round${query}`)).body as never
const workOf = (of: Round, id: string) => of.items.filter((i) => i.subject.id === id)
const ago = (days: number) => noon(addDays(TODAY, -days))
const place = async (kind: string, name: string, parentId: string | null = null) => {
  const id = newId()
  await book.as.keeper('POST', '/api/places', { id, kind, name, parentId })
  return id
}

test('who is due a meal comes with its place, its window and what is thawed; once it ate, with the next', async () => {
  const room = await place('room', 'Loft')
  const tub = await place('tub', 'A1', room)
  const id = await addAnimal(book, { tag: 'C1' })
  await write(book, [
    entry('moved', 'animal', id, { placeId: tub }, ago(40)),
    entry('meal', 'animal', id, { outcome: 'taken', prey: 'mouse' }, ago(30)),
  ])
  const now = await round()
  const meal = workOf(now, id).find((i) => i.kind === 'meal')!
  expect(meal).toMatchObject({ placeId: tub, kind: 'meal' })
  expect(meal.due < TODAY && meal.due <= meal.latest).toBe(true)
  expect(meal.brings![0]!.count).toBe(1)
  expect(now.stations.map((s) => s.name).sort()).toEqual(['A1', 'Loft'])
  const ate = entry('meal', 'animal', id, { outcome: 'taken', ...meal.carries })
  expect((await write(book, [ate])).status).toBe(200)
  const after = await round()
  expect(workOf(after, id).some((i) => i.kind === 'meal')).toBe(false)
  expect(after.entries.map((e) => e.id)).toContain(ate.id)
  const [next] = workOf(await round('?days=60'), id).filter((i) => i.kind === 'meal') as WorkItem[]
  const soon = withRepeats(next!, addDays(TODAY, 60), TODAY)
  expect(soon.length).toBeGreaterThan(3)
  expect(new Set(soon.map((i) => i.id)).size).toBe(soon.length)
})

test('the same work keeps its identity; put off it waits until its day, and struck it is back', async () => {
  const id = await addAnimal(book, { tag: 'C2' })
  await write(book, [entry('meal', 'animal', id, { outcome: 'refused' }, ago(20))])
  const [meal] = workOf(await round(), id)
  expect(workOf(await round(), id)[0]!.id).toBe(meal!.id)
  const off = entry('put off', 'animal', id, {
    ...{ work: meal!.id, says: meal!.says, reason: 'in shed', until: addDays(TODAY, 1) },
  })
  expect((await write(book, [off], 'helper')).status).toBe(200)
  expect(workOf(await round(), id).filter((i) => i.kind === 'meal')).toEqual([])
  expect(workOf(await round('?days=2'), id).find((i) => i.kind === 'meal')).toMatchObject({
    id: meal!.id,
    due: addDays(TODAY, 1),
  })
  await write(book, [{ ...entry('struck', 'animal', id, {}), strikes: off.id }], 'helper')
  expect(workOf(await round(), id)[0]!.id).toBe(meal!.id)
})

test('a dirty tub is due until it is clean', async () => {
  const tub = await place('tub', 'B1')
  const id = await addAnimal(book, { tag: 'C3' })
  await write(book, [
    entry('moved', 'animal', id, { placeId: tub }, ago(40)),
    entry('water changed', 'place', tub, {}, ago(0)),
  ])
  const toClean = async () => workOf(await round(), tub).filter((i) => i.kind !== 'water')
  expect(await toClean()).toEqual([])
  await write(book, [entry('soiled', 'place', tub, {}, ago(1))])
  expect(await toClean()).toMatchObject([{ kind: 'clean', placeId: tub }])
  await write(book, [entry('cleaned', 'place', tub)])
  expect(await toClean()).toEqual([])
})

test('a lamp is replaced when its time is over: fitted anew it is asked for no more, taken out neither', async () => {
  const tub = await place('tub', 'L1')
  const lamp = { equipment: 'Basking lamp', kind: 'UV lamp', replaceDays: 365 }
  const asked = async () => workOf(await round(), tub).filter((i) => i.kind === 'replace')
  await write(book, [entry('equipment fitted', 'place', tub, lamp, ago(300))])
  expect(await asked()).toEqual([])
  await write(book, [
    entry('equipment fitted', 'place', tub, { ...lamp, equipment: 'Old lamp' }, ago(370)),
    entry('equipment fitted', 'place', tub, { equipment: 'Mat', kind: 'heat mat' }, ago(900)),
  ])
  expect(await asked()).toMatchObject([{ says: 'replace Old lamp', due: addDays(TODAY, -5), placeId: tub }])
  await write(book, [entry('equipment fitted', 'place', tub, { ...lamp, equipment: 'Old lamp' })])
  expect(await asked()).toEqual([])
  await write(book, [entry('equipment taken out', 'place', tub, { equipment: 'Basking lamp' })])
  expect(
    (await write(book, [entry('equipment fitted', 'place', tub, { ...lamp, replaceDays: 0 })])).status,
  ).toBe(422)
})

test('a timer of a rack is set as the days grow, for all who live in its light and are not asleep', async () => {
  const room = await place('room', 'Lit room')
  const rack = await place('rack', 'Lit rack', room)
  const tub = await place('tub', 'LT1', rack)
  const asked = async (at: string) => workOf(await round(), at).filter((i) => i.kind === 'light')
  const timer = { equipment: 'Timer', kind: 'timer' }
  await write(book, [entry('equipment fitted', 'place', room, timer, ago(40))])
  // Nobody lives in its light yet.
  expect(await asked(room)).toEqual([])
  const id = await addAnimal(book, { tag: 'C7', placeId: tub })
  // A month before midsummer: 10 to 13 h in the year, 12.8 h on that day, to the half hour 13.
  expect(await asked(room)).toMatchObject([
    { says: 'set the timer to 13 hours of light', due: TODAY, carries: { hours: 13 } },
  ])
  await write(book, [entry('light set', 'place', room, { hours: 13 })])
  expect((await asked(room)).filter(({ due }) => due <= TODAY)).toEqual([])
  // A timer nearer to it than the room's is the one that counts.
  await write(book, [entry('equipment fitted', 'place', rack, timer)])
  expect([await asked(room), await asked(rack)]).toMatchObject([[], [{ due: TODAY }]])
  await write(book, [entry('died', 'animal', id, { cause: 'old age' })])
  expect(await asked(rack)).toEqual([])
  expect((await write(book, [entry('light set', 'place', room, { hours: 25 })])).status).toBe(422)
})

test('those in quarantine are walked last; a weight that says nothing of today any more is taken again', async () => {
  const tub = await place('tub', 'Q1')
  const id = await addAnimal(book, { tag: 'C4' })
  await write(book, [
    entry('moved', 'animal', id, { placeId: tub }, ago(40)),
    entry('quarantined', 'animal', id, { until: addDays(TODAY, 20) }, ago(2)),
  ])
  expect((await round()).lastPlaces).toContain(tub)
  const old = await addAnimal(book, { tag: 'C5', grams: null })
  await write(book, [entry('weighed', 'animal', old, { grams: 400 }, ago(35))])
  expect(workOf(await round(), old).find((i) => i.kind === 'weigh')!.due).toBe(addDays(TODAY, -5))
})

test('entries kept for long are written once, and told of where somebody else wrote the same', async () => {
  const id = await addAnimal(book, { tag: 'C6' })
  const [theirs, mine] = [0, 1].map(() => entry('meal', 'animal', id, { outcome: 'taken' }))
  await write(book, [theirs!], 'owner')
  const send = () => book.as.keeper('POST', '/api/entries', { entries: [mine], late: true })
  expect((await send()).body).toMatchObject({ written: [mine!.id], alike: [{ id: mine!.id, by: 'Owner' }] })
  expect((await send()).body).toMatchObject({ written: [], known: [mine!.id], alike: [] })
})

test('an account with an end opens until that day is over, and says so afterwards', async () => {
  const sitter = (endsOn: string) => {
    const email = `sitter-${endsOn}@round.example`
    const draft = { id: newId(), name: 'Sitter', email, password: 'a long password', role: 'helper', endsOn }
    return book.as.owner('POST', '/api/members', draft)
  }
  const signIn = (endsOn: string) =>
    server.call('POST', '/api/sign-in', {
      email: `sitter-${endsOn}@round.example`,
      password: 'a long password',
    })
  expect((await sitter(TODAY)).status).toBe(200)
  expect((await signIn(TODAY)).status).toBe(200)
  const yesterday = addDays(TODAY, -1)
  await sitter(yesterday)
  const late = await signIn(yesterday)
  expect(late.status).toBe(401)
  expect(late.body.detail).toContain(`ended on ${yesterday}`)
})
