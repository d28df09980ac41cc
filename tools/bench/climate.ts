import { newId } from '@hatch-book/contract'
import { sql } from 'drizzle-orm'
import pg from 'pg'
import { createBook } from '../../apps/server/src/books'
import { issueProbe } from '../../apps/server/src/climate'
import { inBook, tables, type Database } from '../../apps/server/src/db/connect'
import { rooms } from '../../apps/server/src/rooms'
import { buildApp } from '../../apps/server/src/shell/app'
import { fillBenchDatabase } from './benchDatabase'

/*
 * A year of minute readings of twelve probes in the database: how fast any stretch is drawn from the server, and whether a
 * pushed batch ever waits for a chart.
 *   npm run bench:climate
 */
const PROBES = 12
const YEAR_ENDS = '2026-11-01'
const CHART_WANTED_MS = 500
const PUSHES = 200
const BATCH = 60
const CHART_CLIENTS = 4
const SIGN_IN = { email: 'owner@climate.example', password: 'twelve probes speak' }

const bookId = newId()
const filling = performance.now()
const ids: string[] = []

async function fill(db: Database) {
  await inBook(db, bookId, (tx) =>
    createBook(tx, {
      ...{ bookId, name: 'Twelve probes', zone: 'UTC', demo: { day: YEAR_ENDS, seed: 1 } },
      owner: { name: 'Owner', ...SIGN_IN },
    }),
  )
  let readings = 0
  for (let n = 1; n <= PROBES; n++) {
    const id = newId()
    ids.push(id)
    await inBook(db, bookId, async (tx) => {
      await tx.insert(tables.place).values({ bookId, id, kind: 'incubator', name: `H${n}`, setPointC: 28 })
      await tx.insert(tables.probe).values({ bookId, id, name: `probe of H${n}`, placeId: id })
      const { rowCount } = await tx.execute(sql`
      insert into reading (book_id, id, probe_id, at, celsius)
      select ${bookId}::uuid, gen_random_uuid(), ${id}::uuid, at, (28 + sin(extract(epoch from at) / 4000) / 3 + ${n} / 50.0)::real
      from generate_series(${YEAR_ENDS}::timestamptz - interval '365 days', ${YEAR_ENDS}::timestamptz, interval '1 minute') at`)
      readings += rowCount ?? 0
      await tx.execute(sql`
      insert into reading_hour (book_id, id, probe_id, hour, count, min_c, max_c, sum_c)
      select book_id, gen_random_uuid(), probe_id, date_trunc('hour', at), count(*), min(celsius), max(celsius), sum(celsius)
      from reading where probe_id = ${id}::uuid group by book_id, probe_id, date_trunc('hour', at)`)
    })
  }
  const tokens = await inBook(db, bookId, async (tx) => {
    const issued: string[] = []
    for (const id of ids) issued.push(await issueProbe(tx, bookId, id))
    return issued
  })
  return { readings, tokens }
}

const database = await fillBenchDatabase(fill)
const { databaseUrl } = database
const { readings, tokens } = database.filled
/** Looks at the database from outside. */
const owner = new pg.Client({ connectionString: database.ownerUrl })
await owner.connect()
console.log(
  `${readings.toLocaleString('en')} readings of ${PROBES} probes, filled in ${((performance.now() - filling) / 1000).toFixed(0)} s`,
)

const app = await buildApp({ databaseUrl, rooms })
const url = await app.listen({ port: 0, host: '127.0.0.1' })
const signedIn = await fetch(`${url}/api/sign-in`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(SIGN_IN),
})
const cookie = signedIn.headers.get('set-cookie')!.split(';')[0]!

const end = Date.parse(`${YEAR_ENDS}T00:00:00Z`)
const chart = async (probe: string, days: number) => {
  const from = new Date(end - days * 86_400_000).toISOString()
  const start = performance.now()
  const reply = await fetch(
    `${url}/api/probes/${probe}/series?${new URLSearchParams({ from, to: new Date(end).toISOString() }).toString()}`,
    { headers: { cookie } },
  )
  const { readings: counted } = (await reply.json()) as { readings: number }
  if (counted < days * 1400) throw new Error(`${counted} readings in ${days} days`)
  return performance.now() - start
}
const of = (times: readonly number[]) => {
  const sorted = [...times].sort((a, b) => a - b)
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!
  return `median ${at(0.5).toFixed(0)} ms, 95 % under ${at(0.95).toFixed(0)}, worst ${sorted.at(-1)!.toFixed(0)}`
}
let worst = 0
for (const days of [1, 4, 7, 30, 90, 365]) {
  const times: number[] = []
  for (const id of ids) times.push(await chart(id, days))
  worst = Math.max(worst, ...times)
  console.log(`  a chart of ${days} days: ${of(times)}`)
}

const push = async (n: number) => {
  const start = performance.now()
  const reply = await fetch(`${url}/api/bridge/readings`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', authorization: `Bearer ${tokens[n % PROBES]!}` },
    body: JSON.stringify({
      everySeconds: 60,
      readings: Array.from({ length: BATCH }, (_, i) => ({ celsius: 28 + (i % 7) / 20, secondsAgo: i })),
    }),
  })
  if (reply.status !== 200) throw new Error(`a push was answered ${reply.status}`)
  return performance.now() - start
}
const quiet: number[] = []
for (let n = 0; n < PUSHES; n++) quiet.push(await push(n))
console.log(`  a batch of ${BATCH} readings pushed, alone: ${of(quiet)}`)
let drawing = true
let waits = 0
let looks = 0
/** Whether anybody waits for a lock that another holds: charts and pushes never should. */
const locks = (async () => {
  while (drawing) {
    const { rows } = await owner.query<{ n: number }>(
      "select count(*)::int as n from pg_stat_activity where wait_event_type = 'Lock'",
    )
    waits += rows[0]!.n
    looks++
    await new Promise((resolve) => setTimeout(resolve, 20))
  }
})()
const charts: number[] = []
const clients = Array.from({ length: CHART_CLIENTS }, async (_, client) => {
  for (let n = client; drawing; n++) charts.push(await chart(ids[n % PROBES]!, 365))
})
const busy: number[] = []
for (let n = 0; n < PUSHES; n++) busy.push(await push(n))
drawing = false
await Promise.all(clients)
await locks
await owner.end()
console.log(`  the same, while ${CHART_CLIENTS} clients draw years (${charts.length} of them): ${of(busy)}`)
console.log(
  `  those years meanwhile: ${of(charts)}; looked ${looks} times, and found ${waits} waiting for a lock`,
)
console.log(
  worst <= CHART_WANTED_MS
    ? `every chart under ${CHART_WANTED_MS} ms`
    : `missed: the worst chart took ${worst.toFixed(0)} ms, wanted ${CHART_WANTED_MS}`,
)
await app.close()
await database.close()
process.exit(worst <= CHART_WANTED_MS ? 0 : 1)
