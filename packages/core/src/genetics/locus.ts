import type { Sex } from '../animals'

/** How an allele shows against the wild one. */
export const ALLELE_MODES = ['recessive', 'incomplete dominant', 'dominant'] as const
export type AlleleMode = (typeof ALLELE_MODES)[number]

/** Where a locus lies: both sexes carry two of it, or it goes with the sex. */
export const LINKAGES = ['autosome', 'X', 'Y', 'Z', 'W'] as const
export type Linkage = (typeof LINKAGES)[number]

/** What two copies do beyond the looks. */
export interface Harm {
  harm: 'lethal' | 'impaired'
  /** Share of those that have it which die before they are young, or are impaired. */
  share: number
  says: string
}

/** A mutant allele of a locus, by the word that keepers use for what it shows. */
export interface Allele {
  word: string
  mode: AlleleMode
  /** Short words that mean the same, such as `amel`. */
  also?: readonly string[]
  /** What two copies look like where that differs from one. */
  doubledWord?: string
  /** Share of those that should show it which do; 1 when left out. */
  shownBy?: number
  doubled?: Harm
  /** What is seen, in words. */
  seen?: string
  note?: string
}

/** Two different mutant alleles of one locus together: a look, or harm, of its own. */
export interface AllelePair {
  alleles: readonly [string, string]
  word: string
  harm?: Harm
}

/**
 * A place on a chromosome and what may stand there besides the wild allele. Among recessive alleles without a pair of their
 * own the one named first shows over the later ones.
 */
export interface Locus {
  name: string
  linkage: Linkage
  alleles: readonly Allele[]
  pairs?: readonly AllelePair[]
}

/** A trait of many small genes, kept as a score: young lie round their parents' mean. */
export interface ScoredTrait {
  word: string
  from: number
  to: number
  /** Standard deviation within a clutch; or as a share of the mean, where `relative`. */
  spread: number
  relative?: boolean
  heritability: number
}

/** Two loci on one chromosome: how often they are parted in making an egg or sperm, 0 to 0.5. */
export interface Link {
  loci: readonly [string, string]
  recombination: number
}

/** All that is known of a species' heredity. */
export interface GeneSet {
  loci: readonly Locus[]
  scores: readonly ScoredTrait[]
  links: readonly Link[]
}

/** A mistake in what a calculation of heredity was given, in words for the keeper. */
export class GeneticsError extends Error {
  constructor(
    readonly code:
      'unknown locus' | 'unknown trait' | 'not a distribution' | 'sexes' | 'too large' | 'impossible',
    says: string,
  ) {
    super(says)
  }
}

/** Alleles at one locus in rising order, 0 for the wild one: two, one or none, as sex and linkage have it. */
export type Genotype = readonly number[]

/** How many alleles of a locus an animal of a sex carries. */
export function copiesIn(linkage: Linkage, sex: Sex): 0 | 1 | 2 {
  if (linkage === 'autosome') return 2
  const two = { X: 'female', Z: 'male', Y: null, W: null }[linkage]
  const one = { X: 'male', Z: 'female', Y: 'male', W: 'female' }[linkage]
  return sex === two ? 2 : sex === one ? 1 : sex === 'unknown' && two !== null ? 2 : 0
}

/** Whether a parent gives its child of a sex an allele of a locus. */
export function gives(linkage: Linkage, parent: 'dam' | 'sire', child: 'female' | 'male'): boolean {
  if (linkage === 'autosome') return true
  if (linkage === 'X') return parent === 'dam' || child === 'female'
  if (linkage === 'Z') return parent === 'sire' || child === 'male'
  return linkage === 'Y' ? parent === 'sire' && child === 'male' : parent === 'dam' && child === 'female'
}

/**
 * Every genotype an animal of a sex can have at a locus. With two alleles of n the order is 0/0, 0/1, … 0/n, 1/1, …; beliefs
 * are written in this order.
 * @example genotypesOf(amelanistic, 'female') // [[0, 0], [0, 1], [1, 1]]
 */
export function genotypesOf(locus: Locus, sex: Sex): readonly Genotype[] {
  const bySex = worked.get(locus) ?? new Map<Sex, Genotype[]>()
  worked.set(locus, bySex)
  const known = bySex.get(sex)
  if (known) return known
  const genotypes = everyGenotype(locus, sex)
  bySex.set(sex, genotypes)
  return genotypes
}
// Asked for in the innermost loops, and a locus never changes: an edited one is another.
const worked = new WeakMap<Locus, Map<Sex, Genotype[]>>()

function everyGenotype({ linkage, alleles }: Locus, sex: Sex): Genotype[] {
  const all = Array.from({ length: alleles.length + 1 }, (_, i) => i)
  const copies = copiesIn(linkage, sex)
  if (copies === 0) return [[]]
  return copies === 1 ? all.map((a) => [a]) : all.flatMap((a) => all.slice(a).map((b) => [a, b]))
}

/** What a genotype looks like at its locus: words with their shares, an empty word where nothing shows. */
export function looksOf(
  locus: Locus,
  genotype: Genotype,
): readonly (readonly [word: string, share: number])[] {
  const mutants = genotype.filter((a) => a > 0)
  if (mutants.length === 0) return PLAIN
  const first = locus.alleles[mutants[0]! - 1]!
  if (mutants.length === 1) {
    const hidden = genotype.length === 2 && first.mode === 'recessive'
    return hidden ? PLAIN : shown(first, first.word)
  }
  if (mutants[0] === mutants[1]) return shown(first, first.doubledWord ?? first.word)
  const second = locus.alleles[mutants[1]! - 1]!
  const pair = pairOf(locus, first.word, second.word)
  if (pair) return [[pair.word, 1]]
  if (first.mode === 'recessive' && second.mode !== 'recessive') return shown(second, second.word)
  if (first.mode === 'recessive' || second.mode === 'recessive') return shown(first, first.word)
  return [[`${first.word} ${second.word}`, 1]]
}
const PLAIN: readonly (readonly [string, number])[] = [['', 1]]

function shown({ shownBy = 1 }: Allele, word: string): (readonly [string, number])[] {
  return shownBy >= 1
    ? [[word, 1]]
    : [
        [word, shownBy],
        ['', 1 - shownBy],
      ]
}

const pairOf = (locus: Locus, a: string, b: string) =>
  locus.pairs?.find(({ alleles }) => alleles.includes(a) && alleles.includes(b))

/** What a genotype does to its bearer, if it harms. */
export function harmOf(locus: Locus, genotype: Genotype): Harm | null {
  const [a, b] = genotype.filter((x) => x > 0)
  if (a === undefined || b === undefined) return null
  const first = locus.alleles[a - 1]!
  if (a === b) return first.doubled ?? null
  return pairOf(locus, first.word, locus.alleles[b - 1]!.word)?.harm ?? null
}

/** Share of a genotype that lives to be young. */
export function livesOf(locus: Locus, genotype: Genotype): number {
  const harm = harmOf(locus, genotype)
  return harm?.harm === 'lethal' ? 1 - harm.share : 1
}

/** @throws GeneticsError when the set has no such locus; names those it has */
export function locusNamed(genes: GeneSet, name: string): Locus {
  const locus = genes.loci.find((l) => l.name === name)
  if (locus) return locus
  const known = genes.loci.map((l) => l.name).join(', ')
  throw new GeneticsError(
    'unknown locus',
    `there is no locus ${name}: ${known ? `known are ${known}` : 'none is known of this species'}`,
  )
}

/** The allele that a word names at a locus, by itself or by what two copies look like; 0 when it names none. */
export const alleleNamed = ({ alleles }: Locus, word: string) =>
  alleles.findIndex((a) => a.word === word || a.doubledWord === word) + 1

/** The pair of alleles whose look a word names. */
const pairNamed = ({ pairs }: Locus, word: string) => pairs?.find((p) => p.word === word)

/** The alleles that a word speaks of at a locus: one, both of a pair, or none. */
export function allelesNamed(locus: Locus, word: string): number[] {
  const allele = alleleNamed(locus, word)
  if (allele > 0) return [allele]
  return pairNamed(locus, word)?.alleles.map((w) => alleleNamed(locus, w)) ?? []
}

/**
 * Where a trait lies: its locus, and the allele it names; 0 where it is the look of two different ones together.
 * @throws GeneticsError when no locus of the set has the trait
 */
export function locusOf(genes: GeneSet, word: string): { locus: Locus; allele: number } {
  const locus = genes.loci.find((l) => allelesNamed(l, word).length > 0)
  if (!locus) throw new GeneticsError('unknown trait', `no locus carries '${word}'`)
  return { locus, allele: alleleNamed(locus, word) }
}

/** Whether a set knows a trait by this word. */
export const knowsTrait = ({ loci }: GeneSet, word: string) =>
  loci.some((l) => allelesNamed(l, word).length > 0)

/** Whether a look is the one a word names: that word itself, or one of several that show together. Two copies look otherwise. */
export function isLook(locus: Locus, look: string, word: string): boolean {
  if (look === word) return true
  const special =
    locus.alleles.some((a) => a.doubledWord === look) || locus.pairs?.some((p) => p.word === look)
  return !special && ` ${look} `.includes(` ${word} `)
}

/** Whether a look tells of an allele, in one copy, in two, or together with others. */
export function isSeen(look: string, { word, doubledWord }: Pick<Allele, 'word' | 'doubledWord'>): boolean {
  return look === word || look === doubledWord || ` ${look} `.includes(` ${word} `)
}
