import { eq } from 'drizzle-orm'
import { inBook, tables, type Database } from '../db/connect'
import { isSecret, readToken } from './token'

/** A device, or the bridge of one: it speaks for itself and sees nothing of the book. */
export interface Bridge {
  bookId: string
  is: 'scale' | 'probe'
  /** Of the scale or the probe. */
  id: string
}

const REMEMBERED_MS = 10_000
/** A bridge speaks five times a second: its token is looked up once in ten seconds. */
const remembered = new Map<string, { bridge: Bridge; until: number }>()

/** Forgets the tokens of a device that was given a new one, or removed. */
export function forgetTokens(deviceId: string): void {
  for (const [token, { bridge }] of remembered) if (bridge.id === deviceId) remembered.delete(token)
}

/** The device that speaks, by the token it sends; null for a wrong one. */
export async function deviceOfToken(db: Database, authorization: string | undefined): Promise<Bridge | null> {
  const known = remembered.get(authorization ?? '')
  if (known && known.until > Date.now()) return known.bridge
  const bridge = await lookUp(db, authorization)
  remembered.delete(authorization ?? '')
  if (bridge) remembered.set(authorization!, { bridge, until: Date.now() + REMEMBERED_MS })
  return bridge
}

async function lookUp(db: Database, authorization: string | undefined): Promise<Bridge | null> {
  const token = readToken(authorization?.replace(/^Bearer /, ''))
  if (!token) return null
  const { bookId, id, secret } = token
  const { scale, probe } = tables
  return inBook(db, bookId, async (tx) => {
    const [ofScale] = await tx.select({ hash: scale.secretHash }).from(scale).where(eq(scale.id, id))
    if (ofScale) return isSecret(secret, ofScale.hash) ? { bookId, is: 'scale', id } : null
    const [ofProbe] = await tx.select({ hash: probe.secretHash }).from(probe).where(eq(probe.id, id))
    return ofProbe?.hash && isSecret(secret, ofProbe.hash) ? { bookId, is: 'probe', id } : null
  })
}
