import type { GeneSet } from './locus'
import sets from './genes.json' with { type: 'json' }

/** A species without known genes. */
export const NO_GENES: GeneSet = { loci: [], scores: [], links: [] }

const byCode: ReadonlyMap<string, { latin: string; genes: GeneSet }> = new Map(
  Object.entries(sets as unknown as Record<string, GeneSet & { latin: string }>).map(
    ([code, { latin, ...genes }]) => [code, { latin, genes }],
  ),
)

/** The genes of a species that comes with the program, by its protocol's code: plain words, all of it meant to be edited. */
export const startingGenes = (code: string): GeneSet => byCode.get(code)?.genes ?? NO_GENES

/** The genes a species of a book starts with, by its Latin name: a code is only the initials of its name, and others have the same. */
export const startingGenesOf = (latin: string): GeneSet =>
  [...byCode.values()].find((known) => known.latin === latin)?.genes ?? NO_GENES
