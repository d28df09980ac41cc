import { copiesOf } from './belief'
import {
  carriedBy,
  expectedYoung,
  linkageGroups,
  livesAt,
  type Carried,
  type Cross,
  type LinkageGroup,
} from './cross'
import { GeneticsError, isSeen, locusNamed, looksOf } from './locus'

/** One kind of young by its looks over all loci. */
export interface PhenotypeRow {
  /** What shows, in the order of the loci; empty for plain ones. */
  words: string[]
  /** Share among living young, and of it the part that is female and male. */
  share: number
  females: number
  males: number
  /** What it may carry unseen, the likeliest first. */
  carries: Carried[]
}

export interface PhenotypeTable {
  rows: PhenotypeRow[]
  /** Share of the young that look otherwise than the rows say; 0 in a whole table. */
  others: number
  /** Share of fertilised eggs lost to lethal pairs. */
  lost: number
}

/** Rows beyond which a whole table is refused: nobody reads it, and the single loci say the same. */
export const MOST_ROWS = 20_000

interface Partial {
  words: readonly string[]
  females: number
  males: number
  carries: readonly Carried[]
}

/**
 * All young of a cross by their looks over all loci together, the commonest first.
 *
 * @param most keeps the commonest rows only. For loci that do not go with the sex these are exactly the commonest: a kind
 *   among the first `most` has its beginning among the first `most` beginnings, as loci multiply.
 * @throws GeneticsError `too large` when the whole table would have more than 20,000 rows and `most` is not given
 * @example three recessives, het to het: 8 rows, the one that shows all three 1/64
 */
export function phenotypeTable(cross: Cross, { most }: { most?: number } = {}): PhenotypeTable {
  for (const name of [...Object.keys(cross.dam), ...Object.keys(cross.sire)]) locusNamed(cross.genes, name)
  const groups = linkageGroups(cross.genes)
  const parts = groups.map((group) => looksOfGroup(group, cross))
  const size = parts.reduce((n, { rows }) => n * rows.length, 1)
  if (most === undefined && size > MOST_ROWS)
    throw new GeneticsError(
      'too large',
      `this cross has ${size.toLocaleString('en')} kinds of young, more than the ${MOST_ROWS.toLocaleString('en')} a table holds: ask for the commonest, or for single loci`,
    )
  let rows: Partial[] = [{ words: [], females: 0.5, males: 0.5, carries: [] }]
  let lives = 1
  for (const part of parts) {
    lives *= part.lives
    const joined = rows.flatMap((row) =>
      part.rows.map((look) => ({
        words: look.words.length > 0 ? [...row.words, ...look.words] : row.words,
        females: row.females * look.females,
        males: row.males * look.males,
        carries: look.carries.length > 0 ? [...row.carries, ...look.carries] : row.carries,
      })),
    )
    rows =
      most !== undefined && joined.length > most
        ? joined.sort((a, b) => b.females + b.males - a.females - a.males).slice(0, most)
        : joined
  }
  const told = rows
    .map(({ words, females, males, carries }) => ({
      words: [...words],
      share: females + males,
      females,
      males,
      carries: [...carries].sort((a, b) => b.share - a.share || a.word.localeCompare(b.word)),
    }))
    .filter((r) => r.share > 0)
    .sort((a, b) => b.share - a.share || a.words.join().localeCompare(b.words.join()))
  const sum = told.reduce((s, r) => s + r.share, 0)
  return { rows: told, others: Math.max(0, 1 - sum) < 1e-12 ? 0 : 1 - sum, lost: 1 - lives }
}

/** The looks at one group, as shares of its living young by sex. */
function looksOfGroup(group: LinkageGroup, { dam, sire }: Cross): { rows: Partial[]; lives: number } {
  const looks = new Map<
    string,
    {
      words: string[]
      females: number
      males: number
      carries: Map<string, { females: number; males: number }>
    }
  >()
  const lives = { females: 0, males: 0 }
  for (const child of expectedYoung(group, dam, sire).children) {
    const living = livesAt(group, child)
    if (living === 0) continue
    lives.females += living * child.females
    lives.males += living * child.males
    for (const { words, share, hidden } of seenTogether(group, child.genotypes)) {
      const key = words.join('|')
      const look = looks.get(key) ?? {
        words: words.filter((w) => w !== ''),
        females: 0,
        males: 0,
        carries: new Map<string, { females: number; males: number }>(),
      }
      look.females += living * share * child.females
      look.males += living * share * child.males
      for (const word of hidden) {
        const mass = look.carries.get(word) ?? { females: 0, males: 0 }
        mass.females += living * share * child.females
        mass.males += living * share * child.males
        look.carries.set(word, mass)
      }
      looks.set(key, look)
    }
  }
  return {
    lives: (lives.females + lives.males) / 2,
    rows: [...looks.values()].map(({ words, females, males, carries }) => ({
      words,
      // Both sexes are laid alike; whom a lethal pair takes shows in what is left.
      females: (2 * females) / (lives.females + lives.males),
      males: (2 * males) / (lives.females + lives.males),
      carries: [...carries].map(([word, mass]) => carriedBy(word, mass, { females, males })),
    })),
  }
}

/** Every look of a genotype over the loci of a group, with what is carried unseen in it. */
function seenTogether({ loci }: LinkageGroup, genotypes: readonly (readonly number[])[]) {
  let seen: { words: string[]; share: number; hidden: string[] }[] = [{ words: [], share: 1, hidden: [] }]
  loci.forEach((locus, i) => {
    const genotype = genotypes[i]!
    seen = seen.flatMap((so) =>
      looksOf(locus, genotype).map(([word, share]) => ({
        words: [...so.words, word],
        share: so.share * share,
        hidden: [
          ...so.hidden,
          ...locus.alleles.flatMap((allele, a) =>
            copiesOf(genotype, a + 1) > 0 && !isSeen(word, allele) ? [allele.word] : [],
          ),
        ],
      })),
    )
  })
  return seen
}
