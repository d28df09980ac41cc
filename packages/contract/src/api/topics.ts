import type { Topic } from '@hatch-book/core'

/** What a write touches; of what all answers rest on, such as the book's own settings or its protocols, everything. */
export type Touched = readonly Topic[] | 'everything'

/** Whether an answer that rests on some parts may be another after a write. */
export const isStale = (reads: readonly Topic[], touched: Touched): boolean =>
  touched === 'everything' ||
  (touched.length > 0 && reads.some((topic) => topic === 'log' || touched.includes(topic)))

/** What several writes touch together. */
export function touchedTogether(writes: readonly Touched[]): Touched {
  const all = new Set<Topic>()
  for (const touched of writes) {
    if (touched === 'everything') return touched
    touched.forEach((topic) => all.add(topic))
  }
  return [...all]
}

/** What every open page of a book is told when something was written. */
export interface BookChanged {
  touched: Touched
  /** The page that wrote it, as it calls itself; nothing where it was none. */
  from: string
}
