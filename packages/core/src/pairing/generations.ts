import {
  GeneticsError,
  chanceOfOne,
  copiesOf,
  crossedCases,
  genotypesOf,
  isSeen,
  locusOf,
  wantedChance,
  type Belief,
  type Beliefs,
  type GeneSet,
  type Locus,
  type WantedCase,
} from '../genetics'
import { kinship, soundPedigree, type PedigreeAnimal } from '../pedigree'
import { chosenOf } from './chosenPlans'
import {
  wordsOfWish,
  type GenerationPlan,
  type GenerationStep,
  type GoalProblem,
  type LineGoal,
  type PlanParent,
} from './goal'
import { joinedSteps, tubsNeeded } from './planSteps'
import { youngByLook } from './youngByLook'

interface Candidate {
  id: string
  /** Of an animal held back in the plan: the candidates it comes from. */
  parents: readonly [dam: string, sire: string] | null
  parent: PlanParent
  sex: 'female' | 'male'
  beliefs: Beliefs
  season: number
  steps: GenerationStep[]
  score: number
  chance: number
}

const GOOD_ENOUGH = 0.8
const MOST_SEASONS = 3
const KEPT = 40
const LOOKS_A_CROSS = 3
const LEAST_CHANCE = 0.01
const HELD_AT_MOST = 4

/**
 * Crosses and holdbacks, generation after generation, that lead to what a line is for: the soonest first, and others that are
 * surer, less inbred or lighter on tubs, each with what it costs against the first.
 *
 * A beam search over generations. Young are told apart as a keeper can, by what shows; what they may carry unseen goes on as a
 * chance. A cross is made for as many seasons as give its holdback with four in five, three at most. Pairs whose young would
 * be more inbred than the ceiling are never made, nor ways that would hold more young at a time than there are tubs for.
 * @returns up to five plans; none when the goal cannot be reached within its years from these animals
 * @throws GeneticsError when a wanted trait is not of the species or goes with the sex
 */
export function planGenerations(problem: GoalProblem): GenerationPlan[] {
  const { genes, animals, pedigree, goal } = problem
  const loci = [...new Set(goal.wanted.traits.map((t) => locusOf(genes, t.trait).locus))]
  for (const locus of loci)
    if (locus.linkage !== 'autosome')
      throw new GeneticsError('impossible', `${locus.name} goes with the sex: plan its crosses one by one`)
  let pool: Candidate[] = animals.map((a) => ({
    id: a.id,
    parents: null,
    parent: { animal: a.id, tag: a.tag },
    sex: a.sex,
    beliefs: a.beliefs,
    season: a.readyIn,
    steps: [],
    score: scoreOf(a.beliefs, goal, genes),
    chance: 1,
  }))
  const listed = new Set(pedigree.map((p) => p.id))
  const family: PedigreeAnimal[] = [
    ...pedigree,
    ...animals.filter((a) => !listed.has(a.id)).map(({ id }) => ({ id, dam: null, sire: null })),
  ]
  const plans: GenerationPlan[] = []
  const crossed = new Set<string>()
  for (let generation = 0; generation <= goal.years && pool.length > 0; generation++) {
    const dams = pool.filter((c) => c.sex === 'female')
    const sires = pool.filter((c) => c.sex === 'male')
    const related = kinship(
      soundPedigree(family).pedigree,
      dams.map((d) => d.id),
      sires.map((s) => s.id),
    )
    const young: Candidate[] = []
    dams.forEach((dam, d) =>
      sires.forEach((sire, s) => {
        const key = `${dam.id}|${sire.id}`
        const inbreeding = related[d]![s]!
        if (crossed.has(key) || inbreeding > goal.mostInbreeding + 1e-9) return
        crossed.add(key)
        const season = Math.max(dam.season, sire.season)
        if (season >= goal.years) return
        const cross = { dam, sire, season, inbreeding }
        const plan = lastStep(problem, cross)
        if (plan) plans.push(plan)
        young.push(...holdbacks(problem, loci, cross, `held ${crossed.size}`))
      }),
    )
    const known = new Set(pool.map((c) => c.id))
    pool = [...pool, ...young]
      .sort((a, b) => rank(b) - rank(a))
      .slice(0, Math.max(KEPT, generation === 0 ? animals.length : KEPT))
    for (const { id, parents } of pool)
      if (!known.has(id) && parents) family.push({ id, dam: parents[0], sire: parents[1] })
    if (!pool.some((c) => !known.has(c.id))) break
  }
  return chosenOf(plans)
}

/** Expected copies of what is wanted, two for each trait at the most. */
function scoreOf(beliefs: Beliefs, { wanted }: LineGoal, genes: GeneSet): number {
  return wanted.traits.reduce((sum, { trait, as }) => {
    const { locus, allele } = locusOf(genes, trait)
    const belief = beliefs[locus.name]
    const copies = belief
      ? genotypesOf(locus, 'female').reduce((n, g, i) => n + copiesOf(g, allele) * (belief[i] ?? 0), 0)
      : 0
    return sum + (as === 'without' ? 2 - copies : Math.min(2, copies))
  }, 0)
}

/** Nearer to the goal first, then the surer, then the sooner. */
const rank = (c: Candidate) => c.score + 0.6 * c.chance - 0.35 * c.season

interface PlannedCross {
  dam: Candidate
  sire: Candidate
  season: number
  inbreeding: number
}

function lastStep(problem: GoalProblem, cross: PlannedCross): GenerationPlan | null {
  const { genes, goal, figures } = problem
  const wanted = wantedChance({ genes, dam: cross.dam.beliefs, sire: cross.sire.beliefs }, goal.wanted)
  if (wanted.share <= 0) return null
  const before = joinedSteps(cross.dam, cross.sire, figures.youngASeason)
  if (tubsNeeded(before.steps, figures.seasonsToBreed) > goal.tubs) return null
  const bySeason = Array.from({ length: goal.years - cross.season }, (_, i) => {
    const young = figures.youngASeason * (i + 1)
    return {
      season: cross.season + i,
      chance: before.chance * chanceOfNumber(wanted.cases, young, goal.number),
      expected: young * wanted.share,
    }
  })
  const enough = bySeason.find((y) => y.chance >= GOOD_ENOUGH * before.chance) ?? bySeason.at(-1)
  if (!enough || enough.chance < LEAST_CHANCE) return null
  const seasons = enough.season - cross.season + 1
  const step: GenerationStep = {
    season: cross.season,
    seasons,
    dam: before.parents[0],
    sire: before.parents[1],
    share: wanted.share,
    expected: enough.expected,
    hold: {
      looks: wordsOfWish(goal.wanted),
      number: goal.number,
      both: false,
      carries: [],
      cases: wanted.cases,
    },
    chance: before.chance > 0 ? enough.chance / before.chance : 0,
    inbreeding: cross.inbreeding,
  }
  return {
    steps: [...before.steps, step],
    season: enough.season,
    chance: enough.chance,
    bySeason,
    inbreeding: cross.inbreeding,
    tubSeasons: before.steps.reduce(
      (sum, { hold }) => sum + hold.number * Math.max(1, figures.seasonsToBreed),
      0,
    ),
    against: '',
  }
}

/** Chance of at least so many wanted among so many young, mixed over what the parents may be. */
function chanceOfNumber(
  cases: readonly { weight: number; share: number }[],
  young: number,
  number: number,
): number {
  const n = Math.max(0, Math.round(young))
  return cases.reduce((sum, { weight, share }) => {
    if (share >= 1) return sum + (n >= number ? weight : 0)
    let term = (1 - share) ** n
    let below = term
    for (let k = 1; k < number; k++) {
      term *= ((n - k + 1) * share) / (k * (1 - share))
      below += term
    }
    return sum + weight * Math.max(0, 1 - below)
  }, 0)
}

/** The young of a cross worth holding back: nearest to the goal by what shows at the wanted loci. */
function holdbacks(
  { genes, goal, figures }: GoalProblem,
  loci: readonly Locus[],
  cross: PlannedCross,
  name: string,
): Candidate[] {
  const { dam, sire, season, inbreeding } = cross
  const ready = (seasons: number) => season + seasons - 1 + figures.seasonsToBreed
  let kinds: { looks: string[]; share: number; cases: WantedCase[]; beliefs: Record<string, Belief> }[] = [
    { looks: [], share: 1, cases: [{ weight: 1, share: 1 }], beliefs: {} },
  ]
  for (const locus of loci) {
    const young = youngByLook(locus, dam.beliefs, sire.beliefs)
    kinds = kinds.flatMap((k) =>
      young.map((y) => ({
        looks: y.word === '' ? k.looks : [...k.looks, y.word],
        share: k.share * y.share,
        cases: crossedCases(k.cases, y.cases),
        beliefs: { ...k.beliefs, [locus.name]: y.belief },
      })),
    )
  }
  const before = joinedSteps(cross.dam, cross.sire, figures.youngASeason)
  const best = Math.max(dam.score, sire.score)
  return kinds
    .map((kind) => ({ ...kind, score: scoreOf(kind.beliefs, goal, genes) }))
    .filter(
      (k) =>
        k.share > 0.004 && k.score > 0 && (k.score > best - 1 || k.score > Math.min(dam.score, sire.score)),
    )
    .sort((a, b) => b.score * Math.sqrt(b.share) - a.score * Math.sqrt(a.share))
    .slice(0, LOOKS_A_CROSS)
    .flatMap((kind, i) => {
      // One of the sex that is needed at least, and as many more as there are tubs for.
      const wanted = { cases: kind.cases.map((c) => ({ weight: c.weight, share: c.share / 2 })) }
      let seasons = 1
      while (seasons < MOST_SEASONS && chanceOfOne(wanted, figures.youngASeason * seasons) < GOOD_ENOUGH)
        seasons++
      const expected = figures.youngASeason * seasons * kind.share
      const chance = chanceOfOne(wanted, figures.youngASeason * seasons)
      const number = Math.max(1, Math.min(goal.tubs, Math.round(expected), HELD_AT_MOST))
      if (ready(seasons) >= goal.years || before.chance * chance < LEAST_CHANCE) return []
      const looks = kind.looks.length > 0 ? kind.looks.join(' ') : 'plain'
      const step: GenerationStep = {
        season,
        seasons,
        dam: before.parents[0],
        sire: before.parents[1],
        share: kind.share,
        expected,
        hold: {
          looks,
          number,
          both: false,
          carries: unseen(loci, kind.beliefs, kind.looks),
          cases: kind.cases,
        },
        chance,
        inbreeding,
      }
      const steps = [...before.steps, step]
      return (['female', 'male'] as const).map((sex) => ({
        id: `${name}.${i} ${sex}`,
        parents: [dam.id, sire.id] as const,
        parent: { step: before.steps.length, looks },
        sex,
        beliefs: kind.beliefs,
        season: ready(seasons),
        steps,
        score: kind.score,
        chance: before.chance * chance,
      }))
    })
}

function unseen(
  loci: readonly Locus[],
  beliefs: Beliefs,
  looks: readonly string[],
): { trait: string; chance: number }[] {
  return loci.flatMap((locus) =>
    locus.alleles.flatMap((allele, a) => {
      if (looks.some((l) => isSeen(l, allele))) return []
      const belief = beliefs[locus.name]!
      const chance = genotypesOf(locus, 'female').reduce(
        (sum, g, i) => sum + (copiesOf(g, a + 1) > 0 ? belief[i]! : 0),
        0,
      )
      return chance > 0.005 ? [{ trait: allele.word, chance }] : []
    }),
  )
}
