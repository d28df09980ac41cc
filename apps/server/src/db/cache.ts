import { LRUCache } from 'lru-cache'
import { changesOf, readsBook, sharedWhenSettled, type Transaction } from './connect'

/** Every cache of what was worked out of books: nothing rests on any of them, and all can be emptied at any time. */
const caches: { clear(): void }[] = []

type Limits<V> = { most: number } | { most: number; mostBytes: number; bytesOf(value: V): number }

/** A cache of what was worked out of books; the longest unused goes first. */
export function newCache<V extends object>(limits: Limits<V>): LRUCache<string, V> {
  const cache = new LRUCache<string, V>({
    max: limits.most,
    ...('mostBytes' in limits && {
      maxSize: limits.mostBytes,
      sizeCalculation: (value: V) => Math.max(1, limits.bytesOf(value)),
    }),
  })
  caches.push(cache)
  return cache
}

/** Empties what this server has worked out of books: whatever is asked next is worked out anew, as after a start. */
export const emptyCaches = () => caches.forEach((cache) => cache.clear())

let holders = 0
const numbers = new WeakMap<object, number>()
/** A key for what is cached only as long as something else is there, such as the line that tells of a book's changes. */
export function keyBeside(holder: object, key: string): string {
  const number = numbers.get(holder) ?? ++holders
  numbers.set(holder, number)
  return `${number} ${key}`
}

interface Stamped {
  stamp: string
  value: unknown
}
const MOST = 500
const cached = newCache<Stamped>({ most: MOST })
const ofBooks = newCache<Stamped>({ most: MOST })

/**
 * Caches what was worked out for as long as its stamp is the same. The stamp names everything it rests on, mostly the row versions of the
 * database, and is read before it is worked out: what changes meanwhile changes the next stamp. Each server has its own.
 * @param name says what it is and of which book
 */
export async function cachedWhile<T>(name: string, stamp: string, work: () => Promise<T>): Promise<T> {
  const found = cached.get(name)
  if (found?.stamp === stamp) return found.value as T
  const value = await work()
  cached.set(name, { stamp, value })
  return value
}

/**
 * Caches what was worked out of a book without looking whether it stands, as long as nothing was written there but of animals: for what rests
 * on nothing that is written of them. A transaction that may have written works it out anew.
 */
export async function cachedBesideAnimals<T>(
  tx: Transaction,
  name: string,
  work: () => Promise<T>,
): Promise<T> {
  const bookId = readsBook(tx)
  if (bookId === null) return sharedWhenSettled(tx, name, work)
  const changes = changesOf(tx)
  const key = keyBeside(changes, `${bookId} ${name}`)
  const found = ofBooks.get(key)
  if (found && changes.touchedSince(bookId, found.stamp)) return found.value as T
  // Before anything is read: what is written meanwhile counts for the next.
  const stamp = changes.stampOf(bookId)
  const value = await work()
  if (stamp !== null) ofBooks.set(key, { stamp, value })
  return value
}
