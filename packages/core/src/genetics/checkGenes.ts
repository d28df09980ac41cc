import type { GeneSet } from './locus'

/** What is wrong with an edited set of genes, with the place of the mistake; empty when it can be kept. */
export function geneSetFaults({ loci, scores, links }: GeneSet): { at: string; says: string }[] {
  const faults: { at: string; says: string }[] = []
  const names = new Set<string>()
  const words = new Map<string, string>()
  loci.forEach((locus, i) => {
    const at = `loci.${i}`
    if (names.has(locus.name)) faults.push({ at: `${at}.name`, says: `two loci are called ${locus.name}` })
    names.add(locus.name)
    if (locus.alleles.length === 0)
      faults.push({ at: `${at}.alleles`, says: `${locus.name} has no allele besides the wild one` })
    locus.alleles.forEach((allele, k) => {
      for (const word of [allele.word, ...(allele.also ?? [])]) {
        const other = words.get(word)
        if (other !== undefined)
          faults.push({ at: `${at}.alleles.${k}.word`, says: `'${word}' is already a trait of ${other}` })
        words.set(word, locus.name)
      }
      if (allele.shownBy !== undefined && !(allele.shownBy > 0 && allele.shownBy <= 1))
        faults.push({
          at: `${at}.alleles.${k}.shownBy`,
          says: 'the share that shows it lies between 0 and 100 %',
        })
    })
    for (const { alleles } of locus.pairs ?? [])
      for (const word of alleles)
        if (!locus.alleles.some((a) => a.word === word))
          faults.push({ at: `${at}.pairs`, says: `${locus.name} has no allele '${word}'` })
  })
  scores.forEach((score, i) => {
    if (!(score.to > score.from))
      faults.push({ at: `scores.${i}.to`, says: `${score.word} ends below where it begins` })
    if (words.has(score.word))
      faults.push({
        at: `scores.${i}.word`,
        says: `'${score.word}' is already a trait of ${words.get(score.word)}`,
      })
  })
  links.forEach(({ loci: [a, b], recombination }, i) => {
    for (const name of [a, b])
      if (!names.has(name)) faults.push({ at: `links.${i}`, says: `there is no locus ${name}` })
    if (a === b) faults.push({ at: `links.${i}`, says: `${a} cannot be linked to itself` })
    if (!(recombination >= 0 && recombination <= 0.5))
      faults.push({ at: `links.${i}`, says: 'loci are parted in 0 to 50 % of eggs' })
    const linked = [a, b].map((name) => loci.find((l) => l.name === name)?.linkage)
    if (linked.some((l) => l !== undefined && l !== 'autosome'))
      faults.push({ at: `links.${i}`, says: 'a locus that goes with the sex cannot be linked here' })
  })
  return faults
}
