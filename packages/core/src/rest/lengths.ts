import type { Say } from '../quantities'
import { daysBetween, laterDay, type Day, type DaySpan } from '../calendar'
import type { Range, RestKind, RestRules } from '../protocols'

/** The turns of a rest, in order. Between two of them lies a phase. */
export const REST_EDGES = [
  'last meal',
  'step down',
  'hold',
  'step up',
  'full warmth',
  'first water',
  'first meal',
  'introductions',
] as const
export type RestEdge = (typeof REST_EDGES)[number]

/** Something a plan brings with it. A `stop` cannot be saved or overruled; a `note` is no fault. */
export interface Consequence {
  of: RestEdge | 'season'
  severity: 'stop' | 'warn' | 'note'
  says: string
}

/** Which figures an animal is rested by: the full rest, or a shorter one of its age. */
export type RestRegime = 'full' | 'first year' | 'second year'

const YEAR = 365
const just = (typical: number): Range => ({ typical, least: typical, most: typical })

/** The row of the protocol's fasts that an animal's weight falls into; an unknown weight fasts as long as the heaviest. */
export function fastFor(rules: RestRules, grams: number | null): Range {
  const row = rules.fast.find((f) => f.underGrams === null || (grams !== null && grams < f.underGrams))
  return row?.days ?? just(0)
}

/** How many days a change of temperature takes at a slope; the steepest slope gives the least. */
function slopeDays(fromC: number, toC: number, perDay: Range): Range {
  const days = (slope: number) => Math.max(1, Math.ceil(Math.abs(fromC - toC) / slope - 1e-9))
  return { typical: days(perDay.typical), least: days(perDay.most), most: days(perDay.least) }
}

/** The regime of an animal by its age when the hold would begin; of an uncertain age the youngest counts. */
export function regimeOf(rules: RestRules, hatched: DaySpan | null, holdFrom: Day): RestRegime {
  if (!hatched) return 'full'
  const age = daysBetween(hatched.to, holdFrom)
  if (age < YEAR && rules.firstYear) return 'first year'
  if (age < 2 * YEAR && rules.secondYear) return 'second year'
  return 'full'
}

/** How long each phase of one animal takes, days, and what it is held at. */
export interface Durations {
  fast: Range
  down: Range
  hold: Range
  up: Range
  holdC: Range
}

export function durationsOf(rules: RestRules, grams: number | null, regime: RestRegime): Durations {
  const young = regime === 'first year' ? rules.firstYear : regime === 'second year' ? rules.secondYear : null
  const holdC = young?.holdC ?? rules.holdC
  return {
    fast: fastFor(rules, grams),
    down: slopeDays(rules.fromC, holdC.typical, rules.downPerDayC),
    hold: young?.holdDays ?? rules.holdDays,
    up: rules.upDays ?? slopeDays(rules.fromC, holdC.typical, rules.upPerDayC),
    holdC,
  }
}

const SAYS_FAST: Record<RestKind, string> = {
  'cold rest': 'what is left in the gut rots in the cold',
  'mild winter': 'a full gut works slowly in the cool',
  pupae: '',
  'dry eggs': '',
}

/** Judges every length against its tolerance, in words that say what it would do. */
export function judgeLengths(
  edges: Record<RestEdge, Day>,
  rules: RestRules,
  d: Durations,
  lastTakenOn: Day | null,
  byHand: boolean,
  say: Say,
): Consequence[] {
  const found: Consequence[] = []
  const add = (of: RestEdge, severity: Consequence['severity'], says: string) =>
    found.push({ of, severity, says })
  const length = (from: RestEdge, to: RestEdge) => daysBetween(edges[from], edges[to])
  REST_EDGES.slice(1, 5).forEach((edge, i) => {
    const before = REST_EDGES[i]!
    if (edges[edge] < edges[before]) add(edge, 'stop', `${edge} comes before ${before}`)
  })
  if (found.length > 0) return found
  // A meal taken after the planned last one begins the fast anew.
  const since =
    lastTakenOn && lastTakenOn < edges['step down']
      ? laterDay(lastTakenOn, edges['last meal'])
      : edges['last meal']
  const fast = daysBetween(since, edges['step down'])
  if (fast < d.fast.least)
    add(
      'step down',
      rules.kind === 'cold rest' ? 'stop' : 'warn',
      `a fast of ${fast} days, at least ${d.fast.least}: ${SAYS_FAST[rules.kind]}`,
    )
  else if (fast > d.fast.most && byHand)
    add(
      'step down',
      'warn',
      `a fast of ${fast} days, usually at most ${d.fast.most}: it goes in with less to live on`,
    )
  const down = length('step down', 'hold')
  const perDay = (days: number) => Math.abs(rules.fromC - d.holdC.typical) / Math.max(1, days)
  if (down < d.down.least)
    add(
      'hold',
      'warn',
      `too steep: cools by ${say.degrees(perDay(down))} a day, at most ${say.degrees(rules.downPerDayC.most)}`,
    )
  else if (down > d.down.most)
    add(
      'hold',
      'warn',
      `${down} days on the way down, usually at most ${d.down.most}: awake without food for long`,
    )
  const hold = length('hold', 'step up')
  if (hold < d.hold.least)
    add('step up', 'warn', `a hold of ${hold} days, at least ${d.hold.least}: it may not trigger breeding`)
  else if (hold > d.hold.most)
    add('step up', 'warn', `a hold of ${hold} days, at most ${d.hold.most}: more weight goes than is safe`)
  const up = length('step up', 'full warmth')
  if (up < d.up.least) add('full warmth', 'warn', `warmed in ${up} days, at least ${d.up.least}: too steep`)
  else if (up > d.up.most)
    add(
      'full warmth',
      'warn',
      `warmed in ${up} days, usually at most ${d.up.most}: awake without food for long`,
    )
  const meal = length('full warmth', 'first meal')
  if (meal < rules.firstMealDays.least)
    add(
      'first meal',
      'warn',
      `first meal ${meal} days after full warmth, at least ${rules.firstMealDays.least}: it may bring it up`,
    )
  else if (meal > rules.firstMealDays.most)
    add(
      'first meal',
      'warn',
      `first meal ${meal} days after full warmth, at most ${rules.firstMealDays.most}: ask a vet if it refuses until then`,
    )
  const meeting = length('full warmth', 'introductions')
  if (meeting < rules.introductionDays.least)
    add(
      'introductions',
      'warn',
      `introduced ${meeting} days after full warmth, at least ${rules.introductionDays.least}: she is hardly receptive yet`,
    )
  else if (meeting > rules.introductionDays.most)
    add(
      'introductions',
      'warn',
      `introduced ${meeting} days after full warmth, at most ${rules.introductionDays.most}: her season may be over`,
    )
  return found
}
