import { binomialChances } from '../statistics'
import { beliefAt, copiesOf, type Beliefs } from './belief'
import { crossGroup, groupOf, linkageGroups, livesAt, type Cross, type LinkageGroup } from './cross'
import {
  GeneticsError,
  genotypesOf,
  isLook,
  livesOf,
  locusOf,
  looksOf,
  type GeneSet,
  type Genotype,
  type Locus,
  locusNamed,
} from './locus'

/** What is wanted of one trait. */
export interface WantedTrait {
  trait: string
  /** `shows`: to be seen; `carries`: at least one copy; `two copies`; `without`: none. */
  as: 'shows' | 'carries' | 'two copies' | 'without'
}

/** The animal one is after. */
export interface Wanted {
  traits: readonly WantedTrait[]
  sex?: 'female' | 'male' | undefined
}

/** Whether any genotype of a locus is not lived with. */
const mayKill = (locus: Locus) =>
  (['female', 'male'] as const).some((sex) => genotypesOf(locus, sex).some((g) => livesOf(locus, g) < 1))

/** One possible truth about the parents: how likely it is, and what share of fertilised eggs then become the one wanted. */
export interface WantedCase {
  weight: number
  share: number
}

export interface WantedChance {
  /** Share of fertilised eggs that live and are the one wanted, over all that the parents may be. */
  share: number
  /** Share of living young. */
  amongYoung: number
  /** Apart by what the parents may truly be: the young of one pair share it. The sure cases first. */
  cases: WantedCase[]
  /** The same as shares of living young: of eggs that a lethal pair takes nobody counts the young. */
  youngCases: WantedCase[]
}

const MERGED = 1e12

/** Cases of one share as one: there are few shares, however many things the parents may be. */
export function mergedCases(cases: readonly WantedCase[]): WantedCase[] {
  const merged = new Map<number, WantedCase>()
  for (const { weight, share } of cases) {
    const key = Math.round(share * MERGED)
    merged.set(key, { share, weight: (merged.get(key)?.weight ?? 0) + weight })
  }
  return [...merged.values()]
}

/** Cases of two things that are inherited apart, both at once. */
export const crossedCases = (a: readonly WantedCase[], b: readonly WantedCase[]): WantedCase[] =>
  mergedCases(a.flatMap((x) => b.map((y) => ({ weight: x.weight * y.weight, share: x.share * y.share }))))

/**
 * Chance that an animal is itself what is wanted, by what is believed of its genes; loci are taken apart.
 * @returns 1 where nothing is wanted
 * @throws GeneticsError for a trait that is not of these genes
 */
export function chanceItIs(
  genes: GeneSet,
  sex: 'female' | 'male',
  beliefs: Beliefs,
  { traits }: Wanted,
): number {
  return [...byLocus(genes, traits)].reduce((chance, [name, wanted]) => {
    const locus = locusNamed(genes, name)
    const belief = beliefAt(beliefs, locus, sex)
    return (
      chance * genotypesOf(locus, sex).reduce((sum, g, i) => sum + belief[i]! * fits(locus, g, wanted), 0)
    )
  }, 1)
}

/** Whether a genotype is what is wanted of its locus, as a share where it shows in some only. */
function fits(
  locus: Locus,
  genotype: Genotype,
  traits: readonly { allele: number; word: string; as: WantedTrait['as'] }[],
): number {
  return traits.reduce((share, { allele, word, as }) => {
    const copies = copiesOf(genotype, allele)
    if (as === 'carries') return copies > 0 ? share : 0
    if (as === 'two copies') return copies === 2 ? share : 0
    if (as === 'without') return copies === 0 ? share : 0
    const seen = looksOf(locus, genotype)
      .filter(([look]) => isLook(locus, look, word))
      .reduce((sum, [, s]) => sum + s, 0)
    return share * seen
  }, 1)
}

/** The traits of a wish by their loci; a look of two copies or of a pair counts by its word. */
function byLocus(genes: GeneSet, traits: readonly WantedTrait[]) {
  const wanted = new Map<string, { allele: number; word: string; as: WantedTrait['as'] }[]>()
  for (const { trait, as } of traits) {
    const { locus, allele } = locusOf(genes, trait)
    wanted.set(locus.name, [...(wanted.get(locus.name) ?? []), { allele, word: trait, as }])
  }
  return wanted
}

/**
 * The chance that one egg becomes the animal one is after. Parents that are only probable are kept apart by what they may
 * truly be, so that 'at least one in n' is not taken for better than it is: all young of a pair share its genotypes.
 * @throws GeneticsError when a trait is not known of the species
 */
export function wantedChance(cross: Cross, wanted: Wanted): WantedChance {
  const traits = byLocus(cross.genes, wanted.traits)
  let cases: Part[] = [{ weight: 1, females: 1, males: 1, lives: 1 }]
  for (const whole of linkageGroups(cross.genes)) {
    // A locus that nobody asks for and that kills nobody changes nothing.
    const group = groupOf(whole, (l) => traits.has(l.name) || mayKill(l))
    if (!group) continue
    const asked = group.loci.some((l) => traits.has(l.name))
    const crossed = crossGroup(group, cross.dam, cross.sire)
    const next = crossed.map(({ weight, children }) => ({ weight, ...shareOf(group, children, traits) }))
    if (!asked && next.every((n) => n.females === 1 && n.males === 1)) continue
    const merged = new Map<string, Part>()
    for (const a of cases)
      for (const b of next) {
        const females = a.females * b.females
        const males = a.males * b.males
        const lives = a.lives * b.lives
        const key = [females, males, lives].map((x) => Math.round(x * MERGED)).join('|')
        const known = merged.get(key)
        if (known) known.weight += a.weight * b.weight
        else merged.set(key, { weight: a.weight * b.weight, females, males, lives })
      }
    cases = [...merged.values()]
  }
  const told = cases
    .map(({ weight, females, males, lives }) => ({
      ...{ weight, lives },
      share: ((wanted.sex === 'male' ? 0 : females) + (wanted.sex === 'female' ? 0 : males)) / 2,
    }))
    .sort((a, b) => b.share - a.share)
  const share = told.reduce((sum, c) => sum + c.weight * c.share, 0)
  const lives = told.reduce((sum, c) => sum + c.weight * c.lives, 0)
  return {
    share,
    amongYoung: lives > 0 ? share / lives : 0,
    cases: mergedCases(told),
    youngCases: mergedCases(
      told.flatMap((c) => (c.lives > 0 ? [{ weight: c.weight, share: c.share / c.lives }] : [])),
    ),
  }
}

/** One possible truth about the parents so far: who is wanted among daughters and sons, and who lives at all. */
interface Part {
  weight: number
  females: number
  males: number
  lives: number
}

function shareOf(
  group: LinkageGroup,
  children: ReturnType<typeof crossGroup>[number]['children'],
  traits: ReturnType<typeof byLocus>,
): { females: number; males: number; lives: number } {
  const sum = { females: 0, males: 0, lives: 0 }
  for (const child of children) {
    const living = livesAt(group, child)
    sum.lives += (living * (child.females + child.males)) / 2
    const fit = group.loci.reduce(
      (share, locus, i) => share * fits(locus, child.genotypes[i]!, traits.get(locus.name) ?? []),
      living,
    )
    sum.females += fit * child.females
    sum.males += fit * child.males
  }
  return sum
}

/** What is expected of the eggs of a cross. */
export interface ClutchExpected {
  eggs: { least: number; typical: number; most: number }
  fertile: number
  hatch: number
}

/** Chance of at least one wanted animal among so many, of whichever the shares are, that each live with a chance. */
export function chanceOfOne({ cases }: Pick<WantedChance, 'cases'>, young: number, lives = 1): number {
  // As a logarithm: a share of one in a million is not lost beside 1.
  return cases.reduce(
    (sum, { weight, share }) => sum - weight * Math.expm1(young * Math.log1p(-share * lives)),
    0,
  )
}

/**
 * Living young needed for a wanted chance of at least one.
 * @param lives share of them that live long enough to count; all, when left out
 * @returns null when no number suffices, because the parents may not have what it takes
 */
export function youngNeeded(wanted: WantedChance, chance = 0.95, lives = 1): number | null {
  const cases = wanted.youngCases
  const possible = cases.reduce((sum, c) => sum + (c.share > 0 ? c.weight : 0), 0)
  if (possible < chance) return null
  let most = 1
  while (chanceOfOne({ cases }, most, lives) < chance) {
    most *= 2
    if (most > 1e6) return null
  }
  let least = most >> 1
  while (most - least > 1) {
    const middle = (least + most) >> 1
    if (chanceOfOne({ cases }, middle, lives) >= chance) most = middle
    else least = middle
  }
  return most
}

export interface NumberExpected {
  mean: number
  /** Between these lie nine clutches of ten. */
  least: number
  most: number
  atLeastOne: number
}

/**
 * How many wanted animals a clutch brings: eggs between a least and a most with a peak at the typical number, each fertile,
 * hatching and wanted by chance, mixed over what the parents may be.
 */
export function numberExpected(
  { cases }: WantedChance,
  { eggs, fertile, hatch }: ClutchExpected,
): NumberExpected {
  const counts = eggCounts(eggs)
  const most = Math.max(...counts.map(([n]) => n))
  const chances = new Array<number>(most + 1).fill(0)
  for (const { weight, share } of cases)
    for (const [n, w] of counts) {
      binomialChances(n, share * fertile * hatch).forEach((p, k) => {
        chances[k]! += weight * w * p
      })
    }
  const quantile = (q: number) => {
    let sum = 0
    for (let k = 0; k <= most; k++) {
      sum += chances[k]!
      if (sum >= q - 1e-12) return k
    }
    return most
  }
  return {
    mean: chances.reduce((sum, p, k) => sum + p * k, 0),
    least: quantile(0.05),
    most: quantile(0.95),
    atLeastOne: 1 - chances[0]!,
  }
}

/** Numbers of eggs with their shares: a triangle over the range, whole numbers only. */
function eggCounts({ least, typical, most }: ClutchExpected['eggs']): [number, number][] {
  const from = Math.max(0, Math.round(least))
  const to = Math.max(from, Math.round(most))
  const peak = Math.min(to, Math.max(from, Math.round(typical)))
  const heights = Array.from({ length: to - from + 1 }, (_, i): [number, number] => {
    const n = from + i
    return [n, n <= peak ? (n - from + 1) / (peak - from + 1) : (to - n + 1) / (to - peak + 1)]
  })
  const sum = heights.reduce((s, [, h]) => s + h, 0)
  return heights.map(([n, h]) => [n, h / sum])
}

/** Where a scored trait of the young lies: round the parents' mean, drawn towards the middle of the line by what is not inherited. */
export function scoreExpected(
  score: { word: string; from: number; to: number; spread: number; relative?: boolean; heritability: number },
  dam: number,
  sire: number,
  lineMean: number,
): { mean: number; spread: number } {
  for (const value of [dam, sire, lineMean])
    if (!(value >= score.from && value <= score.to))
      throw new GeneticsError(
        'impossible',
        `${score.word} runs from ${score.from} to ${score.to}, not ${value}`,
      )
  const mean = lineMean + score.heritability * ((dam + sire) / 2 - lineMean)
  return { mean, spread: score.relative ? score.spread * mean : score.spread }
}
