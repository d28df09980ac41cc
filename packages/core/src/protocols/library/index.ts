import { AS_IT_COMES, declarationOf, labelOfFigure } from '../figures'
import type { ProtocolFigure } from '../document'
import type { LibraryEntry, Telling } from './entry'
import { wayOfLife } from '../ways/all'
import { isDerived, type WayOfLife } from '../ways/way'
import table from './species.json' with { type: 'json' }

export type { LibraryEntry } from './entry'

type Row = Omit<LibraryEntry, 'way' | 'synonyms'> & { synonyms?: string[] }

/** Named species with starting figures, from general knowledge: picked from, never loaded whole into a book. */
export const library: readonly LibraryEntry[] = /* #__PURE__ */ (() =>
  (table as unknown as { way: string; species: Row[] }[]).flatMap(({ way, species }) =>
    species.map(({ synonyms = [], ...row }) => ({ ...row, way, synonyms })),
  ))()

const DAYS_A_YEAR = 365.25

/** The figures that each thing told stands for; of those that are counted some have other names than of a colony. */
const KEYS: Record<keyof Telling, { key: string; times?: number; colony?: string }> = {
  grown: { key: 'size.female' },
  young: { key: 'size.young' },
  years: { key: 'readiness.female.ageDays.cautious', times: DAYS_A_YEAR },
  brood: { key: 'clutch.count' },
  aYear: { key: 'clutch.perYear' },
  toLaying: { key: 'pairing.lockToLaying' },
  at: { key: 'incubation.setPointC' },
  warm: { key: 'stage.warmC' },
  days: { key: 'thermal.1.days' },
  eggsADay: { key: 'cohort.eggsPerDay', colony: 'colony.eggsPerDay' },
  femaleDays: { key: 'cohort.femaleDays', colony: 'colony.femaleDays' },
  maleDays: { key: 'cohort.maleDays', colony: 'colony.maleDays' },
  colonyAt: { key: 'colony.referenceC' },
}

/** The entry of a Latin name; undefined where the library has none. */
export const inLibrary = (latin: string): LibraryEntry | undefined =>
  library.find((entry) => entry.latin === latin)

/** Whether a species of a book is that of the library: by its Latin name, or where it tells none by what it is called. */
export function isOfLibrary(
  { name, latin }: Pick<LibraryEntry, 'name' | 'latin'>,
  of: { species: string; latin: string },
): boolean {
  const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase()
  return same(of.latin, latin) || same(of.species, name)
}

const known = new Map<string, Record<string, ProtocolFigure>>()

/** What the library tells of a species, as figures. */
export function figuresInLibrary({
  latin,
  way,
  tells,
  confidence,
  feeds,
}: LibraryEntry): Record<string, ProtocolFigure> {
  const found = known.get(latin)
  if (found) return found
  const isColony = wayOfLife(way)!.keptAs === 'colonies'
  const figures: Record<string, ProtocolFigure> = {}
  for (const [what, told] of Object.entries(tells) as [keyof Telling, number | readonly number[]][]) {
    const { key: usual, colony, times = 1 } = KEYS[what]
    const key = isColony ? (colony ?? usual) : usual
    const [value, low, high] = typeof told === 'number' ? [told] : told.map((n) => n * times)
    const { unit } = declarationOf(key)!
    figures[key] = {
      ...{ label: labelOfFigure(key), unit, confidence },
      ...{ value: times === 1 ? value! : Math.round(value!), low: low ?? null, high: high ?? null },
    }
  }
  if (feeds !== undefined)
    for (const [key, value] of Object.entries(feedsAs(feeds, wayOfLife(way)!)))
      figures[key] = { label: labelOfFigure(key), unit: 'words', confidence, value, low: null, high: null }
  known.set(latin, figures)
  return figures
}

/** Its own food wherever its kind has the usual one; what is not a rodent is not bought by the sizes of rodents. */
function feedsAs(feeds: string, { figures, keptAs }: WayOfLife): Record<string, string> {
  const own: Record<string, string> = {}
  const feedIn = (n: number) => {
    const feed = figures[`stage.${n}.feed`]
    return feed && !isDerived(feed) && figures[`stage.${n}.everyDays`] ? feed.value : null
  }
  let usual: string | number | null = null
  for (let n = 1; figures[`stage.${n}.name`]; n++) {
    usual ??= feedIn(n)
    if (usual !== null && feedIn(n) === usual) own[`stage.${n}.feed`] = feeds
  }
  return keptAs === 'animals' ? { ...own, 'feeding.preySizes': AS_IT_COMES } : own
}

const plain = (text: string) =>
  text
    .normalize('NFD')
    .replace(/[^\w\s]/g, '')
    .toLowerCase()

/**
 * Species of the library by what is typed of their common or Latin name or of another name; those whose name begins so come first.
 * @returns nothing for fewer than two letters
 */
export function findInLibrary(typed: string): LibraryEntry[] {
  const words = plain(typed)
    .split(/\s+/)
    .filter((word) => word !== '')
  if (words.join('').length < 2) return []
  const rank = ({ name, latin, synonyms }: LibraryEntry): number => {
    const names = [name, ...synonyms, latin].map(plain)
    if (!words.every((word) => names.some((n) => n.split(/\s+/).some((part) => part.startsWith(word)))))
      return 0
    return names[0]!.startsWith(words.join(' '))
      ? 3
      : names.some((n) => n.startsWith(words.join(' ')))
        ? 2
        : 1
  }
  return library
    .map((entry) => ({ entry, rank: rank(entry) }))
    .filter((found) => found.rank > 0)
    .sort((a, b) => b.rank - a.rank || a.entry.name.localeCompare(b.entry.name, 'en'))
    .map((found) => found.entry)
}
