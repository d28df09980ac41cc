import { addDays, instantOfDay, looksOf, PLAIN_WORD, startingGenes, type Day } from '@hatch-book/core'
import type { Genome } from './genome'
import { say, type LivingAnimal } from './life'
import { portraitOfYoung } from './photos'
import type { Chance } from './random'
import { ZONE, type Founder } from './room'
import type { DemoStep } from './steps'

/** A founder's truth: what shows is doubled where it must be; what may be carried is, as often as was said. */
export function genomeOf(founder: Founder, luck: Chance): Genome {
  const genome: Record<string, [number, number]> = {}
  for (const locus of startingGenes(founder.protocol.code).loci) {
    const allele = (word: string) => locus.alleles.findIndex((a) => a.word === word) + 1
    for (const word of founder.shows ?? []) {
      const a = allele(word)
      if (a > 0) genome[locus.name] = locus.alleles[a - 1]!.mode === 'recessive' ? [a, a] : [0, a]
    }
    for (const [word, certainty] of founder.carries ?? []) {
      const a = allele(word)
      if (a > 0 && luck.happens(certainty)) genome[locus.name] = [0, a]
    }
  }
  return genome
}

/** One allele of each locus from either parent. */
export function inherit(dam: Genome, sire: Genome, luck: Chance): Genome {
  const genome: Record<string, [number, number]> = {}
  for (const locus of new Set([...Object.keys(dam), ...Object.keys(sire)])) {
    const [a, b] = [dam[locus], sire[locus]].map((pair) => (pair ? pair[luck.happens(0.5) ? 0 : 1] : 0))
    if (a || b) genome[locus] = a! < b! ? [a!, b!] : [b!, a!]
  }
  return genome
}

/** After the first shed a young shows its colours; somebody looks and writes down what shows, or that nothing does. */
export function lookedOver(animal: LivingAnimal, hatched: Day): DemoStep[] {
  // A luck of its own, so that its life stays what it was.
  const described = { ...animal, luck: animal.luck.branch('looked over') }
  const words = startingGenes(animal.protocol.code).loci.flatMap((locus) => {
    const pair = animal.genome?.[locus.name]
    const word = pair ? looksOf(locus, pair)[0]![0] : ''
    return word === '' ? [] : [word]
  })
  const day = addDays(hatched, 12)
  return [
    ...(words.length > 0 ? words : [PLAIN_WORD]).map((trait) =>
      say(described, day, 16.5, 'trait', { trait, carries: 'shows', certainty: 1 }, 'keeper'),
    ),
    ...(animal.protocol.bodyPlan === 'snake'
      ? [portraitOfYoung(animal, words, instantOfDay(day, ZONE, 16.6))]
      : []),
  ]
}
