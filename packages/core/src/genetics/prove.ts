import { logChoose, logSum } from '../statistics'
import { beliefAt, copiesOf, type Belief } from './belief'
import { crossGroup, type LinkageGroup } from './cross'
import { GeneticsError, alleleNamed, genotypesOf, isSeen, livesOf, looksOf, type Locus } from './locus'

/** Young of one mate, told apart by whether the trait shows in them. */
export interface ProvingMating {
  mate: Belief
  showing: number
  plain: number
}

export interface ProvingQuestion {
  locus: Locus
  /** The word of the allele asked about. */
  trait: string
  sex: 'female' | 'male'
  /** What is believed before the young: genotypes in their order, or the chance that it carries one copy. */
  prior: Belief | number
  matings: readonly ProvingMating[]
  /** Asked: at least one copy, or two. */
  copies?: 1 | 2
  /** How sure is sure, 0.5 to 1. */
  sure?: number
}

export interface Proof {
  /** Chance that it is so, before and after the young. */
  before: number
  after: number
  /** After the young, in the order of genotypes. */
  belief: Belief
  standing: 'proved' | 'ruled out' | 'open'
}

export interface ProvingPower {
  /** Chance that after so many young one is sure, either way. */
  settled: number
  /** Uncertainty left on average, in bits; 0 is certainty, 1 a toss-up. */
  left: number
  /** Young, none of which settles it, after which one is sure all the same; null when this mate never tells. */
  youngNeeded: number | null
}

const SURELY = 0.95

function allelesAsked({ locus, trait }: Pick<ProvingQuestion, 'locus' | 'trait'>): number {
  const allele = alleleNamed(locus, trait)
  if (allele === 0) throw new GeneticsError('unknown trait', `locus ${locus.name} does not carry '${trait}'`)
  return allele
}

function priorOf(question: ProvingQuestion): Belief {
  const { locus, sex, prior } = question
  if (typeof prior !== 'number') return beliefAt({ [locus.name]: prior }, locus, sex)
  if (!(prior >= 0 && prior <= 1))
    throw new GeneticsError('not a distribution', `a chance lies between 0 and 1, not ${prior}`)
  const allele = allelesAsked(question)
  return genotypesOf(locus, sex).map((g) => {
    const others = g.some((a) => a !== 0 && a !== allele)
    const have = copiesOf(g, allele)
    return others || have > 1 ? 0 : have === 1 ? prior : 1 - prior
  })
}

/** For each genotype of the animal, what the mate may be, and the share of living young that show the trait then. */
function showingShares(
  question: Omit<ProvingQuestion, 'prior' | 'matings'>,
  mate: Belief,
): { weight: number; shows: number }[][] {
  const { locus, sex } = question
  const mateSex = sex === 'female' ? 'male' : 'female'
  const group: LinkageGroup = { loci: [locus], recombination: [] }
  const allele = locus.alleles[allelesAsked(question) - 1]!
  return genotypesOf(locus, sex).map((_, own) => {
    const self = { [locus.name]: genotypesOf(locus, sex).map((_g, i) => (i === own ? 1 : 0)) }
    const other = { [locus.name]: beliefAt({ [locus.name]: mate }, locus, mateSex) }
    return crossGroup(group, sex === 'female' ? self : other, sex === 'female' ? other : self).map(
      ({ weight, children }) => {
        let lives = 0
        let shows = 0
        for (const { genotypes, females, males } of children) {
          const living = ((females + males) / 2) * livesOf(locus, genotypes[0]!)
          lives += living
          for (const [look, share] of looksOf(locus, genotypes[0]!))
            if (isSeen(look, allele)) shows += living * share
        }
        return { weight, shows: lives > 0 ? shows / lives : 0 }
      },
    )
  })
}

/** The same, as a logarithm: of hundreds of young the chance of just these is too small for a number. */
const logLikelihoodOf = (
  shares: readonly { weight: number; shows: number }[],
  showing: number,
  plain: number,
) =>
  logSum(
    shares.map(
      ({ weight, shows }) =>
        Math.log(weight) +
        (showing > 0 ? showing * Math.log(shows) : 0) +
        (plain > 0 ? plain * Math.log1p(-shows) : 0),
    ),
  )

/**
 * The chance that an animal carries a gene, given its young so far: Bayes' rule over its genotypes, each mate taken with what
 * it may be itself, and its young together, since they share it.
 *
 * @returns the chance before and after, what is believed of its genotype now, and whether that settles it
 * @throws GeneticsError when the trait is not of the locus, shares are no distribution, or the young are impossible
 * @example prior one half, eight plain young of a homozygote: 0.39 %; one that shows: 100 %
 */
export function proveCarrier(question: ProvingQuestion): Proof {
  const { locus, sex, trait, matings, copies = 1, sure = SURELY } = question
  const allele = allelesAsked(question)
  const prior = priorOf(question)
  const genotypes = genotypesOf(locus, sex)
  let logs = prior.map(Math.log)
  for (const { mate, showing, plain } of matings) {
    if (!(showing >= 0 && plain >= 0))
      throw new GeneticsError('impossible', 'a number of young is not below 0')
    const shares = showingShares(question, mate)
    logs = logs.map((log, i) => (log === -Infinity ? log : log + logLikelihoodOf(shares[i]!, showing, plain)))
  }
  const whole = logSum(logs)
  const belief = whole === -Infinity ? null : logs.map((log) => Math.exp(log - whole))
  if (!belief)
    throw new GeneticsError(
      'impossible',
      `these young cannot be of these parents: ${trait} shows where it cannot, or is missing where it must show`,
    )
  const chance = (of: Belief) =>
    genotypes.reduce((sum, g, i) => sum + (copiesOf(g, allele) >= copies ? of[i]! : 0), 0)
  const after = chance(belief)
  return {
    before: chance(prior),
    after,
    belief,
    standing: after >= sure ? 'proved' : after <= 1 - sure ? 'ruled out' : 'open',
  }
}

/** What so many young of a mate would tell: how often one would be sure then, and how much doubt would be left. */
export function provingPower(question: ProvingQuestion, mate: Belief, young: number): ProvingPower {
  const { copies = 1, sure = SURELY, locus, sex } = question
  const allele = allelesAsked(question)
  const { belief } = proveCarrier(question)
  const genotypes = genotypesOf(locus, sex)
  const yes = genotypes.map((g) => copiesOf(g, allele) >= copies)
  const shares = showingShares(question, mate)
  let settled = 0
  let left = 0
  for (let showing = 0; showing <= young; showing++) {
    const { chance, logAll } = afterYoung(belief, yes, shares, showing, young - showing)
    if (chance === null) continue
    const share = Math.exp(logAll + logChoose(young, showing))
    if (chance >= sure || chance <= 1 - sure) settled += share
    left += share * bits(chance)
  }
  return { settled, left, youngNeeded: longestDoubt(belief, yes, shares, sure) }
}

/** The chance that it is so after such young, null where they cannot be; and the logarithm of the chance of such young in one order. */
function afterYoung(
  belief: Belief,
  yes: readonly boolean[],
  shares: { weight: number; shows: number }[][],
  showing: number,
  plain: number,
): { chance: number | null; logAll: number } {
  const logs = belief.map((p, i) =>
    p > 0 ? Math.log(p) + logLikelihoodOf(shares[i]!, showing, plain) : -Infinity,
  )
  const logAll = logSum(logs)
  if (logAll === -Infinity) return { chance: null, logAll }
  return { chance: logs.reduce((sum, log, i) => sum + (yes[i] ? Math.exp(log - logAll) : 0), 0), logAll }
}

const bits = (p: number) => (p <= 0 || p >= 1 ? 0 : -p * Math.log2(p) - (1 - p) * Math.log2(1 - p))

const MOST_YOUNG = 400

/** Young of the kind that never settles it alone, until there are so many that one is sure. */
function longestDoubt(
  belief: Belief,
  yes: readonly boolean[],
  shares: { weight: number; shows: number }[][],
  sure: number,
): number | null {
  const chanceAfter = (showing: number, plain: number) =>
    afterYoung(belief, yes, shares, showing, plain).chance
  const settles = (chance: number | null) => chance === null || chance >= sure || chance <= 1 - sure
  if (settles(chanceAfter(0, 0))) return 0
  for (let n = 1; n <= MOST_YOUNG; n++) if (settles(chanceAfter(0, n)) && settles(chanceAfter(n, 0))) return n
  return null
}
