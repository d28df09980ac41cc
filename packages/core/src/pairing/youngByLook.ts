import {
  beliefAt,
  crossGroup,
  genotypesOf,
  livesOf,
  looksOf,
  normalised,
  type Belief,
  type Beliefs,
  type Locus,
} from '../genetics'

/** Young that look alike at a locus: their share among those that live, and what they may be unseen. */
export interface YoungByLook {
  word: string
  share: number
  belief: Belief
}

/** The young of a cross at one locus that does not go with the sex, told apart as a keeper can: by what shows. */
export function youngByLook(locus: Locus, dam: Beliefs, sire: Beliefs): YoungByLook[] {
  const index = new Map(genotypesOf(locus, 'female').map((g, i) => [g.join(), i]))
  const looks = new Map<string, number[]>()
  const group = { loci: [locus], recombination: [] }
  const of = (beliefs: Beliefs, sex: 'female' | 'male') => ({ [locus.name]: beliefAt(beliefs, locus, sex) })
  let lives = 0
  for (const { weight, children } of crossGroup(group, of(dam, 'female'), of(sire, 'male')))
    for (const { genotypes, females, males } of children) {
      const genotype = genotypes[0]!
      const living = ((weight * (females + males)) / 2) * livesOf(locus, genotype)
      lives += living
      for (const [word, share] of looksOf(locus, genotype)) {
        const masses = looks.get(word) ?? new Array<number>(index.size).fill(0)
        masses[index.get(genotype.join())!]! += living * share
        looks.set(word, masses)
      }
    }
  return [...looks].flatMap(([word, masses]) => {
    const belief = normalised(masses)
    return belief ? [{ word, belief, share: masses.reduce((a, b) => a + b, 0) / lives }] : []
  })
}
