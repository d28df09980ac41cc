import type { Sex } from '../animals'
import type { TubRules } from '../protocols'

export interface TubAnimal {
  id: string
  tag: string
  species: string
  grams: number
  sex: Sex
}

export interface EmptyTub {
  id: string
  name: string
  litres: number
}

export interface PackedTub {
  tub: EmptyTub
  animals: TubAnimal[]
  /** Litres that its animals want. */
  litresWanted: number
}

export interface Packing {
  tubs: PackedTub[]
  /** Who found no tub, and why. */
  left: { animal: TubAnimal; says: string }[]
  unused: EmptyTub[]
}

/**
 * Packs animals into tubs: first-fit decreasing by weight.
 *
 * The heaviest is placed first, into the first tub already begun that its species, sex, the size of those inside, the count
 * and the litres allow; else it begins the smallest empty tub that holds it. Whoever is left is named with what was wanting.
 * @param rulesOf the rules of an animal's protocol
 */
export function packTubs(
  animals: readonly TubAnimal[],
  tubs: readonly EmptyTub[],
  rulesOf: (animal: TubAnimal) => TubRules,
): Packing {
  const empty = [...tubs].sort((a, b) => a.litres - b.litres || (a.name < b.name ? -1 : 1))
  const packed: PackedTub[] = []
  const left: Packing['left'] = []
  for (const animal of [...animals].sort((a, b) => b.grams - a.grams || (a.tag < b.tag ? -1 : 1))) {
    const rules = rulesOf(animal)
    const wants = (animal.grams / 100) * rules.litresPer100g
    const begun = packed.find((p) => fits(p, animal, wants, rules))
    if (begun) {
      begun.animals.push(animal)
      begun.litresWanted += wants
      continue
    }
    const index = empty.findIndex((t) => t.litres >= wants)
    if (index >= 0) packed.push({ tub: empty.splice(index, 1)[0]!, animals: [animal], litresWanted: wants })
    else left.push({ animal, says: whyLeft(animal, wants, empty) })
  }
  return { tubs: packed, left, unused: empty }
}

function fits({ tub, animals, litresWanted }: PackedTub, animal: TubAnimal, wants: number, rules: TubRules) {
  // Packed from the heaviest down: the first inside is the heaviest there.
  const heaviest = animals[0]!
  return (
    animals.length < rules.count &&
    heaviest.species === animal.species &&
    heaviest.grams <= animal.grams * rules.sizeRatio &&
    litresWanted + wants <= tub.litres &&
    (!rules.sexesApart || animals.every((a) => a.sex === animal.sex && a.sex !== 'unknown'))
  )
}

function whyLeft(animal: TubAnimal, wants: number, empty: readonly EmptyTub[]): string {
  const largest = empty.at(-1)
  return largest
    ? `${animal.tag} wants ${wants.toFixed(1)} L; the largest tub left has ${largest.litres} L`
    : `no tub is left for ${animal.tag}, which wants ${wants.toFixed(1)} L`
}
