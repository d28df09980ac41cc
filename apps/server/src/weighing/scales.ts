import { eq } from 'drizzle-orm'
import { newId, type ScaleView } from '@hatch-book/contract'
import { tables, type Transaction } from '../db/connect'
import { forgetTokens } from '../shell/bridge'
import { newToken } from '../shell/token'

const { scale } = tables

export const scaleTopic = (scaleId: string) => `scale:${scaleId}`
export const bridgeTopic = (scaleId: string) => `bridge:${scaleId}`

export const scaleView = ({ id, name, capacityGrams }: typeof scale.$inferSelect): ScaleView => ({
  id,
  name,
  capacityGrams,
})

/** Adds a scale, or gives one that is there a new secret; the token is what its bridge signs its words with. */
export async function issueScale(
  tx: Transaction,
  bookId: string,
  { id = newId(), name, capacityGrams }: { id?: string; name: string; capacityGrams: number },
): Promise<{ scale: ScaleView; token: string }> {
  // A scale that is there under this name keeps its id.
  const [there] = await tx.select({ id: scale.id }).from(scale).where(eq(scale.name, name))
  const { token, secretHash } = newToken(bookId, there?.id ?? id)
  const [row] = await tx
    .insert(scale)
    .values({ bookId, id: there?.id ?? id, name, capacityGrams, secretHash })
    .onConflictDoUpdate({ target: [scale.bookId, scale.name], set: { secretHash, capacityGrams } })
    .returning()
  forgetTokens(row!.id)
  return { scale: scaleView(row!), token }
}
