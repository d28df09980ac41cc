import { eq } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { forgetTokens } from '../shell/bridge'
import { newToken } from '../shell/token'

/** Gives a probe a new token; it then speaks for itself. */
export async function issueProbe(tx: Transaction, bookId: string, probeId: string): Promise<string> {
  const { token, secretHash } = newToken(bookId, probeId)
  await tx.update(tables.probe).set({ secretHash }).where(eq(tables.probe.id, probeId))
  forgetTokens(probeId)
  return token
}
