import { beliefAt, copiesOf, type Beliefs } from './belief'
import {
  GeneticsError,
  copiesIn,
  genotypesOf,
  gives,
  harmOf,
  isSeen,
  livesOf,
  locusNamed,
  looksOf,
  type GeneSet,
  type Genotype,
  type Locus,
} from './locus'

const SEXES = ['female', 'male'] as const
type ChildSex = (typeof SEXES)[number]

/** Alleles that travel together, one for each locus of a group. */
type Haplotype = readonly number[]

/** Loci that are inherited together; most groups are one locus. */
export interface LinkageGroup {
  loci: readonly Locus[]
  /** Recombination between each locus and the next. */
  recombination: readonly number[]
}

/** One way a parent may be made at a group, and how likely that is. */
interface ParentState {
  haplotypes: readonly Haplotype[]
  weight: number
}

/** One kind of young at a group: its genotype at each locus, and its share among daughters and among sons. */
export interface GroupChild {
  genotypes: readonly Genotype[]
  females: number
  males: number
}

/** What one pair of parents' true genotypes would throw at a group. */
export interface GroupCross {
  weight: number
  children: readonly GroupChild[]
}

/**
 * The groups of a set in the order of its loci: linked loci together, every other by itself.
 * @throws GeneticsError when a link names an unknown or a sex-linked locus
 */
export function linkageGroups(genes: GeneSet): LinkageGroup[] {
  const groups: { loci: Locus[]; recombination: number[] }[] = []
  const done = new Set<string>()
  for (const locus of genes.loci) {
    if (done.has(locus.name)) continue
    const group = { loci: [locus], recombination: [] as number[] }
    done.add(locus.name)
    for (;;) {
      const last = group.loci.at(-1)!.name
      const link = genes.links.find(({ loci }) => loci.includes(last) && !loci.every((l) => done.has(l)))
      if (!link) break
      const next = locusNamed(genes, link.loci[0] === last ? link.loci[1] : link.loci[0])
      if (locus.linkage !== 'autosome' || next.linkage !== 'autosome')
        throw new GeneticsError(
          'impossible',
          `${last} and ${next.name} cannot be linked: one goes with the sex`,
        )
      group.loci.push(next)
      group.recombination.push(link.recombination)
      done.add(next.name)
    }
    groups.push(group)
  }
  return groups
}

/** The ways a parent may be made at a group; of two linked loci with two kinds each the phase is unknown, so either counts half. */
function parentStates(group: LinkageGroup, beliefs: Beliefs, sex: ChildSex): ParentState[] {
  let states: ParentState[] = [
    { haplotypes: [[], []].slice(0, copiesIn(group.loci[0]!.linkage, sex)), weight: 1 },
  ]
  for (const locus of group.loci) {
    const belief = beliefAt(beliefs, locus, sex)
    const genotypes = genotypesOf(locus, sex)
    states = states.flatMap((state) =>
      genotypes.flatMap((genotype, i) => {
        const weight = state.weight * belief[i]!
        if (weight === 0) return []
        const laid = (g: Genotype, share: number) => ({
          haplotypes: state.haplotypes.map((h, k) => [...h, g[k]!]),
          weight: weight * share,
        })
        const phased =
          state.haplotypes.length === 2 && genotype[0] !== genotype[1] && !alike(state.haplotypes)
        return phased ? [laid(genotype, 0.5), laid([genotype[1]!, genotype[0]!], 0.5)] : [laid(genotype, 1)]
      }),
    )
  }
  return states
}
const alike = ([a, b]: readonly Haplotype[]) => a!.every((x, i) => x === b![i])

/** What a parent gives: haplotypes with their shares. */
function gametes(group: LinkageGroup, { haplotypes }: ParentState): Gamete[] {
  if (haplotypes.length < 2) return haplotypes.map((h) => [h, 1])
  let strands: { from: 0 | 1; alleles: number[]; share: number }[] = [
    { from: 0, alleles: [haplotypes[0]![0]!], share: 0.5 },
    { from: 1, alleles: [haplotypes[1]![0]!], share: 0.5 },
  ]
  group.recombination.forEach((r, i) => {
    strands = strands.flatMap(({ from, alleles, share }) => {
      const other = from === 0 ? 1 : 0
      return [
        { from, alleles: [...alleles, haplotypes[from]![i + 1]!], share: share * (1 - r) },
        { from: other, alleles: [...alleles, haplotypes[other]![i + 1]!], share: share * r },
      ]
    })
  })
  return strands.map(({ alleles, share }) => [alleles, share])
}

/**
 * Crosses two parents at one group: for each way they may be made, the young they would throw. Kept apart by the parents' true
 * genotypes, because the young of one pair share them; where these are too many to be told apart, one that stands for all.
 */
export function crossGroup(group: LinkageGroup, dam: Beliefs, sire: Beliefs): GroupCross[] {
  const dams = parentStates(group, dam, 'female')
  const sires = parentStates(group, sire, 'male')
  // Too many ways to be told apart: what is expected of all of them together.
  if (dams.length * sires.length * 4 ** group.loci.length > MOST_MEETINGS)
    return [expectedYoung(group, dam, sire)]
  const eggs = dams.map((mother) => gametes(group, mother))
  const sperms = sires.map((father) => gametes(group, father))
  return dams.flatMap((mother, d) =>
    sires.map((father, s) => ({
      weight: mother.weight * father.weight,
      children: meet(group, eggs[d]!, sperms[s]!),
    })),
  )
}

/** So many meetings of gametes are worked out at most, which takes a second or two: five linked loci of which nothing is sure are more. */
const MOST_MEETINGS = 4_000_000

/**
 * The young that are expected at a group over all that the parents may truly be: what is linear in them, such as shares of looks. Of each
 * parent its gametes are added up first, so that many linked loci take no longer than their kinds of young.
 */
export function expectedYoung(group: LinkageGroup, dam: Beliefs, sire: Beliefs): GroupCross {
  const all = (beliefs: Beliefs, sex: ChildSex): Gamete[] => {
    const sums = new Map<string, Gamete>()
    for (const state of parentStates(group, beliefs, sex))
      for (const [haplotype, share] of gametes(group, state)) {
        const key = haplotype.join()
        sums.set(key, [haplotype, (sums.get(key)?.[1] ?? 0) + state.weight * share])
      }
    return [...sums.values()]
  }
  return { weight: 1, children: meet(group, all(dam, 'female'), all(sire, 'male')) }
}

/**
 * The group without loci that do not matter to a question, or null where none does. Of two linked loci the one between them counts by its two
 * steps: it recombines where one of them does and not both.
 */
export function groupOf(group: LinkageGroup, matters: (locus: Locus) => boolean): LinkageGroup | null {
  const loci: Locus[] = []
  const recombination: number[] = []
  let since = 0
  group.loci.forEach((locus, i) => {
    if (i > 0) since = since * (1 - group.recombination[i - 1]!) + (1 - since) * group.recombination[i - 1]!
    if (!matters(locus)) return
    if (loci.length > 0) recombination.push(since)
    loci.push(locus)
    since = 0
  })
  return loci.length > 0 ? { loci, recombination } : null
}

/** Haplotypes with their shares; none of a sex that gets nothing from a parent. */
type Gamete = [Haplotype, number]

/** The young of eggs and sperms, each with its share. */
function meet(group: LinkageGroup, eggs: readonly Gamete[], sperms: readonly Gamete[]): GroupChild[] {
  const { linkage } = group.loci[0]!
  const NOTHING: [null, number][] = [[null, 1]]
  const children = new Map<string, { genotypes: Genotype[]; females: number; males: number }>()
  for (const sex of SEXES)
    for (const [egg, eggShare] of gives(linkage, 'dam', sex) ? eggs : NOTHING)
      for (const [sperm, spermShare] of gives(linkage, 'sire', sex) ? sperms : NOTHING) {
        const genotypes = group.loci.map((_, i) =>
          [egg?.[i], sperm?.[i]].filter((a) => a !== undefined).sort((a, b) => a - b),
        )
        const key = genotypes.join('|')
        const child = children.get(key) ?? { genotypes, females: 0, males: 0 }
        child[sex === 'female' ? 'females' : 'males'] += eggShare * spermShare
        children.set(key, child)
      }
  return [...children.values()]
}

/** One look at a locus among the young that live. */
export interface LocusLook {
  /** Empty where nothing shows. */
  word: string
  share: number
  /** Of those that look so, the chance to carry each allele unseen. */
  carries: Carried[]
}

/** The chance that young of one look carry something unseen. */
export interface Carried {
  word: string
  /** Over both sexes. */
  share: number
  /** Of the daughters and of the sons that look so, where it is not the same; null of a sex in which none looks so. */
  bySex?: { females: number | null; males: number | null }
}

/** @param mass what carries it, @param of all that look so; each by sex */
export function carriedBy(
  word: string,
  mass: { females: number; males: number },
  of: { females: number; males: number },
): Carried {
  const share = (mass.females + mass.males) / (of.females + of.males)
  const females = of.females > 0 ? mass.females / of.females : null
  const males = of.males > 0 ? mass.males / of.males : null
  const alike = [females, males].every((s) => s === null || Math.abs(s - share) < 1e-9)
  return alike ? { word, share } : { word, share, bySex: { females, males } }
}

/** What a cross throws at one locus. */
export interface LocusOutcome {
  locus: string
  looks: LocusLook[]
  /** Chances of each genotype in the order of `genotypesOf`, among fertilised eggs, by sex. */
  genotypes: { female: number[]; male: number[] }
  /** Share of fertilised eggs lost to a lethal pair at this locus. */
  lost: number
}

/** A combination that harms, and how many of the young it would meet. */
export interface HarmExpected {
  locus: string
  word: string
  harm: 'lethal' | 'impaired'
  /** Share of fertilised eggs. */
  share: number
  says: string
}

export interface CrossOutcomes {
  loci: LocusOutcome[]
  /** Share of fertilised eggs lost to lethal pairs at any locus. */
  lost: number
  harms: HarmExpected[]
}

export interface Cross {
  genes: GeneSet
  dam: Beliefs
  sire: Beliefs
}

/**
 * What a cross throws, locus by locus. Loci are independent unless linked; what is asked of all of them together, such as a
 * wanted combination, is asked of `wantedChance` or `phenotypeTable`.
 *
 * @returns shares of looks among living young, genotypes among fertilised eggs, and what is lost or harmed
 * @throws GeneticsError when a belief names an unknown locus or is no distribution
 * @example two heterozygotes of one recessive: looks 25 % and 75 %, of whom 66.7 % carry
 */
export function crossOutcomes({ genes, dam, sire }: Cross): CrossOutcomes {
  for (const name of [...Object.keys(dam), ...Object.keys(sire)]) locusNamed(genes, name)
  const groups = linkageGroups(genes)
  const outcomes = new Map<string, LocusOutcome>()
  const harms: HarmExpected[] = []
  let lives = 1
  for (const group of groups) {
    const crossed = [expectedYoung(group, dam, sire)]
    let groupLives = 0
    for (const { weight, children } of crossed)
      for (const child of children)
        groupLives += (weight * (child.females + child.males) * livesAt(group, child)) / 2
    lives *= groupLives
    group.loci.forEach((locus, at) => {
      const { outcome, harm } = locusOutcome(locus, at, crossed)
      outcomes.set(locus.name, outcome)
      harms.push(...harm)
    })
  }
  return { loci: genes.loci.map((l) => outcomes.get(l.name)!), lost: 1 - lives, harms }
}

/** Share of one kind of young that lives, over all loci of its group. */
export const livesAt = ({ loci }: LinkageGroup, { genotypes }: GroupChild) =>
  loci.reduce((share, locus, i) => share * livesOf(locus, genotypes[i]!), 1)

function locusOutcome(locus: Locus, at: number, crossed: readonly GroupCross[]) {
  const index = { female: keysOf(locus, 'female'), male: keysOf(locus, 'male') }
  const genotypes = {
    female: [...index.female.keys()].map(() => 0),
    male: [...index.male.keys()].map(() => 0),
  }
  const looks = new Map<string, { bySex: BySex; carries: BySex[] }>()
  const harms = new Map<string, HarmExpected>()
  let living = 0
  for (const { weight, children } of crossed)
    for (const child of children) {
      const genotype = child.genotypes[at]!
      const share = (weight * (child.females + child.males)) / 2
      const females = index.female.get(genotype.join())
      const males = index.male.get(genotype.join())
      if (females !== undefined) genotypes.female[females]! += weight * child.females
      if (males !== undefined) genotypes.male[males]! += weight * child.males
      const lives = share * livesOf(locus, genotype)
      living += lives
      const harm = harmOf(locus, genotype)
      if (harm && share > 0) {
        const word = looksOf(locus, genotype)[0]![0]
        const met = harms.get(word) ?? { locus: locus.name, word, harm: harm.harm, share: 0, says: harm.says }
        met.share += share * harm.share
        harms.set(word, met)
      }
      for (const [word, looked] of looksOf(locus, genotype)) {
        const look = looks.get(word) ?? { bySex: none(), carries: locus.alleles.map(none) }
        const living = (weight * livesOf(locus, genotype) * looked) / 2
        add(look.bySex, child, living)
        locus.alleles.forEach((allele, i) => {
          if (copiesOf(genotype, i + 1) > 0 && !isSeen(word, allele)) add(look.carries[i]!, child, living)
        })
        looks.set(word, look)
      }
    }
  const outcome: LocusOutcome = {
    locus: locus.name,
    looks: [...looks]
      .filter(([, { bySex }]) => both(bySex) > 0)
      .map(([word, { bySex, carries }]) => ({
        word,
        share: both(bySex) / living,
        carries: locus.alleles.flatMap((allele, i) =>
          both(carries[i]!) > 0 ? [carriedBy(allele.word, carries[i]!, bySex)] : [],
        ),
      }))
      .sort((a, b) => b.share - a.share || a.word.localeCompare(b.word)),
    genotypes,
    lost: 1 - living,
  }
  return { outcome, harm: [...harms.values()] }
}

interface BySex {
  females: number
  males: number
}
const none = (): BySex => ({ females: 0, males: 0 })
const both = ({ females, males }: BySex) => females + males
function add(to: BySex, child: BySex, share: number): void {
  to.females += share * child.females
  to.males += share * child.males
}

const keysOf = (locus: Locus, sex: ChildSex) => new Map(genotypesOf(locus, sex).map((g, i) => [g.join(), i]))
