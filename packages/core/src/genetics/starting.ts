import type { GeneSet } from './locus'
import sets from './genes.json' with { type: 'json' }

/** A species without known genes. */
export const NO_GENES: GeneSet = { loci: [], scores: [], links: [] }

/** The genes a species starts with, by its protocol's code: plain words, all of it meant to be edited. */
export function startingGenes(code: string): GeneSet {
  return (sets as unknown as Record<string, GeneSet>)[code] ?? NO_GENES
}
