import { booksApi, newId } from '@hatch-book/contract'
import { hash } from '@node-rs/argon2'
import { and, desc, eq, gt, isNull } from 'drizzle-orm'
import { inBook, tables, type Database, type Transaction } from '../db/connect'
import { actorOf, openSession } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { isSecret, newToken, readToken } from '../shell/token'
import { closeSessions } from './sessionRoutes'

const HOURS = { join: 7 * 24, recover: 24 }
type InvitationRow = typeof tables.invitation.$inferSelect

interface Made {
  key: string
  expiresAt: string
}

/** Writes a link that opens once; the key is told now and never again. */
export async function makeLink(
  tx: Transaction,
  bookId: string,
  link: Pick<InvitationRow, 'memberId' | 'role' | 'name' | 'endsOn'> & { id?: string },
): Promise<Made> {
  const id = link.id ?? newId()
  const { token, secretHash } = newToken(bookId, id)
  const expiresAt = new Date(Date.now() + (link.memberId ? HOURS.recover : HOURS.join) * 3_600_000)
  await tx.insert(tables.invitation).values({ ...link, bookId, id, secretHash, expiresAt })
  return { key: token, expiresAt: expiresAt.toISOString() }
}

/** Works in the book that a link leads into, with the link; a used, ended or invented one is not found. */
async function withLink<T>(
  db: Database,
  key: string,
  work: (tx: Transaction, link: InvitationRow) => Promise<T>,
): Promise<T> {
  const gone = new BookError('not-found', 'This link was used, has ended or was withdrawn. Ask for another.')
  const token = readToken(key)
  if (!token) throw gone
  const { bookId, id, secret } = token
  return inBook(db, bookId, async (tx) => {
    const { invitation, book } = tables
    const [row] = await tx
      .select({ invitation })
      .from(invitation)
      .innerJoin(book, eq(book.id, invitation.bookId))
      .where(
        and(
          eq(invitation.id, id),
          isNull(invitation.usedAt),
          isNull(book.deletedAt),
          gt(invitation.expiresAt, new Date()),
        ),
      )
      .for('update', { of: invitation })
    if (!row || !isSecret(secret, row.invitation.secretHash)) throw gone
    return work(tx, row.invitation)
  })
}

/** Links that open once: for somebody new to join, or for a member who lost their password. */
export const invitationRoutes: BookRoutes = (app, { db }) => {
  serve(app, booksApi.invitations, async (request) => {
    const { invitation } = tables
    const rows = await inBook(db, actorOf(request).bookId, (tx) =>
      tx
        .select()
        .from(invitation)
        .where(and(isNull(invitation.usedAt), gt(invitation.expiresAt, new Date())))
        .orderBy(desc(invitation.madeAt)),
    )
    return {
      invitations: rows.map(({ id, name, role, endsOn, expiresAt, memberId }) => ({
        ...{ id, name, role, endsOn, recovers: memberId !== null },
        expiresAt: expiresAt.toISOString(),
      })),
    }
  })

  serve(app, booksApi.invite, (request) => {
    const { bookId } = actorOf(request)
    const { endsOn = null, ...draft } = request.body
    return inBook(db, bookId, (tx) => makeLink(tx, bookId, { ...draft, endsOn, memberId: null }))
  })

  serve(app, booksApi.withdrawInvitation, async (request) => {
    const withdrawn = await inBook(db, actorOf(request).bookId, (tx) =>
      tx.delete(tables.invitation).where(eq(tables.invitation.id, request.params.id)).returning(),
    )
    if (withdrawn.length === 0) throw new BookError('not-found', 'This invitation is already withdrawn.')
    return { ok: true as const }
  })

  /** A member who lost their password, or their telephone: a link by which they choose a new one, and no second step. */
  serve(app, booksApi.makeRecovery, (request) => {
    const { bookId } = actorOf(request)
    return inBook(db, bookId, async (tx) => {
      const { member, invitation } = tables
      const [row] = await tx.select().from(member).where(eq(member.id, request.params.id))
      if (!row) throw new BookError('not-found')
      // Only the newest link opens.
      await tx.delete(invitation).where(eq(invitation.memberId, row.id))
      const { id: memberId, role, name, endsOn } = row
      return makeLink(tx, bookId, { memberId, role, name, endsOn })
    })
  })
  serve(app, booksApi.invitation, (request) =>
    withLink(db, request.params.key, async (tx, { name, role, endsOn, memberId }) => {
      const [book] = await tx.select().from(tables.book)
      const [member] = memberId
        ? await tx.select().from(tables.member).where(eq(tables.member.id, memberId))
        : []
      return { bookName: book!.name, name, role, endsOn, email: member?.email ?? null }
    }),
  )

  serve(app, booksApi.join, (request, reply) =>
    withLink(db, request.params.key, async (tx, link) => {
      const { name, email, password } = request.body
      const passwordHash = await hash(password)
      const memberId = link.memberId ?? newId()
      const { bookId, role, endsOn } = link
      if (link.memberId) {
        await tx
          .update(tables.member)
          .set({ passwordHash, secondFactor: null, secondFactorOffered: null })
          .where(eq(tables.member.id, memberId))
        await closeSessions(tx, memberId)
      } else {
        const missing = [
          ...(name ? [] : [{ field: 'name', says: 'write your name' }]),
          ...(email ? [] : [{ field: 'email', says: 'write your address' }]),
        ]
        if (missing.length > 0) throw new BookError('invalid', 'Name and address are wanted.', missing)
        const [there] = await tx.select().from(tables.member).where(eq(tables.member.email, email!))
        if (there) throw new BookError('already-there', 'A member of this book has that address already.')
        await tx
          .insert(tables.member)
          .values({ bookId, id: memberId, name: name!, email: email!, passwordHash, role, endsOn })
      }
      await tx.update(tables.invitation).set({ usedAt: new Date() }).where(eq(tables.invitation.id, link.id))
      await openSession(tx, reply, bookId, memberId)
      return { ok: true as const }
    }),
  )
}
