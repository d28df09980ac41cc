import { randomUUID } from 'node:crypto'
import { newId, type EntryInput, type EntryKind, type Role, type SubjectType } from '@hatch-book/contract'
import type { InjectOptions, LightMyRequestResponse } from 'fastify'
import { sql } from 'drizzle-orm'
import pg from 'pg'
import { createBook } from '../src/books'
import { startingSpecies } from '../src/protocols'
import { asRole, connect, inBook, tables, type Database } from '../src/db/connect'
import { rooms } from '../src/rooms'
import { COOKIE, createSession } from '../src/shell/actor'
import { buildApp, type BookApp } from '../src/shell/app'

export const TODAY = '2026-05-20'
/** Midday of a day of the test book, which keeps its time in UTC. */
export const noon = (day: string) => `${day}T12:00:00.000Z`

export interface Reply {
  status: number
  body: Record<string, any> // eslint-disable-line @typescript-eslint/no-explicit-any -- tests look into replies freely
}
export type Caller = (
  method: 'GET' | 'POST' | 'PATCH' | 'DELETE',
  url: string,
  body?: unknown,
) => Promise<Reply>

export interface TestBook {
  id: string
  as: Record<Role, Caller>
  /** The owner's session, for requests whose replies are no JSON. */
  cookie: string
  /** Everybody's, for the same. */
  cookies: Readonly<Record<Role, string>>
  protocols: Record<'CS' | 'WH', string>
}

export interface TestServer {
  app: BookApp
  db: Database
  ownerUrl: string
  /** @param begins without the starting species as a book that somebody opens */
  openBook(name: string, begins?: { withSpecies?: boolean }): Promise<TestBook>
  /** Speaks as a member whose address is known. */
  signedIn(email: string): Promise<Caller>
  call: Caller
  /** Closes the application; its database stays. */
  stop(): Promise<void>
  close(): Promise<void>
}

/** A server on a database of its own, copied from the migrated template. */
export async function openServer(): Promise<TestServer> {
  const name = `test_${randomUUID().replaceAll('-', '')}`
  const admin = new pg.Client({ connectionString: process.env.TEST_OWNER_URL! })
  await admin.connect()
  await admin.query(`create database ${name} template hatch_book_template`)
  const url = new URL(process.env.TEST_OWNER_URL!)
  url.pathname = `/${name}`
  const server = await openServerOn(url.toString())
  return {
    ...server,
    close: async () => {
      await server.stop()
      await admin.query(`drop database ${name} with (force)`)
      await admin.end()
    },
  }
}

/** A server on a database that is there already; closing it leaves the database. */
export async function openServerOn(ownerUrl: string): Promise<TestServer> {
  const databaseUrl = asRole(ownerUrl, 'app_rw', process.env.TEST_APP_PASSWORD!)
  const app = await buildApp({ databaseUrl, rooms })
  await app.ready()
  const { db, pool } = connect(databaseUrl)
  const send = async (options: InjectOptions): Promise<Reply> => {
    const reply: LightMyRequestResponse = await app.inject(options)
    const isJson = String(reply.headers['content-type']).includes('json')
    return { status: reply.statusCode, body: isJson ? (JSON.parse(reply.body) as Reply['body']) : {} }
  }
  const caller =
    (cookie: string | null): Caller =>
    (method, url, body) =>
      send({
        method,
        url,
        headers: {
          ...(cookie ? { cookie } : {}),
          ...(Buffer.isBuffer(body) ? { 'content-type': 'application/octet-stream' } : {}),
        },
        ...(body === undefined ? {} : { payload: body as object }),
      })

  const openBook: TestServer['openBook'] = async (bookName, { withSpecies = true } = {}) => {
    const bookId = newId()
    const cookies: Partial<Record<Role, string>> = {}
    await inBook(db, bookId, async (tx) => {
      const ownerId = await createBook(tx, {
        bookId,
        name: bookName,
        zone: 'UTC',
        owner: { name: 'Owner', email: `owner@${bookId}.example`, password: 'a long password' },
        demo: { day: TODAY, seed: 1 },
        species: withSpecies ? startingSpecies() : [],
      })
      for (const role of ['owner', 'keeper', 'helper', 'viewer'] as const) {
        const id = role === 'owner' ? ownerId : newId()
        if (role !== 'owner')
          await tx
            .insert(tables.member)
            .values({ bookId, id, name: role, email: `${role}@${bookId}.example`, passwordHash: '-', role })
        cookies[role] = `${COOKIE}=${(await createSession(tx, bookId, id)).cookie}`
      }
    })
    const as = Object.fromEntries(
      Object.entries(cookies).map(([role, cookie]) => [role, caller(cookie)]),
    ) as TestBook['as']
    const { body } = await as.owner('GET', '/api/protocols')
    const idOf = (code: string) =>
      (body.protocols as { id: string; code: string }[]).find((p) => p.code === code)?.id ?? ''
    return {
      ...{ id: bookId, as, cookie: cookies.owner!, cookies: cookies as Record<Role, string> },
      protocols: { CS: idOf('CS'), WH: idOf('WH') },
    }
  }
  let stopped: Promise<void> | null = null
  const stop = () => (stopped ??= app.close().then(() => pool.end()))
  const signedIn = async (email: string): Promise<Caller> => {
    const { rows } = await db.execute<{ book_id: string; member_id: string }>(
      sql`select book_id, member_id from sign_in_lookup(${email})`,
    )
    const { book_id: bookId, member_id: memberId } = rows[0]!
    return caller(
      `${COOKIE}=${await inBook(db, bookId, async (tx) => (await createSession(tx, bookId, memberId)).cookie)}`,
    )
  }
  return { app, db, ownerUrl, openBook, signedIn, call: caller(null), stop, close: stop }
}

/** No two animals of a test have the same tag, however many it adds: drawn by chance, two of some hundreds had. */
let tagsGiven = 0

/** Adds an animal; by default a grown corn snake female in good order on the test day. */
export async function addAnimal(book: TestBook, change: Record<string, unknown> = {}): Promise<string> {
  const id = newId()
  const { status, body } = await book.as.keeper('POST', '/api/animals', {
    ...{
      id,
      tag: `C${100_000 + ++tagsGiven}`,
      protocolId: book.protocols.CS,
      sex: 'female',
      purpose: 'breeder',
    },
    ...{ hatched: { date: '2022-06-01', precision: 'day' }, grams: 420 },
    ...change,
  })
  if (status !== 200) throw new Error(JSON.stringify(body))
  return id
}

export function entry(
  kind: EntryKind,
  type: SubjectType,
  id: string,
  payload: object = {},
  at = noon(TODAY),
): EntryInput {
  // What a test sends may be wrong on purpose.
  return { id: newId(), kind, subject: { type, id }, at, payload } as EntryInput
}

/** Writes entries as a role, the keeper unless said otherwise. */
export const write = (book: TestBook, entries: EntryInput[], role: Role = 'keeper') =>
  book.as[role]('POST', '/api/entries', { entries })

/** Writes entries that the book has to take: where it does not, the test fails in its words. */
export async function entered(book: TestBook, entries: EntryInput[], role: Role = 'keeper'): Promise<void> {
  const { status, body } = await write(book, entries, role)
  if (status !== 200) throw new Error(JSON.stringify(body))
}

/** A tub that stands by itself. */
export async function addTub(book: TestBook, name: string): Promise<string> {
  const id = newId()
  const { status, body } = await book.as.owner('POST', '/api/places', { id, kind: 'tub', name })
  if (status !== 200) throw new Error(JSON.stringify(body))
  return id
}

/** An animal that feeds: three meals in a row and a condition score. */
export const feed = (book: TestBook, id: string, times = 3) =>
  write(book, [
    ...Array.from({ length: times }, (_, i) =>
      entry('meal', 'animal', id, { outcome: 'taken' }, noon(`2026-05-0${i + 1}`)),
    ),
    entry('weighed', 'animal', id, { grams: 420, context: 'empty', condition: 3 }),
  ])
