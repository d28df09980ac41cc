import type { Day } from '../calendar'
import type { Protocol } from '../protocols'
import { reason, type Reason } from '../reasons'
import { CONSEQUENCES, worstGrade } from './defects'
import type { RearingFacts } from './facts'
import { openGate, stageOf, type Gate } from './ladder'

/** A gate to the door, and as what an animal may go through it. */
export interface LeavingGate extends Gate {
  /** What its defects leave of it; null where it is never to be sold. */
  as: 'any' | 'not for breeding' | 'pet only' | null
}

/** What the gate says, and what a keeper said over it. */
export type Leaving<O> = LeavingGate & {
  overruled: O | null
  /** Whether it may go: the gate is open, or a keeper has said why it may leave all the same. */
  granted: boolean
}
export const withOverruling = <O>(gate: LeavingGate, overruled: O | null): Leaving<O> => ({
  ...gate,
  overruled,
  granted: gate.opens || overruled !== null,
})

/**
 * Whether an animal may be listed and leave: what the protocol asks for, no defect that forbids it, and no paper that has
 * run out. Papers are reminders: the local authority says what is needed.
 */
export function mayLeave(facts: RearingFacts, protocol: Protocol, on: Day): LeavingGate {
  const { stage } = stageOf(facts, protocol, on)
  const origin = `${protocol.origin}: leaving`
  const gate = openGate(protocol.leaving, facts, protocol, stage, origin, on)
  const defects = facts.defects ?? []
  const worst = worstGrade(defects)
  const further = [...defectReason(facts, origin), ...paperReasons(facts, protocol, origin, on)]
  const missing = [...gate.missing, ...further.filter((r) => r.standing !== 'holds')]
  const never = worst === 'severe'
  return {
    opens: missing.length === 0,
    evidence: [...gate.evidence, ...further],
    missing,
    anyOpens: false,
    // A paper or a defect gives no day.
    expected: missing.length > gate.missing.length ? null : gate.expected,
    as: never ? null : worst === 'marked' ? 'pet only' : worst === 'slight' ? 'not for breeding' : 'any',
  }
}

function defectReason(facts: RearingFacts, origin: string): Reason[] {
  const worst = worstGrade(facts.defects ?? [])
  if (!worst || worst === 'note') return []
  const named = facts.defects!.find((d) => d.grade === worst)!
  return [
    reason({
      rule: 'defects',
      says: worst === 'severe' ? 'no defect that forbids it' : 'sold as what it is',
      origin,
      bound: 'is',
      standing: worst === 'severe' ? 'fails' : 'holds',
      note: `${named.defect}, ${worst}: ${CONSEQUENCES[worst]}`,
      change: worst === 'severe' ? 'never to be sold; a vet says what is best for it' : '',
    }),
  ]
}

function paperReasons(facts: RearingFacts, protocol: Protocol, origin: string, on: Day): Reason[] {
  const permits = facts.permits ?? []
  const valid = permits.filter((p) => p.until === null || p.until >= on)
  const ended = permits.find((p) => p.until !== null && p.until < on && !valid.some((q) => q.name === p.name))
  const base = { rule: 'papers', origin, bound: 'is' as const }
  if (ended)
    return [
      reason({
        ...base,
        says: 'papers in force',
        standing: 'fails',
        note: `${ended.name} ended ${ended.until}`,
        change: 'renew it; the local authority decides',
      }),
    ]
  if (protocol.papers === '') return []
  return [
    reason({
      ...base,
      says: protocol.papers,
      standing: valid.length > 0 ? 'holds' : 'unknown',
      note: valid.map((p) => `${p.name} ${p.number}`).join(', '),
      change: valid.length > 0 ? '' : 'write the number of the paper that the authority asks for',
    }),
  ]
}
