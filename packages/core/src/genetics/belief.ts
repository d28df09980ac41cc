import type { Sex } from '../animals'
import {
  GeneticsError,
  alleleNamed,
  allelesNamed,
  copiesIn,
  genotypesOf,
  isLook,
  looksOf,
  type GeneSet,
  type Genotype,
  type Locus,
} from './locus'

/** Probabilities of the genotypes of a locus, in the order of `genotypesOf`. */
export type Belief = readonly number[]

/** What is believed of an animal, locus by locus; a locus that is left out is wild. */
export type Beliefs = Readonly<Record<string, Belief>>

const NEAR = 1e-6

/** @throws GeneticsError when shares are missing, negative, or do not add up to one */
export function checkBelief(locus: Locus, sex: Sex, belief: Belief): void {
  const genotypes = genotypesOf(locus, sex)
  if (belief.length !== genotypes.length)
    throw new GeneticsError(
      'not a distribution',
      `locus ${locus.name} has ${genotypes.length} genotypes${sex === 'unknown' ? '' : ` in a ${sex}`}, not ${belief.length}`,
    )
  if (belief.some((p) => !(p >= 0 && p <= 1)))
    throw new GeneticsError('not a distribution', `locus ${locus.name}: each chance lies between 0 and 100 %`)
  const sum = belief.reduce((a, b) => a + b, 0)
  if (Math.abs(sum - 1) > NEAR)
    throw new GeneticsError(
      'not a distribution',
      `locus ${locus.name}: the chances add up to ${Math.round(sum * 1000) / 10} %, not 100 %`,
    )
}

/** The belief that nothing but the wild allele is there. */
export function wild(locus: Locus, sex: Sex): Belief {
  return genotypesOf(locus, sex).map((g) => (g.every((a) => a === 0) ? 1 : 0))
}

export function beliefAt(beliefs: Beliefs, locus: Locus, sex: Sex): Belief {
  const belief = beliefs[locus.name]
  if (!belief) return wild(locus, sex)
  checkBelief(locus, sex, belief)
  return belief
}

/** Copies of an allele in a genotype. */
export const copiesOf = (genotype: Genotype, allele: number) => genotype.filter((a) => a === allele).length

/** Chance of at least so many copies of an allele. */
export function chanceOfCopies(locus: Locus, sex: Sex, belief: Belief, allele: number, least = 1): number {
  return genotypesOf(locus, sex).reduce(
    (sum, g, i) => sum + (copiesOf(g, allele) >= least ? belief[i]! : 0),
    0,
  )
}

/** What somebody says or sees of a trait. */
export interface SaidTrait {
  trait: string
  /** `shows`: to be seen; `carries`: unseen but there; `without`: not there at all. */
  carries: 'shows' | 'carries' | 'without'
  /** How sure, 0 to 1. */
  certainty: number
  /** Copies, where they are known. */
  copies?: 1 | 2 | undefined
  /** Chances of no, one and two copies, typed straight in. */
  odds?: readonly number[] | undefined
}

/** The word for an animal that was looked at and shows nothing. */
export const PLAIN_WORD = 'plain'

/** Statements as sure as this are facts; others are guesses, often reckoned from the parents already. */
export const SURE = 0.95

/** Whether a genotype is what is said, as a share; and whether it could be if that is wrong. */
function fitOf(locus: Locus, genotype: Genotype, said: SaidTrait): { fits: number; else: number } {
  const seen = shareSeen(locus, genotype, said.trait)
  const allele = alleleNamed(locus, said.trait)
  const have = allele === 0 ? (seen > 0 ? 1 : 0) : copiesOf(genotype, allele)
  if (said.copies !== undefined)
    return { fits: have === said.copies ? 1 : 0, else: have === said.copies ? 0 : 1 }
  if (said.carries === 'shows') return { fits: seen, else: 1 - seen }
  // What is carried or not there does not show, however sure one is of the rest.
  const unseen = 1 - seen
  return said.carries === 'carries'
    ? { fits: have > 0 ? unseen : 0, else: have > 0 ? 0 : unseen }
    : { fits: have === 0 ? 1 : 0, else: have === 0 ? 0 : unseen }
}

function shareSeen(locus: Locus, genotype: Genotype, word: string): number {
  return looksOf(locus, genotype).reduce(
    (sum, [look, share]) => sum + (isLook(locus, look, word) ? share : 0),
    0,
  )
}

/** Two ways round of getting one genotype make it twice as common. */
const waysTo = (genotype: Genotype) => (genotype.length === 2 && genotype[0] !== genotype[1] ? 2 : 1)

/**
 * What follows of an animal from what is said of it at one locus, and nothing else. One statement counts exactly as sure as
 * it is: 'maybe het' at one half is a half. Where it can be met in several ways, the commoner way round counts more. Alleles
 * that nobody speaks of are not there.
 */
export function beliefFromSaid(locus: Locus, sex: Sex, said: readonly SaidTrait[]): Belief {
  const of = said.filter((s) => speaksOf(locus, s.trait))
  if (of.length === 0 || copiesIn(locus.linkage, sex) === 0) return wild(locus, sex)
  const genotypes = genotypesOf(locus, sex)
  const named = new Set(of.flatMap((s) => allelesNamed(locus, s.trait)))
  const ways = genotypes.map((g) => (g.every((a) => a === 0 || named.has(a)) ? waysTo(g) : 0))
  let belief = normalised(ways)!
  for (const statement of of) {
    const told = beliefOfOne(locus, genotypes, ways, statement)
    const even = normalised(ways)!
    const joined = normalised(belief.map((p, i) => (even[i]! > 0 ? (p * told[i]!) / even[i]! : 0)))
    if (!joined) return told
    belief = joined
  }
  return belief
}

function beliefOfOne(
  locus: Locus,
  genotypes: readonly Genotype[],
  ways: readonly number[],
  said: SaidTrait,
): number[] {
  if (said.odds) {
    const allele = alleleNamed(locus, said.trait)
    const weights = [0, 1, 2].map((n) =>
      genotypes.reduce((sum, g, i) => sum + (copiesOf(g, allele) === n ? ways[i]! : 0), 0),
    )
    return genotypes.map((g, i) => {
      const n = copiesOf(g, allele)
      return weights[n]! > 0 ? ((said.odds![n] ?? 0) * ways[i]!) / weights[n]! : 0
    })
  }
  const fit = genotypes.map((g) => fitOf(locus, g, said))
  const yes = normalised(fit.map((f, i) => f.fits * ways[i]!))
  const no = normalised(fit.map((f, i) => f.else * ways[i]!))
  return genotypes.map((_, i) => said.certainty * (yes?.[i] ?? 0) + (1 - said.certainty) * (no?.[i] ?? 0))
}

/**
 * How well each genotype of a locus agrees with what is seen and surely known of an animal: for those whose parents tell the
 * rest. Guesses are left out, since they are mostly reckoned from the parents already. An animal that somebody looked at shows
 * only what is said to show.
 */
export function evidenceOf(locus: Locus, sex: Sex, said: readonly SaidTrait[]): number[] {
  const genotypes = genotypesOf(locus, sex)
  const facts = said.filter(
    (s) => speaksOf(locus, s.trait) && (s.carries === 'shows' || s.certainty >= SURE || s.odds),
  )
  const shows = facts.some((s) => s.carries === 'shows' || s.copies !== undefined || s.odds)
  return genotypes.map((genotype) => {
    let likelihood = said.length > 0 && !shows ? shareSeenAs(locus, genotype, '') : 1
    for (const s of facts) {
      if (s.odds) {
        const allele = alleleNamed(locus, s.trait)
        likelihood *= s.odds[copiesOf(genotype, allele)] ?? 0
        continue
      }
      const fit = fitOf(locus, genotype, s)
      likelihood *= s.certainty * fit.fits + (1 - s.certainty) * fit.else
    }
    return likelihood
  })
}
const shareSeenAs = (locus: Locus, genotype: Genotype, word: string) =>
  looksOf(locus, genotype).reduce((sum, [look, share]) => sum + (look === word ? share : 0), 0)

export const speaksOf = (locus: Locus, trait: string) => allelesNamed(locus, trait).length > 0

/** Weights as shares of their sum; null when nothing is left. */
export function normalised(weights: readonly number[]): number[] | null {
  const sum = weights.reduce((a, b) => a + b, 0)
  return sum > 0 ? weights.map((w) => w / sum) : null
}

/** An animal's beliefs over a whole set from what is said of it; loci nobody speaks of are left out, as wild. */
export function beliefsFromSaid(genes: GeneSet, sex: Sex, said: readonly SaidTrait[]): Beliefs {
  return Object.fromEntries(
    genes.loci
      .filter((locus) => said.some((s) => speaksOf(locus, s.trait)))
      .map((locus) => [locus.name, beliefFromSaid(locus, sex, said)]),
  )
}
