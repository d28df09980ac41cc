import {
  crossOutcomes,
  kinship,
  numberExpected,
  orderPedigree,
  phenotypeTable,
  scoreExpected,
  wantedChance,
  youngNeeded,
  type CrossOutcomes,
  type NumberExpected,
  type OrderedPedigree,
  type PhenotypeTable,
  type Wanted,
  type WantedChance,
} from '@hatch-book/core'
import type { Mate, Scene } from './queries'

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

export const pedigreeOfScene = (scene: Scene): OrderedPedigree =>
  orderPedigree(scene.pedigree, (id) => scene.pedigree.find((p) => p.id === id)?.tag ?? '?')

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
  const chance = wish && wish.traits.length > 0 ? wantedChance(cross, wish) : null
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
    const mean = known.reduce((a, b) => a + b, 0) / known.length
    return [{ word: score.word, ...scoreExpected(score, hers, his, mean) }]
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
        chance: wish && wish.traits.length > 0 ? wantedChance(cross, wish).share : null,
        harms,
      }
    }),
  )
}
