import { spawn } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { parseArgs } from 'node:util'
import pg from 'pg'
import { LOOK_AHEAD } from '../../../apps/server/src/animals'
import { rooms } from '../../../apps/server/src/rooms'
import { buildApp } from '../../../apps/server/src/shell/app'
import { fillBenchDatabase } from '../benchDatabase'
import { ready } from '../faults/stack'
import { fillLoadBook } from './book'
import { Caller, weighing } from './caller'
import { THINK_MS, callsOf, crowd } from './members'
import { bareInsert, throughServer } from './writers'

/*
 * The large book under load: ten thousand animals, a million entries, five million readings; beside it one whose log is a tenth.
 * What fifty members at once wait for, how many entries a second go in against a bare insert, and what a call costs as the log grows.
 *   npm run bench:load                     ten minutes, most of them to fill the book
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
const MEMBERS = 50
const ROOT = fileURLToPath(new URL('../../..', import.meta.url))
const PORT = 4391

const filling = performance.now()
const { databaseUrl, ownerUrl, filled, close } = await fillBenchDatabase((db) =>
  fillLoadBook(db, { animals: ANIMALS, members: MEMBERS }),
)
console.log(
  `filled in ${((performance.now() - filling) / 1000).toFixed(0)} s: ${ANIMALS} animals, ${ANIMALS * 100} entries, ${ANIMALS * 500} readings`,
)

function startServer() {
  return spawn(process.execPath, ['--import', 'tsx', 'apps/server/src/main.ts'], {
    cwd: ROOT,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: databaseUrl,
      PORT: String(PORT),
      DEMO: 'no',
    },
  })
}
const url = `http://127.0.0.1:${PORT}`
const stopServer = async () => {
  const ended = new Promise((resolve) => server.once('exit', resolve))
  server.kill('SIGTERM')
  await ended
}
/** What the server does by itself in the hours before, at once. */
async function lookAhead() {
  const app = await buildApp({ databaseUrl, rooms })
  const began = performance.now()
  await app.jobs.run(LOOK_AHEAD)
  const took = performance.now() - began
  await app.close()
  return took
}
const owner = new pg.Client({ connectionString: ownerUrl })
await owner.connect()
const first = filled.members[0]!

console.log('\n## The first call of the round')
let server = startServer()
await ready(url)
const firstCalls = new Map<string, number>()
const firstCall = async (when: string) => {
  const caller = new Caller(PORT, 1)
  firstCalls.set(when, await caller.ask('/api/round', first))
  caller.close()
}
await firstCall('of a book in which nothing was judged yet')
await stopServer()
const lookedAhead = await lookAhead()
server = startServer()
await ready(url)
await firstCall('after a start')
await owner.query('update book set demo_day = demo_day + 1')
await firstCall('after midnight')
await owner.query('update book set demo_day = demo_day - 1')
for (const [when, ms] of firstCalls) console.log(`${when}: ${ms.toFixed(0)} ms`)
console.log(`looking ahead, which nobody waits for: ${(lookedAhead / 1000).toFixed(1)} s`)

const caller = new Caller(PORT, MEMBERS)
const resident = () => {
  const status = readFileSync(`/proc/${server.pid}/status`, 'utf8')
  return Number(/VmRSS:\s+(\d+)/.exec(status)![1]) / 1000
}
const share = (sorted: readonly number[], p: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(p * sorted.length))] ?? 0
console.log(
  '\n## A call alone, and as the log grows tenfold (medians of 7, something being written before each)',
)
console.log(
  '| call | the first after the start | a tenth of the log | the whole log | times |\n|---|---|---|---|---|',
)
async function median(path: string, who: { cookie: string; animals: readonly string[] }) {
  const times: number[] = []
  const began = await caller.ask(path, who.cookie)
  for (let i = 0; i < 7; i++) {
    await caller.ask('/api/entries', who.cookie, { entries: [weighing(who.animals)] })
    times.push(await caller.ask(path, who.cookie))
  }
  return { began, median: times.sort((a, b) => a - b)[3]! }
}
const calls = callsOf(filled)
for (const call of ['the round', 'all animals', 'the log', 'the season', 'readiness']) {
  const [path] = calls[call]!()
  const few = await median(path, filled.few)
  const many = await median(path, { cookie: first, animals: filled.animals })
  console.log(
    `| ${call} | ${many.began.toFixed(0)} ms | ${few.median.toFixed(0)} ms | ${many.median.toFixed(0)} ms | ${(many.median / few.median).toFixed(2)} |`,
  )
}

console.log(
  `\n## ${MEMBERS} members at once for ${SECONDS} s, each thinking ${THINK_MS.from / 1000} to ${THINK_MS.to / 1000} s between two calls`,
)
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
let most = restAt
const watch = setInterval(() => (most = Math.max(most, resident())), 250)
const times = await crowd(caller, filled, SECONDS)
clearInterval(watch)
console.log('| call | times | half within | 95 % within | 99 % within |\n|---|---|---|---|---|')
const row = (call: string, list: readonly number[]) => {
  const sorted = [...list].sort((a, b) => a - b)
  const [half, most, all] = [0.5, 0.95, 0.99].map((p) => share(sorted, p).toFixed(0))
  console.log(`| ${call} | ${list.length} | ${half} ms | ${most} ms | ${all} ms |`)
}
for (const [call, list] of times) row(call, list)
const all = [...times.values()].flat()
row('all of them', all)
console.log(
  `\n${(all.length / SECONDS).toFixed(1)} calls a second; memory of the server ${restAt.toFixed(0)} MB at rest, ${most.toFixed(0)} MB at most`,
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
  '\n## Entries a second, against a bare insert of the same rows (10 s each; the bare insert once before and once after)',
)
console.log('| devices | entries in a batch | by the server | bare insert | ratio |\n|---|---|---|---|---|')
for (const { writers, size } of [
  { writers: 1, size: 1 },
  { writers: 8, size: 1 },
  { writers: MEMBERS, size: 1 },
  { writers: 8, size: 20 },
  { writers: 8, size: 200 },
]) {
  const before = await bareInsert(databaseUrl, filled, { writers, size })
  const byServer = await throughServer(caller, filled, { writers, size })
  const bare = (before + (await bareInsert(databaseUrl, filled, { writers, size }))) / 2
  console.log(
    `| ${writers} | ${size} | ${byServer.toFixed(0)} | ${bare.toFixed(0)} | ${(byServer / bare).toFixed(2)} |`,
  )
}
console.log(`memory of the server at the end ${resident().toFixed(0)} MB`)
caller.close()
await owner.end()
await stopServer()
await close()
