import type { BookChanges } from './changes'
import { changesOf, readsBook, type Transaction } from './connect'

/** So many are kept; the longest unused goes first. */
const MOST_KEPT = 500

const kept = new Map<string, { stamp: string; value: unknown }>()

/** A memory that can be emptied at any time: nothing rests on it. */
interface Memory {
  clear(): void
}
const memories: Memory[] = []

/** Every memory of what was worked out of books is named here, so that all can be emptied at once. */
export function forgettable<M extends Memory>(memory: M): M {
  memories.push(memory)
  return memory
}
forgettable(kept)

/** Empties what this server keeps of books: whatever is asked next is worked out anew, as after a start. */
export const forgetAll = () => memories.forEach((memory) => memory.clear())

/** What is kept by name for as long as something else is there, such as the connections that tell of a book's changes. */
export class KeptBeside<K extends object, T> implements Memory {
  private maps = new WeakMap<K, Map<string, T>>()

  of(holder: K): Map<string, T> {
    const known = this.maps.get(holder) ?? new Map<string, T>()
    this.maps.set(holder, known)
    return known
  }
  clear(): void {
    this.maps = new WeakMap()
  }
}

/**
 * Keeps what was worked out for as long as its stamp is the same. The stamp names everything it rests on, mostly the row versions of the
 * database, and is read before it is worked out: what changes meanwhile changes the next stamp. Each server keeps its own.
 * @param name says what it is and of which book
 */
export async function keepWhile<T>(name: string, stamp: string, work: () => Promise<T>): Promise<T> {
  const found = kept.get(name)
  if (found?.stamp === stamp) {
    kept.delete(name)
    kept.set(name, found)
    return found.value as T
  }
  const value = await work()
  kept.delete(name)
  kept.set(name, { stamp, value })
  if (kept.size > MOST_KEPT) kept.delete(kept.keys().next().value!)
  return value
}

interface KeptOfBook {
  stamp: string
  value: unknown
}
const ofBooks = forgettable(new KeptBeside<BookChanges, KeptOfBook>())

/**
 * Keeps what was worked out of a book without looking whether it stands, as long as nothing was written there but of animals: for what rests
 * on nothing that is written of them. A transaction that may have written works it out anew.
 */
export async function keepBesideAnimals<T>(
  tx: Transaction,
  name: string,
  work: () => Promise<T>,
): Promise<T> {
  const bookId = readsBook(tx)
  if (bookId === null) return work()
  const changes = changesOf(tx)
  const all = ofBooks.of(changes)
  const key = `${bookId} ${name}`
  const found = all.get(key)
  if (found && changes.touchedSince(bookId, found.stamp)) return found.value as T
  // Before anything is read: what is written meanwhile counts for the next.
  const stamp = changes.stampOf(bookId)
  const value = await work()
  if (stamp !== null) all.set(key, { stamp, value })
  if (all.size > MOST_KEPT) all.delete(all.keys().next().value!)
  return value
}
