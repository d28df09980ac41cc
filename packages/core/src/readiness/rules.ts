import { ageOn, ageReaches, reachesAge } from '../animals'
import { addDays, daysBetween, type Day, type DaySpan } from '../calendar'
import type { Protocol, Range, ReadinessThresholds } from '../protocols'
import { reason, type Reason, type RuleStanding } from '../reasons'
import { projectWeight } from '../weighing'
import type { BreederFacts } from './facts'

/** One rule of readiness: facts, thresholds and a day in; a reason out. */
export type ReadinessRule = (
  facts: BreederFacts,
  protocol: Protocol,
  wanted: ReadinessThresholds,
  on: Day,
) => Reason

const AFTER_SHED_DAYS = 10

export const ageRule: ReadinessRule = ({ hatched }, { origin }, { ageDays }, on) => {
  const base = { rule: 'age', says: 'age', origin, wanted: { value: ageDays.wanted, unit: 'd' as const } }
  if (!hatched)
    return reason({ ...base, standing: 'unknown', change: 'record a hatch date, an estimate will do' })
  const age = ageOn(hatched, on)
  const have = { value: Math.round((age.least + age.most) / 2), unit: 'd' as const }
  const exact = age.least === age.most
  const full = ageReaches(age, ageDays.wanted)
  const bold = ageReaches(age, ageDays.least)
  const standing: RuleStanding =
    full === 'holds' ? 'holds' : bold === 'holds' ? 'trial' : bold === 'perhaps' ? 'perhaps' : 'fails'
  return reason({
    ...base,
    standing,
    have,
    margin: age.least - ageDays.wanted,
    note: exact ? `hatched ${hatched.from}` : `hatched between ${hatched.from} and ${hatched.to}`,
    change: standing === 'holds' ? '' : 'time',
    expected: standing === 'holds' ? null : reachesAge(hatched, ageDays.wanted),
  })
}

export const oldAgeRule: ReadinessRule = ({ hatched }, { origin }, { oldestDays }, on) => {
  const base = {
    rule: 'old age',
    says: 'age for breeding',
    origin,
    bound: 'at most' as const,
    wanted: { value: oldestDays, unit: 'd' as const },
  }
  if (!hatched) return reason({ ...base, standing: 'holds', note: 'hatch date not known' })
  const age = ageOn(hatched, on)
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
  const { weight, sex, hatched } = facts
  const base = {
    rule: 'weight',
    says: 'weight, gut empty',
    origin: protocol.origin,
    wanted: { value: grams.wanted, unit: 'g' as const },
  }
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
  const curve = protocol.growth[sex === 'male' ? 'male' : 'female']
  const expected = standing === 'holds' ? null : projectWeight(curve, weight, hatched, grams.wanted)
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

export const conditionRule: ReadinessRule = ({ condition }, { origin }, { condition: wanted }) => {
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

export const sexRule: ReadinessRule = ({ sex, sexCertainty }, { origin, readiness }) =>
  reason({
    rule: 'sex',
    says: 'sex is sure',
    origin,
    standing: sex === 'unknown' ? 'unknown' : sexCertainty >= readiness.sexCertainty ? 'holds' : 'perhaps',
    have: { value: sex === 'unknown' ? 0 : sexCertainty, unit: 'share' },
    wanted: { value: readiness.sexCertainty, unit: 'share' },
    margin: (sex === 'unknown' ? 0 : sexCertainty) - readiness.sexCertainty,
    note: sex === 'unknown' ? 'not sexed' : `read as ${sex}`,
    change: sex !== 'unknown' && sexCertainty >= readiness.sexCertainty ? '' : 'sex it again',
  })

export const feedingRule: ReadinessRule = (facts, { origin, readiness, stages }, _wanted, on) => {
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

export const restedRule: ReadinessRule = ({ lastClutch, weight }, { origin }, { restDays, regained }, on) => {
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
