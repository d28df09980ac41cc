import {
  beliefAt,
  crossGroup,
  genotypesOf,
  livesOf,
  looksOf,
  mergedCases,
  normalised,
  type Belief,
  type Beliefs,
  type Locus,
  type WantedCase,
} from '../genetics'

/** Young that look alike at a locus: their share among those that live, and what they may be unseen. */
export interface YoungByLook {
  word: string
  share: number
  belief: Belief
  /** The share apart by what the parents may truly be: the young of one pair share it. */
  cases: WantedCase[]
}

/** The young of a cross at one locus that does not go with the sex, told apart as a keeper can: by what shows. */
export function youngByLook(locus: Locus, dam: Beliefs, sire: Beliefs): YoungByLook[] {
  const index = new Map(genotypesOf(locus, 'female').map((g, i) => [g.join(), i]))
  const looks = new Map<string, { masses: number[]; byState: Map<number, number> }>()
  const states: { weight: number; lives: number }[] = []
  const group = { loci: [locus], recombination: [] }
  const of = (beliefs: Beliefs, sex: 'female' | 'male') => ({ [locus.name]: beliefAt(beliefs, locus, sex) })
  crossGroup(group, of(dam, 'female'), of(sire, 'male')).forEach(({ weight, children }, state) => {
    states.push({ weight, lives: 0 })
    for (const { genotypes, females, males } of children) {
      const genotype = genotypes[0]!
      const living = ((females + males) / 2) * livesOf(locus, genotype)
      states[state]!.lives += living
      for (const [word, share] of looksOf(locus, genotype)) {
        const look = looks.get(word) ?? {
          masses: new Array<number>(index.size).fill(0),
          byState: new Map<number, number>(),
        }
        look.masses[index.get(genotype.join())!]! += weight * living * share
        look.byState.set(state, (look.byState.get(state) ?? 0) + living * share)
        looks.set(word, look)
      }
    }
  })
  const lives = states.reduce((sum, s) => sum + s.weight * s.lives, 0)
  return [...looks].flatMap(([word, { masses, byState }]) => {
    const belief = normalised(masses)
    if (!belief) return []
    const cases = states.map(({ weight, lives: living }, i) => ({
      weight,
      share: living > 0 ? (byState.get(i) ?? 0) / living : 0,
    }))
    return [{ word, belief, cases: mergedCases(cases), share: masses.reduce((a, b) => a + b, 0) / lives }]
  })
}
