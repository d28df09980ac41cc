import { createHash, timingSafeEqual } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { inBook, tables, type Database } from '../db/connect'

/** A scale's bridge: it speaks for its scale and sees nothing of the book. */
export interface Bridge {
  bookId: string
  scaleId: string
}

export const secretHash = (secret: string) => createHash('sha256').update(secret).digest('hex')

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/

const REMEMBERED_MS = 10_000
/** A bridge speaks five times a second: its token is looked up once in ten seconds. */
const remembered = new Map<string, { bridge: Bridge; until: number }>()

/** Forgets the tokens of a scale that was given a new one, or removed. */
export function forgetTokens(scaleId: string): void {
  for (const [token, { bridge }] of remembered) if (bridge.scaleId === scaleId) remembered.delete(token)
}

/** The scale whose bridge speaks, by the token it sends; null for a wrong one. */
export async function scaleOfToken(db: Database, authorization: string | undefined): Promise<Bridge | null> {
  const known = remembered.get(authorization ?? '')
  if (known && known.until > Date.now()) return known.bridge
  const bridge = await lookUp(db, authorization)
  remembered.delete(authorization ?? '')
  if (bridge) remembered.set(authorization!, { bridge, until: Date.now() + REMEMBERED_MS })
  return bridge
}

async function lookUp(db: Database, authorization: string | undefined): Promise<Bridge | null> {
  const [bookId, scaleId, secret] = (authorization ?? '').replace(/^Bearer /, '').split('.')
  if (!bookId || !scaleId || !secret || !UUID.test(bookId) || !UUID.test(scaleId)) return null
  const [row] = await inBook(db, bookId, (tx) =>
    tx.select().from(tables.scale).where(eq(tables.scale.id, scaleId)),
  )
  if (!row) return null
  const given = Buffer.from(secretHash(secret))
  const kept = Buffer.from(row.secretHash)
  return given.length === kept.length && timingSafeEqual(given, kept) ? { bookId, scaleId } : null
}
