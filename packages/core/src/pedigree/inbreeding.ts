import { orderPedigree, type OrderedPedigree, type PedigreeAnimal } from './order'

/**
 * Inbreeding coefficient of every animal: the chance that its two alleles of a locus are copies of one ancestor's. Unknown
 * parents count as unrelated founders.
 *
 * Meuwissen and Luo (1992), Genetics Selection Evolution 24:305: each animal's ancestors are taken youngest first with the
 * share of its genes that each passed on, weighted by what is new in each. Full siblings share one coefficient and are worked
 * out once; those without young are nobody's ancestors and are stepped over.
 *
 * @returns coefficients 0 to 1 by animal
 * @throws PedigreeError when an animal is its own ancestor, given twice, or both dam and sire
 * @example young of full siblings of unrelated parents: 0.25
 */
export function inbreeding(animals: readonly PedigreeAnimal[]): Map<string, number> {
  const pedigree = orderPedigree(animals)
  const coefficients = inbreedingInOrder(pedigree)
  return new Map(pedigree.ids.map((id, i) => [id, coefficients[i]!]))
}

/** The same for a pedigree already laid out. */
export function inbreedingInOrder(pedigree: OrderedPedigree): Float64Array {
  return workedOut(pedigree).coefficients
}

/** What is new in each animal: the variance of what its parents pass on by chance. */
export function newVariance(pedigree: OrderedPedigree): Float64Array {
  return workedOut(pedigree).fresh
}

const known = new WeakMap<OrderedPedigree, { coefficients: Float64Array; fresh: Float64Array }>()

function workedOut(pedigree: OrderedPedigree): { coefficients: Float64Array; fresh: Float64Array } {
  const before = known.get(pedigree)
  if (before) return before
  const { ids, dams, sires } = pedigree
  const n = ids.length
  const parents = parentsAlone(pedigree)
  const coefficients = new Float64Array(n)
  const fresh = new Float64Array(n)
  const freshOfParents = new Float64Array(parents.dams.length)
  const shares = new Float64Array(parents.dams.length)
  const bySiblings = new Map<number, number>()
  const inbred = (i: number) => (i < 0 ? -1 : coefficients[i]!)
  for (let i = 0; i < n; i++) {
    const dam = dams[i]!
    const sire = sires[i]!
    fresh[i] = 0.5 - 0.25 * (inbred(dam) + inbred(sire))
    const place = parents.placeOf[i]!
    if (place >= 0) freshOfParents[place] = fresh[i]!
    if (dam < 0 || sire < 0) continue
    const siblings = dam * n + sire
    const same = bySiblings.get(siblings)
    if (same !== undefined) {
      coefficients[i] = coefficients[same]!
      continue
    }
    const sum = squaredShares(parents.placeOf[dam]!, parents.placeOf[sire]!, parents, freshOfParents, shares)
    coefficients[i] = Math.max(0, fresh[i]! + sum - 1)
    bySiblings.set(siblings, i)
  }
  const result = { coefficients, fresh }
  known.set(pedigree, result)
  return result
}

interface ParentsAlone {
  /** For each animal its place among those that have young, -1 for the others. */
  placeOf: Int32Array
  dams: Int32Array
  sires: Int32Array
}

/** The pedigree of those that have young, in the same order: nobody else is anyone's ancestor. */
function parentsAlone({ ids, dams, sires }: OrderedPedigree): ParentsAlone {
  const has = new Uint8Array(ids.length)
  for (let i = 0; i < ids.length; i++) {
    if (dams[i]! >= 0) has[dams[i]!] = 1
    if (sires[i]! >= 0) has[sires[i]!] = 1
  }
  const placeOf = new Int32Array(ids.length).fill(-1)
  const those: number[] = []
  for (let i = 0; i < ids.length; i++) if (has[i]) placeOf[i] = those.push(i) - 1
  const place = (parent: number) => (parent < 0 ? -1 : placeOf[parent]!)
  return {
    placeOf,
    dams: Int32Array.from(those, (i) => place(dams[i]!)),
    sires: Int32Array.from(those, (i) => place(sires[i]!)),
  }
}

/**
 * Adds up, over all ancestors of a pair's young, the square of the share each passed on times what is new in it. Ancestors are
 * met from the youngest down; a plain walk over the parents' row beats keeping them sorted, since most of them are met.
 */
function squaredShares(
  dam: number,
  sire: number,
  { dams, sires }: ParentsAlone,
  fresh: Float64Array,
  shares: Float64Array,
): number {
  let waiting = 0
  const give = (to: number, share: number) => {
    if (to < 0) return
    if (shares[to] === 0) waiting++
    shares[to]! += share
  }
  give(dam, 0.5)
  give(sire, 0.5)
  let sum = 0
  for (let j = Math.max(dam, sire); waiting > 0; j--) {
    const share = shares[j]!
    if (share === 0) continue
    shares[j] = 0
    waiting--
    sum += share * share * fresh[j]!
    give(dams[j]!, share / 2)
    give(sires[j]!, share / 2)
  }
  return sum
}
