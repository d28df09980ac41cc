import { ageOn } from '../animals'
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
  /** Whether any one of what is missing is enough. */
  anyOpens: boolean
  /** From the earliest to the latest day on which all can hold; null when open, or when nothing tells. */
  expected: DaySpan | null
}

export type Placing = 'age' | 'weight' | 'said'

export interface StageStanding {
  stage: Stage
  /** Its place on the ladder, from 0. */
  step: number
  /** What placed it there, where it was not its evidence: to be asked about. */
  placedBy: Placing | null
  gate: Gate
  /** The stage behind the gate, or null at the top. */
  next: string | null
}

/**
 * Weighs all the evidence that a gate asks for.
 * @param stage the stage the animal is in, whose feeding rhythm dates the meals still missing
 * @param origin who asks for it, shown with each reason
 * @param anyOpens whether one piece of it is enough
 */
export function openGate(
  wanted: readonly Evidence[],
  facts: RearingFacts,
  protocol: Protocol,
  stage: Stage,
  origin: string,
  on: Day,
  anyOpens = false,
): Gate {
  const evidence = wanted.map((e) => weighEvidence(e, facts, protocol, stage, origin, on))
  const open = evidence.filter((e) => e.standing !== 'holds')
  const missing = anyOpens && open.length < evidence.length ? [] : open
  if (anyOpens && missing.length > 0)
    return { opens: false, evidence, missing, anyOpens, expected: soonest(missing) }
  const known = missing.every((e) => e.expected !== null)
  return {
    opens: missing.length === 0,
    evidence,
    missing,
    anyOpens,
    expected:
      missing.length === 0 || !known
        ? null
        : missing
            .map((e) => e.expected!)
            .reduce((a, b) => ({ from: laterDay(a.from, b.from), to: laterDay(a.to, b.to) })),
  }
}

/** When the first of them may hold. */
function soonest(missing: readonly Reason[]): DaySpan | null {
  const spans = missing.flatMap(({ expected }) => expected ?? [])
  return spans.length === 0
    ? null
    : spans.reduce((a, b) => ({ from: a.from < b.from ? a.from : b.from, to: a.to < b.to ? a.to : b.to }))
}

/** The gate out of a stage. */
const gateOfStage = (stage: Stage, facts: RearingFacts, protocol: Protocol, origin: string, on: Day) =>
  openGate(stage.gate, facts, protocol, stage, origin, on, stage.anyOpens)

/**
 * The stage an animal stands on: the first whose gate it has not passed.
 *
 * A row of meals counts for a stage once it has been reached, so that one refusal does not send a yearling back to the
 * starters. What a keeper said, or was said when a figure was changed, is not fallen below. An animal brought in without its history is
 * placed by weight (half as much again as a gate asks for is past that gate) and by age. A stage that is not fed is left by age,
 * whatever was not written down: nobody old enough to eat is without meals, unless it rests.
 */
export function stageOf(facts: RearingFacts, protocol: Protocol, on: Day): StageStanding {
  const { stages, origin } = protocol
  const floor = floorOf(facts, stages)
  const last = stages.length - 1
  const firstClosed = (from: number) => {
    const step = stages.findIndex(
      (stage, i) => i >= from && !gateOfStage(stage, facts, protocol, origin, on).opens,
    )
    return step === -1 ? last : step
  }
  let [step, by] = [firstClosed(floor.step), floor.by]
  if (step > floor.step) by = null
  while (step < last && isOutgrown(stages, step, facts, on)) {
    step = firstClosed(step + 1)
    by = 'age'
  }
  const stage = stages[step]!
  return {
    stage,
    step,
    placedBy: step === 0 ? null : by,
    gate: gateOfStage(stage, facts, protocol, `${origin}: gate of ${stage.name}`, on),
    next: stages[step + 1]?.name ?? null,
  }
}

/** The step of a name in the log: the stage that has it, or else the one that had it or took the place of one that did. */
export function stepNamed(stages: readonly Stage[], name: string): number {
  const now = stages.findIndex((s) => s.name === name)
  return now >= 0 ? now : stages.findIndex((s) => s.alsoCalled?.includes(name))
}

/** Below which step an animal cannot stand, and by what. */
function floorOf(facts: RearingFacts, stages: readonly Stage[]): { step: number; by: Placing | null } {
  const said = facts.stageSaid ? stepNamed(stages, facts.stageSaid.stage) : -1
  const isOlderWeight = said >= 0 && facts.weight !== null && facts.weight.on <= facts.stageSaid!.on
  const byWeight = isOlderWeight ? 0 : placedByWeight(facts, stages)
  if (said >= 0) return byWeight > said ? { step: byWeight, by: 'weight' } : { step: said, by: 'said' }
  const byAge = placedByAge(facts, stages)
  if (byAge > byWeight) return { step: byAge, by: 'age' }
  return { step: byWeight, by: byWeight > 0 ? 'weight' : null }
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

/** Days by which all young have left a stage and those before it. */
const mostDaysThrough = (stages: readonly Stage[], step: number) =>
  stages.slice(0, step + 1).reduce((sum, s) => sum + s.days.most, 0)

/**
 * Where one that came half-grown stands by its age on the day of its first entry: past every stage that all have left by then, but not past
 * one that it is too light to have left, nor into breeding.
 */
function placedByAge({ hatched, firstOn, weight, sex }: RearingFacts, stages: readonly Stage[]): number {
  if (!hatched || !firstOn) return 0
  const { least } = ageOn(hatched, firstOn)
  const tooLight = (stage: Stage) =>
    weight !== null &&
    stage.gate.some((e) => e.kind === 'weight' && (!e.sex || e.sex === sex) && weight.grams < e.grams)
  let step = 0
  while (
    step < stages.length - 1 &&
    least > mostDaysThrough(stages, step) &&
    !tooLight(stages[step]!) &&
    !stages[step]!.gate.some((e) => e.kind === 'readiness')
  )
    step++
  return step
}

/** Whether an animal is too old for a stage in which nobody is fed. One of unknown age was not hatched under its keeper's eyes. */
function isOutgrown(stages: readonly Stage[], step: number, facts: RearingFacts, on: Day): boolean {
  if (stages[step]!.feed !== null || facts.resting) return false
  if (!stages.slice(step + 1).some((s) => s.feed !== null)) return false
  return !facts.hatched || ageOn(facts.hatched, on).least > mostDaysThrough(stages, step)
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
  return gateOfStage(stage, facts, protocol, `${protocol.origin}: gate of ${stage.name}`, on)
}
