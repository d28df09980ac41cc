import {
  BookChange,
  BookSchema,
  FirstOwner,
  MemberDraft,
  MemberSchema,
  Ok,
  SessionSchema,
  SignIn,
  SignedIn,
  newId,
  type Session,
} from '@hatch-book/contract'
import { dayOfInstant } from '@hatch-book/core'
import { hash, verify } from '@node-rs/argon2'
import { and, eq, sql } from 'drizzle-orm'
import * as v from 'valibot'
import { inBook, tables, type Transaction } from '../db/connect'
import {
  actorOf,
  bookNow,
  closeSession,
  hasEnded,
  openSession,
  type Actor,
  type BookRow,
} from '../shell/actor'
import type { BookRoutes, Rooms } from '../shell/app'
import { BookError } from '../shell/problems'
import { createBook } from './create'

const SLOW = { config: { permission: 'public', rateLimit: { max: 20, timeWindow: '1 minute' } } } as const
/** Verified when nobody has the address, so that the answer takes as long as for somebody. */
const nobody = hash('a password that nobody has')

export const bookView = ({ id, version, name, zone, weightUnit, temperatureUnit, demoDay }: BookRow) => ({
  id,
  version,
  name,
  zone,
  weightUnit,
  temperatureUnit,
  demoDay,
})

async function sessionOf(actor: Actor | null, { db, demoSignIn }: Rooms): Promise<Session> {
  const now = actor?.now ?? Date.now()
  const { rows } = await db.execute<{ any_book: boolean }>(sql`select any_book()`)
  return {
    member: actor?.member ?? null,
    book: actor && bookView(actor.book),
    now: new Date(now).toISOString(),
    today: actor?.today ?? dayOfInstant(now, 'UTC'),
    firstOwnerWanted: !rows[0]!.any_book,
    demoSignIn: actor ? null : demoSignIn,
  }
}

export const bookRoutes: BookRoutes = (app, rooms) => {
  const { db } = rooms

  app.get(
    '/api/session',
    { config: { permission: 'public' }, schema: { response: { 200: SessionSchema } } },
    (request) => sessionOf(request.actorOrNull, rooms),
  )

  app.post(
    '/api/sign-in',
    { ...SLOW, schema: { body: SignIn, response: { 200: SignedIn } } },
    async (request, reply) => {
      const { email, password, bookId } = request.body
      const found = await db.execute<{
        book_id: string
        member_id: string
        password_hash: string
        book_name: string
      }>(sql`select * from sign_in_lookup(${email})`)
      const checked = await Promise.all(
        found.rows.map(async (row) => ({ row, fits: await fitsHash(row.password_hash, password) })),
      )
      if (found.rows.length === 0) await verify(await nobody, password)
      const fitting = checked.filter((c) => c.fits).map((c) => c.row)
      const chosen = bookId ? fitting.find((row) => row.book_id === bookId) : fitting[0]
      if (!chosen) throw new BookError('wrong-sign-in')
      if (!bookId && fitting.length > 1)
        return { ok: false, books: fitting.map((row) => ({ id: row.book_id, name: row.book_name })) }
      await inBook(db, chosen.book_id, async (tx) => {
        await refuseEnded(tx, chosen.member_id)
        await openSession(tx, reply, chosen.book_id, chosen.member_id)
      })
      return { ok: true, books: [] }
    },
  )

  app.post(
    '/api/sign-out',
    { config: { permission: 'read the book' }, schema: { response: { 200: Ok } } },
    async (request, reply) => {
      await closeSession(db, reply, actorOf(request))
      return { ok: true as const }
    },
  )

  app.post(
    '/api/first-owner',
    { ...SLOW, schema: { body: FirstOwner, response: { 200: Ok } } },
    async (request, reply) => {
      const { rows } = await db.execute<{ any_book: boolean }>(sql`select any_book()`)
      if (rows[0]!.any_book)
        throw new BookError(
          'already-there',
          'This server has an owner already. Sign in, or ask them to add you.',
        )
      const { bookName, zone, name, email, password } = request.body
      const bookId = newId()
      await inBook(db, bookId, async (tx) => {
        const memberId = await createBook(tx, {
          bookId,
          name: bookName,
          zone,
          owner: { name, email, password },
        })
        await openSession(tx, reply, bookId, memberId)
      })
      return { ok: true as const }
    },
  )

  app.patch(
    '/api/book',
    { config: { permission: 'run the book' }, schema: { body: BookChange, response: { 200: BookSchema } } },
    async (request) => {
      const actor = actorOf(request)
      const { version, ...change } = request.body
      const [row] = await inBook(db, actor.bookId, (tx) =>
        tx
          .update(tables.book)
          .set({ ...change, version: version + 1 })
          .where(and(eq(tables.book.id, actor.bookId), eq(tables.book.version, version)))
          .returning(),
      )
      if (!row) throw new BookError('stale', '', undefined, bookView(actor.book))
      return bookView(row)
    },
  )

  const Members = v.object({ members: v.array(MemberSchema) })
  app.get(
    '/api/members',
    { config: { permission: 'read the book' }, schema: { response: { 200: Members } } },
    async (request) => ({
      members: await inBook(db, actorOf(request).bookId, (tx) =>
        tx.select().from(tables.member).orderBy(tables.member.name),
      ),
    }),
  )

  app.post(
    '/api/members',
    {
      config: { permission: 'run the book' },
      schema: { body: MemberDraft, response: { 200: MemberSchema } },
    },
    async (request) => {
      const { bookId } = actorOf(request)
      const { password, ...person } = request.body
      const member = { bookId, ...person, passwordHash: await hash(password) }
      await inBook(db, bookId, (tx) => tx.insert(tables.member).values(member))
      return member
    },
  )
}

/** A member who was never given a password has a hash that is none: it fits nothing. */
const fitsHash = (kept: string, password: string) => verify(kept, password).catch(() => false)

/** Who comes with the right password after the end of the account is told so. */
async function refuseEnded(tx: Transaction, memberId: string): Promise<void> {
  const { member, book } = tables
  const [row] = await tx
    .select({ member, book })
    .from(member)
    .innerJoin(book, eq(book.id, member.bookId))
    .where(eq(member.id, memberId))
  if (row && hasEnded(row.member, dayOfInstant(bookNow(row.book), row.book.zone)))
    throw new BookError('wrong-sign-in', `This account ended on ${row.member.endsOn!}. Ask the book's owner.`)
}
