import { daysBetween, laterDay, type Day, type DaySpan } from '../calendar'
import type { Protocol } from '../protocols'
import type { Reason } from '../reasons'
import type { BreederFacts } from './facts'
import {
  ageRule,
  conditionRule,
  feedingRule,
  healthRule,
  oldAgeRule,
  presenceRule,
  quarantineRule,
  restedRule,
  sexRule,
  shedRule,
  weightRule,
  type ReadinessRule,
} from './rules'

export type ReadinessVerdict = 'ready' | 'trial' | 'not this season'

export interface Readiness {
  verdict: ReadinessVerdict
  /** Every rule, the ones that hold the animal back first. */
  reasons: Reason[]
  /** When the whole is expected to turn to ready; null when ready, or when nothing tells. */
  expected: DaySpan | null
  /** What ends the trial, in words; null unless the verdict is a trial. */
  stopRule: string | null
}

const RULES: readonly ReadinessRule[] = [
  presenceRule,
  sexRule,
  ageRule,
  weightRule,
  conditionRule,
  feedingRule,
  shedRule,
  quarantineRule,
  healthRule,
  restedRule,
  oldAgeRule,
]

const GRAVITY = { fails: 0, unknown: 1, perhaps: 2, trial: 3, holds: 4 } as const

/**
 * Judges whether an animal may be bred on a day.
 *
 * The whole is the worst of its rules: one that fails, or whose fact was never recorded, means not this season; one that
 * is short but within the bold school's figure, or uncertain, means a trial with its stop rule. A missing condition
 * score alone asks for a look and does not hold an animal back for the season.
 */
export function judgeReadiness(facts: BreederFacts, protocol: Protocol, on: Day): Readiness {
  const thresholds = protocol.readiness[facts.sex === 'male' ? 'male' : 'female']
  const reasons = RULES.map((rule) => rule(facts, protocol, thresholds, on)).sort(
    (a, b) => GRAVITY[a.standing] - GRAVITY[b.standing],
  )
  const verdict = worst(reasons)
  const { refusals, loss } = protocol.readiness.stop
  return {
    verdict,
    reasons,
    expected: verdict === 'ready' ? null : expectedTurn(reasons),
    stopRule:
      verdict === 'trial'
        ? `take it out after ${refusals} refused meals in a row or a loss of ${Math.round(loss * 100)} % since the start`
        : null,
  }
}

function worst(reasons: readonly Reason[]): ReadinessVerdict {
  if (reasons.some((r) => r.standing === 'fails' || (r.standing === 'unknown' && r.rule !== 'condition')))
    return 'not this season'
  return reasons.every((r) => r.standing === 'holds') ? 'ready' : 'trial'
}

/** The latest of what the open rules expect; nothing when one of them cannot say. */
function expectedTurn(reasons: readonly Reason[]): DaySpan | null {
  const open = reasons.filter((r) => r.standing !== 'holds')
  if (open.some((r) => r.expected === null)) return null
  return open
    .map((r) => r.expected!)
    .reduce((a, b) => ({ from: laterDay(a.from, b.from), to: laterDay(a.to, b.to) }))
}

/** Whether a running trial must stop, and why; null while it may go on. */
export function trialMustStop(
  protocol: Protocol,
  trial: { gramsAtStart: number | null; gramsNow: number | null; refusalsInARow: number },
): string | null {
  const { refusals, loss } = protocol.readiness.stop
  if (trial.refusalsInARow >= refusals) return `refused ${trial.refusalsInARow} meals in a row`
  if (trial.gramsAtStart && trial.gramsNow) {
    const lost = (trial.gramsAtStart - trial.gramsNow) / trial.gramsAtStart
    if (lost >= loss) return `lost ${(lost * 100).toFixed(1)} % since the start`
  }
  return null
}

/** A keeper's decision against the verdict, with the reason given. */
export interface Overrule {
  verdict: ReadinessVerdict
  reason: string
  on: Day
  by: string
}

/** How long an overruling stands before the question is asked again, days: half a year is one season. */
export const OVERRULE_DAYS = 183

/** Whether an overruling still stands on a day. */
export function overruleStands(overrule: Pick<Overrule, 'on'>, on: Day): boolean {
  const age = daysBetween(overrule.on, on)
  return age >= 0 && age <= OVERRULE_DAYS
}
