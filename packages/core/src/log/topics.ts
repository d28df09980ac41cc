/**
 * What is written in a book, in as many parts as are worth telling apart. What reads names the parts its answer rests on, what writes those it
 * touches: a device asks again only for answers that share a part with what was written.
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
  'recipes',
  'climate',
  'trade',
  'messages',
  'imports',
  'scales',
  /** The log and the history: every write is in them. */
  'log',
] as const
export type Topic = (typeof TOPICS)[number]
