import { booksApi } from '@hatch-book/contract'
import { and, eq, lt } from 'drizzle-orm'
import { Secret, TOTP } from 'otpauth'
import { inBook, tables, type Transaction } from '../db/connect'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { provePassword } from './password'

const STEP_SECONDS = 30
/** A clock half a minute off is forgiven, either way. */
const WINDOW = 1

const codes = (secret: string, label = '') =>
  new TOTP({ issuer: 'Hatch Book', label, secret: Secret.fromBase32(secret), period: STEP_SECONDS })

/**
 * The step of time whose code this is, RFC 6238; null for a wrong one.
 * @param at milliseconds since 1970, by the real clock: a demo book's day does not move people's telephones
 */
function stepOfCode(secret: string, code: string, at = Date.now()): number | null {
  const delta = codes(secret).validate({ token: code.replace(/\s/g, ''), timestamp: at, window: WINDOW })
  return delta === null ? null : Math.floor(at / 1000 / STEP_SECONDS) + delta
}

/**
 * Whether a member passes the second step: at once where they have none, else with a code that was not used before.
 * @returns false where a code is wanted and none was given
 * @throws BookError `wrong-code` for a wrong or a used one
 */
export async function takeCode(
  tx: Transaction,
  memberId: string,
  code: string | undefined,
): Promise<boolean> {
  const { member } = tables
  const [row] = await tx.select({ secret: member.secondFactor }).from(member).where(eq(member.id, memberId))
  if (!row?.secret) return true
  if (!code) return false
  const step = stepOfCode(row.secret, code)
  // Said and checked in one statement: of two who send the same code at once, one comes in.
  const used =
    step === null
      ? []
      : await tx
          .update(member)
          .set({ secondFactorStep: step })
          .where(and(eq(member.id, memberId), lt(member.secondFactorStep, step)))
          .returning({ id: member.id })
  if (used.length === 0) throw new BookError('wrong-code')
  return true
}

/** A second step at the door: six figures from a telephone, by the common standard. */
export const secondFactorRoutes: BookRoutes = (app, { db }) => {
  serve(app, booksApi.beginSecondFactor, async (request) => {
    const { bookId, member, book } = actorOf(request)
    const secret = new Secret({ size: 20 }).base32
    await inBook(db, bookId, async (tx) => {
      await provePassword(tx, member.id, request.body.password)
      await tx
        .update(tables.member)
        .set({ secondFactorOffered: secret })
        .where(eq(tables.member.id, member.id))
    })
    return { secret, address: codes(secret, `${book.name}: ${member.email}`).toString() }
  })

  serve(app, booksApi.proveSecondFactor, (request) => {
    const { bookId, member } = actorOf(request)
    return inBook(db, bookId, async (tx) => {
      const [row] = await tx
        .select({ offered: tables.member.secondFactorOffered })
        .from(tables.member)
        .where(eq(tables.member.id, member.id))
      const step = row?.offered ? stepOfCode(row.offered, request.body.code) : null
      if (step === null) throw new BookError('wrong-code')
      await tx
        .update(tables.member)
        .set({ secondFactor: row!.offered, secondFactorOffered: null, secondFactorStep: step })
        .where(eq(tables.member.id, member.id))
      return { ok: true as const }
    })
  })

  serve(app, booksApi.endSecondFactor, (request) => {
    const { bookId, member } = actorOf(request)
    return inBook(db, bookId, async (tx) => {
      await provePassword(tx, member.id, request.body.password)
      await tx
        .update(tables.member)
        .set({ secondFactor: null, secondFactorOffered: null })
        .where(eq(tables.member.id, member.id))
      return { ok: true as const }
    })
  })
}
