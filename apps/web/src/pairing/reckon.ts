import {
  crossOutcomes,
  genotypesOf,
  kinship,
  knowsTrait,
  locusOf,
  numberExpected,
  soundPedigree,
  phenotypeTable,
  scoreExpected,
  wantedChance,
  youngNeeded,
  type CrossOutcomes,
  type GeneSet,
  type Genotype,
  type NumberExpected,
  type OrderedPedigree,
  type PhenotypeTable,
  type Wanted,
  type WantedChance,
  mean,
} from '@hatch-book/core'
import type { Mate, Scene } from './queries'

/** Animals of a sex that are crossed with each other at once: a table of ten thousand takes minutes. */
const MOST_CROSSED = 60

/** One cross with everything that is reckoned of it. */
export interface ReckonedCross {
  dam: Mate
  sire: Mate
  outcomes: CrossOutcomes
  table: PhenotypeTable
  inbreeding: number
  wanted: (WantedChance & { needed: number | null; inClutch: NumberExpected }) | null
  eggs: { least: number; typical: number; most: number }
  /** Scored traits that somebody gave both parents a score of. */
  scores: { word: string; mean: number; spread: number }[]
}

const ROWS_SHOWN = 16

export const pedigreeOfScene = (scene: Scene): OrderedPedigree => soundPedigree(scene.pedigree).pedigree

/** What the species' own figure weighs against her earlier clutches: as much as so many of them. */
const SPECIES_WEIGHT = 2

/** Eggs of a clutch of this dam: the species' range, moved and narrowed by what she has laid before. */
export function eggsOf({ rules }: Scene, dam: Mate) {
  const { least, typical, most } = rules.clutch?.count ?? { least: 1, typical: 1, most: 1 }
  const n = dam.clutches.length
  if (n === 0) return { least, typical, most }
  const middle = (SPECIES_WEIGHT * typical + dam.clutches.reduce((a, b) => a + b, 0)) / (SPECIES_WEIGHT + n)
  const narrowed = Math.sqrt(SPECIES_WEIGHT / (SPECIES_WEIGHT + n))
  return {
    least: Math.max(1, Math.round(middle - (typical - least) * narrowed)),
    typical: Math.round(middle),
    most: Math.max(1, Math.round(middle + (most - typical) * narrowed)),
  }
}

/** A wish without the traits that the species does not know any more. */
function knownWish(genes: GeneSet, wish: Wanted | null): Wanted | null {
  const traits = wish?.traits.filter((t) => knowsTrait(genes, t.trait)) ?? []
  return traits.length > 0 ? { ...wish, traits } : null
}

export function reckonCross(
  scene: Scene,
  pedigree: OrderedPedigree,
  dam: Mate,
  sire: Mate,
  wish: Wanted | null,
): ReckonedCross {
  const cross = { genes: scene.genes, dam: dam.beliefs, sire: sire.beliefs }
  const eggs = eggsOf(scene, dam)
  const fertile = 1 - (scene.rules.clutch?.infertile ?? 0.1)
  const wished = knownWish(scene.genes, wish)
  const chance = wished && wantedChance(cross, wished)
  return {
    ...{ dam, sire, eggs },
    scores: scoresOf(scene, dam, sire),
    outcomes: crossOutcomes(cross),
    table: phenotypeTable(cross, { most: ROWS_SHOWN }),
    inbreeding: kinship(pedigree, [dam.id], [sire.id])[0]![0]!,
    wanted: chance && {
      ...chance,
      needed: youngNeeded(chance),
      inClutch: numberExpected(chance, { eggs, fertile, hatch: scene.rules.hatchRate }),
    },
  }
}

const scoreIn = (mate: Mate, word: string) => mate.said.find((s) => s.trait === word)?.score

/** Where scored traits of the young would lie, against the mean of everybody who was given a score. */
function scoresOf({ genes, mates }: Scene, dam: Mate, sire: Mate): ReckonedCross['scores'] {
  return genes.scores.flatMap((score) => {
    const [hers, his] = [scoreIn(dam, score.word), scoreIn(sire, score.word)]
    if (hers === undefined || his === undefined) return []
    const known = mates.flatMap((m) => scoreIn(m, score.word) ?? [])
    const line = mean(known)
    return [{ word: score.word, ...scoreExpected(score, hers, his, line) }]
  })
}

/** Chance per egg and kinship for every dam and sire: the table one chooses from. */
export function reckonAll(
  scene: Scene,
  pedigree: OrderedPedigree,
  dams: readonly Mate[],
  sires: readonly Mate[],
  wish: Wanted | null,
) {
  const wished = knownWish(scene.genes, wish)
  const related = kinship(
    pedigree,
    dams.map((d) => d.id),
    sires.map((s) => s.id),
  )
  return dams.map((dam, d) =>
    sires.map((sire, s) => {
      const cross = { genes: scene.genes, dam: dam.beliefs, sire: sire.beliefs }
      const harms = crossOutcomes(cross).harms.filter((h) => h.share > 0.005)
      return {
        inbreeding: related[d]![s]!,
        chance: wished && wantedChance(cross, wished).share,
        harms,
      }
    }),
  )
}

/** Chance that a gamete brings what is wished, over all its traits, as if they were free of each other. */
const promise = (genes: GeneSet, { traits }: Wanted, { beliefs, sex }: Mate) =>
  traits.reduce((product, { trait }) => {
    const { locus, allele } = locusOf(genes, trait)
    const belief = beliefs[locus.name]
    const has = (genotype: Genotype) => (allele > 0 ? genotype.includes(allele) : genotype.some((a) => a > 0))
    const carried = belief
      ? genotypesOf(locus, sex === 'male' ? 'male' : 'female').reduce(
          (sum, genotype, i) => sum + (has(genotype) ? (belief[i] ?? 0) : 0),
          0,
        )
      : 0
    return product * Math.max(carried, 0.01)
  }, 1)

/**
 * Pairs of breeders that may throw what is wished, likeliest first and least inbred among equals; none that no plan would
 * make. Of a large stock only those are crossed that bring most of what is wished.
 */
export function likeliest(scene: Scene, pedigree: OrderedPedigree, wish: Wanted | null) {
  const wished = knownWish(scene.genes, wish)
  if (!wished) return []
  const breeders = (sex: 'female' | 'male') =>
    scene.mates
      .filter((m) => m.sex === sex && m.presence === 'here' && m.verdict !== null)
      .map((mate) => ({ mate, promise: promise(scene.genes, wished, mate) }))
      .sort((a, b) => b.promise - a.promise)
      .slice(0, MOST_CROSSED)
      .map(({ mate }) => mate)
  const [dams, sires] = [breeders('female'), breeders('male')]
  return reckonAll(scene, pedigree, dams, sires, wished)
    .flatMap((row, d) => row.map((cell, s) => ({ ...cell, dam: dams[d]!, sire: sires[s]! })))
    .filter((c) => c.inbreeding < scene.rules.kin.alarm - 1e-9 && (c.chance ?? 0) > 0)
    .sort((a, b) => (b.chance ?? 0) - (a.chance ?? 0) || a.inbreeding - b.inbreeding)
}
