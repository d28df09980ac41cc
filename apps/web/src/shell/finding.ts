import { matchSorter, rankings } from 'match-sorter'

/** Something that can be found, and where it opens. */
export interface Findable {
  to: string
  tag: string
  /** What it is, its line and its place, in words. */
  says: string
}

/** More are not shown: one letter more says which. */
const MOST = 12

/** What a word may mean, the nearest first: by the tag before what is said of it, by its beginning before its middle. */
export function findIn<F extends Findable>(all: readonly F[], word: string): F[] {
  if (word.trim() === '') return []
  return matchSorter(all, word.trim(), {
    keys: ['tag', { key: 'says', maxRanking: rankings.CONTAINS }],
    threshold: rankings.CONTAINS,
    baseSort: (a, b) => a.item.tag.localeCompare(b.item.tag, 'en', { numeric: true }),
  }).slice(0, MOST)
}
