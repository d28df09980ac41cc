import { METRIC, type Say } from '../quantities'
import { earlierDay, type Day } from '../calendar'
import type { Protocol } from '../protocols'
import { reason, type Reason } from '../reasons'
import type { RestClock } from './clock'
import { GATES, type RestFacts } from './gates'

/** Rules that no reason overrules: what they guard against kills. */
export const HARD_GATES: readonly string[] = ['presence', 'fast', 'clear gut', 'illness']

export interface RestEligibility {
  verdict: 'may rest' | 'held back'
  /** Every gate, those that hold it back first. */
  reasons: Reason[]
  /** Whether the keeper may decide against the gates that fail. */
  overrulable: boolean
}

const GRAVITY = { fails: 0, unknown: 1, perhaps: 2, trial: 3, holds: 4 } as const

/**
 * Whether an animal may be put into the cold on this very day, whatever its clock had planned: the fast counts to this day, and clear
 * droppings must have been seen.
 * @param clock its clock by its plan
 */
export function judgeGoingIn(
  facts: RestFacts,
  protocol: Protocol,
  clock: RestClock,
  on: Day,
): RestEligibility & { earliest: Day | null } {
  const edges = { ...clock.edges, 'step down': on, 'last meal': earlierDay(clock.edges['last meal'], on) }
  const judged = judgeRest(facts, protocol, { ...clock, edges, clearGutBy: on }, on)
  const fast = judged.reasons.find((r) => r.rule === 'fast')
  return { ...judged, earliest: fast?.standing === 'fails' ? (fast.expected?.from ?? null) : null }
}

/**
 * Whether an animal may go into its rest by its clock, on a day.
 *
 * Any gate that fails, or whose fact was never recorded, holds it back. A shortened fast, a gut that is not clear, an illness
 * cannot be overruled; age, weight, condition, loss and the rest can, with a reason.
 */
export function judgeRest(
  facts: RestFacts,
  protocol: Protocol,
  clock: RestClock,
  on: Day,
  say: Say = METRIC,
): RestEligibility {
  const { rest } = protocol
  if (!rest)
    return {
      verdict: 'held back',
      overrulable: false,
      reasons: [
        reason({
          rule: 'species',
          says: 'the species rests',
          standing: 'fails',
          origin: protocol.origin,
          note: 'it has no rest',
        }),
      ],
    }
  const reasons = GATES.flatMap((gate) => gate(facts, protocol, rest, clock, on, say) ?? []).sort(
    (a, b) => GRAVITY[a.standing] - GRAVITY[b.standing],
  )
  const open = reasons.filter((r) => r.standing === 'fails' || r.standing === 'unknown')
  return {
    verdict: open.length > 0 ? 'held back' : 'may rest',
    reasons,
    overrulable: open.length > 0 && !open.some((r) => HARD_GATES.includes(r.rule)),
  }
}
