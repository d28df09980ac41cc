import type { Sex } from '../animals'
import {
  beliefFromSaid,
  evidenceOf,
  normalised,
  speaksOf,
  wild,
  PLAIN_WORD,
  type Belief,
  type Beliefs,
  type SaidTrait,
} from './belief'
import { copiesIn, genotypesOf, gives, type GeneSet, type Locus } from './locus'

/** An animal with its parents and what is said of it. */
export interface ToldAnimal {
  id: string
  sex: Sex
  dam: string | null
  sire: string | null
  said: readonly SaidTrait[]
}

/** What is said of some animals cannot all be true. */
export interface GeneConflict {
  id: string
  locus: string
}

export interface Inherited {
  beliefs: Map<string, Beliefs>
  conflicts: GeneConflict[]
}

/** A copy that nobody knows of, in an animal without known parents: so rare that it only counts where young prove it. */
const UNKNOWN_COPY = 1e-3
/** Chances under this are taken as none, so that the rare copy nobody knows of is not read out everywhere. */
const NEGLIGIBLE = 4e-3
const MOST_SWEEPS = 40
const STILL = 1e-7

interface Family {
  dam: number
  sire: number
  young: number[]
  /** What the young of this family say of each parent. */
  ofDam: number[]
  ofSire: number[]
}

/**
 * What is believed of every animal's genes, locus by locus, from what is said of it, its parents and its young.
 *
 * Iterative peeling by nuclear families (van Arendonk, Smith and Kennedy 1989; Fernando, Stricker and Elston 1993): exact
 * where the pedigree has no loops, close to it where it has. Guesses of an animal with known parents give way to what the
 * parents say. Loci nobody speaks of stay wild.
 *
 * @returns beliefs by animal, wild loci left out; and the animals of whom something impossible is said
 */
export function inheritedBeliefs(animals: readonly ToldAnimal[], genes: GeneSet): Inherited {
  const beliefs = new Map<string, Record<string, Belief>>(animals.map((a) => [a.id, {}]))
  const conflicts: GeneConflict[] = []
  const spoken = new Set(animals.flatMap((a) => a.said.map((s) => s.trait)))
  spoken.delete(PLAIN_WORD)
  const loci = genes.loci.filter((locus) => [...spoken].some((word) => speaksOf(locus, word)))
  if (loci.length === 0) return { beliefs, conflicts }
  for (const locus of loci) {
    const peeled = peelLocus(animals, locus)
    animals.forEach(({ id }, i) => {
      const belief = peeled[i]!
      if (belief === null) conflicts.push({ id, locus: locus.name })
      else if (belief[0]! < 1) beliefs.get(id)![locus.name] = belief
    })
  }
  return { beliefs, conflicts }
}

function peelLocus(animals: readonly ToldAnimal[], locus: Locus): (Belief | null)[] {
  const index = new Map(animals.map((a, i) => [a.id, i]))
  const all: ToldAnimal[] = [...animals]
  const families = new Map<string, Family>()
  const parentOf: (Family | null)[] = animals.map(() => null)
  const unknown = (sex: Sex) => all.push({ id: '', sex, dam: null, sire: null, said: [] }) - 1
  animals.forEach((animal, i) => {
    const dam = animal.dam === null ? undefined : index.get(animal.dam)
    const sire = animal.sire === null ? undefined : index.get(animal.sire)
    if (dam === undefined && sire === undefined) return
    const key = `${dam ?? '?'}|${sire ?? '?'}`
    const family = families.get(key) ?? {
      dam: dam ?? unknown('female'),
      sire: sire ?? unknown('male'),
      young: [],
      ofDam: [],
      ofSire: [],
    }
    family.young.push(i)
    families.set(key, family)
    parentOf[i] = family
  })
  // A parent is bred from as its sex, whatever is written of it.
  const sexes: Sex[] = all.map((a) => a.sex)
  for (const { dam, sire } of families.values()) {
    sexes[dam] = 'female'
    sexes[sire] = 'male'
  }
  const genotypes = all.map((_, i) => genotypesOf(locus, sexes[i]!))
  const evidence = all.map((a, i) =>
    copiesIn(locus.linkage, sexes[i]!) === 0
      ? [1]
      : evidenceOf(locus, sexes[i]!, i < animals.length ? a.said : []),
  )
  const above = all.map((a, i) =>
    parentOf[i] ? genotypes[i]!.map(() => 1) : founderBelief(locus, sexes[i]!, a.said),
  )
  const own = all.map((_, i) => (parentOf[i] ? evidence[i]! : evidence[i]!.map((e) => (e > 0 ? 1 : 0))))
  const bredIn: Family[][] = all.map(() => [])
  for (const family of families.values()) {
    family.ofDam = genotypes[family.dam]!.map(() => 1)
    family.ofSire = genotypes[family.sire]!.map(() => 1)
    bredIn[family.dam]!.push(family)
    bredIn[family.sire]!.push(family)
  }
  const order = [...families.values()]
  const below = (i: number, except: Family | null): number[] => {
    const product = [...own[i]!]
    for (const family of bredIn[i]!)
      if (family !== except) {
        const says = family.dam === i ? family.ofDam : family.ofSire
        for (let g = 0; g < product.length; g++) product[g]! *= says[g]!
      }
    return product
  }
  const tables = new Map<Sex, number[][]>()
  for (let sweep = 0; sweep < MOST_SWEEPS; sweep++) {
    let moved = 0
    for (const family of sweep % 2 === 0 ? order : [...order].reverse())
      moved = Math.max(moved, updateFamily(family, locus, sexes, genotypes, above, below, tables))
    if (moved < STILL) break
  }
  return animals.map((_, i) => {
    const belief = normalised(below(i, null).map((b, g) => b * above[i]![g]!))
    return belief && withoutTraces(belief)
  })
}

/** What is said of an animal of unknown parents; what nobody speaks of may still be there, very rarely. */
function founderBelief(locus: Locus, sex: Sex, said: readonly SaidTrait[]): number[] {
  const of = said.filter((s) => speaksOf(locus, s.trait))
  if (of.length > 0) {
    const told = beliefFromSaid(locus, sex, of)
    const certain = of.some((s) => s.carries === 'without' && s.certainty >= 1)
    return certain
      ? [...told]
      : told.map((p, i) => Math.max(p, i === 0 ? 0 : rarity(locus, sex)[i]! * UNKNOWN_COPY))
  }
  return copiesIn(locus.linkage, sex) === 0 ? [...wild(locus, sex)] : rarity(locus, sex)
}
const rarity = (locus: Locus, sex: Sex) =>
  genotypesOf(locus, sex).map((g) => UNKNOWN_COPY ** g.filter((a) => a > 0).length)

function withoutTraces(belief: readonly number[]): Belief {
  return normalised(belief.map((p) => (p < NEGLIGIBLE ? 0 : p)))!
}

/** One family's messages: to each of its young from the parents and their siblings, to each parent from the young. */
function updateFamily(
  family: Family,
  locus: Locus,
  sexes: readonly Sex[],
  genotypes: readonly (readonly (readonly number[])[])[],
  above: number[][],
  below: (i: number, except: Family | null) => number[],
  tables: Map<Sex, number[][]>,
): number {
  const { dam, sire, young } = family
  const dams = genotypes[dam]!
  const sires = genotypes[sire]!
  const mother = below(dam, family).map((p, g) => p * above[dam]![g]!)
  const father = below(sire, family).map((p, g) => p * above[sire]![g]!)
  const cells = dams.length * sires.length
  const said = young.map((child) => {
    const table = inheritance(locus, dams, sires, sexes[child]!, tables)
    const own = below(child, null)
    const cell = new Array<number>(cells)
    for (let d = 0; d < dams.length; d++)
      for (let s = 0; s < sires.length; s++) {
        let sum = 0
        const shares = table[d * sires.length + s]!
        shares.forEach((share, g) => {
          sum += share * own[g]!
        })
        cell[d * sires.length + s] = sum
      }
    return scaled(cell)
  })
  // Products of all but one, from the left and from the right, so that nothing is divided by nothing.
  const left: number[][] = [new Array<number>(cells).fill(1)]
  said.forEach((cell, k) => left.push(scaled(left[k]!.map((p, i) => p * cell[i]!))))
  let right = new Array<number>(cells).fill(1)
  let moved = 0
  for (let k = young.length - 1; k >= 0; k--) {
    const child = young[k]!
    const table = inheritance(locus, dams, sires, sexes[child]!, tables)
    const next = genotypes[child]!.map(() => 0)
    for (let i = 0; i < cells; i++) {
      const weight =
        mother[Math.floor(i / sires.length)]! * father[i % sires.length]! * left[k]![i]! * right[i]!
      if (weight > 0)
        table[i]!.forEach((share, g) => {
          next[g]! += weight * share
        })
    }
    const message = normalised(next)
    if (message) {
      moved = Math.max(moved, furthest(message, normalised(above[child]!) ?? message))
      above[child] = message
    }
    right = scaled(right.map((p, i) => p * said[k]![i]!))
  }
  const whole = left.at(-1)!
  const ofDam = dams.map((_, d) =>
    sires.reduce((sum, _s, s) => sum + father[s]! * whole[d * sires.length + s]!, 0),
  )
  const ofSire = sires.map((_, s) =>
    dams.reduce((sum, _d, d) => sum + mother[d]! * whole[d * sires.length + s]!, 0),
  )
  family.ofDam = scaled(ofDam)
  family.ofSire = scaled(ofSire)
  return moved
}

const furthest = (a: readonly number[], b: readonly number[]) =>
  Math.max(...a.map((x, i) => Math.abs(x - b[i]!)))

function scaled(values: number[]): number[] {
  const most = Math.max(...values)
  return most > 0 ? values.map((x) => x / most) : values
}

/** For each pair of parents' genotypes, the shares of the child's; a child of unknown sex counts as either. */
function inheritance(
  locus: Locus,
  dams: readonly (readonly number[])[],
  sires: readonly (readonly number[])[],
  sex: Sex,
  tables: Map<Sex, number[][]>,
): number[][] {
  const known = tables.get(sex)
  if (known) return known
  const kinds = genotypesOf(locus, sex)
  const index = new Map(kinds.map((g, i) => [g.join(), i]))
  const as = sex === 'unknown' ? (copiesIn(locus.linkage, 'female') === 2 ? 'female' : 'male') : sex
  const table = dams.flatMap((d) =>
    sires.map((s) => {
      const shares = kinds.map(() => 0)
      const eggs = gives(locus.linkage, 'dam', as) && d.length > 0 ? d : [null]
      const sperms = gives(locus.linkage, 'sire', as) && s.length > 0 ? s : [null]
      for (const egg of eggs)
        for (const sperm of sperms) {
          const child = [egg, sperm].filter((a) => a !== null).sort((a, b) => a - b)
          const at = index.get(child.join())
          if (at !== undefined) shares[at]! += 1 / (eggs.length * sperms.length)
        }
      return shares
    }),
  )
  tables.set(sex, table)
  return table
}
