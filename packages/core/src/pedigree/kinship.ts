import { mean } from '../statistics'
import { inbreedingInOrder, newVariance } from './inbreeding'
import { orderPedigree, type OrderedPedigree, type PedigreeAnimal } from './order'

/**
 * Relationships of all animals to a weighted group, by following the weights up to the ancestors and down again (Colleau 2002):
 * no matrix is ever made, so a hundred thousand animals take milliseconds.
 * @returns for each place, the sum of additive relationships to the group, twice the kinship
 */
function relationshipTo(pedigree: OrderedPedigree, weights: Float64Array): Float64Array {
  const { dams, sires } = pedigree
  const fresh = newVariance(pedigree)
  const flow = Float64Array.from(weights)
  for (let i = flow.length - 1; i >= 0; i--) {
    const half = flow[i]! / 2
    if (half === 0) continue
    if (dams[i]! >= 0) flow[dams[i]!]! += half
    if (sires[i]! >= 0) flow[sires[i]!]! += half
  }
  for (let i = 0; i < flow.length; i++) {
    let sum = flow[i]! * fresh[i]!
    if (dams[i]! >= 0) sum += flow[dams[i]!]! / 2
    if (sires[i]! >= 0) sum += flow[sires[i]!]! / 2
    flow[i] = sum
  }
  return flow
}

/**
 * Kinship of every row animal with every column animal: the inbreeding that their young would have.
 * @param rows identifiers, such as of dams
 * @param columns identifiers, such as of sires
 * @returns `table[row][column]`, 0 to 1; animals that are not in the pedigree count as unrelated founders
 * @throws PedigreeError as `inbreeding` does
 * @example full siblings of unrelated parents: 0.25; an animal with itself: (1 + F) / 2
 */
export function kinship(
  animals: readonly PedigreeAnimal[] | OrderedPedigree,
  rows: readonly string[],
  columns: readonly string[],
): number[][] {
  const pedigree = 'dams' in animals ? animals : orderPedigree(animals)
  const table = rows.map(() => columns.map(() => 0))
  columns.forEach((column, c) => {
    const at = pedigree.indexOf.get(column)
    if (at === undefined) return
    const weights = new Float64Array(pedigree.ids.length)
    weights[at] = 1
    const related = relationshipTo(pedigree, weights)
    rows.forEach((row, r) => {
      const place = pedigree.indexOf.get(row)
      if (place !== undefined) table[r]![c] = related[place]! / 2
    })
  })
  return table
}

/**
 * Mean kinship of each animal of a living group with the whole group, itself included: the lower, the rarer its genes are in it.
 * @param group identifiers of the living animals; all, when left out
 * @returns by identifier, 0 to 1
 */
export function meanKinship(
  animals: readonly PedigreeAnimal[] | OrderedPedigree,
  group?: readonly string[],
): Map<string, number> {
  const pedigree = 'dams' in animals ? animals : orderPedigree(animals)
  const living = (group ?? pedigree.ids).filter((id) => pedigree.indexOf.has(id))
  const weights = new Float64Array(pedigree.ids.length)
  for (const id of living) weights[pedigree.indexOf.get(id)!]! += 1 / living.length
  const related = relationshipTo(pedigree, weights)
  return new Map(living.map((id) => [id, related[pedigree.indexOf.get(id)!]! / 2]))
}

export interface Founders {
  /** Share of the group's genes that comes from each founder, the greatest first. */
  contributions: { id: string; share: number }[]
  /** Share from parents that are not known. */
  unknown: number
  /** Founders of equal shares that would give the same variety; each parent that is not known counts as a founder of its own. */
  effective: number
  /** Kinship of two animals of the group drawn by chance, itself included. */
  meanKinship: number
  /** Variety kept, as a share of the founders': 1 less the mean kinship. */
  varietyKept: number
  /** Mean inbreeding of the group. */
  meanInbreeding: number
}

/** Where a living group's genes come from, and how much of their variety is left. */
export function founders(
  animals: readonly PedigreeAnimal[] | OrderedPedigree,
  group: readonly string[],
): Founders {
  const pedigree = 'dams' in animals ? animals : orderPedigree(animals)
  const living = group.filter((id) => pedigree.indexOf.has(id))
  const { ids, dams, sires } = pedigree
  const flow = new Float64Array(ids.length)
  for (const id of living) flow[pedigree.indexOf.get(id)!]! += 1 / living.length
  let unknown = 0
  let squaresOfUnknown = 0
  const contributions: { id: string; share: number }[] = []
  for (let i = ids.length - 1; i >= 0; i--) {
    const share = flow[i]!
    if (share === 0) continue
    const parents = [dams[i]!, sires[i]!]
    if (parents.every((p) => p < 0)) contributions.push({ id: ids[i]!, share })
    else
      for (const p of parents)
        if (p >= 0) flow[p]! += share / 2
        else {
          unknown += share / 2
          squaresOfUnknown += (share / 2) ** 2
        }
  }
  const squares = contributions.reduce((sum, c) => sum + c.share ** 2, squaresOfUnknown)
  const averageOf = (values: readonly number[]) => (values.length > 0 ? mean(values) : 0)
  const kin = averageOf([...meanKinship(pedigree, living).values()])
  const coefficients = inbreedingInOrder(pedigree)
  return {
    contributions: contributions.sort((a, b) => b.share - a.share || a.id.localeCompare(b.id)),
    unknown,
    effective: squares > 0 ? 1 / squares : 0,
    meanKinship: kin,
    varietyKept: 1 - kin,
    meanInbreeding: averageOf(living.map((id) => coefficients[pedigree.indexOf.get(id)!]!)),
  }
}

export interface NewBlood {
  /** Mean kinship of the group now, and with the newcomer and so many of its young in it. */
  now: number
  withIt: number
  /** Founders' worth of variety that it adds. */
  adds: number
}

/**
 * What an animal from elsewhere would add to a group: the mean kinship once it and its young are there, each young by a
 * different mate of the group.
 * @param related its kinship with every animal of the group; 0 for a stranger
 */
export function newBlood(
  animals: readonly PedigreeAnimal[] | OrderedPedigree,
  group: readonly string[],
  young: number,
  related = 0,
): NewBlood {
  const { meanKinship: now, meanInbreeding } = founders(animals, group)
  const n = group.length
  if (n === 0) return { now: 0, withIt: 0.5, adds: 1 }
  // Kinships of the group (G), the newcomer (B) and its young (Y) by kind, each young being half newcomer, half group.
  const own = (1 + 0) / 2
  const withGroup = related
  const youngGroup = (withGroup + now) / 2
  const youngNew = (own + withGroup) / 2
  // Two young have different mates of the group for parents.
  const mates = n > 1 ? (n * now - (1 + meanInbreeding) / 2) / (n - 1) : now
  const youngYoung = (own + 2 * withGroup + mates) / 4
  const youngSelf = (1 + withGroup) / 2
  const all = n + 1 + young
  const sum =
    n * n * now +
    own +
    young * youngSelf +
    young * Math.max(0, young - 1) * youngYoung +
    2 * (n * withGroup + n * young * youngGroup + young * youngNew)
  const withIt = sum / (all * all)
  const equivalents = (mean: number) => (mean > 0 ? 1 / (2 * mean) : 0)
  return { now, withIt, adds: equivalents(withIt) - equivalents(now) }
}
