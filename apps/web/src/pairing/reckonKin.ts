import {
  founders,
  inbreedingInOrder,
  kinship,
  meanKinship,
  newBlood,
  soundPedigree,
  type Founders,
  type NewBlood,
  type PedigreeAnimal,
} from '@hatch-book/core'

export interface KinInput {
  animals: readonly (PedigreeAnimal & { tag: string })[]
  /** The living animals of the group looked at. */
  group: readonly string[]
  dams: readonly string[]
  sires: readonly string[]
  /** Young by different mates that a newcomer would have. */
  young: number
}

export interface KinReckoned {
  inbreeding: Map<string, number>
  means: Map<string, number>
  founders: Founders
  newcomer: NewBlood
  /** Kinship, dams by sires. */
  table: number[][]
}

/** Everything that follows from who descends from whom: for a worker, since a book may hold a hundred thousand. */
export function reckonKin({ animals, group, dams, sires, young }: KinInput): KinReckoned {
  const { pedigree } = soundPedigree(animals)
  const coefficients = inbreedingInOrder(pedigree)
  return {
    inbreeding: new Map(pedigree.ids.map((id, i) => [id, coefficients[i]!])),
    means: meanKinship(pedigree, group),
    founders: founders(pedigree, group),
    newcomer: newBlood(pedigree, group, young),
    table: kinship(pedigree, dams, sires),
  }
}
