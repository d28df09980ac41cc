import { booksApi, newId, type Session } from '@hatch-book/contract'
import { dayOfInstant } from '@hatch-book/core'
import { and, eq, sql } from 'drizzle-orm'
import { inBook, tables } from '../db/connect'
import { actorOf, openSession, type Actor } from '../shell/actor'
import type { BookRoutes, Rooms } from '../shell/app'
import { BookError } from '../shell/problems'
import { serve } from '../shell/serve'
import { createBook } from './create'
import { bookView } from './view'

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

/** The book itself: who is here, its first owner, its settings. */
export const bookRoutes: BookRoutes = (app, rooms) => {
  const { db } = rooms

  serve(app, booksApi.session, (request) => sessionOf(request.actorOrNull, rooms))

  serve(app, booksApi.begin, async (request, reply) => {
    const { rows } = await db.execute<{ any_book: boolean }>(sql`select any_book()`)
    if (rows[0]!.any_book)
      throw new BookError(
        'already-there',
        'This server already has an owner. Sign in, or ask the owner to add you.',
      )
    const { bookName, zone, name, email, password } = request.body
    const bookId = newId()
    await inBook(db, bookId, async (tx) => {
      const memberId = await createBook(tx, {
        ...{ bookId, name: bookName, zone },
        owner: { name, email, password },
      })
      await openSession(tx, reply, bookId, memberId)
    })
    return { ok: true as const }
  })

  serve(app, booksApi.change, async (request) => {
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
  })
}
