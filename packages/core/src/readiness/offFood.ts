import { mean } from '../statistics'
import { FEMALE_SIGNS, type FemaleSign } from './entries'

export { FEMALE_SIGNS, type FemaleSign }
/** Why a breeding female may have stopped eating. */
export const OFF_FOOD_CAUSES = ['coming into season', 'gravid', 'old', 'overfed', 'ill'] as const
export type OffFoodCause = (typeof OFF_FOOD_CAUSES)[number]

export interface OffFoodFacts {
  refusalsInARow: number
  /** Change of weight over the last two months, as a share; null when not weighed. */
  weightChange: number | null
  condition: number | null
  /** Her age as a share of the oldest at which the species breeds well; null when not known. */
  ageShare: number | null
  daysSinceWarm: number | null
  /** Days since she was last seen locked, and the usual days from a lock to laying. */
  daysSinceLock: number | null
  lockToLayingDays: number
  openProblems: readonly string[]
  /** Looked at lately: seen or not seen. */
  signs: Partial<Record<FemaleSign, boolean>>
}

export interface OffFoodExplanation {
  cause: OffFoodCause
  /** Probability among the causes named here. */
  chance: number
  speaksFor: string[]
  speaksAgainst: string[]
  /** What to do if this is it. */
  then: string
}

export interface OffFoodAdvice {
  explanations: OffFoodExplanation[]
  /** What to look at next, the look that would tell most first, with what it is expected to tell in bits. */
  ask: { sign: FemaleSign; bits: number }[]
}

/** How often keepers meet each, before anything is known: a starting figure, like every likelihood below. */
const BEFORE: Record<OffFoodCause, number> = {
  'coming into season': 0.35,
  gravid: 0.3,
  old: 0.08,
  overfed: 0.12,
  ill: 0.15,
}

const THEN: Record<OffFoodCause, string> = {
  'coming into season': 'she may be introduced; offer small meals and watch for two refusals more',
  gravid: 'give her the nest, leave food out of it, and count from the lock',
  old: 'let her rest this season and watch her weight',
  overfed: 'wait, then feed smaller and less often; score her again in a month',
  ill: 'keep her alone and warm, look her over, and see a vet',
}

/** In the order of the causes: how often the finding is met under each. */
type Likelihoods = readonly [season: number, gravid: number, old: number, overfed: number, ill: number]
interface Finding {
  says: string
  likely: Likelihoods
}

const SIGN_LIKELY: Record<FemaleSign, Likelihoods> = {
  'swollen rear half': [0.15, 0.9, 0.05, 0.2, 0.08],
  'roams and searches': [0.75, 0.45, 0.2, 0.15, 0.12],
  'digs or sits in the nest': [0.1, 0.7, 0.08, 0.05, 0.1],
  'clean droppings': [0.9, 0.85, 0.75, 0.85, 0.35],
  'mucus or noisy breath': [0.02, 0.02, 0.05, 0.03, 0.55],
  'limp or sunken': [0.01, 0.03, 0.15, 0.01, 0.5],
}

/**
 * Weighs what may have put a breeding female off her food, and names the look that would tell the causes apart best.
 *
 * Bayes' rule over five causes with findings taken as independent under each; the next look is the one with the greatest
 * expected loss of entropy (Lindley 1956). The likelihoods are husbandry judgement, not measured: they order the questions,
 * and a vet decides about illness.
 */
export function weighOffFood(facts: OffFoodFacts): OffFoodAdvice {
  const findings = [...findingsOf(facts), ...signsOf(facts)]
  const chances = posterior(findings)
  const explanations = OFF_FOOD_CAUSES.map((cause, i) => ({
    cause,
    chance: chances[i]!,
    speaksFor: speaking(findings, i, (ratio) => ratio >= 1.3),
    speaksAgainst: speaking(findings, i, (ratio) => ratio <= 0.7),
    then: THEN[cause],
  })).sort((a, b) => b.chance - a.chance)
  const ask = FEMALE_SIGNS.filter((sign) => facts.signs[sign] === undefined)
    .map((sign) => ({ sign, bits: expectedBits(chances, SIGN_LIKELY[sign]) }))
    .sort((a, b) => b.bits - a.bits)
  return { explanations, ask }
}

function findingsOf(facts: OffFoodFacts): Finding[] {
  const { weightChange, condition, ageShare, daysSinceWarm, daysSinceLock, lockToLayingDays } = facts
  const found: Finding[] = []
  if (weightChange !== null) {
    const percent = `${Math.abs(weightChange * 100).toFixed(0)} %`
    if (weightChange >= 0.04)
      found.push({ says: `gained ${percent} in two months`, likely: [0.25, 0.6, 0.1, 0.45, 0.03] })
    else if (weightChange > -0.04)
      found.push({ says: 'holds her weight', likely: [0.65, 0.35, 0.5, 0.5, 0.27] })
    else found.push({ says: `lost ${percent} in two months`, likely: [0.1, 0.05, 0.4, 0.05, 0.7] })
  }
  if (condition !== null) {
    if (condition >= 4)
      found.push({ says: `condition ${condition}: round`, likely: [0.1, 0.2, 0.1, 0.85, 0.07] })
    else if (condition >= 2.5)
      found.push({ says: `condition ${condition}: fit`, likely: [0.85, 0.75, 0.6, 0.14, 0.43] })
    else found.push({ says: `condition ${condition}: thin`, likely: [0.05, 0.05, 0.3, 0.01, 0.5] })
  }
  if (ageShare !== null)
    found.push(
      ageShare >= 0.9
        ? { says: 'near or past the age to which her kind breeds', likely: [0.08, 0.06, 0.85, 0.1, 0.25] }
        : { says: 'not old for her kind', likely: [0.92, 0.94, 0.15, 0.9, 0.75] },
    )
  if (daysSinceWarm !== null)
    found.push(
      daysSinceWarm <= 60
        ? { says: `warm for ${daysSinceWarm} days: her season`, likely: [0.8, 0.35, 0.3, 0.25, 0.3] }
        : { says: `warm for ${daysSinceWarm} days`, likely: [0.2, 0.65, 0.7, 0.75, 0.7] },
    )
  if (daysSinceLock !== null && daysSinceLock <= 1.5 * lockToLayingDays)
    found.push({ says: `locked ${daysSinceLock} days ago`, likely: [0.15, 0.9, 0.1, 0.12, 0.12] })
  else found.push({ says: 'no lock seen lately', likely: [0.85, 0.1, 0.9, 0.88, 0.88] })
  if (facts.openProblems.length > 0)
    found.push({ says: facts.openProblems.join(', '), likely: [0.05, 0.05, 0.1, 0.05, 0.5] })
  return found
}

function signsOf({ signs }: OffFoodFacts): Finding[] {
  return FEMALE_SIGNS.flatMap((sign) => {
    const seen = signs[sign]
    if (seen === undefined) return []
    return [
      { says: seen ? sign : `not: ${sign}`, likely: seen ? SIGN_LIKELY[sign] : without(SIGN_LIKELY[sign]) },
    ]
  })
}

const without = (likely: Likelihoods) => likely.map((p) => 1 - p) as unknown as Likelihoods

function posterior(findings: readonly Finding[], before = OFF_FOOD_CAUSES.map((c) => BEFORE[c])): number[] {
  const raw = before.map((p, i) => findings.reduce((product, f) => product * f.likely[i]!, p))
  const all = raw.reduce((a, b) => a + b, 0)
  return raw.map((p) => p / all)
}

/** The findings that are met more, or less, often under a cause than under the others. */
function speaking(findings: readonly Finding[], cause: number, says: (ratio: number) => boolean): string[] {
  return findings
    .filter(({ likely }) => {
      const others = likely.filter((_, i) => i !== cause)
      return says(likely[cause]! / mean(others))
    })
    .map((f) => f.says)
}

const entropy = (chances: readonly number[]) =>
  -chances.reduce((sum, p) => sum + (p > 0 ? p * Math.log2(p) : 0), 0)

function expectedBits(chances: readonly number[], likely: Likelihoods): number {
  const seen = chances.reduce((sum, p, i) => sum + p * likely[i]!, 0)
  const says = ''
  const ifSeen = posterior([{ says, likely }], [...chances])
  const ifNot = posterior([{ says, likely: without(likely) }], [...chances])
  return entropy(chances) - seen * entropy(ifSeen) - (1 - seen) * entropy(ifNot)
}
