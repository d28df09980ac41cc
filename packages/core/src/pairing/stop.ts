import type { MealOutcome } from '../animals'
import type { Protocol } from '../protocols'
import { trialMustStop } from '../readiness'
import type { PairingEvent } from './events'

/** Why two must be apart, and who comes out. It is for now, never for tomorrow. */
export interface PairingStop {
  rule: 'attacked' | 'trial' | 'meals refused'
  out: 'female' | 'male' | 'both'
  /** As a sentence that follows on the name: 'attacked on …', 'refused 2 meals in a row'. */
  because: string
}

/** What is known of one of the two since they were first put together. */
export interface PartnerFacts {
  /** Meals in a row that were refused. */
  refusalsInARow: number
  /** Whether it was put together on trial: not ready by its verdict. */
  onTrial: boolean
  gramsAtStart: number | null
  gramsNow: number | null
}

/**
 * Meals refused in a row up to now. What was only offered is not known yet, and what was brought up had been eaten: neither is a refusal,
 * and only a meal that was taken and stayed down ends the row.
 * @param meals in order of time
 */
export function refusalsInARow(meals: readonly { outcome: MealOutcome }[]): number {
  let row = 0
  for (const { outcome } of meals)
    if (outcome === 'refused') row += 1
    else if (outcome === 'taken') row = 0
  return row
}

/**
 * Whether two that were put together must be parted, or one on trial must stop: the one rule that readiness, the pairing's page, the round and
 * messages read. The figures are the protocol's: `pairing.stopAfterRefusals` for either of two that are together, `readiness.stop` for a
 * female on trial until she has laid.
 * @param events what was seen of the two, in order of time
 * @returns null while they may go on
 */
export function pairingMustStop(
  protocol: Protocol,
  events: readonly PairingEvent[],
  { female, male, laid }: { female: PartnerFacts | null; male: PartnerFacts | null; laid: boolean },
): PairingStop | null {
  const last = events.findLast((e) => e.kind === 'introduced' || e.kind === 'separated')
  if (!last || laid) return null
  const together = last.kind === 'introduced'
  const attack = events.slice(events.lastIndexOf(last)).find((e) => e.kind === 'attacked')
  if (together && attack)
    return { rule: 'attacked', out: 'both', because: `one attacked the other on ${attack.on}` }
  const trial = female?.onTrial ? trialMustStop(protocol, female) : null
  if (trial) return { rule: 'trial', out: 'female', because: trial }
  const { stopAfterRefusals } = protocol.pairing
  const refuses = (facts: PartnerFacts | null) => facts && facts.refusalsInARow >= stopAfterRefusals
  if (together && refuses(male))
    return {
      rule: 'meals refused',
      out: 'male',
      because: `refused ${male!.refusalsInARow} meals since they met`,
    }
  return null
}

/** What to do about it, as one says it. */
export function stopInWords({ rule, out, because }: PairingStop): string {
  if (rule === 'attacked') return 'separate them now: one attacked the other'
  return `take ${out === 'male' ? 'him' : 'her'} out now: ${out === 'male' ? 'he' : 'she'} ${because}`
}
