import { verify } from '@node-rs/argon2'
import { eq } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { BookError } from '../shell/problems'

/** A member who was never given a password has a hash that is none: it fits nothing. */
export const fitsHash = (kept: string, password: string) => verify(kept, password).catch(() => false)

/** @throws BookError `wrong-password` where it is not the member's own. */
export async function provePassword(tx: Transaction, memberId: string, password: string): Promise<void> {
  const [row] = await tx
    .select({ kept: tables.member.passwordHash })
    .from(tables.member)
    .where(eq(tables.member.id, memberId))
  if (!row || !(await fitsHash(row.kept, password)))
    throw new BookError('wrong-password', '', [{ field: 'current', says: 'That is not your password.' }])
}
