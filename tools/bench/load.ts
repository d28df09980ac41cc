import { spawn } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { parseArgs } from 'node:util'
import { sql } from 'drizzle-orm'
import pg from 'pg'
import { newId } from '../../packages/contract/src'
import { inBook, tables, type Database } from '../../apps/server/src/db/connect'
import { COOKIE, createSession } from '../../apps/server/src/shell/actor'
import { fillBenchDatabase } from './benchDatabase'
import { pause, ready } from './faults/stack'
import { fillLargeBook } from './largeBook'

/*
 * The large book under load: ten thousand animals, a million entries, five million readings; beside it one whose log is a tenth.
 * What fifty members at once wait for, how many entries a second go in against a bare insert, and what a call costs as the log grows.
 *   npm run bench:load                     twenty minutes, most of them to fill the book
 *   npm run bench:load -- --animals 1000   a tenth of everything
 */
const { values } = parseArgs({
  options: {
    animals: { type: 'string', default: '10000' },
    seconds: { type: 'string', default: '60' },
  },
})
const ANIMALS = Number(values.animals)
const SECONDS = Number(values.seconds)
/** With sex, place and meals a hundred entries an animal; in the smaller book ten. */
const WEIGHTS = { large: 93, small: 3 }
const MEMBERS = 50
/** Somebody who looks at a screen looks for so long before they ask for the next. */
const THINK_MS = { from: 1000, to: 3000 }
const PROBES = 10
const ROOT = fileURLToPath(new URL('../..', import.meta.url))
const PORT = 4391
const URL_OF = `http://127.0.0.1:${PORT}`

const filling = performance.now()
async function fillReadings(db: Database, bookId: string, count: number) {
  const each = Math.ceil(count / PROBES)
  for (let n = 1; n <= PROBES; n++) {
    const id = newId()
    await inBook(db, bookId, async (tx) => {
      await tx.insert(tables.place).values({ bookId, id, kind: 'incubator', name: `H${n}`, setPointC: 28 })
      await tx.insert(tables.probe).values({ bookId, id, name: `probe of H${n}`, placeId: id })
      await tx.execute(sql`
        insert into reading (book_id, id, probe_id, at, celsius)
        select ${bookId}::uuid, gen_random_uuid(), ${id}::uuid, at, (28 + sin(extract(epoch from at) / 4000) / 3)::real
        from generate_series('2027-05-27T00:00Z'::timestamptz - ${each} * interval '1 minute', '2027-05-27T00:00Z'::timestamptz, interval '1 minute') at`)
      await tx.execute(sql`
        insert into reading_hour (book_id, id, probe_id, hour, count, min_c, max_c, sum_c)
        select book_id, gen_random_uuid(), probe_id, date_trunc('hour', at), count(*), min(celsius), max(celsius), sum(celsius)
        from reading where probe_id = ${id}::uuid group by book_id, probe_id, date_trunc('hour', at)`)
    })
  }
}

const { databaseUrl, ownerUrl, filled, close } = await fillBenchDatabase(async (db) => {
  const large = await fillLargeBook(db, { animals: ANIMALS, weightsEach: WEIGHTS.large })
  const small = await fillLargeBook(db, {
    ...{ animals: ANIMALS, weightsEach: WEIGHTS.small, email: 'owner@small.example' },
  })
  await fillReadings(db, large, ANIMALS * 500)
  const cookies = async (bookId: string, count: number) =>
    inBook(db, bookId, async (tx) => {
      const [owner] = await tx.select().from(tables.member)
      const made: string[] = []
      for (let i = 0; i < count; i++) {
        const id = i === 0 ? owner!.id : newId()
        if (i > 0)
          await tx.insert(tables.member).values({
            ...{ bookId, id, name: `Member ${i}`, email: `m${i}@large.example`, passwordHash: '-' },
            role: 'keeper',
          })
        made.push(`${COOKIE}=${(await createSession(tx, bookId, id)).cookie}`)
      }
      return made
    })
  const animals = await inBook(db, large, (tx) =>
    tx.select({ id: tables.animal.id }).from(tables.animal).limit(500),
  )
  const [member] = await inBook(db, large, (tx) => tx.select().from(tables.member))
  return {
    ...{ large, members: await cookies(large, MEMBERS), few: (await cookies(small, 1))[0]! },
    ...{ animals: animals.map((a) => a.id), memberId: member!.id },
  }
})
console.log(
  `filled in ${((performance.now() - filling) / 1000).toFixed(0)} s: ${ANIMALS} animals, ${ANIMALS * 100} entries, ${ANIMALS * 500} readings`,
)

const server = spawn(process.execPath, ['--import', 'tsx', 'apps/server/src/main.ts'], {
  cwd: ROOT,
  stdio: ['ignore', 'inherit', 'inherit'],
  env: { ...process.env, NODE_ENV: 'production', DATABASE_URL: databaseUrl, PORT: String(PORT), DEMO: 'no' },
})
await ready(URL_OF)
const resident = () => {
  const status = readFileSync(`/proc/${server.pid}/status`, 'utf8')
  return Number(/VmRSS:\s+(\d+)/.exec(status)![1]) / 1000
}
const any = <T>(of: readonly T[]): T => of[Math.floor(Math.random() * of.length)]!

async function timed(path: string, cookie: string, body?: unknown): Promise<number> {
  const at = performance.now()
  const reply = await fetch(`${URL_OF}${path}`, {
    headers: { cookie, ...(body ? { 'content-type': 'application/json' } : {}) },
    ...(body ? { method: 'POST', body: JSON.stringify(body) } : {}),
  })
  const text = await reply.text()
  if (!reply.ok) throw new Error(`${path}: ${reply.status} ${text.slice(0, 200)}`)
  return performance.now() - at
}
const weighing = () => ({
  ...{ id: newId(), kind: 'weighed', at: '2027-05-27T12:00:00.000Z' },
  ...{
    subject: { type: 'animal', id: any(filled.animals) },
    payload: { grams: 100 + Math.round(Math.random() * 300) },
  },
})

/** What members open and do most: a screen's main call each, and weighings. */
const CALLS: Record<string, () => [path: string, body?: unknown]> = {
  'who is here': () => ['/api/session'],
  'the round': () => ['/api/round'],
  'one animal': () => [`/api/animals/${any(filled.animals)}`],
  'its entries': () => [`/api/entries?subjectId=${any(filled.animals)}&limit=12`],
  'all animals': () => ['/api/animals'],
  'the log': () => ['/api/entries?limit=100'],
  'the season': () => ['/api/season'],
  readiness: () => ['/api/readiness'],
  clutches: () => ['/api/clutches'],
  'a weighing': () => ['/api/entries', { entries: [weighing()] }],
}
const share = (sorted: readonly number[], p: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(p * sorted.length))] ?? 0

console.log('\n## A call alone, and as the log grows tenfold (medians of 7)')
console.log('| call | a tenth of the log | the whole log | times |\n|---|---|---|---|')
const median = async (call: string, cookie: string) => {
  const times: number[] = []
  for (let i = 0; i < 8; i++) times.push(await timed(CALLS[call]!()[0], cookie))
  return times.slice(1).sort((a, b) => a - b)[3]!
}
for (const call of ['the round', 'all animals', 'the log', 'the season', 'readiness']) {
  const few = await median(call, filled.few)
  const many = await median(call, filled.members[0]!)
  console.log(`| ${call} | ${few.toFixed(0)} ms | ${many.toFixed(0)} ms | ${(many / few).toFixed(2)} |`)
}

console.log(
  `\n## ${MEMBERS} members at once for ${SECONDS} s, each thinking ${THINK_MS.from / 1000} to ${THINK_MS.to / 1000} s between two calls`,
)
const owner = new pg.Client({ connectionString: ownerUrl })
await owner.connect()
const scans = async () =>
  new Map(
    (
      await owner.query<{ name: string; rows: string; seq: string }>(
        'select relname as name, seq_tup_read as rows, seq_scan as seq from pg_stat_user_tables',
      )
    ).rows.map((r) => [r.name, { rows: Number(r.rows), seq: Number(r.seq) }]),
  )
const before = await scans()
const restAt = resident()
const times = new Map(Object.keys(CALLS).map((c) => [c, [] as number[]]))
const until = performance.now() + SECONDS * 1000
let most = restAt
const watch = setInterval(() => (most = Math.max(most, resident())), 250)
await Promise.all(
  filled.members.map(async (cookie) => {
    await pause(Math.random() * THINK_MS.to)
    while (performance.now() < until) {
      const call = any(Object.keys(CALLS))
      const [path, body] = CALLS[call]!()
      times.get(call)!.push(await timed(path, cookie, body))
      await pause(THINK_MS.from + Math.random() * (THINK_MS.to - THINK_MS.from))
    }
  }),
)
clearInterval(watch)
console.log('| call | times | half within | 95 % within | 99 % within |\n|---|---|---|---|---|')
let all = 0
for (const [call, list] of times) {
  const sorted = list.sort((a, b) => a - b)
  all += list.length
  console.log(
    `| ${call} | ${list.length} | ${share(sorted, 0.5).toFixed(0)} ms | ${share(sorted, 0.95).toFixed(0)} ms | ${share(sorted, 0.99).toFixed(0)} ms |`,
  )
}
console.log(
  `\n${(all / SECONDS).toFixed(1)} calls a second; memory of the server ${restAt.toFixed(0)} MB at rest, ${most.toFixed(0)} MB at most`,
)
const after = await scans()
console.log('tables read from end to end meanwhile, by rows:')
for (const [name, { rows, seq }] of [...after]
  .map(
    ([name, now]) =>
      [
        name,
        { rows: now.rows - (before.get(name)?.rows ?? 0), seq: now.seq - (before.get(name)?.seq ?? 0) },
      ] as const,
  )
  .sort((a, b) => b[1].rows - a[1].rows)
  .slice(0, 8))
  console.log(`  ${name}: ${rows} rows in ${seq} readings`)

console.log(
  '\n## Entries a second, against a bare insert of the same rows in the same run (8 at once, 10 s each)',
)
console.log('| at once | by the server | bare insert | ratio |\n|---|---|---|---|')
const WRITERS = 8
const WRITE_MS = 10_000
async function rate(write: () => Promise<number>): Promise<number> {
  const end = performance.now() + WRITE_MS
  let count = 0
  await Promise.all(
    Array.from({ length: WRITERS }, async () => {
      while (performance.now() < end) count += await write()
    }),
  )
  return count / (WRITE_MS / 1000)
}
const pool = new pg.Pool({ connectionString: databaseUrl, max: WRITERS })
for (const size of [1, 20, 200]) {
  const byServer = await rate(async () => {
    await timed('/api/entries', any(filled.members), { entries: Array.from({ length: size }, weighing) })
    return size
  })
  const bare = await rate(async () => {
    const rows = Array.from({ length: size }, weighing).map((e) => ({
      ...{ book_id: filled.large, id: e.id, kind: e.kind, subject_type: 'animal', subject_id: e.subject.id },
      ...{ at: e.at, precision: 'minute', recorded_at: e.at, member_id: filled.memberId, device: '' },
      ...{ payload: e.payload, strikes: null },
    }))
    const client = await pool.connect()
    await client.query('begin')
    await client.query("select set_config('app.book_id', $1, true)", [filled.large])
    await client.query('insert into entry select * from json_populate_recordset(null::entry, $1)', [
      JSON.stringify(rows),
    ])
    await client.query('commit')
    client.release()
    return size
  })
  console.log(`| ${size} | ${byServer.toFixed(0)} | ${bare.toFixed(0)} | ${(byServer / bare).toFixed(2)} |`)
}
console.log(`memory of the server at the end ${resident().toFixed(0)} MB`)
await pool.end()
await owner.end()
server.kill('SIGTERM')
await new Promise((resolve) => server.once('exit', resolve))
await close()
