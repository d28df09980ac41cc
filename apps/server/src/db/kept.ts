/** So many are kept; the longest unused goes first. */
const MOST_KEPT = 500

const kept = new Map<string, { stamp: string; value: unknown }>()

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
