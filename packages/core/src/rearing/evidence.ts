import { ageOn, ageReaches, reachesAge } from '../animals'
import { addDays, daysBetween, laterDay, type Day, type DaySpan } from '../calendar'
import type { Evidence, Protocol, Range, Stage } from '../protocols'
import { reason, type Reason } from '../reasons'
import { BODY_SIZES, projectWeight } from '../weighing'
import type { RearingFacts } from './facts'

/** Days between sheds of a young snake, used to guess the next one. */
const BETWEEN_SHEDS: Range = { typical: 42, least: 28, most: 60 }

/**
 * Weighs one piece of a gate's evidence against the facts.
 * @param stage the stage the animal is in, whose feeding rhythm dates the meals still missing
 * @param origin who asks for it, shown with the reason
 */
export function weighEvidence(
  evidence: Evidence,
  facts: RearingFacts,
  protocol: Protocol,
  stage: Stage,
  origin: string,
  on: Day,
): Reason {
  switch (evidence.kind) {
    case 'age': {
      const base = { rule: 'age', says: 'age', origin, wanted: { value: evidence.days, unit: 'd' as const } }
      if (!facts.hatched)
        return reason({ ...base, standing: 'unknown', change: 'record a hatch date, an estimate will do' })
      const age = ageOn(facts.hatched, on)
      const standing = ageReaches(age, evidence.days)
      return reason({
        ...base,
        standing,
        have: { value: age.least, unit: 'd' },
        margin: age.least - evidence.days,
        change: standing === 'holds' ? '' : 'time',
        expected: standing === 'holds' ? null : reachesAge(facts.hatched, evidence.days),
      })
    }
    case 'weight':
      return weightEvidence(evidence, facts, protocol, origin)
    case 'meals in a row': {
      const reached = evidence.now ? facts.mealsInARow : Math.max(facts.longestRow, facts.mealsInARow)
      const missing = reached >= evidence.count ? 0 : evidence.count - facts.mealsInARow
      return reason({
        rule: 'meals in a row',
        says: 'meals taken in a row',
        origin,
        standing: missing <= 0 ? 'holds' : 'fails',
        have: { value: missing > 0 ? facts.mealsInARow : reached, unit: 'count' },
        wanted: { value: evidence.count, unit: 'count' },
        margin: -missing,
        change: missing <= 0 ? '' : `${missing} more taken; a refusal starts the row again`,
        expected: missing <= 0 ? null : mealsExpected(missing, facts, protocol, stage, on),
      })
    }
    case 'whole sheds': {
      const missing = evidence.count - facts.wholeSheds
      return reason({
        rule: 'whole sheds',
        says: evidence.count === 1 ? 'first shed, whole' : 'whole sheds',
        origin,
        standing: missing <= 0 ? 'holds' : 'fails',
        have: { value: facts.wholeSheds, unit: 'count' },
        wanted: { value: evidence.count, unit: 'count' },
        margin: -missing,
        change: missing <= 0 ? '' : 'the shed, found whole',
        expected: missing <= 0 ? null : shedExpected(missing, facts, protocol, on),
      })
    }
    case 'sex sure': {
      const certainty = facts.sex === 'unknown' ? 0 : facts.sexCertainty
      return reason({
        rule: 'sex sure',
        says: 'sex as sold',
        origin,
        standing: certainty >= evidence.certainty ? 'holds' : 'unknown',
        have: { value: certainty, unit: 'share' },
        wanted: { value: evidence.certainty, unit: 'share' },
        margin: certainty - evidence.certainty,
        note: facts.sex === 'unknown' ? 'not sexed yet' : `read as ${facts.sex}`,
        change: certainty >= evidence.certainty ? '' : 'sex it',
        expected: certainty >= evidence.certainty ? null : { from: on, to: on },
      })
    }
    case 'no open problem':
      return reason({
        rule: 'no open problem',
        says: 'no open problem',
        origin,
        bound: 'is',
        standing: facts.openProblems.length === 0 ? 'holds' : 'fails',
        note: facts.openProblems.join(', '),
        change: facts.openProblems.length === 0 ? '' : 'settle it first; a vet decides when in doubt',
      })
    case 'out of quarantine': {
      const until = facts.quarantineUntil
      const held = until !== null && until > on
      return reason({
        rule: 'out of quarantine',
        says: 'out of quarantine',
        origin,
        bound: 'is',
        standing: held ? 'fails' : 'holds',
        note: held ? `in quarantine until ${until}` : '',
        change: held ? 'time' : '',
        expected: held ? { from: until, to: until } : null,
      })
    }
    case 'usual time': {
      // Nobody logs it; after the usual time it is taken as done, unless the animal is watched more closely.
      const { days, words } = evidence
      const base = { rule: 'usual time', says: words, origin, wanted: { value: days, unit: 'd' as const } }
      if (!facts.hatched)
        return reason({ ...base, standing: 'unknown', change: 'record a hatch date, an estimate will do' })
      const age = ageOn(facts.hatched, on)
      const standing = ageReaches(age, days)
      return reason({
        ...base,
        standing,
        have: { value: age.least, unit: 'd' },
        margin: age.least - days,
        note: 'taken as done after the usual time',
        change: standing === 'holds' ? '' : 'time',
        expected: standing === 'holds' ? null : reachesAge(facts.hatched, days),
      })
    }
    case 'size': {
      const { label } = BODY_SIZES[evidence.of]
      const base = {
        ...{ rule: 'size', says: label.toLowerCase(), origin },
        wanted: { value: evidence.mm, unit: 'mm' as const },
      }
      const last = facts.measured?.[evidence.of]
      if (!last) return reason({ ...base, standing: 'unknown', change: `measure its ${label.toLowerCase()}` })
      const holds = last.mm >= evidence.mm
      return reason({
        ...base,
        standing: holds ? 'holds' : 'fails',
        have: { value: last.mm, unit: 'mm' },
        margin: last.mm - evidence.mm,
        note: `measured ${last.on}`,
        change: holds ? '' : `${label.toLowerCase()}: ${sizeTold(evidence.mm - last.mm)} more`,
      })
    }
    case 'check':
      return checkEvidence(evidence, facts, origin, on)
    case 'word':
      return reason({
        ...{ rule: 'word', says: 'your confirmation', origin, bound: 'is', standing: 'fails' },
        change: 'confirm when it is ready',
      })
    case 'readiness':
      return reason({
        rule: 'readiness',
        says: 'ready to breed',
        origin,
        bound: 'is',
        standing:
          facts.breeds || facts.readiness === 'ready'
            ? 'holds'
            : facts.readiness === 'trial'
              ? 'trial'
              : 'fails',
        note: facts.breeds ? 'kept as a breeder' : (facts.readiness ?? 'not judged'),
        change: facts.breeds || facts.readiness === 'ready' ? '' : 'see its readiness',
      })
  }
}

function checkEvidence(
  { check, goodDays }: Extract<Evidence, { kind: 'check' }>,
  facts: RearingFacts,
  origin: string,
  on: Day,
): Reason {
  const base = { rule: 'check', says: check, origin, bound: 'is' as const }
  const last = facts.checks?.[check]
  if (!last) return reason({ ...base, standing: 'unknown', note: 'not checked yet', change: 'check it' })
  const old = daysBetween(last.on, on) > goodDays
  // What was found longer ago may be over; what was well may not be so any more.
  if (old)
    return reason({ ...base, standing: 'unknown', note: `last checked ${last.on}`, change: 'check it again' })
  return reason({
    ...base,
    standing: last.passed ? 'holds' : 'fails',
    note: last.passed ? `passed ${last.on}` : `not passed ${last.on}`,
    change: last.passed ? '' : 'check it again when it is well',
  })
}

const sizeTold = (mm: number) => `${Number(mm.toPrecision(3))} mm`

function weightEvidence(
  evidence: Extract<Evidence, { kind: 'weight' }>,
  facts: RearingFacts,
  protocol: Protocol,
  origin: string,
): Reason {
  const who = evidence.sex ? ` of a ${evidence.sex}` : ''
  const base = {
    rule: 'weight',
    says: `weight${who}`,
    origin,
    wanted: { value: evidence.grams, unit: 'g' as const },
  }
  if (evidence.sex && facts.sex !== 'unknown' && facts.sex !== evidence.sex)
    return reason({ ...base, standing: 'holds', note: `not asked of a ${facts.sex}` })
  if (!facts.weight) return reason({ ...base, standing: 'unknown', change: 'put it on the scale' })
  const holds = facts.weight.grams >= evidence.grams
  const curve = protocol.growth[facts.sex === 'male' ? 'male' : 'female']
  return reason({
    ...base,
    standing: holds ? 'holds' : 'fails',
    have: { value: facts.weight.grams, unit: 'g' },
    margin: facts.weight.grams - evidence.grams,
    note: `weighed ${facts.weight.on}`,
    change: holds ? '' : 'growth',
    expected: holds ? null : projectWeight(curve, facts.weight, facts.hatched, evidence.grams),
  })
}

/** A meal at each beat of the feeding rhythm, from the last one offered. */
function mealsExpected(
  missing: number,
  facts: RearingFacts,
  protocol: Protocol,
  stage: Stage,
  on: Day,
): DaySpan {
  const rhythm = stage.feed ?? protocol.stages.find((s) => s.feed)?.feed
  const every = rhythm?.everyDays ?? { typical: 7, least: 7, most: 7 }
  const next = (days: number) => laterDay(on, facts.lastOfferedOn ? addDays(facts.lastOfferedOn, days) : on)
  return {
    from: addDays(next(every.least), (missing - 1) * every.least),
    to: addDays(next(every.most), (missing - 1) * every.most),
  }
}

function shedExpected(missing: number, facts: RearingFacts, protocol: Protocol, on: Day): DaySpan | null {
  const first = protocol.stages[0]!.days
  const start: DaySpan | null = facts.lastShedOn
    ? { from: facts.lastShedOn, to: facts.lastShedOn }
    : facts.hatched
  if (!start) return null
  const gap = facts.lastShedOn ? BETWEEN_SHEDS : first
  const further = missing - 1
  const from = addDays(start.from, gap.least + further * BETWEEN_SHEDS.least)
  const to = addDays(start.to, gap.most + further * BETWEEN_SHEDS.most)
  return { from: laterDay(on, from), to: laterDay(on, to) }
}
