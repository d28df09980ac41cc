import { spawnSync } from 'node:child_process'
import { appendFileSync, chmodSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { sql } from 'drizzle-orm'
import pg from 'pg'
import { newId } from '../../../packages/contract/src'
import { createBook } from '../../../apps/server/src/books'
import { startingSpecies } from '../../../apps/server/src/protocols'
import { asRole, connect, inBook, tables } from '../../../apps/server/src/db/connect'
import { migrateDatabase } from '../../../apps/server/src/db/migrate'
import { rebuildIn } from '../../../apps/server/src/db/rebuild'
import { COOKIE, createSession } from '../../../apps/server/src/shell/actor'
// @ts-expect-error -- a plain script without types
import { dataFolder } from '../../dataFolder.mjs'
import { openCuttingProxy } from './cuttingProxy'
import { openStack, pause, ready, type Stack } from './stack'
import { letWrite, type Writers } from './writers'

/*
 * Pulls plugs while devices write: kill -9 of the server, of the database, of both; lines cut in the middle of a reply; a full disk.
 * After each round: is everything that was answered there, once; is no batch there by half; are the folded rows those of the log?
 *   npm run bench:faults            200 rounds, a quarter of an hour
 *   npm run bench:faults -- --rounds 20
 */
const { rounds = '200' } = parseArgs({ options: { rounds: { type: 'string' } } }).values
const ROUNDS = Number(rounds)
const DEVICES = 6
const ANIMALS = 24
/** The disk of the last part: as large as a new database and a little more. */
const SMALL_DISK_MB = 160

type Fault = 'server' | 'database' | 'both' | 'line'
const FAULTS: readonly Fault[] = ['server', 'database', 'both', 'line']

interface Tally {
  rounds: number
  answered: number
  lost: number
  doubled: number
  halves: number
  backAfterMs: number[]
}
const blank = (): Tally => ({ rounds: 0, answered: 0, lost: 0, doubled: 0, halves: 0, backAfterMs: [] })

const bookId = newId()
const animals = Array.from({ length: ANIMALS }, () => newId())
let cookie = ''

async function prepare(ownerUrl: string): Promise<void> {
  await migrateDatabase(ownerUrl, 'bench')
  const { db, pool } = connect(asRole(ownerUrl, 'app_rw', 'bench'))
  await inBook(db, bookId, async (tx) => {
    const owner = { name: 'Owner', email: 'owner@plug.example', password: 'pull the plug' }
    const member = await createBook(tx, {
      ...{ bookId, name: 'Plug', zone: 'UTC', owner, species: startingSpecies() },
    })
    const [protocol] = await tx.select().from(tables.protocol).limit(1)
    await tx.insert(tables.animal).values(
      animals.map((id, i) => ({
        bookId,
        id,
        tag: `P${i + 1}`,
        protocolId: protocol!.id,
        purpose: 'breeder' as const,
      })),
    )
    cookie = `${COOKIE}=${(await createSession(tx, bookId, member)).cookie}`
  })
  await pool.end()
}

/** What of all that was written stands in the database, asked of the database itself. */
async function look(
  stack: Stack,
  writers: Writers,
  from: number,
): Promise<Pick<Tally, 'lost' | 'doubled' | 'halves' | 'answered'>> {
  const client = new pg.Client({ connectionString: stack.ownerUrl })
  await client.connect()
  const { rows } = await client.query<{ id: string; n: string }>(
    'select id, count(*) as n from entry group by id',
  )
  await client.end()
  const there = new Map(rows.map((r) => [r.id, Number(r.n)]))
  const batches = writers.acknowledged.slice(from)
  const sentIds = new Set([...writers.sent.values()].flat())
  return {
    answered: batches.flat().length,
    // Of every round so far, not only of this one: a later fault must not take what an earlier one left.
    lost: writers.acknowledged.flat().filter((id) => !there.has(id)).length,
    doubled: rows.filter((r) => Number(r.n) !== 1 || !sentIds.has(r.id)).length,
    halves: [...writers.sent.values()].filter((ids) => {
      const found = ids.filter((id) => there.has(id)).length
      return found !== 0 && found !== ids.length
    }).length,
  }
}

/** How many folded rows differ from what their logs say: all are folded anew, and none may change. */
async function stale(ownerUrl: string): Promise<number> {
  const { db, pool } = connect(asRole(ownerUrl, 'app_rw', 'bench'))
  const shown = () =>
    inBook(db, bookId, async (tx) => {
      const { rows } = await tx.execute<{ id: string; s: string }>(
        sql`select id, standing::text as s from animal_standing order by id`,
      )
      return rows
    })
  const before = await shown()
  await inBook(db, bookId, (tx) => rebuildIn(tx, bookId))
  const after = await shown()
  await pool.end()
  const was = new Map(before.map((r) => [r.id, r.s]))
  // An animal of which nothing was written has no row before and a blank one after.
  return after.filter((r) => was.has(r.id) && was.get(r.id) !== r.s).length
}

async function pullPlugs(stack: Stack): Promise<boolean> {
  const proxy = await openCuttingProxy(stack.url)
  let isCutting = false
  const writers = letWrite(() => (isCutting ? proxy.url : stack.url), cookie, animals, DEVICES)
  const tallies = new Map(FAULTS.map((f) => [f, blank()]))
  let isWell = true
  for (let round = 0; round < ROUNDS; round++) {
    const fault = FAULTS[round % FAULTS.length]!
    const from = writers.acknowledged.length
    writers.go()
    await pause(150 + Math.random() * 500)
    const at = performance.now()
    if (fault === 'line') {
      isCutting = true
      await pause(800)
      isCutting = false
    } else {
      // At the same moment, while requests are under way.
      await Promise.all([
        ...(fault !== 'database' ? [stack.killServer()] : []),
        ...(fault !== 'server' ? [stack.killDatabase()] : []),
      ])
      if (fault !== 'server') await stack.startDatabase()
      if (fault !== 'database') await stack.startServer()
      else await ready(stack.url)
    }
    const back = performance.now() - at
    await pause(150)
    await writers.pause()
    const seen = await look(stack, writers, from)
    const tally = tallies.get(fault)!
    tally.rounds++
    tally.answered += seen.answered
    tally.lost += seen.lost
    tally.doubled += seen.doubled
    tally.halves += seen.halves
    tally.backAfterMs.push(back)
    if (seen.lost + seen.doubled + seen.halves > 0) {
      isWell = false
      console.log(`round ${round + 1}, ${fault}: ${JSON.stringify(seen)}`)
    }
    if ((round + 1) % 20 === 0)
      console.log(`  ${round + 1} rounds, ${writers.acknowledged.flat().length} entries answered`)
  }
  await writers.stop()
  proxy.close()
  const differing = await stale(stack.ownerUrl)
  console.log(
    '\n| pulled | rounds | entries answered | lost | doubled | batches by half | answers again after (median) |',
  )
  console.log('|---|---|---|---|---|---|---|')
  for (const [fault, t] of tallies) {
    const median = t.backAfterMs.sort((a, b) => a - b)[Math.floor(t.backAfterMs.length / 2)] ?? 0
    console.log(
      `| ${fault} | ${t.rounds} | ${t.answered} | ${t.lost} | ${t.doubled} | ${t.halves} | ${(median / 1000).toFixed(1)} s |`,
    )
  }
  console.log(
    `\nlines cut: ${proxy.cuts()}; refusals by status: ${JSON.stringify(Object.fromEntries(writers.refused))}`,
  )
  console.log(`folded rows that differ from their logs: ${differing} of ${ANIMALS}`)
  return isWell && differing === 0
}

/** Takes all the room that is left, to the last page, while others take of it too. */
function fillUp(path: string): void {
  for (let size = 1 << 20; size >= 4096;)
    try {
      appendFileSync(path, Buffer.alloc(size))
    } catch {
      size >>= 1
    }
}

/** A disk that fills up under the database, and has room again. */
async function fillDisk(): Promise<boolean> {
  const disk = mkdtempSync(join(tmpdir(), 'hatch-book-disk-'))
  const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${SMALL_DISK_MB}m,mode=755`, 'tmpfs', disk])
  if (mounted.status !== 0) {
    console.log(
      `\nfull disk: not tried, for no small disk can be mounted here (${mounted.stderr.toString().trim()})`,
    )
    rmSync(disk, { recursive: true, force: true })
    return true
  }
  process.env.HATCH_BOOK_DATA = join(disk, 'data')
  const stack = await openStack((dataFolder as (name: string) => string)('bench'), prepare)
  const writers = letWrite(() => stack.url, cookie, animals, DEVICES)
  await pause(1000)
  const ballast = join(disk, 'ballast')
  fillUp(ballast)
  const before = writers.acknowledged.length
  await pause(6000)
  const refused = Object.fromEntries(writers.refused)
  const during = writers.acknowledged.length - before
  rmSync(ballast)
  // The database may have stopped for want of room, as it should; it is started as `npm start` would.
  if (!(await fetch(`${stack.url}/health/ready`).catch(() => null))?.ok)
    await stack.startDatabase().catch(() => undefined)
  await ready(stack.url)
  const after = writers.acknowledged.length
  await pause(1500)
  await writers.pause()
  const seen = await look(stack, writers, 0)
  const wentOn = writers.acknowledged.length - after
  await writers.stop()
  await stack.close()
  spawnSync('umount', [disk])
  rmSync(disk, { recursive: true, force: true })
  console.log(
    `\nfull disk: ${during} batches still answered while it was full, refusals by status ${JSON.stringify(refused)}; ` +
      `once there was room again it went on (${wentOn} batches); answered ${seen.answered}, lost ${seen.lost}, doubled ${seen.doubled}, by half ${seen.halves}`,
  )
  return seen.lost + seen.doubled + seen.halves === 0 && wentOn > 0
}

const folder = mkdtempSync(join(tmpdir(), 'hatch-book-faults-'))
chmodSync(folder, 0o755)
process.env.HATCH_BOOK_DATA = join(folder, 'data')
mkdirSync(process.env.HATCH_BOOK_DATA)
const stack = await openStack((dataFolder as (name: string) => string)('bench'), prepare)
const plugs = await pullPlugs(stack)
await stack.close()
rmSync(folder, { recursive: true, force: true })
const disk = await fillDisk()
console.log(plugs && disk ? '\nNothing answered was lost, nothing doubled.' : '\nNOT WELL: see above.')
process.exit(plugs && disk ? 0 : 1)
