import { existsSync } from 'node:fs'
import { parseArgs } from 'node:util'
import sharp from 'sharp'
import { newId, type Role } from '../../../packages/contract/src'
import { createBook } from '../../../apps/server/src/books'
import { startingSpecies } from '../../../apps/server/src/protocols'
import { writeArchive } from '../../../apps/server/src/archive/write'
import { connect, inBook, tables } from '../../../apps/server/src/db/connect'
import { rooms } from '../../../apps/server/src/rooms'
import { COOKIE, createSession } from '../../../apps/server/src/shell/actor'
import { buildApp } from '../../../apps/server/src/shell/app'
import { readFile } from 'node:fs/promises'
import { fillBenchDatabase } from '../benchDatabase'
import { luck } from './chance'
import { hostileArchive, hostileList, hostilePhoto } from './files'
import { operationsOf, valueFor } from './requests'

/*
 * Ten thousand requests made from the server's own description and then spoilt, and a thousand files that are not what they say.
 * None may end in a 5xx, none may say a word of another book, and the memory must not grow.
 *   npm run bench:hostile                  ten minutes
 *   npm run bench:hostile -- --requests 500 --files 60 --seed 7
 */
const { values } = parseArgs({
  options: {
    requests: { type: 'string', default: '10000' },
    files: { type: 'string', default: '1000' },
    seed: { type: 'string', default: '1' },
  },
})
const REQUESTS = Number(values.requests)
const FILES = Number(values.files)
const chance = luck(Number(values.seed))
/** Stands in everything of the other book that has words. */
const MARK = 'heron-of-the-other-book'
const ROLES = ['owner', 'keeper', 'helper', 'viewer'] as const
const WARM_UP = 500

interface Filled {
  ours: string
  members: Record<Role, string>
  ids: string[]
  animal: string
  place: string
}

const ours = newId()
const theirs = newId()

const { databaseUrl, filled, close } = await fillBenchDatabase(async (db): Promise<Filled> => {
  const ids: string[] = []
  const open = (bookId: string, word: string) =>
    inBook(db, bookId, async (tx) => {
      const owner = await createBook(tx, {
        ...{ bookId, name: word, zone: 'UTC', species: startingSpecies() },
        owner: { name: word, email: `${word}@bench.example`, password: 'a long password' },
      })
      const members = { owner } as Record<Role, string>
      for (const role of ROLES.slice(1)) {
        members[role] = newId()
        await tx.insert(tables.member).values({
          ...{ bookId, id: members[role], name: `${word} ${role}`, email: `${role}.${word}@bench.example` },
          ...{ passwordHash: '-', role },
        })
      }
      const protocols = await tx.select().from(tables.protocol)
      const place = newId()
      await tx.insert(tables.place).values({ bookId, id: place, kind: 'tub', name: `${word} tub` })
      const animals = Array.from({ length: 8 }, (_, i) => ({
        ...{ bookId, id: newId(), tag: bookId === ours ? `C${i}` : `H${i} ${MARK.slice(0, 8)}` },
        ...{ protocolId: protocols[0]!.id, purpose: 'breeder' as const, note: `${word} note`, origin: word },
      }))
      await tx.insert(tables.animal).values(animals)
      ids.push(
        ...animals.map((a) => a.id),
        place,
        ...protocols.slice(0, 3).map((p) => p.id),
        ...Object.values(members),
      )
      return { members, animal: animals[0]!.id, place }
    })
  const { members, animal, place } = await open(ours, 'ours')
  await open(theirs, MARK)
  return { ours, members, ids, animal, place }
})
const { db, pool } = connect(databaseUrl)
const app = await buildApp({ databaseUrl, rooms })
await app.ready()
const cookieOf = async (role: Role) => {
  const { cookie } = await inBook(db, ours, (tx) => createSession(tx, ours, filled.members[role]))
  return `${COOKIE}=${cookie}`
}
const cookies = {} as Record<Role, string>
for (const role of ROLES) cookies[role] = await cookieOf(role)

const statuses = new Map<number, number>()
const faults: string[] = []
const slowest: { ms: number; what: string }[] = []
let asked = 0

async function ask(
  what: string,
  role: Role,
  options: { method: string; url: string; payload?: unknown; headers?: Record<string, string> },
) {
  const at = performance.now()
  const reply = await app.inject({
    ...(options as { method: 'POST'; url: string }),
    // Each from another address, so that not the limit of rates answers but the route.
    remoteAddress: `10.${asked >> 16}.${(asked >> 8) & 255}.${asked & 255}`,
    headers: { cookie: cookies[role], ...options.headers },
  })
  const ms = performance.now() - at
  asked++
  statuses.set(reply.statusCode, (statuses.get(reply.statusCode) ?? 0) + 1)
  slowest.push({ ms, what })
  if (slowest.length > 2000) slowest.sort((a, b) => b.ms - a.ms).splice(5)
  if (reply.statusCode >= 500)
    faults.push(`${what}: ${reply.statusCode} ${JSON.stringify(options.payload)?.slice(0, 300) ?? ''}`)
  if (reply.payload.includes(MARK) && !JSON.stringify(options.payload ?? options.url).includes(MARK))
    faults.push(`${what}: a word of the other book`)
  // Whoever signed out by it signs in again.
  if (reply.statusCode === 401) cookies[role] = await cookieOf(role)
  return reply
}

const wordOf = (value: unknown) =>
  (typeof value === 'string' ? value : (JSON.stringify(value) ?? '')).slice(0, 3000)

const heap = () => {
  global.gc?.()
  global.gc?.()
  return process.memoryUsage().heapUsed / 1e6
}

const doors = new Map(app.permissions.map((p) => [`${p.method} ${p.url}`, p.permission]))
const operations = operationsOf(app.swagger()).filter(
  ({ method, url }) =>
    doors.has(`${method} ${url.replace(/\{(\w+)\}/g, ':$1')}`) &&
    url !== '/api/live' &&
    !url.endsWith('/live') &&
    !url.includes('stream'),
)
console.log(`${operations.length} kinds of request, ${REQUESTS} of them`)
let base = 0
for (let i = 0; i < REQUESTS; i++) {
  if (i === Math.min(WARM_UP, Math.floor(REQUESTS / 2))) base = heap()
  const { method, url, query, body } = operations[i % operations.length]!
  const role = chance.happens(0.7) ? 'owner' : chance.of(ROLES)
  const path = url.replace(/\{\w+\}/g, () =>
    encodeURIComponent(
      chance.happens(0.8) ? chance.of(filled.ids) : chance.of(['x', '..', '%00', "'", '1'.repeat(90)]),
    ),
  )
  const search = new URLSearchParams()
  for (const [name, schema] of Object.entries(query))
    if (chance.happens(0.8)) search.set(name, wordOf(valueFor(schema, chance, filled.ids)))
  const hasBody = method !== 'GET' && method !== 'DELETE'
  const payload = hasBody ? valueFor(body ?? {}, chance, filled.ids) : undefined
  const raw = hasBody && chance.happens(0.06) ? chance.of(['{', '[1,', '"', 'nothing', '{"a":1}}', '']) : null
  await ask(`${method} ${url}`, role, {
    ...{ method, url: search.size > 0 ? `${path}?${search.toString()}` : path },
    ...(hasBody ? { payload: raw ?? JSON.stringify(payload ?? null) } : {}),
    headers: hasBody
      ? {
          'content-type': chance.happens(0.97)
            ? 'application/json'
            : chance.of(['text/plain', 'application/xml', '']),
        }
      : {},
  })
}
const afterRequests = heap()
console.log(
  `answered by status: ${JSON.stringify(Object.fromEntries([...statuses].sort((a, b) => a[0] - b[0])))}`,
)
console.log(
  `memory in use after ${WARM_UP} and after all: ${base.toFixed(1)} and ${afterRequests.toFixed(1)} MB`,
)

statuses.clear()
const made = await writeArchive(db, ours, new Date().toISOString())
const honest = await readFile(made.path)
await made.forget()
const photo = await sharp({ create: { width: 40, height: 40, channels: 3, background: '#765' } })
  .jpeg()
  .toBuffer()
console.log(
  `\n${FILES} files: lists, archives, photos, logs of probes; each honest one of them is ${(honest.length / 1000).toFixed(0)} and ${(photo.length / 1000).toFixed(1)} kB`,
)
const octets = { 'content-type': 'application/octet-stream' }
for (let i = 0; i < FILES; i++) {
  const kind = i % 4
  if (kind === 0)
    await ask('a list', 'owner', {
      method: 'POST',
      url: '/api/imports?fileName=x.csv',
      payload: hostileList(chance),
      headers: octets,
    })
  else if (kind === 1)
    await ask('an archive', 'owner', {
      method: 'POST',
      url: '/api/archive',
      payload: await hostileArchive(honest, chance),
      headers: octets,
    })
  else if (kind === 2)
    await ask('a photo', 'keeper', {
      method: 'POST',
      url: chance.happens(0.5)
        ? `/api/animals/${filled.animal}/photos?id=${newId()}`
        : `/api/places/${filled.place}/photos?id=${newId()}`,
      payload: await hostilePhoto(chance),
      headers: octets,
    })
  else
    await ask('a paper', 'keeper', {
      method: 'POST',
      url: `/api/animals/${filled.animal}/papers?id=${newId()}&name=x`,
      payload: chance.bytes(chance.below(3000)),
      headers: octets,
    })
}
const afterFiles = heap()
console.log(
  `answered by status: ${JSON.stringify(Object.fromEntries([...statuses].sort((a, b) => a[0] - b[0])))}`,
)
console.log(
  `memory in use: ${afterFiles.toFixed(1)} MB; resident ${(process.memoryUsage().rss / 1e6).toFixed(0)} MB`,
)
const escaped = ['/tmp/hatch-book-was-here', '/etc/hatch-book'].filter((path) => existsSync(path))
if (escaped.length > 0) faults.push(`written outside: ${escaped.join(', ')}`)
const others = await inBook(db, theirs, (tx) => tx.select().from(tables.animal))
if (others.length !== 8) faults.push('the other book was changed')
slowest.sort((a, b) => b.ms - a.ms)
console.log(
  `slowest: ${slowest
    .slice(0, 4)
    .map((s) => `${s.what} ${s.ms.toFixed(0)} ms`)
    .join(', ')}`,
)
const kinds = new Map<string, number>()
for (const fault of faults)
  kinds.set(
    fault.split(': ').slice(0, 2).join(': ').slice(0, 90),
    (kinds.get(fault.split(': ').slice(0, 2).join(': ').slice(0, 90)) ?? 0) + 1,
  )
for (const fault of faults.slice(0, 12)) console.log(`FAULT ${fault}`)
for (const [kind, n] of kinds) console.log(`  ${n} × ${kind}`)
console.log(
  faults.length === 0
    ? '\nNo 5xx, no word of another book, nothing written outside.'
    : `\n${faults.length} FAULTS`,
)
await app.close()
await pool.end()
await close()
process.exit(faults.length === 0 ? 0 : 1)
