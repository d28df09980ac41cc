import type { EntryInput, EntryKind } from '@hatch-book/contract'
import { foldStanding, type AnimalEntry, type AnimalStanding } from '@hatch-book/core'
import { eq } from 'drizzle-orm'
import fc from 'fast-check'
import { emptyCaches } from '../src/db/cache'
import { inBook, tables } from '../src/db/connect'
import { rebuildBook } from '../src/db/rebuild'
import { addAnimal, entry, openServer, write, type TestBook, type TestServer } from './support'

/*
 * Entries come late, in another order, at the same minute, from two devices at once, and are struck out. However they came, where an animal
 * stands is what the entries that stand say when they are read through once from the first to the last.
 */
let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('Every sequence')
})
afterAll(() => server.close())

const ENTRIES: fc.Arbitrary<[EntryKind, object]> = fc.oneof(
  fc
    .record({ grams: fc.integer({ min: 200, max: 600 }), context: fc.constantFrom('empty', 'fed', 'gravid') })
    .map((payload): [EntryKind, object] => ['weighed', payload]),
  fc
    .constantFrom('taken', 'refused', 'offered', 'brought up')
    .map((outcome): [EntryKind, object] => ['meal', { outcome }]),
  fc.constantFrom<[EntryKind, object]>(
    ['going into shed', {}],
    ['shed', { whole: true }],
    ['shed', { whole: false }],
    ['droppings', {}],
    ['sexed', { sex: 'female', certainty: 0.9, method: 'probe' }],
    ['sexed', { sex: 'male', certainty: 0.6, method: 'look' }],
    ['problem found', { problem: 'a swelling' }],
    ['problem over', { problem: 'a swelling' }],
    ['quarantined', { until: '2026-07-01' }],
    ['trait', { trait: 'amelanistic', carries: 'carries', certainty: 1 }],
    ['trait', { trait: 'amelanistic', carries: 'without', certainty: 1 }],
    ['measured', { girthMm: 21 }],
    ['noted', { text: 'calm' }],
    ['stage reached', { stage: 'Subadult' }],
  ),
)
/** So many minutes of one day: some fall together. */
const SLOTS = 8
type Step = { adds: { said: [EntryKind, object]; slot: number }[] } | { strikes: number }
const STEPS: fc.Arbitrary<Step[]> = fc.array(
  fc.oneof(
    {
      weight: 4,
      arbitrary: fc.record({
        adds: fc.array(fc.record({ said: ENTRIES, slot: fc.nat(SLOTS - 1) }), { minLength: 1, maxLength: 4 }),
      }),
    },
    { weight: 1, arbitrary: fc.record({ strikes: fc.nat(40) }) },
  ),
  { minLength: 1, maxLength: 9 },
)
const atSlot = (slot: number) => `2026-05-19T${String(8 + slot).padStart(2, '0')}:00:00.000Z`

const ok = async (reply: ReturnType<typeof write>) => {
  const { status, body } = await reply
  if (status !== 200) throw new Error(JSON.stringify(body))
}
const stored = async (id: string): Promise<AnimalStanding> => {
  const [row] = await inBook(server.db, book.id, (tx) =>
    tx.select().from(tables.animalStanding).where(eq(tables.animalStanding.id, id)),
  )
  return row!.standing
}
/** As core reads it, from what this test itself has written. */
const folded = (log: readonly EntryInput[]) =>
  foldStanding(
    log
      .map((e) => ({ ...e, at: Date.parse(e.at), subjectId: e.subject.id }) as unknown as AnimalEntry)
      .sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1)),
  )

async function live(steps: readonly Step[], atOnce: boolean): Promise<{ id: string; log: EntryInput[] }> {
  const id = await addAnimal(book, { grams: null, sex: 'unknown' })
  let log: EntryInput[] = []
  const batches: EntryInput[][] = []
  for (const step of steps) {
    if ('adds' in step) {
      batches.push(
        step.adds.map(({ said: [kind, payload], slot }) => entry(kind, 'animal', id, payload, atSlot(slot))),
      )
      log = [...log, ...batches.at(-1)!]
    } else {
      const written = log.filter((e) => !batches.slice(-1)[0]?.includes(e) || !atOnce)
      const struck = written[step.strikes % Math.max(1, written.length)]
      if (!struck) continue
      // What is struck out has to be there: all before it is written first.
      await flush(batches, atOnce)
      await ok(write(book, [{ ...entry('struck', 'animal', id, { reason: 'a slip' }), strikes: struck.id }]))
      log = log.filter((e) => e !== struck)
    }
  }
  await flush(batches, atOnce)
  return { id, log }
}
async function flush(batches: EntryInput[][], atOnce: boolean): Promise<void> {
  const waiting = batches.splice(0)
  if (atOnce) await Promise.all(waiting.map((batch) => ok(write(book, batch))))
  else for (const batch of waiting) await ok(write(book, batch))
}

const held = (atOnce: boolean, numRuns: number) =>
  fc.assert(
    fc.asyncProperty(STEPS, async (steps) => {
      const { id, log } = await live(steps, atOnce)
      expect(await stored(id)).toEqual(JSON.parse(JSON.stringify(folded(log))))
    }),
    { numRuns },
  )

test('one device after the other: where an animal stands is what its log says', () => held(false, 60))
test('many devices at once: the same', () => held(true, 60))

test('what is stored of all of them is what is worked out anew from the log, and what the list says', async () => {
  const all = () => inBook(server.db, book.id, (tx) => tx.select().from(tables.animalStanding))
  const before = await all()
  const list = async () => (await book.as.owner('GET', '/api/animals')).body.animals as object[]
  const listed = await list()
  expect(before.length).toBeGreaterThan(100)
  await rebuildBook(server.db, book.id)
  emptyCaches()
  const byId = (rows: typeof before) => new Map(rows.map((r) => [r.id, r.standing]))
  expect(byId(await all())).toEqual(byId(before))
  expect(await list()).toEqual(listed)
})
