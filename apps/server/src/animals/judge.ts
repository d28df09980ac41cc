import type { AnimalRow, ReadinessView } from '@hatch-book/contract'
import {
  ageOn,
  againstInShort,
  judgeReadiness,
  sayIn,
  type BookUnits,
  lookInWords,
  dayOfInstant,
  mayLeave,
  withOverruling,
  CONSEQUENCES,
  overruleStands,
  worstGrade,
  stageOf,
  toldSex,
  type AnimalStanding,
  type BreederFacts,
  type Day,
  type DaySpan,
  type Leaving,
  type GrowthFit,
  type RearingFacts,
  type StageStanding,
} from '@hatch-book/core'
import { checksDone } from './checksDone'
import type { AnimalRecord, Surroundings } from './records'

interface Overruling {
  verdict: string
  reason: string
  on: Day
  by: string
  entryId: string
}
/** An animal with everything that is computed of it for one day. */
export interface JudgedAnimal {
  record: AnimalRecord
  facts: BreederFacts
  readiness: ReadinessView
  stage: StageStanding
  /** Worked out when asked for: of most animals in a list nobody asks. */
  readonly leaving: Leaving<Overruling>
  row: AnimalRow
}

export function hatchedSpan({ animal }: AnimalRecord): DaySpan | null {
  return animal.hatchedFrom && animal.hatchedTo ? { from: animal.hatchedFrom, to: animal.hatchedTo } : null
}

export function breederFacts(
  record: AnimalRecord,
  surroundings: Surroundings,
  zone: string,
  growth: GrowthFit | null = null,
): BreederFacts {
  const { standing } = record
  const day = (at: number | null) => (at === null ? null : dayOfInstant(at, zone))
  const told = toldSex(standing, record.protocol.readiness.sexCertainty)
  return {
    sex: told.sex,
    sexCertainty: told.certainty,
    hatched: hatchedSpan(record),
    adultSince: day(standing.adultAt),
    growth,
    weight: standing.weight && {
      grams: standing.weight.grams,
      on: day(standing.weight.at)!,
      context: standing.weight.context,
    },
    condition: standing.condition && { score: standing.condition.score, on: day(standing.condition.at)! },
    mealsInARow: standing.mealsInARow,
    refusalsInARow: standing.refusalsInARow,
    lastTakenOn: day(standing.lastTakenAt),
    inShedSince: day(standing.inShedSince),
    quarantineUntil: standing.quarantineUntil,
    openProblems: standing.openProblems,
    presence: standing.presence,
    resting: standing.restingSince !== null,
    lastClutch: surroundings.lastClutch.get(record.animal.id) ?? null,
  }
}

function rearingFacts(
  record: AnimalRecord,
  breeder: BreederFacts,
  verdict: ReadinessView['verdict'],
  zone: string,
): RearingFacts {
  const { standing } = record
  const day = (at: number | null | undefined) => (at ? dayOfInstant(at, zone) : null)
  return {
    ...breeder,
    longestRow: standing.longestRow,
    lastOfferedOn: day(standing.lastMeal?.at),
    wholeSheds: standing.wholeSheds,
    lastShedOn: day(standing.lastShedAt),
    readiness: verdict,
    breeds: record.animal.purpose === 'breeder',
    defects: standing.young.defects,
    permits: standing.young.permits,
    checks: checksDone(standing, zone),
    firstOn: day(standing.firstAt),
    measured: Object.fromEntries(
      Object.entries(standing.sizes).map(([of, { mm, at }]) => [of, { mm, on: dayOfInstant(at, zone) }]),
    ),
    stageSaid: standing.stageSaid && { stage: standing.stageSaid.stage, on: day(standing.stageSaid.at)! },
  }
}

function defectInWords(defects: AnimalStanding['young']['defects']): string {
  const worst = worstGrade(defects)
  const named = defects.find((d) => d.grade === worst)
  return worst && named ? `${named.defect}, ${worst}: ${CONSEQUENCES[worst]}` : ''
}

/** What judging asks of the book itself: its clock, and the units in which its reasons are said. */
export type JudgingBook = BookUnits & { zone: string }

/** Judges one animal for a day: readiness with its overruling, stage with its gate, and whether it may leave. */
export function judgeAnimal(
  record: AnimalRecord,
  surroundings: Surroundings,
  book: JudgingBook,
  today: Day,
  growth: GrowthFit | null = null,
): JudgedAnimal {
  const { zone } = book
  const { animal, standing, protocol } = record
  const facts = breederFacts(record, surroundings, zone, growth)
  const assessed = judgeReadiness(facts, protocol, today)
  const overrules = (surroundings.overrules.get(animal.id) ?? []).filter((o) => overruleStands(o, today))
  type Overruled = (typeof overrules)[number]
  const pick = <A extends Overruled['about']>(about: A) =>
    (overrules.find((o) => o.about === about) as Extract<Overruled, { about: A }> | undefined) ?? null
  const overruled = pick('readiness')
  const verdict = overruled?.verdict ?? assessed.verdict
  const growing = rearingFacts(record, facts, verdict, zone)
  const stage = stageOf(growing, protocol, today)
  const hatched = facts.hatched
  const reference = (id: string | null) => (id ? { id, tag: surroundings.tags.get(id) ?? '?' } : null)
  const breeder = animal.purpose === 'breeder'
  return {
    record,
    facts,
    readiness: { ...assessed, overruled },
    stage,
    get leaving() {
      return withOverruling(mayLeave(growing, protocol, today), pick('leaving'))
    },
    row: {
      id: animal.id,
      version: animal.version,
      tag: animal.tag,
      name: animal.name,
      photoId: surroundings.photos.get(animal.id) ?? null,
      species: protocol.species,
      bodyPlan: protocol.bodyPlan,
      form: animal.form,
      line: animal.line,
      sex: facts.sex,
      sexCertainty: facts.sexCertainty,
      hatched,
      hatchFact: animal.hatchFact,
      ageDays: hatched && ageOn(hatched, today),
      dam: reference(animal.damId),
      sire: reference(animal.sireId),
      place: standing.placeId
        ? { id: standing.placeId, name: surroundings.places.get(standing.placeId) ?? '?' }
        : null,
      purpose: animal.purpose,
      presence: standing.presence,
      grams: standing.weight?.grams ?? null,
      weighedOn: facts.weight?.on ?? null,
      mealsInARow: standing.mealsInARow,
      refusalsInARow: standing.refusalsInARow,
      stage: stage.stage.name,
      verdict: breeder && standing.presence === 'here' ? verdict : null,
      verdictExpected: breeder ? assessed.expected : null,
      verdictBecause: overruled
        ? `overruled: ${overruled.reason}`
        : againstInShort(assessed.reasons, sayIn(book)),
      openProblems: standing.openProblems,
      traits: lookInWords(standing.traits),
      lastTakenOn: facts.lastTakenOn,
      inShed: standing.inShedSince !== null,
      quarantineUntil: standing.quarantineUntil,
      condition: standing.condition?.score ?? null,
      readings: standing.young.readings.length,
      defect: defectInWords(standing.young.defects),
      reserved: standing.young.reserved !== null,
      held: standing.young.kept && (standing.young.kept.keep ? 'keep' : 'let go'),
    },
  }
}
