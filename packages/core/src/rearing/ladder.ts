import { laterDay, type Day, type DaySpan } from '../calendar'
import type { Evidence, Protocol, Stage } from '../protocols'
import type { Reason } from '../reasons'
import { weighEvidence } from './evidence'
import type { RearingFacts } from './facts'

/** A gate with its evidence: what holds, what is missing, and when it may open. */
export interface Gate {
  opens: boolean
  evidence: Reason[]
  missing: Reason[]
  /** From the earliest to the latest day on which all can hold; null when open, or when nothing tells. */
  expected: DaySpan | null
}

export interface StageStanding {
  stage: Stage
  /** Its place on the ladder, from 0. */
  step: number
  gate: Gate
  /** The stage behind the gate, or null at the top. */
  next: string | null
}

/**
 * Weighs all the evidence that a gate asks for.
 * @param stage the stage the animal is in, whose feeding rhythm dates the meals still missing
 * @param origin who asks for it, shown with each reason
 */
export function openGate(
  wanted: readonly Evidence[],
  facts: RearingFacts,
  protocol: Protocol,
  stage: Stage,
  origin: string,
  on: Day,
): Gate {
  const evidence = wanted.map((e) => weighEvidence(e, facts, protocol, stage, origin, on))
  const missing = evidence.filter((e) => e.standing !== 'holds')
  const known = missing.every((e) => e.expected !== null)
  return {
    opens: missing.length === 0,
    evidence,
    missing,
    expected:
      missing.length === 0 || !known
        ? null
        : missing
            .map((e) => e.expected!)
            .reduce((a, b) => ({ from: laterDay(a.from, b.from), to: laterDay(a.to, b.to) })),
  }
}

/**
 * The stage an animal stands on: the first whose gate it has not passed.
 *
 * A row of meals counts for a stage once it has been reached, so that one refusal does not send a yearling back to the
 * starters. An animal brought in without its history is placed by weight: half as much again as a gate asks for is past
 * that gate.
 */
export function stageOf(facts: RearingFacts, protocol: Protocol, on: Day): StageStanding {
  const { stages, origin } = protocol
  const placed = placedByWeight(facts, stages)
  let step = stages.findIndex(
    (stage, i) => i >= placed && !openGate(stage.gate, facts, protocol, stage, origin, on).opens,
  )
  if (step === -1) step = stages.length - 1
  const stage = stages[step]!
  return {
    stage,
    step,
    gate: openGate(stage.gate, facts, protocol, stage, `${origin}: gate of ${stage.name}`, on),
    next: stages[step + 1]?.name ?? null,
  }
}

const WELL_PAST = 1.5

/** The first stage that weight alone has not left behind: a heavy animal is no starter. */
function placedByWeight(facts: RearingFacts, stages: readonly Stage[]): number {
  if (!facts.weight) return 0
  const { grams } = facts.weight
  const left = stages.findLastIndex((stage) =>
    stage.gate.some(
      (e) =>
        e.kind === 'weight' &&
        (!e.sex || e.sex === facts.sex || facts.sex === 'unknown') &&
        grams >= e.grams * WELL_PAST,
    ),
  )
  return left + 1
}

/**
 * The gate out of a stage: its evidence, what of it is missing, and from when it may open.
 * @param step the stage's place on the ladder, from 0; the one the animal stands on where none is given
 * @throws RangeError for a step that the protocol does not have
 */
export function gateOf(facts: RearingFacts, protocol: Protocol, on: Day, step?: number): Gate {
  if (step === undefined) return stageOf(facts, protocol, on).gate
  const stage = protocol.stages[step]
  if (!stage) throw new RangeError(`there is no step ${step} on a ladder of ${protocol.stages.length}`)
  return openGate(stage.gate, facts, protocol, stage, `${protocol.origin}: gate of ${stage.name}`, on)
}
