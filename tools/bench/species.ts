import { setTimeout } from 'node:timers/promises'
import pg from 'pg'
import {
  documentOfSpecies,
  library,
  resolveProtocol,
  startingDocuments,
  wayOfLife,
} from '../../packages/core/src'
import { emptyCaches } from '../../apps/server/src/db/cache'
import { connect, inBook } from '../../apps/server/src/db/connect'
import { rooms } from '../../apps/server/src/rooms'
import { COOKIE, createSession } from '../../apps/server/src/shell/actor'
import { buildApp } from '../../apps/server/src/shell/app'
import { fillBenchDatabase } from './benchDatabase'
import { fillLargeBook } from './largeBook'

/*
 * Whether many species make a book slow: ten thousand animals of sixty species of the library against as many of two, in one run; and how long
 * the effect of one figure on a thousand animals takes.
 *   npm run bench:species
 */
const ANIMALS = 10_000
const SOME = 1_000
const WEIGHTS_EACH = 10
const KINDS = 60
const RUNS = 5
const TURNS = 3

/** Of those that are kept by name, evenly over the library. */
const named = library.filter(({ way }) => wayOfLife(way)?.keptAs === 'animals')
const sixty = Array.from({ length: KINDS }, (_, i) => named[Math.floor((i * named.length) / KINDS)]!).map(
  (entry, i) =>
    documentOfSpecies({
      ...{ code: `K${i}`, species: entry.name, latin: entry.latin },
      ...{ way: wayOfLife(entry.way)!, entry },
    }),
)
const two = startingDocuments.filter(({ code }) => code === 'CS' || code === 'WH')

function median(times: readonly number[]): number {
  return [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)]!
}
function millis(work: () => void): number {
  const start = performance.now()
  work()
  return performance.now() - start
}

const perSpecies = (of: typeof sixty) =>
  median(
    Array.from({ length: RUNS }, () =>
      // A copy each time: what was completed once is remembered.
      millis(() => of.forEach((document) => resolveProtocol({ ...document }, []))),
    ),
  ) / of.length
console.log(
  `a species of the library is resolved in ${perSpecies(sixty).toFixed(2)} ms, a starting one in ${perSpecies(two).toFixed(2)} ms`,
)

const { databaseUrl, ownerUrl, close, filled } = await fillBenchDatabase(async (db) => ({
  two: await fillLargeBook(db, {
    ...{ animals: ANIMALS, weightsEach: WEIGHTS_EACH, email: 'two@large.example' },
    species: two,
  }),
  sixty: await fillLargeBook(db, {
    ...{ animals: ANIMALS, weightsEach: WEIGHTS_EACH, email: 'sixty@large.example' },
    species: sixty,
  }),
  some: await fillLargeBook(db, {
    ...{ animals: SOME, weightsEach: WEIGHTS_EACH, email: 'some@large.example', species: two },
  }),
}))
const { db, pool } = connect(databaseUrl)
const owner = new pg.Client({ connectionString: ownerUrl })
await owner.connect()
const app = await buildApp({ databaseUrl, rooms })

async function signedIn(bookId: string) {
  const { rows } = await owner.query<{ id: string }>('select id from member where book_id = $1', [bookId])
  const { cookie } = await inBook(db, bookId, (tx) => createSession(tx, bookId, rows[0]!.id))
  return async (method: 'GET' | 'POST', url: string, body?: object) => {
    const start = performance.now()
    const reply = await app.inject({
      ...{ method, url, headers: { cookie: `${COOKIE}=${cookie}` } },
      ...(body && { payload: body }),
    })
    if (reply.statusCode !== 200) throw new Error(`${url}: ${reply.payload.slice(0, 500)}`)
    return { ms: performance.now() - start, body: reply.json() as Record<string, unknown> }
  }
}

/** What a book's first look leaves to be stored afterwards takes time of its own: nothing else is measured meanwhile. */
async function stored(bookId: string, animals: number) {
  for (;;) {
    const { rows } = await owner.query<{ n: number }>(
      'select count(*)::int as n from judged where book_id = $1',
      [bookId],
    )
    if (rows[0]!.n >= animals) return
    await setTimeout(100)
  }
}

const ask = await signedIn(filled.some)
const protocols = (await ask('GET', '/api/protocols')).body.protocols as { id: string; code: string }[]
const snake = protocols.find(({ code }) => code === 'CS')!.id
const figure = (value: number) => ({
  ...{ scope: 'species', of: '', basedOn: 0, reason: '' },
  settings: {
    schools: {},
    figures: { 'readiness.female.grams.cautious': { value, low: null, high: null } },
  },
})
await ask('GET', '/api/animals')
await stored(filled.some, SOME)
const times: number[] = []
for (let run = 0; run < RUNS; run++)
  times.push((await ask('POST', `/api/protocols/${snake}/trial`, figure(380 + run))).ms)
console.log(
  `the effect of one figure on ${SOME} animals: ${median(times).toFixed(0)} ms, median of ${RUNS} (wanted under 1000)`,
)

// By turns, so that neither has the quieter minutes; each as after a start.
const ms: Record<string, number[]> = { two: [], sixty: [] }
for (let turn = 0; turn < TURNS; turn++)
  for (const [name, id] of Object.entries({ two: filled.two, sixty: filled.sixty })) {
    await owner.query('delete from judged where book_id = $1', [id])
    emptyCaches()
    globalThis.gc?.()
    ms[name]!.push((await (await signedIn(id))('GET', '/api/animals')).ms)
    await stored(id, ANIMALS)
    console.log(
      `${ANIMALS} animals of ${name} species judged for the first time: ${ms[name]!.at(-1)!.toFixed(0)} ms`,
    )
  }
console.log(`sixty against two: ${(median(ms.sixty!) / median(ms.two!)).toFixed(2)} times (wanted about 1)`)

await app.close()
await pool.end()
await owner.end()
await close()
process.exit(0)
