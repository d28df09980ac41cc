/**
 * What is written in a book, in as many parts as are worth telling apart. An endpoint that reads names the parts its answer rests on, one that
 * writes those it touches: a device asks again only for answers that share a part with what was written.
 */
export const TOPICS = [
  'book',
  'members',
  'protocols',
  'places',
  'animals',
  'photos',
  'pairings',
  'clutches',
  'plans',
  'rests',
  'cohorts',
  'colonies',
  'climate',
  'trade',
  'messages',
  'imports',
  'scales',
  /** The log and the history: every write is in them. */
  'log',
] as const
export type Topic = (typeof TOPICS)[number]

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
