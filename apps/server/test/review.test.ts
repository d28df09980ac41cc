import { newId, type EntryKind, type ReviewView } from '@hatch-book/contract'
import { addDays } from '@hatch-book/core'
import {
  addAnimal,
  entry,
  feed,
  noon,
  openServer,
  TODAY,
  write,
  type TestBook,
  type TestServer,
} from './support'

let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
})
afterAll(() => server.close())
beforeEach(async () => {
  book = await server.openBook('review')
})

const review = async (query = ''): Promise<ReviewView> =>
  (await book.as.viewer('GET', `/api/review${query}`)).body as never
const measureOf = (of: ReviewView, name: string) => of.review.measures.find((m) => m.measure.name === name)

/** A clutch of a female of its own; what becomes of each egg, by number, once it is candled. */
async function clutch(day: string, eggs: number, fates: Record<number, string> = {}) {
  const damId = await addAnimal(book)
  const box = { id: newId(), kind: 'box', name: `box ${newId().slice(-6)}` }
  await book.as.keeper('POST', '/api/places', box)
  const id = newId()
  const ids = Array.from({ length: eggs }, () => newId())
  const reply = await book.as.keeper('POST', '/api/clutches', {
    ...{ id, entryId: newId(), pairingId: null, damId, boxId: box.id, eggs: ids.map((e) => ({ id: e })) },
    ...{ foundAt: noon(day), laidFrom: noon(addDays(day, -1)), laidTo: noon(day) },
  })
  expect(reply.status).toBe(200)
  const told = Object.entries(fates).map(([n, fate]) =>
    entry('egg fate', 'clutch', id, { eggId: ids[Number(n)], fate }, noon(addDays(day, 15))),
  )
  if (told.length > 0) expect((await write(book, told)).status).toBe(200)
  return { id, ids }
}

it('an empty book has nothing to say, and a season that is none is refused', async () => {
  expect(await review()).toMatchObject({ seasons: [], proposals: [], review: { measures: [], changes: [] } })
  expect((await book.as.viewer('GET', '/api/review?season=soon')).status).toBe(422)
  expect((await book.as.viewer('GET', '/api/review/by?measure=luck&dimension=line')).status).toBe(422)
})

it('eggs are counted at once, a hatch rate only of clutches of which none waits', async () => {
  await clutch('2025-04-02', 3, { 0: 'infertile', 1: 'dead', 2: 'dead' })
  const waiting = await clutch('2026-04-02', 4, { 0: 'infertile', 1: 'dead' })
  const before = await review('?season=2026&against=2025')
  expect(measureOf(before, 'eggs')).toMatchObject({
    now: { units: 1, value: 4 },
    before: { units: 1, value: 3 },
  })
  expect(measureOf(before, 'fertility')).toMatchObject({
    before: { members: 3, value: expect.closeTo(2 / 3) },
  })
  // One that died early is known before those are that hatch: it says nothing yet.
  expect(measureOf(before, 'hatch rate')).toMatchObject({
    now: { units: 0 },
    before: { members: 2, value: 0 },
  })
  await write(
    book,
    waiting.ids
      .slice(2)
      .map((eggId) =>
        entry('egg fate', 'clutch', waiting.id, { eggId, fate: 'dead' }, noon(addDays(TODAY, -1))),
      ),
  )
  const after = await review('?season=2026&against=2025')
  expect(measureOf(after, 'hatch rate')).toMatchObject({ now: { units: 1, members: 3, value: 0 } })
  expect(after.seasons).toEqual([2026, 2025])
})

it('what is struck out did not happen, and a figure leads to its clutch', async () => {
  const { id, ids } = await clutch('2025-04-02', 2, { 0: 'infertile' })
  const mistake = entry('egg fate', 'clutch', id, { eggId: ids[1], fate: 'infertile' }, noon('2025-04-20'))
  await write(book, [mistake])
  const fertile = async () => measureOf(await review('?season=2025&against=2024'), 'fertility')!.now
  expect(await fertile()).toMatchObject({ members: 2, value: 0 })
  await write(book, [{ ...entry('struck', 'clutch', id, { reason: 'the other egg' }), strikes: mistake.id }])
  expect(await fertile()).toMatchObject({ members: 1 })
  const { groups } = (await book.as.viewer('GET', '/api/review/by?measure=eggs&dimension=species')).body
  expect(groups).toMatchObject([
    { name: 'corn snake', value: 2, facts: [{ opens: { room: 'incubation', id } }] },
  ])
})

it('a female counts as ready by what was known when she met him; what is written later changes nothing of that', async () => {
  const ready = await addAnimal(book)
  await feed(book, ready)
  const thin = await addAnimal(book, { grams: 200 })
  const male = async () => {
    const id = await addAnimal(book, { sex: 'male' })
    await feed(book, id)
    return id
  }
  const pair = async (femaleId: string, events: readonly EntryKind[]) => {
    await write(book, [
      entry('overruled', 'animal', femaleId, { about: 'readiness', verdict: 'ready', reason: 'as agreed' }),
    ])
    const id = newId()
    const made = await book.as.keeper('POST', '/api/pairings', { id, femaleId, maleId: await male() })
    expect(made.status).toBe(200)
    const at = (i: number) => new Date(Date.parse(noon(TODAY)) + (180 + i) * 60_000).toISOString()
    await write(
      book,
      events.map((kind, i) => entry(kind, 'pairing', id, {}, at(i))),
    )
  }
  await pair(ready, ['introduced', 'locked'])
  await pair(thin, ['introduced'])
  await pair(await addAnimal(book), [])
  const now = await review('?season=2026&against=2025')
  expect(measureOf(now, 'ready')!.now).toMatchObject({ units: 2, members: 2, value: 0.5 })
  expect(measureOf(now, 'mated')!.now).toMatchObject({ units: 2, value: 0.5 })

  await write(book, [
    entry('weighed', 'animal', thin, { grams: 500, context: 'empty', condition: 3 }, noon(addDays(TODAY, 1))),
  ])
  const later = await review('?season=2026&against=2025')
  expect(measureOf(later, 'ready')!.now.value).toBe(0.5)
})

it('an egg that pipped and died is told from one that died before, and from one that hatched', async () => {
  const { id, ids } = await clutch('2025-04-02', 4, { 0: 'good', 1: 'dead', 2: 'pipped' })
  const fate = (n: number, of: string) =>
    entry('egg fate', 'clutch', id, { eggId: ids[n], fate: of }, noon('2025-06-01'))
  await write(book, [fate(0, 'dead'), fate(2, 'dead'), fate(3, 'infertile')])
  const told = await review('?season=2025&against=2024')
  expect(measureOf(told, 'died pipping')!.now).toMatchObject({ members: 3, value: expect.closeTo(1 / 3) })
})
