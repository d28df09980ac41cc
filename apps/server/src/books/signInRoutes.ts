import { booksApi } from '@hatch-book/contract'
import { dayOfInstant } from '@hatch-book/core'
import { hash, verify } from '@node-rs/argon2'
import { eq, sql } from 'drizzle-orm'
import { inBook, tables, type Transaction } from '../db/connect'
import { actorOf, bookNow, closeSession, hasEnded, openSession } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { fitsHash } from './password'
import { takeCode } from './secondFactorRoutes'

/** Verified when nobody has the address, so that the answer takes as long as for somebody. */
const nobody = hash('a password that nobody has')

export const signInRoutes: BookRoutes = (app, { db }) => {
  serve(app, booksApi.signIn, async (request, reply) => {
    const { email, password, bookId, code } = request.body
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
    const ok = await inBook(db, chosen.book_id, async (tx) => {
      await refuseWhoIsOut(tx, chosen.member_id)
      if (!(await takeCode(tx, chosen.member_id, code))) return false
      await openSession(tx, reply, chosen.book_id, chosen.member_id)
      return true
    })
    return { ok, books: [], codeWanted: !ok }
  })

  serve(app, booksApi.signOut, async (request, reply) => {
    await closeSession(db, reply, actorOf(request))
    return { ok: true as const }
  })
}

/** Who comes with the right password after the end of the account, or of the book, is told so. */
async function refuseWhoIsOut(tx: Transaction, memberId: string): Promise<void> {
  const { member, book } = tables
  const [row] = await tx
    .select({ member, book })
    .from(member)
    .innerJoin(book, eq(book.id, member.bookId))
    .where(eq(member.id, memberId))
  if (!row) throw new BookError('wrong-sign-in')
  if (hasEnded(row.member, dayOfInstant(bookNow(row.book), row.book.zone)))
    throw new BookError('wrong-sign-in', `This account ended on ${row.member.endsOn!}. Ask the book's owner.`)
  if (row.book.deletedAt && row.member.role !== 'owner')
    throw new BookError('book-deleted', 'This book was deleted. Its owner can still bring it back.')
}
