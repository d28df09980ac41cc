import type { Say } from '../quantities'
import { livesHere } from '../animals'
import { ageOn } from '../animals'
import { addDays, daysBetween, type Day } from '../calendar'
import { NO_REST, originOf, type Protocol, type RestRules } from '../protocols'
import { reason, type Reason } from '../reasons'
import { projectWeight } from '../weighing'
import type { BreederFacts } from '../readiness'
import type { RestClock } from './clock'
import { fastFor } from './lengths'

/** What is known of an animal that is to rest. */
export interface RestFacts extends BreederFacts {
  /** The last droppings that were seen, and whether the gut was clear after them. */
  droppings: { on: Day; clear: boolean } | null
  /** Its heaviest empty weight of the last four months, grams. */
  heaviestGrams: number | null
  /** A female paired this season that has not laid yet. */
  mayBeGravid: boolean
}

const LEAST_CONDITION = 2.5
const MOST_LOST = 0.05
const WEIGHT_GOOD_DAYS = 35

type Gate = (
  facts: RestFacts,
  protocol: Protocol,
  rules: RestRules,
  clock: RestClock,
  on: Day,
  say: Say,
) => Reason | null

const speciesGate: Gate = ({ sex }, protocol, { needed }) => {
  const base = { rule: 'species', says: 'the species rests', origin: originOf(protocol, 'cooling.needed') }
  if (needed === NO_REST)
    return reason({
      ...base,
      standing: 'fails',
      note: 'kept awake by the protocol',
      change: 'another school',
    })
  if (needed === 'males only' && sex !== 'male')
    return reason({
      ...base,
      standing: sex === 'unknown' ? 'perhaps' : 'fails',
      note: 'only the males are cooled',
      change: 'another school',
    })
  return reason({ ...base, standing: 'holds', note: `${needed}` })
}

const presenceGate: Gate = ({ presence }) =>
  reason({
    rule: 'presence',
    says: 'in the room',
    origin: 'the log',
    standing: livesHere(presence) ? 'holds' : 'fails',
    note: presence === 'here' ? '' : presence,
  })

const ageGate: Gate = (facts, protocol, rules, clock) => {
  const young = clock.regime === 'first year'
  const base = {
    rule: 'age',
    says: 'old enough when the hold begins',
    origin: originOf(protocol, young ? 'cooling.firstYear' : 'cooling.leastAgeDays'),
  }
  if (!facts.hatched)
    return reason({ ...base, standing: 'unknown', change: 'record a hatch date, an estimate will do' })
  const age = ageOn(facts.hatched, clock.edges.hold)
  const have = { value: age.least, unit: 'd' as const }
  if (young) return firstYearGate(facts, base, rules, have)
  const wanted = { value: rules.leastAgeDays, unit: 'd' as const }
  // Where the protocol has a shorter rest for this age, that is what is planned, and the age is no bar.
  const standing =
    clock.regime === 'second year' || age.least >= rules.leastAgeDays
      ? 'holds'
      : age.most >= rules.leastAgeDays
        ? 'perhaps'
        : 'fails'
  return reason({
    ...base,
    standing,
    have,
    wanted,
    margin: age.least - rules.leastAgeDays,
    note:
      clock.regime === 'second year'
        ? 'second-year young: a shorter hold'
        : standing === 'holds'
          ? ''
          : `${months(age.least)} months old when the hold begins, at least ${months(rules.leastAgeDays)}`,
    change: standing === 'holds' ? '' : 'time',
  })
}

const months = (days: number) => Math.floor(days / 30.4)

function firstYearGate(
  facts: RestFacts,
  base: { rule: string; says: string; origin: string },
  { firstYearSchool }: RestRules,
  have: Reason['have'],
): Reason {
  switch (firstYearSchool) {
    case 'short':
      return reason({ ...base, standing: 'holds', have, note: 'first-year young: a short rest' })
    case 'only those that refuse food': {
      const refuses = facts.refusalsInARow >= 2
      return reason({
        ...base,
        standing: refuses ? 'holds' : 'fails',
        have,
        note: refuses
          ? `refused ${facts.refusalsInARow} meals in a row: a short rest may reset it`
          : 'it eats, and an eater needs none',
        change: refuses ? '' : 'two refusals in a row, or another school',
      })
    }
    default:
      return reason({
        ...base,
        standing: 'fails',
        have,
        note:
          firstYearSchool === 'none'
            ? 'first-year young are kept awake'
            : 'first-year young: keepers differ, and no school is chosen',
        change: 'choose a school in the protocol',
      })
  }
}

const weightGate: Gate = (facts, protocol, rules, clock, on, say) => {
  const young =
    clock.regime === 'first year' ? rules.firstYear : clock.regime === 'second year' ? rules.secondYear : null
  const least = young ? young.leastGrams : rules.leastGrams
  if (least === 0) return null
  const base = {
    rule: 'weight',
    says: 'heavy enough, with an empty gut',
    origin: originOf(protocol, young ? 'cooling.firstYear.leastGrams' : 'cooling.leastGrams'),
    wanted: { value: least, unit: 'g' as const },
  }
  const { weight } = facts
  if (!weight) return reason({ ...base, standing: 'unknown', change: 'weigh it' })
  const short = weight.grams < least
  const old = daysBetween(weight.on, on) > WEIGHT_GOOD_DAYS && !facts.resting
  return reason({
    ...base,
    standing: short ? 'fails' : old ? 'perhaps' : 'holds',
    have: { value: weight.grams, unit: 'g' },
    margin: Math.round((weight.grams - least) * 10) / 10,
    note: `weighed ${weight.on}${short ? `, ${say.gramsBrief(least - weight.grams)} below the minimum for a rest` : ''}`,
    change: short ? 'feed it on' : old ? 'weigh it again' : '',
    expected: short
      ? projectWeight(protocol.growth[facts.sex === 'male' ? 'male' : 'female'], weight, facts.hatched, least)
      : null,
  })
}

const conditionGate: Gate = ({ condition }, protocol) => {
  if (!condition) return null
  const thin = condition.score < LEAST_CONDITION
  return reason({
    rule: 'condition',
    says: 'in condition to live on itself',
    origin: protocol.origin,
    standing: thin ? 'fails' : 'holds',
    have: { value: condition.score, unit: 'score' },
    wanted: { value: LEAST_CONDITION, unit: 'score' },
    note: `scored ${condition.on}`,
    change: thin ? 'feed it on' : '',
  })
}

const lossGate: Gate = ({ weight, heaviestGrams }, protocol, _rules, _clock, _on, say) => {
  if (!weight || !heaviestGrams || weight.context === 'gravid') return null
  const lost = (heaviestGrams - weight.grams) / heaviestGrams
  return reason({
    rule: 'loss',
    says: 'weight lost before the rest',
    origin: protocol.origin,
    bound: 'at most',
    standing: lost > MOST_LOST ? 'fails' : 'holds',
    have: { value: Math.max(0, lost), unit: 'share' },
    wanted: { value: MOST_LOST, unit: 'share' },
    note: lost > MOST_LOST ? `down from ${say.grams(heaviestGrams)}` : '',
    change: lost > MOST_LOST ? 'find out why it loses; feed it on' : '',
  })
}

const illnessGate: Gate = ({ openProblems }) =>
  reason({
    rule: 'illness',
    says: 'healthy',
    origin: 'the log',
    standing: openProblems.length > 0 ? 'fails' : 'holds',
    note: openProblems.join(', '),
    change: openProblems.length > 0 ? 'treat it first; a vet decides' : '',
  })

const quarantineGate: Gate = ({ quarantineUntil }, _protocol, _rules, clock) => {
  const inside = quarantineUntil !== null && quarantineUntil > clock.edges['step down']
  return reason({
    rule: 'quarantine',
    says: 'out of quarantine',
    origin: 'the log',
    standing: inside ? 'fails' : 'holds',
    note: inside ? `in quarantine until ${quarantineUntil}` : '',
    change: inside ? 'time' : '',
    expected: inside ? { from: quarantineUntil, to: quarantineUntil } : null,
  })
}

const fastGate: Gate = ({ lastTakenOn, weight }, protocol, rules, clock, on, say) => {
  const fast = fastFor(rules, weight?.grams ?? null)
  if (fast.least === 0 || rules.kind !== 'cold rest') return null
  const base = {
    rule: 'fast',
    says: 'days without food before the step down',
    origin: originOf(protocol, 'cooling.lastMealDays'),
    wanted: { value: fast.least, unit: 'd' as const },
  }
  if (!lastTakenOn)
    return on < clock.edges['last meal']
      ? reason({ ...base, standing: 'holds', note: `its last meal is due on ${clock.edges['last meal']}` })
      : reason({
          ...base,
          standing: 'unknown',
          note: 'no meal is on record',
          change: 'write when it last ate, as near as you know',
        })
  const days = daysBetween(lastTakenOn, clock.edges['step down'])
  const earliest = addDays(lastTakenOn, fast.least)
  const late = days < fast.least
  return reason({
    ...base,
    standing: late ? 'fails' : 'holds',
    have: { value: days, unit: 'd' },
    margin: days - fast.least,
    note: late
      ? `fed on ${lastTakenOn}, so wait ${fast.least} days before cooling: food left in the gut rots at ${say.celsius(clock.holdC.typical, 0)}`
      : `last meal ${lastTakenOn}`,
    change: late ? 'begin later' : '',
    expected: late ? { from: earliest, to: earliest } : null,
  })
}

const gutGate: Gate = ({ droppings, lastTakenOn }, protocol, rules, clock, on) => {
  // Of one whose last meal is not known the fast says so already.
  if (rules.kind !== 'cold rest' || !lastTakenOn) return null
  const base = {
    rule: 'clear gut',
    says: 'droppings seen since the last meal',
    origin: originOf(protocol, 'cooling.lastMealDays'),
  }
  const seen = droppings !== null && droppings.on >= lastTakenOn
  if (seen && droppings.clear) return reason({ ...base, standing: 'holds', note: `clear on ${droppings.on}` })
  // Before its day nobody needs to have seen anything.
  if (on < clock.clearGutBy)
    return reason({ ...base, standing: 'holds', note: `to be seen by ${clock.clearGutBy}` })
  const days = daysBetween(lastTakenOn, on)
  return reason({
    ...base,
    standing: 'fails',
    note: seen
      ? `droppings on ${droppings.on}, gut not clear yet`
      : `no droppings since the last meal, ${days} days ago`,
    change: 'bathe it lukewarm, wait until it has passed droppings; a vet if it strains',
  })
}

const gravidGate: Gate = ({ mayBeGravid }) =>
  mayBeGravid
    ? reason({
        rule: 'gravid',
        says: 'not carrying eggs or young',
        origin: 'the log',
        standing: 'fails',
        note: 'paired and not laid yet',
        change: 'wait for the clutch',
      })
    : null

/** Every gate, each asked by itself. */
export const GATES: readonly Gate[] = [
  presenceGate,
  speciesGate,
  illnessGate,
  fastGate,
  gutGate,
  ageGate,
  weightGate,
  conditionGate,
  lossGate,
  quarantineGate,
  gravidGate,
]
