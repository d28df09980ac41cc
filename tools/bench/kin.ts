/* Kinship of a large book, and crosses over twelve loci: the times a keeper waits for. */
import {
  crossOutcomes,
  founders,
  inbreeding,
  kinship,
  meanKinship,
  orderPedigree,
  phenotypeTable,
  wantedChance,
  type GeneSet,
  type PedigreeAnimal,
} from '@hatch-book/core'
import { evenStream } from '@hatch-book/core/statistics'

const ANIMALS = 100_000
const WANTED_SECONDS = 3
const WANTED_CROSS_MS = 100

const random = evenStream(11)

/** Thirty generations in clutches of ten: of each generation some hundreds are held back and bred. */
function bredInClutches(size: number): PedigreeAnimal[] {
  const generations = 30
  const each = Math.floor(size / generations)
  const animals: PedigreeAnimal[] = []
  for (let g = 0; g < generations; g++) {
    const first = g * each
    // Even places are female, odd ones male.
    const parent = (sex: 0 | 1) => `a${first - each + 2 * Math.floor((random() * each) / 20) * 10 + sex}`
    for (let i = 0; i < each; i += 10) {
      const [dam, sire] = g === 0 ? [null, null] : [parent(0), parent(1)]
      for (let k = 0; k < 10 && i + k < each; k++) animals.push({ id: `a${first + i + k}`, dam, sire })
    }
  }
  return animals
}

/** The hard case, as no keeper has it: everybody is bred, each young by another pair of the two thousand before it. */
function everybodyBred(size: number): PedigreeAnimal[] {
  return Array.from({ length: size }, (_, i) => {
    const parent = (sex: 0 | 1) => {
      const place = i - 1 - Math.floor(random() * Math.min(i, 2000))
      return i < 60 || place % 2 !== sex ? null : `a${place}`
    }
    return { id: `a${i}`, dam: parent(0), sire: parent(1) }
  })
}

const timed = <T>(work: () => T): [T, number] => {
  const begun = performance.now()
  const result = work()
  return [result, performance.now() - begun]
}

const animals = bredInClutches(ANIMALS)
const [F, inbreedingMs] = timed(() => inbreeding(animals))
const pedigree = orderPedigree(animals)
const group = animals.slice(-2000).map((a) => a.id)
const [, meanMs] = timed(() => meanKinship(pedigree, group))
const [, tableMs] = timed(() => kinship(pedigree, group.slice(0, 80), group.slice(80, 100)))
const [from, foundersMs] = timed(() => founders(pedigree, group))
const mean = [...F.values()].reduce((a, b) => a + b, 0) / animals.length
console.log(
  `${animals.length} animals: inbreeding ${(inbreedingMs / 1000).toFixed(2)} s (mean ${(mean * 100).toFixed(2)} %), ` +
    `mean kinship of ${group.length} ${meanMs.toFixed(0)} ms, a table of 80 by 20 ${tableMs.toFixed(0)} ms, ` +
    `founders ${foundersMs.toFixed(0)} ms (${from.contributions.length}, worth ${from.effective.toFixed(1)})`,
)

const [, hardMs] = timed(() => inbreeding(everybodyBred(20_000)))
console.log(`20000 animals, everybody bred: inbreeding ${(hardMs / 1000).toFixed(2)} s`)

const genes: GeneSet = {
  loci: Array.from({ length: 12 }, (_, i) => ({
    name: `l${i}`,
    linkage: 'autosome',
    alleles: [{ word: `trait${i}`, mode: 'incomplete dominant', doubledWord: `double${i}` }],
  })),
  scores: [],
  links: [],
}
const unsure = Object.fromEntries(genes.loci.map((l) => [l.name, [0.3, 0.5, 0.2]]))
const cross = { genes, dam: unsure, sire: unsure }
const wish = { traits: genes.loci.map((l) => ({ trait: l.alleles[0]!.word, as: 'shows' as const })) }
const rounds = Array.from({ length: 15 }, () => [
  timed(() => crossOutcomes(cross))[1],
  timed(() => phenotypeTable(cross, { most: 16 }))[1],
  timed(() => wantedChance(cross, wish))[1],
])
const worst = [0, 1, 2].map((k) => Math.max(...rounds.map((r) => r[k]!)))
console.log(
  `twelve uncertain loci, worst of ${rounds.length}: outcomes ${worst[0]!.toFixed(1)} ms, commonest kinds ${worst[1]!.toFixed(1)} ms, the one wanted ${worst[2]!.toFixed(1)} ms`,
)
const good = inbreedingMs / 1000 <= WANTED_SECONDS && Math.max(...worst) <= WANTED_CROSS_MS
console.log(`wanted ${WANTED_SECONDS} s and ${WANTED_CROSS_MS} ms: ${good ? 'held' : 'MISSED'}`)
process.exit(good ? 0 : 1)
