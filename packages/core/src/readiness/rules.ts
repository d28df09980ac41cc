import { ageOn, ageReaches, reachesAge } from '../animals'
import { addDays, daysBetween, laterDay, type Day, type DaySpan } from '../calendar'
import { originOf, type Protocol, type Range, type ReadinessThresholds } from '../protocols'
import { reason, type Reason, type RuleStanding } from '../reasons'
import { projectGrowth, projectWeight } from '../weighing'
import type { BreederFacts } from './facts'

/** One rule of readiness: facts, thresholds and a day in; a reason out. */
export type ReadinessRule = (
  facts: BreederFacts,
  protocol: Protocol,
  wanted: ReadinessThresholds,
  on: Day,
) => Reason

const AFTER_SHED_DAYS = 10
/** Where a projection has no latest day, it is shown to this long after the likely one. */
const OPEN_END_DAYS = 365

const sexOf = ({ sex }: BreederFacts) => (sex === 'male' ? 'male' : 'female')
/** The origin of a rule: the protocol, and whoever set a figure of this sex otherwise. */
const madeBy = (protocol: Protocol, facts: BreederFacts, ...figures: string[]) =>
  originOf(protocol, ...figures.map((f) => `readiness.${sexOf(facts)}.${f}`))

/** What age is counted from: the hatching, or of an insect the moult that made it adult. */
function grownFrom({ hatched, adultSince }: BreederFacts, { readiness }: Protocol) {
  if (readiness.ageFrom === 'hatching') return { since: hatched, says: 'age', from: 'hatched' }
  const since = adultSince ? { from: adultSince, to: adultSince } : null
  return { since, says: 'days since the last moult', from: 'adult' }
}

export const ageRule: ReadinessRule = (facts, protocol, { ageDays }, on) => {
  const { since, says, from } = grownFrom(facts, protocol)
  const origin = madeBy(protocol, facts, 'ageDays.cautious', 'ageDays.bold')
  const base = { rule: 'age', says, origin, wanted: { value: ageDays.wanted, unit: 'd' as const } }
  if (!since)
    return reason({
      ...base,
      standing: 'unknown',
      change: from === 'adult' ? 'log its last moult' : 'record a hatch date, an estimate will do',
    })
  const age = ageOn(since, on)
  const have = { value: Math.round((age.least + age.most) / 2), unit: 'd' as const }
  const full = ageReaches(age, ageDays.wanted)
  const bold = ageReaches(age, ageDays.least)
  const standing: RuleStanding =
    full === 'holds' ? 'holds' : bold === 'holds' ? 'trial' : bold === 'perhaps' ? 'perhaps' : 'fails'
  return reason({
    ...base,
    standing,
    have,
    margin: age.least - ageDays.wanted,
    note: since.from === since.to ? `${from} ${since.from}` : `${from} between ${since.from} and ${since.to}`,
    change: standing === 'holds' ? '' : 'time',
    expected: standing === 'holds' ? null : reachesAge(since, ageDays.wanted),
  })
}

export const oldAgeRule: ReadinessRule = (facts, protocol, { oldestDays }, on) => {
  const { since } = grownFrom(facts, protocol)
  const base = {
    rule: 'old age',
    says: 'age for breeding',
    origin: originOf(protocol, 'readiness.oldestDays'),
    bound: 'at most' as const,
    wanted: { value: oldestDays, unit: 'd' as const },
  }
  if (!since) return reason({ ...base, standing: 'holds', note: 'hatch date not known' })
  const age = ageOn(since, on)
  return reason({
    ...base,
    // An old animal may still breed: the bold pair her while the cautious do not.
    standing: age.most <= oldestDays ? 'holds' : age.least > oldestDays ? 'trial' : 'perhaps',
    have: { value: Math.round((age.least + age.most) / 2), unit: 'd' },
    margin: oldestDays - age.most,
    change: age.most <= oldestDays ? '' : 'nothing will; watch her closely or retire her',
  })
}

export const weightRule: ReadinessRule = (facts, protocol, { grams }, on) => {
  const { weight } = facts
  const origin = madeBy(protocol, facts, 'grams.cautious', 'grams.bold')
  const about = { rule: 'weight', says: 'weight, gut empty', origin }
  if (!grams) return reason({ ...about, standing: 'holds', note: `not asked of a ${protocol.species}` })
  const base = { ...about, wanted: { value: grams.wanted, unit: 'g' as const } }
  if (!weight) return reason({ ...base, standing: 'unknown', change: 'put it on the scale' })
  const have = { value: weight.grams, unit: 'g' as const }
  const margin = weight.grams - grams.wanted
  const stale = daysBetween(weight.on, on)
  if (stale > protocol.readiness.weightGoodForDays)
    return reason({
      ...base,
      standing: 'unknown',
      have,
      margin,
      note: `weighed ${weight.on}, ${stale} days ago`,
      change: 'weigh it again',
    })
  if (weight.context === 'gravid')
    return reason({
      ...base,
      standing: 'fails',
      have,
      margin,
      note: `gravid on ${weight.on}`,
      change: 'weigh her after she has laid',
    })
  const note = `weighed ${weight.on}${weight.context === 'not said' ? '' : `, ${weight.context}`}`
  const standing = weight.grams >= grams.wanted ? 'holds' : weight.grams >= grams.least ? 'trial' : 'fails'
  // A meal in the gut can pass an animal that is too light: what may be the meal does not count.
  if (weight.context === 'fed' && standing === 'holds')
    return reason({
      ...base,
      standing: 'perhaps',
      have,
      margin,
      note,
      change: 'weigh it again with an empty gut',
    })
  const expected = standing === 'holds' ? null : weightExpected(facts, protocol, grams.wanted, on)
  return reason({
    ...base,
    standing,
    have,
    margin,
    note:
      standing === 'holds' || expected ? note : `${note}; its growth curve does not reach the wanted weight`,
    change: standing === 'holds' ? '' : 'growth; feed as its stage says',
    expected,
  })
}

/** When the wanted weight is reached: by the animal's own curve, or with too few weights by its species'. */
function weightExpected(facts: BreederFacts, protocol: Protocol, grams: number, on: Day): DaySpan | null {
  const { growth, hatched, weight } = facts
  const own = growth && hatched ? projectGrowth(growth, hatched, grams) : null
  if (!own || !hatched) return projectWeight(protocol.growth[sexOf(facts)], weight!, hatched, grams)
  // The scale says it is not there yet, whatever the curve says: today is the earliest.
  const from = laterDay(on, own.from)
  return { from, to: laterDay(from, own.to ?? addDays(own.likely, OPEN_END_DAYS)) }
}

export const conditionRule: ReadinessRule = (facts, protocol, { condition: wanted }) => {
  const { condition } = facts
  const origin = madeBy(protocol, facts, 'condition')
  const base = {
    rule: 'condition',
    says: 'body condition',
    origin,
    bound: 'between' as const,
    wanted: { value: `${wanted.from} to ${wanted.to}`, unit: 'word' as const },
  }
  if (!condition) return reason({ ...base, standing: 'unknown', change: 'score it at the next weigh-in' })
  const { score } = condition
  const standing: RuleStanding =
    score >= wanted.never
      ? 'fails'
      : score >= wanted.from && score <= wanted.to
        ? 'holds'
        : score >= wanted.from - 0.5
          ? 'trial'
          : 'fails'
  return reason({
    ...base,
    standing,
    have: { value: score, unit: 'score' },
    margin: Math.min(score - wanted.from, wanted.to - score),
    note: `scored ${condition.on}`,
    change:
      standing === 'holds'
        ? ''
        : score < wanted.from
          ? 'feed up, then score again'
          : 'feed leaner, then score again',
  })
}

export const sexRule: ReadinessRule = ({ sex, sexCertainty }, protocol) => {
  const { readiness } = protocol
  return reason({
    rule: 'sex',
    says: 'sex is sure',
    origin: originOf(protocol, 'readiness.sexCertainty'),
    standing: sex === 'unknown' ? 'unknown' : sexCertainty >= readiness.sexCertainty ? 'holds' : 'perhaps',
    have: { value: sex === 'unknown' ? 0 : sexCertainty, unit: 'share' },
    wanted: { value: readiness.sexCertainty, unit: 'share' },
    margin: (sex === 'unknown' ? 0 : sexCertainty) - readiness.sexCertainty,
    note: sex === 'unknown' ? 'not sexed' : `read as ${sex}`,
    change: sex !== 'unknown' && sexCertainty >= readiness.sexCertainty ? '' : 'sex it again',
  })
}

export const feedingRule: ReadinessRule = (facts, protocol, _wanted, on) => {
  const { readiness, stages } = protocol
  const origin = originOf(protocol, 'readiness.mealsInARow', 'readiness.stop.refusals')
  const { mealsInARow, refusalsInARow, lastTakenOn, resting } = facts
  const holds = mealsInARow >= readiness.mealsInARow
  const standing: RuleStanding = holds
    ? 'holds'
    : refusalsInARow >= readiness.stop.refusals
      ? 'fails'
      : lastTakenOn === null && refusalsInARow === 0
        ? 'unknown'
        : 'trial'
  return reason({
    rule: 'feeding',
    says: 'meals taken in a row',
    origin,
    standing,
    have: { value: mealsInARow, unit: 'count' },
    wanted: { value: readiness.mealsInARow, unit: 'count' },
    margin: mealsInARow - readiness.mealsInARow,
    note:
      (refusalsInARow > 0
        ? `refused ${refusalsInARow} in a row`
        : lastTakenOn
          ? `last took ${lastTakenOn}`
          : 'no meal on record') + (resting ? '; resting cold, not fed' : ''),
    change: holds ? '' : 'meals taken and logged',
    expected:
      holds || resting
        ? null
        : mealsTakenBy(readiness.mealsInARow - mealsInARow, stages.at(-1)?.feed?.everyDays, on),
  })
}

/** When so many meals can have been taken at the rhythm of the grown: none refused, the first one today or a beat from now. */
function mealsTakenBy(missing: number, everyDays: Range | undefined, on: Day): DaySpan | null {
  return everyDays
    ? { from: addDays(on, (missing - 1) * everyDays.least), to: addDays(on, missing * everyDays.most) }
    : null
}

export const shedRule: ReadinessRule = ({ inShedSince }, { origin }) =>
  reason({
    rule: 'shed',
    says: 'not in shed',
    origin,
    bound: 'is',
    standing: inShedSince ? 'trial' : 'holds',
    note: inShedSince ? `in shed since ${inShedSince}` : '',
    change: inShedSince ? 'wait for the shed' : '',
    expected: inShedSince
      ? { from: addDays(inShedSince, AFTER_SHED_DAYS - 4), to: addDays(inShedSince, AFTER_SHED_DAYS + 4) }
      : null,
  })

export const quarantineRule: ReadinessRule = ({ quarantineUntil }, { origin }, _wanted, on) => {
  const held = quarantineUntil !== null && quarantineUntil > on
  return reason({
    rule: 'quarantine',
    says: 'out of quarantine',
    origin,
    bound: 'is',
    standing: held ? 'fails' : 'holds',
    note: quarantineUntil ? `quarantine ${held ? 'ends' : 'ended'} ${quarantineUntil}` : '',
    change: held ? 'time' : '',
    expected: held ? { from: quarantineUntil, to: quarantineUntil } : null,
  })
}

export const healthRule: ReadinessRule = ({ openProblems }, { origin }) =>
  reason({
    rule: 'health',
    says: 'no open problem',
    origin,
    bound: 'is',
    standing: openProblems.length === 0 ? 'holds' : 'fails',
    note: openProblems.join(', '),
    change: openProblems.length === 0 ? '' : 'settle it first; a vet decides when in doubt',
  })

export const restedRule: ReadinessRule = (facts, protocol, { restDays, regained }, on) => {
  const { lastClutch, weight } = facts
  const origin = madeBy(protocol, facts, 'restDays', 'regained')
  const base = {
    rule: 'rested',
    says: 'rested since the last clutch',
    origin,
    wanted: { value: restDays, unit: 'd' as const },
  }
  if (!lastClutch) return reason({ ...base, standing: 'holds', wanted: null, note: 'no clutch on record' })
  const rested = daysBetween(lastClutch.foundOn, on)
  const share = weight && lastClutch.gramsBefore ? weight.grams / lastClutch.gramsBefore : null
  const light = share !== null && share < regained
  const note =
    `clutch found ${lastClutch.foundOn}` +
    (share === null
      ? ''
      : `; back to ${Math.round(share * 100)} % of her weight before it, ${Math.round(regained * 100)} % wanted`)
  const standing: RuleStanding = rested < restDays ? 'fails' : light ? 'trial' : 'holds'
  const rests = addDays(lastClutch.foundOn, restDays)
  return reason({
    ...base,
    standing,
    have: { value: rested, unit: 'd' },
    margin: rested - restDays,
    note,
    change: standing === 'holds' ? '' : rested < restDays ? 'rest' : 'regain weight',
    expected: standing === 'fails' ? { from: rests, to: rests } : null,
  })
}

export const presenceRule: ReadinessRule = ({ presence }, { origin }) =>
  reason({
    rule: 'presence',
    says: 'in the room',
    origin,
    bound: 'is',
    standing: presence === 'here' ? 'holds' : presence === 'listed' ? 'trial' : 'fails',
    note: presence === 'here' ? '' : presence,
    change: presence === 'listed' ? 'take it off the list' : '',
  })
