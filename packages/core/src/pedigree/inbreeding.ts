import { orderPedigree, type OrderedPedigree, type PedigreeAnimal } from './order'

/**
 * Inbreeding coefficient of every animal: the chance that its two alleles of a locus are copies of one ancestor's. Unknown
 * parents count as unrelated founders.
 *
 * Meuwissen and Luo (1992), Genetics Selection Evolution 24:305: each animal's ancestors are taken youngest first with the
 * share of its genes that each passed on, weighted by what is new in each. Full siblings share one coefficient and are worked
 * out once.
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
  const coefficients = new Float64Array(n)
  const fresh = new Float64Array(n)
  const shares = new Float64Array(n)
  const heap = new IndexHeap(n)
  const bySiblings = new Map<number, number>()
  const inbred = (i: number) => (i < 0 ? -1 : coefficients[i]!)
  for (let i = 0; i < n; i++) {
    const dam = dams[i]!
    const sire = sires[i]!
    fresh[i] = 0.5 - 0.25 * (inbred(dam) + inbred(sire))
    if (dam < 0 || sire < 0) continue
    const siblings = dam * n + sire
    const same = bySiblings.get(siblings)
    if (same !== undefined) {
      coefficients[i] = coefficients[same]!
      continue
    }
    let sum = 0
    shares[i] = 1
    heap.push(i)
    while (heap.size > 0) {
      const j = heap.pop()
      const share = shares[j]!
      shares[j] = 0
      for (const parent of [dams[j]!, sires[j]!])
        if (parent >= 0) {
          if (shares[parent] === 0) heap.push(parent)
          shares[parent]! += share / 2
        }
      sum += share * share * fresh[j]!
    }
    coefficients[i] = Math.max(0, sum - 1)
    bySiblings.set(siblings, i)
  }
  const result = { coefficients, fresh }
  known.set(pedigree, result)
  return result
}

/** A heap of places that gives the greatest first. */
class IndexHeap {
  private readonly items: Int32Array
  size = 0
  constructor(capacity: number) {
    this.items = new Int32Array(capacity + 1)
  }
  push(value: number): void {
    const { items } = this
    let at = this.size++
    while (at > 0) {
      const up = (at - 1) >> 1
      if (items[up]! >= value) break
      items[at] = items[up]!
      at = up
    }
    items[at] = value
  }
  pop(): number {
    const { items } = this
    const top = items[0]!
    const last = items[--this.size]!
    let at = 0
    for (;;) {
      let down = 2 * at + 1
      if (down >= this.size) break
      if (down + 1 < this.size && items[down + 1]! > items[down]!) down++
      if (items[down]! <= last) break
      items[at] = items[down]!
      at = down
    }
    items[at] = last
    return top
  }
}
