import { booksApi, newId } from '@hatch-book/contract'
import { eq, sql } from 'drizzle-orm'
import { inBook, tables } from '../db/connect'
import { actorOf, openSession } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { createBook } from './create'
import { provePassword } from './password'
import { bookView } from './view'

const LOOK_EVERY_MS = 60 * 60_000
const ALL_BOOKS = 'all'

/** Another book beside this one; and a book that goes, which for thirty days can come back. */
export const bookLifeRoutes: BookRoutes = (app, { db }) => {
  /** A second book of the same person: they stand in it at once, and come in by the same password. */
  serve(app, booksApi.open, async (request, reply) => {
    const { bookId: from, member } = actorOf(request)
    const [self] = await inBook(db, from, (tx) =>
      tx.select().from(tables.member).where(eq(tables.member.id, member.id)),
    )
    const bookId = newId()
    await inBook(db, bookId, async (tx) => {
      const memberId = await createBook(tx, {
        ...{ bookId, ...request.body },
        owner: { name: self!.name, email: self!.email, passwordHash: self!.passwordHash },
      })
      // The same door, with all its steps.
      const { secondFactor, secondFactorStep } = self!
      await tx
        .update(tables.member)
        .set({ secondFactor, secondFactorStep })
        .where(eq(tables.member.id, memberId))
      await openSession(tx, reply, bookId, memberId)
    })
    return { ok: true as const }
  })

  serve(app, booksApi.delete, (request) => {
    const { bookId, member, book } = actorOf(request)
    const { name, password } = request.body
    if (name !== book.name)
      throw new BookError('invalid', 'That is not the name of this book.', [
        { field: 'name', says: `write '${book.name}'` },
      ])
    return inBook(db, bookId, async (tx) => {
      await provePassword(tx, member.id, password)
      const [row] = await tx.update(tables.book).set({ deletedAt: new Date() }).returning()
      return bookView(row!)
    })
  })

  serve(app, booksApi.restore, (request) => {
    const { bookId } = actorOf(request)
    return inBook(db, bookId, async (tx) => {
      const [row] = await tx.update(tables.book).set({ deletedAt: null }).returning()
      return bookView(row!)
    })
  })

  app.jobs.add({
    ...{ name: 'Clearing out deleted books', everyMs: LOOK_EVERY_MS },
    // Once for all of them: those that are gone are in no list of books.
    books: () => Promise.resolve([ALL_BOOKS]),
    work: async () => {
      await db.execute(sql`select forget_deleted_books()`)
    },
  })
}
