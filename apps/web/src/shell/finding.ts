import { matchSorter, rankings } from 'match-sorter'
import MiniSearch from 'minisearch'

/** Something that can be found, and where it opens. */
export interface Findable {
  to: string
  /** What it is called first: a tag, a name, what a page or an act is called. */
  tag: string
  /** What it is, and by which other words it is known. */
  says: string
  /** Known by these words too, without saying them. */
  also?: string
  /** It is a page or something to begin, and nothing that has a tag. */
  isPage?: true
}

/** More are not shown: one letter more says which. */
const MOST = 12
/** Fewer letters are too like too many words. */
const LEAST_LETTERS = 4
/** Share of its letters that may be wrong in a word. */
const MISSPELT = 0.25

/** What a word may mean, the nearest first: by the tag before what is said of it, by its beginning before its middle; of equals, what was opened last. */
function meantBy<F extends Findable>(all: readonly F[], word: string, recent: readonly string[]): F[] {
  const lastOpened = (f: F) => (recent.includes(f.to) ? recent.indexOf(f.to) : recent.length)
  return matchSorter(all, word, {
    keys: [
      'tag',
      { key: 'says', maxRanking: rankings.CONTAINS },
      { key: (f) => f.also ?? '', maxRanking: rankings.CONTAINS },
    ],
    threshold: rankings.CONTAINS,
    baseSort: (a, b) =>
      lastOpened(a.item) - lastOpened(b.item) ||
      a.item.tag.localeCompare(b.item.tag, 'en', { numeric: true }),
  }).slice(0, MOST)
}

/** A word with a figure in it is a tag: one that is like it is another animal's. */
const mayBeMisspelt = (word: string) => word.length >= LEAST_LETTERS && !/\d/.test(word)

/** Built when it is first needed for what can be found, and kept as long as that is the same. */
const indices = new WeakMap<readonly Findable[], MiniSearch>()
function indexOf(all: readonly Findable[]): MiniSearch {
  const kept = indices.get(all)
  if (kept) return kept
  const index = new MiniSearch({ idField: 'at', fields: ['tag', 'says', 'also'] })
  index.addAll(all.map(({ tag, says, also = '' }, at) => ({ at, tag, says, also })))
  indices.set(all, index)
  return index
}

/** What somebody may have meant who wrote all these words, some of them wrong. */
function likeIt<F extends Findable>(all: readonly F[], word: string): F[] {
  if (!word.split(/\s+/).some(mayBeMisspelt)) return []
  return indexOf(all)
    .search(word, {
      combineWith: 'AND',
      prefix: true,
      fuzzy: (term) => (mayBeMisspelt(term) ? MISSPELT : false),
      boost: { tag: 3 },
    })
    .slice(0, MOST)
    .map(({ id }) => all[id as number]!)
}

/**
 * What a word may mean, the nearest first; after what it means as it is written, what it may mean misspelt. Without a word, what was opened last.
 * @param recent addresses that were opened, the last first
 */
export function findIn<F extends Findable>(
  all: readonly F[],
  word: string,
  recent: readonly string[] = [],
): F[] {
  const written = word.trim()
  if (written === '') {
    const byAddress = new Map(all.map((f) => [f.to, f]))
    return recent.flatMap((to) => byAddress.get(to) ?? []).slice(0, MOST)
  }
  const exact = meantBy(all, written, recent)
  return exact.length >= MOST ? exact : [...new Set([...exact, ...likeIt(all, written)])].slice(0, MOST)
}
