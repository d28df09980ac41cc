import { booksApi } from '@hatch-book/contract'
import { hash } from '@node-rs/argon2'
import { and, desc, eq, gt, ne } from 'drizzle-orm'
import { inBook, tables, type Transaction } from '../db/connect'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { BookError } from '../shell/problems'
import { serve } from '../shell/serve'
import { provePassword } from './password'

/** Closes a member's sessions, on all devices or on all but one. */
export async function closeSessions(tx: Transaction, memberId: string, butNot?: string): Promise<number> {
  const { session } = tables
  const of = eq(session.memberId, memberId)
  const closed = await tx
    .delete(session)
    .where(butNot ? and(of, ne(session.id, butNot)) : of)
    .returning({ id: session.id })
  return closed.length
}

/** Where a member is signed in, and the password they come in by. */
export const sessionRoutes: BookRoutes = (app, { db }) => {
  serve(app, booksApi.sessions, async (request) => {
    const { bookId, member, sessionId } = actorOf(request)
    const { session } = tables
    const rows = await inBook(db, bookId, (tx) =>
      tx
        .select()
        .from(session)
        .where(and(eq(session.memberId, member.id), gt(session.expiresAt, new Date())))
        .orderBy(desc(session.seenAt))
        .limit(200),
    )
    return {
      sessions: rows.map(({ id, device, openedAt, seenAt }) => ({
        ...{ id, device, isThis: id === sessionId },
        ...{ openedAt: openedAt.toISOString(), seenAt: seenAt.toISOString() },
      })),
    }
  })

  serve(app, booksApi.closeSessions, async (request) => {
    const { bookId, member, sessionId } = actorOf(request)
    const butNot = request.body.which === 'others' ? sessionId : undefined
    return { closed: await inBook(db, bookId, (tx) => closeSessions(tx, member.id, butNot)) }
  })

  serve(app, booksApi.closeSession, async (request) => {
    const { bookId, member } = actorOf(request)
    const { session } = tables
    const closed = await inBook(db, bookId, (tx) =>
      tx
        .delete(session)
        .where(and(eq(session.id, request.params.id), eq(session.memberId, member.id)))
        .returning({ id: session.id }),
    )
    if (closed.length === 0) throw new BookError('not-found', 'You are already signed out there.')
    return { ok: true as const }
  })

  /** A new password: every other device has to sign in anew. */
  serve(app, booksApi.changePassword, (request) => {
    const { bookId, member, sessionId } = actorOf(request)
    const { current, password } = request.body
    return inBook(db, bookId, async (tx) => {
      await provePassword(tx, member.id, current)
      await tx
        .update(tables.member)
        .set({ passwordHash: await hash(password) })
        .where(eq(tables.member.id, member.id))
      return { closed: await closeSessions(tx, member.id, sessionId) }
    })
  })
}
