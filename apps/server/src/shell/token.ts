import { createHash, randomBytes, timingSafeEqual } from 'node:crypto'
import { validate } from 'uuid'

/** What a browser, a device or a link carries to be let in: the book, what it names there, and a secret of which only the hash is stored. */
export interface Token {
  bookId: string
  id: string
  secret: string
}

const SECRET_BYTES = 32

export const secretHash = (secret: string) => createHash('sha256').update(secret).digest('hex')

/** A new secret for something of a book: the token that is handed out once, and the hash that is stored. */
export function newToken(bookId: string, id: string): { token: string; secretHash: string } {
  const secret = randomBytes(SECRET_BYTES).toString('base64url')
  return { token: `${bookId}.${id}.${secret}`, secretHash: secretHash(secret) }
}

/** Reads a token; null of whatever cannot be one. */
export function readToken(text: string | undefined): Token | null {
  const [bookId, id, secret, more] = (text ?? '').split('.')
  return bookId && id && secret && more === undefined && validate(bookId) && validate(id)
    ? { bookId, id, secret }
    : null
}

/** Whether a secret is the one whose hash is stored, in a time that tells nothing. */
export function isSecret(secret: string, storedHash: string): boolean {
  const [given, stored] = [Buffer.from(secretHash(secret)), Buffer.from(storedHash)]
  return given.length === stored.length && timingSafeEqual(given, stored)
}
