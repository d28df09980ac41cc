import type { Sex } from '../animals'
import { chanceOfCopies, type Beliefs } from './belief'
import { genotypesOf, isSeen, locusNamed, looksOf, type GeneSet } from './locus'

/** One thing believed of an animal's genes, in a word with its chance. */
export interface GeneWord {
  locus: string
  trait: string
  as: 'shows' | 'carries'
  chance: number
}

/** An animal's genes in words: what shows first, then what it carries or may carry, the surest first. */
export function describeGenes(genes: GeneSet, sex: Sex, beliefs: Beliefs): GeneWord[] {
  const words: GeneWord[] = []
  for (const [name, belief] of Object.entries(beliefs)) {
    const locus = locusNamed(genes, name)
    const looks = new Map<string, number>()
    const genotypes = genotypesOf(locus, sex)
    genotypes.forEach((g, i) => {
      for (const [word, share] of looksOf(locus, g))
        if (word !== '') looks.set(word, (looks.get(word) ?? 0) + belief[i]! * share)
    })
    for (const [trait, chance] of looks)
      if (chance > 0) words.push({ locus: name, trait, as: 'shows', chance })
    locus.alleles.forEach((allele, a) => {
      const has = chanceOfCopies(locus, sex, belief, a + 1)
      const seen = genotypes.reduce(
        (sum, g, i) =>
          sum +
          (g.includes(a + 1)
            ? belief[i]! * looksOf(locus, g).reduce((s, [w, p]) => s + (isSeen(w, allele) ? p : 0), 0)
            : 0),
        0,
      )
      if (has - seen > 1e-9)
        words.push({ locus: name, trait: allele.word, as: 'carries', chance: has - seen })
    })
  }
  return words.sort((a, b) => (a.as === b.as ? b.chance - a.chance : a.as === 'shows' ? -1 : 1))
}
