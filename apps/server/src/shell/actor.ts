import '@fastify/cookie'
import { AsyncLocalStorage } from 'node:async_hooks'
import Bowser from 'bowser'
import { dayOfInstant, instantOfDay, type Day, type Instant } from '@hatch-book/core'
import { OPEN_WHEN_DELETED, may, type Permission, newId, type Role } from '@hatch-book/contract'
import { eq, getTableColumns } from 'drizzle-orm'
import type { FastifyInstance, FastifyReply } from 'fastify'
import { onBehalfOf } from '../db/acting'
import { inBook, tables, type Database, type Transaction } from '../db/connect'
import { deviceOfToken, type Bridge } from './bridge'
import { BookError } from './problems'
import { isSecret, newToken, readToken } from './token'

export type BookRow = typeof tables.book.$inferSelect

/** Who asks, in which book, and what that book's clock says. */
export interface Actor {
  bookId: string
  sessionId: string
  member: { id: string; name: string; email: string; role: Role; endsOn: Day | null; secondFactor: boolean }
  book: BookRow
  now: Instant
  today: Day
}

declare module 'fastify' {
  interface FastifyRequest {
    actorOrNull: Actor | null
    /** The device that speaks, on the routes of devices. */
    bridgeOrNull: Bridge | null
  }
  interface FastifyInstance {
    /** Every route of the book with the permission it asks for. */
    permissions: { method: string; url: string; permission: Permission }[]
  }
  interface FastifyContextConfig {
    permission?: Permission
  }
}

export const COOKIE = 'hatch-book'

/**
 * A browser sends a host's cookies to all its ports: two books on one machine are told apart by the port in the name, as the browser sees it.
 * @param host what the browser calls the server, with its port
 */
export function cookieName(host: string): string {
  const port = /:(\d{1,5})$/.exec(host)?.[1]
  return port && port !== '80' && port !== '443' ? `${COOKIE}-${port}` : COOKIE
}
const SESSION_DAYS = 60
/** When a session was last heard of is told this exactly. */
const SEEN_EVERY_MS = 15 * 60_000
const DEMO_HOUR = 14

/**
 * The day on which a request of the demo's own people happens, while a stretch of days is played. It is kept with the request,
 * not in the book: whoever works in the book meanwhile stays on the book's day.
 */
const playedDay = new AsyncLocalStorage<Day>()
export const onPlayedDay = <T>(day: Day, work: () => T): T => playedDay.run(day, work)

/** The book's clock: the real one, or in the demo the early afternoon of the demo day. */
export function bookNow(book: Pick<BookRow, 'demoDay' | 'zone'>): Instant {
  return book.demoDay ? instantOfDay(book.demoDay, book.zone, DEMO_HOUR) : Date.now()
}

/** No member's: it can be asked for like any other, and nothing can be written in its name. */
const NOBODY = '00000000-0000-0000-0000-000000000000'

/** The book itself, asking on nobody's behalf: it sees what a viewer sees. */
export function actorOfBook(book: BookRow): Actor {
  const now = bookNow(book)
  const nobody = {
    id: NOBODY,
    name: '',
    email: '',
    role: 'viewer' as const,
    endsOn: null,
    secondFactor: false,
  }
  return {
    ...{ bookId: book.id, sessionId: NOBODY, member: nobody, book, now },
    today: dayOfInstant(now, book.zone),
  }
}

/** Opens a session; the cookie names book, session and secret, and the database keeps only the secret's hash. */
export async function createSession(
  tx: Transaction,
  bookId: string,
  memberId: string,
  device = '',
): Promise<{ id: string; cookie: string; expiresAt: Date }> {
  const id = newId()
  const { token, secretHash } = newToken(bookId, id)
  const expiresAt = new Date(Date.now() + SESSION_DAYS * 86_400_000)
  await tx.insert(tables.session).values({ bookId, id, memberId, secretHash, expiresAt, device })
  return { id, cookie: token, expiresAt }
}

/** A browser in a few words, as 'Firefox on Android': enough to know one's own devices by. */
function deviceOf(userAgent: string | undefined): string {
  if (!userAgent) return 'a program'
  const browser = Bowser.getParser(userAgent)
  return [browser.getBrowserName() || 'a program', browser.getOSName()]
    .filter(Boolean)
    .join(' on ')
    .slice(0, 80)
}

/** Opens a session and gives the browser its cookie. */
export async function openSession(
  tx: Transaction,
  reply: FastifyReply,
  bookId: string,
  memberId: string,
): Promise<void> {
  const { cookie, expiresAt } = await createSession(
    tx,
    bookId,
    memberId,
    deviceOf(reply.request.headers['user-agent']),
  )
  reply.setCookie(cookieName(reply.request.host), cookie, {
    path: '/',
    httpOnly: true,
    sameSite: 'strict',
    secure: reply.request.protocol === 'https',
    expires: expiresAt,
  })
}

export async function closeSession(db: Database, reply: FastifyReply, actor: Actor): Promise<void> {
  await inBook(db, actor.bookId, (tx) =>
    tx.delete(tables.session).where(eq(tables.session.id, actor.sessionId)),
  )
  reply.clearCookie(cookieName(reply.request.host), { path: '/' })
}

/** An account with an end opens until that day is over. */
export const hasEnded = ({ endsOn }: { endsOn: Day | null }, today: Day) => endsOn !== null && today > endsOn

interface SessionRow {
  secret_hash: string
  seen_at: Date
  member: Actor['member']
  /** A row of the table as the database says it. */
  book: Record<string, unknown>
}

const BOOK_COLUMNS = Object.entries(getTableColumns(tables.book))

function bookFrom(row: Record<string, unknown>): BookRow {
  const named = Object.fromEntries(BOOK_COLUMNS.map(([name, column]) => [name, row[column.name]]))
  return { ...named, deletedAt: row.deleted_at ? new Date(row.deleted_at as string) : null } as BookRow
}

async function readSession(db: Database, cookie: string | undefined): Promise<Actor | null> {
  const token = readToken(cookie)
  if (!token) return null
  const { bookId, id: sessionId, secret } = token
  // Asked with every request: one message, which the database has prepared.
  const { rows } = await db.$client.query<SessionRow>({
    name: 'who asks',
    text: 'select * from who_asks($1, $2)',
    values: [bookId, sessionId],
  })
  const row = rows[0]
  if (!row || !isSecret(secret, row.secret_hash)) return null
  const { member } = row
  const book = bookFrom(row.book)
  const onDay = { ...book, demoDay: book.demoDay && (playedDay.getStore() ?? book.demoDay) }
  const now = bookNow(onDay)
  const today = dayOfInstant(now, onDay.zone)
  if (hasEnded(member, today)) return null
  if (book.deletedAt && member.role !== 'owner') return null
  if (Date.now() - row.seen_at.getTime() > SEEN_EVERY_MS) await wasSeen(db, bookId, sessionId)
  return { bookId, sessionId, member, book: onDay, now, today }
}

const wasSeen = (db: Database, bookId: string, sessionId: string) =>
  inBook(db, bookId, (tx) =>
    tx.update(tables.session).set({ seenAt: new Date() }).where(eq(tables.session.id, sessionId)),
  )

/** Knows the actor of every request and lets in only whom the route's permission lets in. */
export function checkPermissions(app: FastifyInstance, db: Database): void {
  app.decorateRequest('actorOrNull', null)
  app.decorateRequest('bridgeOrNull', null)
  app.decorate('permissions', [])
  app.addHook('onRoute', ({ url, method, config }) => {
    if (!url.startsWith('/api')) return
    if (!config?.permission) throw new Error(`the route ${String(method)} ${url} names no permission`)
    for (const m of [method].flat())
      if (m !== 'HEAD') app.permissions.push({ method: m, url, permission: config.permission })
  })
  app.addHook('onRequest', async (request) => {
    const permission = request.routeOptions.config.permission
    if (!permission) return
    if (permission === 'speak as a scale' || permission === 'speak as a probe') {
      const device = await deviceOfToken(db, request.headers.authorization)
      if (!device || !may(device.is, permission))
        throw new BookError(
          'not-signed-in',
          `This is not the token of a ${permission.slice('speak as a '.length)}.`,
        )
      request.bridgeOrNull = device
      return
    }
    request.actorOrNull = await readSession(
      db,
      // A program that is no browser keeps its own cookies and may leave the port out.
      request.cookies[cookieName(request.host)] ?? request.cookies[COOKIE],
    )
    const role = request.actorOrNull?.member.role ?? 'nobody'
    if (may(role, permission)) {
      if (request.actorOrNull?.book.deletedAt && !OPEN_WHEN_DELETED.has(permission))
        throw new BookError('book-deleted')
      return
    }
    throw role === 'nobody'
      ? new BookError('not-signed-in')
      : new BookError('not-allowed', `A ${role} may not do this.`)
  })
}

/** What a request changes is kept as its member's, with the browser they did it from. Called after its body was read. */
export function keepWhoActs(app: FastifyInstance): void {
  app.addHook('preValidation', (request, _reply, done) => {
    const actor = request.actorOrNull
    if (!actor) return done()
    const device = deviceOf(request.headers['user-agent'])
    onBehalfOf({ bookId: actor.bookId, memberId: actor.member.id, device }, done)
  })
}

/** The device of a request behind a permission of devices. */
export function bridgeOf(request: { bridgeOrNull: Bridge | null }): Bridge {
  if (!request.bridgeOrNull) throw new BookError('not-signed-in')
  return request.bridgeOrNull
}

/** The actor of a request behind a permission. */
export function actorOf(request: { actorOrNull: Actor | null }): Actor {
  if (!request.actorOrNull) throw new BookError('not-signed-in')
  return request.actorOrNull
}
