import { setTimeout } from 'node:timers/promises'
import type { AnimalRow, EntryInput } from '@hatch-book/contract'
import { addDays } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import { LOOK_AHEAD } from '../src/animals'
import { emptyCaches } from '../src/db/cache'
import { inBook } from '../src/db/connect'
import { chance } from '../../../demo/src/random'
import { addAnimal, entry, noon, openServer, TODAY, write, type TestBook, type TestServer } from './support'

/*
 * What was judged is stored for the days on which it stands, so that a start and a new day find it. Held here: what is answered from it is what
 * would be judged anew, on whatever day; and it is answered from it.
 */
const ANIMALS = 45
const DAYS = 10
const NOTHING = 'nothing that is here'
let server: TestServer
let book: TestBook
let ids: string[]
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('Judged')
  ids = await fillBook()
})
afterAll(() => server.close())

/** Animals of every age whose weights, quarantines, promises and overrulings run out at some time in these days. */
async function fillBook(): Promise<string[]> {
  const luck = chance(19)
  const made: string[] = []
  for (let i = 0; i < ANIMALS; i++) {
    const grown = i % 3 !== 0
    const hatched = addDays(TODAY, -(grown ? luck.whole(380, 1500) : luck.whole(2, 90)))
    const id = await addAnimal(book, {
      ...{ tag: `A${i}`, protocolId: i % 2 ? book.protocols.CS : book.protocols.WH },
      ...{ sex: i % 4 < 2 ? 'female' : 'male', line: i % 5 ? 'Reed' : 'Sedge' },
      ...{ purpose: grown && i % 7 ? 'breeder' : 'growing on', grams: null },
      hatched: { date: hatched, precision: 'day' },
    })
    made.push(id)
    const entries: EntryInput[] = []
    const say = (kind: EntryInput['kind'], daysAgo: number, payload: object) => {
      const on = addDays(TODAY, -daysAgo)
      if (on > hatched) entries.push(entry(kind, 'animal', id, payload, noon(on)))
    }
    const weights = luck.whole(0, 9)
    for (let w = 0; w < weights; w++)
      say('weighed', luck.whole(1, 40) + 30 * w, {
        grams: grown ? luck.whole(120, 480) : luck.whole(6, 20),
        context: 'empty',
        ...(w === 0 && { condition: luck.whole(2, 4) }),
      })
    for (let m = 0; m < 4; m++)
      say('meal', 1 + luck.whole(0, 6) + 6 * m, { outcome: luck.happens(0.8) ? 'taken' : 'refused' })
    if (luck.happens(0.2)) say('quarantined', 20, { until: addDays(TODAY, luck.whole(1, 9)) })
    if (luck.happens(0.2))
      say('overruled', 1, {
        about: 'readiness',
        verdict: 'trial',
        reason: 'looks thin',
      })
    if (luck.happens(0.2)) say('going into shed', luck.whole(1, 12), {})
    const { status, body } = await write(book, entries)
    if (entries.length > 0 && status !== 200) throw new Error(JSON.stringify(body))
  }
  return made
}

const inThis = <T>(work: Parameters<typeof inBook<T>>[2]) => inBook(server.db, book.id, work)
const setDay = (day: string) => inThis((tx) => tx.execute(sql`update book set demo_day = ${day}`))
const lookAhead = async () => {
  await server.app.jobs.run(LOOK_AHEAD)
  expect(server.app.jobs.of(book.id).find((j) => j.name === LOOK_AHEAD)).toMatchObject({ failures: 0 })
}
const stored = () =>
  inThis(async (tx) => (await tx.execute(sql`select * from judged order by animal_id, from_day`)).rows)
const restore = (rows: readonly Record<string, unknown>[]) =>
  inThis(async (tx) => {
    await tx.execute(sql`delete from judged`)
    await tx.execute(
      sql`insert into judged select * from json_populate_recordset(null::judged, ${JSON.stringify(rows)}::json)`,
    )
  })
const ROOMS = ['animals', 'readiness', 'season', 'round', 'round?days=7', 'rearing']
const read = async () => {
  const replies: Record<string, unknown> = {}
  for (const room of ROOMS) {
    const { status, body } = await book.as.keeper('GET', `/api/${room}`)
    expect(status).toBe(200)
    replies[room] = body
  }
  return replies
}
/** The same as after a start. */
const readAfterStart = () => {
  emptyCaches()
  return read()
}
const rows = async () => (await book.as.keeper('GET', '/api/animals')).body.animals as AnimalRow[]

test('on whatever day, what is answered from it is what would be judged anew', async () => {
  await read()
  await lookAhead()
  const turned = new Set<string>()
  let last: AnimalRow[] = await rows()
  for (let ahead = 0; ahead <= DAYS; ahead++) {
    await setDay(addDays(TODAY, ahead))
    // The server was away for some days in the middle.
    if (ahead < 3 || ahead > 7) await lookAhead()
    const kept = await stored()
    const found = await readAfterStart()
    await inThis((tx) => tx.execute(sql`update judged set rests = ${NOTHING}`))
    expect(await readAfterStart()).toEqual(found)
    // What was judged anew is stored behind the answer.
    while ((await stored()).some((r) => r.rests === NOTHING)) await setTimeout(20)
    await restore(kept)
    const now = await rows()
    for (const [i, row] of now.entries())
      if (row.verdict !== last[i]!.verdict || row.stage !== last[i]!.stage) turned.add(row.id)
    last = now
  }
  // These days turn many of them, or nothing was held here.
  expect(turned.size).toBeGreaterThan(4)
  await setDay(TODAY)
})

test('a start and a new day judge nothing that is stored', async () => {
  await lookAhead()
  await inThis((tx) =>
    tx.execute(sql`update judged set "row" = replace("row", '"species":"', '"species":"stored ')`),
  )
  for (const day of [TODAY, addDays(TODAY, 1)]) {
    await setDay(day)
    emptyCaches()
    expect((await rows()).filter((r) => !r.species.startsWith('stored '))).toEqual([])
  }
  await setDay(TODAY)
  await inThis((tx) => tx.execute(sql`delete from judged`))
  emptyCaches()
})

test('what was written of an animal is not answered from what was stored before', async () => {
  emptyCaches()
  await rows()
  await lookAhead()
  const [id] = ids
  const before = await stored()
  const weighed = entry('weighed', 'animal', id!, { grams: 333, context: 'empty' }, noon(TODAY))
  expect((await write(book, [weighed])).status).toBe(200)
  emptyCaches()
  expect((await rows()).find((r) => r.id === id)).toMatchObject({ grams: 333 })
  await lookAhead()
  const after = await stored()
  const others = (list: typeof before) => list.filter((r) => r.animal_id !== id)
  expect(others(after)).toEqual(others(before))
  const spans = after.filter((r) => r.animal_id === id)
  expect(spans.length).toBeGreaterThan(0)
  expect(spans.every((r) => String(r.row).includes('333'))).toBe(true)
  // Nothing is left to store: whoever looks again writes nothing.
  await lookAhead()
  expect(await stored()).toEqual(after)
})

test('what another version of the program judged, or another database, is judged anew', async () => {
  await lookAhead()
  const sound = await stored()
  const [basis] = String(sound[0]!.rests).split('.')
  await inThis((tx) =>
    tx.execute(sql`update judged set "row" = 'broken', rests = replace(rests, ${basis!}, 'another')`),
  )
  expect(Object.keys(await readAfterStart())).toHaveLength(ROOMS.length)
})
