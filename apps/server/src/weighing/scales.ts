import { randomBytes } from 'node:crypto'
import { newId, type ScaleView } from '@hatch-book/contract'
import { tables, type Transaction } from '../db/connect'
import { forgetTokens, secretHash } from '../shell/bridge'

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
  const secret = randomBytes(24).toString('base64url')
  const [row] = await tx
    .insert(scale)
    .values({ bookId, id, name, capacityGrams, secretHash: secretHash(secret) })
    .onConflictDoUpdate({
      target: [scale.bookId, scale.name],
      set: { secretHash: secretHash(secret), capacityGrams },
    })
    .returning()
  forgetTokens(row!.id)
  return { scale: scaleView(row!), token: `${bookId}.${row!.id}.${secret}` }
}
