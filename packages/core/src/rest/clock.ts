import { METRIC, type Say } from '../quantities'
import { addDays, daysBetween, earlierDay, laterDay, type Day, type DaySpan } from '../calendar'
import type { Range, RestRules } from '../protocols'
import {
  durationsOf,
  judgeLengths,
  regimeOf,
  REST_EDGES,
  type Consequence,
  type Durations,
  type RestEdge,
  type RestRegime,
} from './lengths'

/** What a rest is reckoned from. `pairing` runs backward; the others run forward. */
export const ANCHOR_KINDS = ['pairing', 'first signs', 'cooling begins'] as const
export interface RestAnchor {
  kind: (typeof ANCHOR_KINDS)[number]
  day: Day
}
export type Hemisphere = 'north' | 'south'

export const REST_PHASES = ['fast', 'step down', 'hold', 'step up', 'after'] as const
export type RestPhaseName = (typeof REST_PHASES)[number]
export interface RestPhase {
  name: RestPhaseName
  from: Day
  to: Day
}

/** One animal's own clock through the rest. */
export interface RestClock {
  regime: RestRegime
  edges: Record<RestEdge, Day>
  /** Where each edge may lie, the others staying, within the tolerances of the protocol. */
  bounds: Record<RestEdge, DaySpan>
  moved: RestEdge[]
  phases: RestPhase[]
  /** The day on which droppings must have been seen and the gut be clear. */
  clearGutBy: Day
  /** What the unit is set to, day by day, down and up, °C. */
  targets: { day: Day; celsius: number }[]
  checks: Day[]
  /** Days from one check to the next. */
  checkEvery: number
  holdC: Range
  consequences: Consequence[]
}

export interface RestRequest {
  rules: RestRules
  anchor: RestAnchor
  subject: {
    grams: number | null
    hatched: DaySpan | null
    /** The last meal that was taken, by the log. */
    lastTakenOn: Day | null
    /** What has happened already: it stands, and the rest of the clock follows it. */
    wentInOn?: Day | null | undefined
    warmedOn?: Day | null | undefined
  }
  /** Edges set by hand; the others stay where the anchor puts them. */
  moved?: { [E in RestEdge]?: Day | undefined }
  today: Day
  hemisphere?: Hemisphere
}

/** Edges as the anchor puts them, every phase at its usual length. */
function edgesFrom(anchor: RestAnchor, rules: RestRules, d: Durations): Record<RestEdge, Day> {
  const stepDown =
    anchor.kind === 'cooling begins'
      ? anchor.day
      : anchor.kind === 'first signs'
        ? addDays(anchor.day, d.fast.typical)
        : addDays(
            anchor.day,
            -(rules.introductionDays.typical + d.up.typical + d.hold.typical + d.down.typical),
          )
  return edgesAfter(stepDown, d.hold.typical, rules, d)
}

function edgesAfter(stepDown: Day, holdDays: number, rules: RestRules, d: Durations): Record<RestEdge, Day> {
  const hold = addDays(stepDown, d.down.typical)
  const stepUp = addDays(hold, holdDays)
  const fullWarmth = addDays(stepUp, d.up.typical)
  return {
    'last meal': addDays(stepDown, -d.fast.typical),
    'step down': stepDown,
    hold,
    'step up': stepUp,
    'full warmth': fullWarmth,
    'first water': addDays(fullWarmth, rules.firstWaterDays.typical),
    'first meal': addDays(fullWarmth, rules.firstMealDays.typical),
    introductions: addDays(fullWarmth, rules.introductionDays.typical),
  }
}

/**
 * Puts moved edges where they were put. The slope down goes along with its beginning, and what comes after the hold with the
 * day of warming, unless they were moved themselves; the last meal stays, so that the fast is what changes.
 */
function follow(
  edges: Record<RestEdge, Day>,
  moved: NonNullable<RestRequest['moved']>,
): Record<RestEdge, Day> {
  const along = (edge: RestEdge, leader: RestEdge, led: Day) =>
    moved[edge] ?? addDays(edges[edge], daysBetween(edges[leader], led))
  const stepDown = moved['step down'] ?? edges['step down']
  const stepUp = moved['step up'] ?? edges['step up']
  const fullWarmth = along('full warmth', 'step up', stepUp)
  return {
    'last meal': moved['last meal'] ?? edges['last meal'],
    'step down': stepDown,
    hold: along('hold', 'step down', stepDown),
    'step up': stepUp,
    'full warmth': fullWarmth,
    'first water': along('first water', 'full warmth', fullWarmth),
    'first meal': along('first meal', 'full warmth', fullWarmth),
    introductions: along('introductions', 'full warmth', fullWarmth),
  }
}

/** Puts what has happened in the place of what was planned: the way down from the day it went in, the way up from its waking. */
function whatHappened(
  planned: Record<RestEdge, Day>,
  wentInOn: Day,
  warmedOn: Day | null,
  { rules, subject, anchor, moved = {} }: RestRequest,
  d: Durations,
): Record<RestEdge, Day> {
  const lastMeal = subject.lastTakenOn ?? planned['last meal']
  const hold = moved.hold ?? addDays(wentInOn, d.down.typical)
  const forward = anchor.kind !== 'pairing' && !moved['step up']
  const begun = {
    ...(forward ? edgesAfter(wentInOn, d.hold.typical, rules, d) : planned),
    'last meal': earlierDay(lastMeal, wentInOn),
    'step down': wentInOn,
    hold,
  }
  if (!warmedOn) return begun
  return {
    ...edgesAfter(addDays(warmedOn, -d.down.typical - d.hold.typical), d.hold.typical, rules, d),
    'last meal': begun['last meal'],
    'step down': wentInOn,
    hold: earlierDay(hold, warmedOn),
  }
}

/** The first day on which an animal's gut can be empty, if it is fed no more. */
function earliestStepDown({ subject, today }: RestRequest, fast: Range): Day {
  const fasted = subject.lastTakenOn ? addDays(subject.lastTakenOn, fast.typical) : today
  return laterDay(today, fasted)
}

/**
 * Gives an animal its own clock through a rest: last meal, fast, step down, hold with its checks, step up, first water and
 * meal, introductions.
 *
 * From a wanted pairing date it runs backward, from first signs or a fixed date forward, each phase at the protocol's usual
 * length; the fast follows the animal's weight, the hold its age. Where the plan would have had to begin before today, the
 * hold gives way down to its least length; where that is not enough, the earliest pairing date is named. Edges moved by hand
 * stay where they were put, and every length is judged against its tolerance: a shortened fast of a cold rest is a stop,
 * because food left in a cold gut rots.
 * @throws RangeError when a day is not one
 */
export function planRest(request: RestRequest, say: Say = METRIC): RestClock {
  const { rules, anchor, subject, moved = {}, today, hemisphere = 'north' } = request
  const first = edgesFrom(anchor, rules, durationsOf(rules, subject.grams, 'full'))
  const regime = regimeOf(rules, subject.hatched, first.hold)
  const d = durationsOf(rules, subject.grams, regime)
  const consequences: Consequence[] = []
  let edges = edgesFrom(anchor, rules, d)
  const earliest = earliestStepDown(request, d.fast)
  const { wentInOn, warmedOn } = subject
  const byHand = Object.keys(moved).length > 0
  if (!byHand && !wentInOn && edges['step down'] < earliest && edges['step up'] > today) {
    const short = daysBetween(edges['step down'], earliest)
    const hold = anchor.kind === 'pairing' ? Math.max(d.hold.least, d.hold.typical - short) : d.hold.typical
    edges = edgesAfter(earliest, hold, rules, d)
    if (anchor.kind === 'pairing' && edges.introductions > anchor.day)
      consequences.push({
        of: 'introductions',
        severity: 'warn',
        says: `too late for a pairing on ${anchor.day}: with the shortest hold it can be introduced on ${edges.introductions}`,
      })
    else if (anchor.kind === 'pairing')
      consequences.push({
        of: 'hold',
        severity: 'note',
        says: `begins late: the hold is ${hold} days instead of ${d.hold.typical}, so that the pairing date stands`,
      })
  }
  edges = follow(edges, moved)
  if (wentInOn) edges = whatHappened(edges, wentInOn, warmedOn ?? null, request, d)
  consequences.push(...judgeLengths(edges, rules, d, subject.lastTakenOn, byHand && !wentInOn, say))
  if (byHand && anchor.kind === 'pairing' && edges.introductions !== anchor.day)
    consequences.push({
      of: 'introductions',
      severity: 'note',
      says: `the pairing moves from ${anchor.day} to ${edges.introductions}`,
    })
  const middle = addDays(edges.hold, daysBetween(edges.hold, edges['step up']) / 2)
  if (rules.kind !== 'dry eggs' && !inColdHalf(middle, hemisphere))
    consequences.push({
      of: 'season',
      severity: 'warn',
      says: `the middle of the hold, ${middle}, lies in the warm half of the year`,
    })
  return {
    regime,
    edges,
    bounds: boundsOf(edges, rules, d),
    moved: REST_EDGES.filter((e) => e in moved),
    phases: phasesOf(edges),
    clearGutBy: laterDay(edges['last meal'], addDays(edges['step down'], -1)),
    targets: targetsOf(edges, rules.fromC, d.holdC.typical),
    checks: checkDays(edges, rules.checkDays.typical),
    checkEvery: rules.checkDays.typical,
    holdC: d.holdC,
    consequences,
  }
}

/** Whether a day lies in the colder half of the year. */
export function inColdHalf(day: Day, hemisphere: Hemisphere): boolean {
  const month = Number(day.slice(5, 7))
  return month >= 4 && month <= 9 ? hemisphere === 'south' : hemisphere === 'north'
}

const phasesOf = (edges: Record<RestEdge, Day>): RestPhase[] => [
  { name: 'fast', from: edges['last meal'], to: edges['step down'] },
  { name: 'step down', from: edges['step down'], to: edges.hold },
  { name: 'hold', from: edges.hold, to: edges['step up'] },
  { name: 'step up', from: edges['step up'], to: edges['full warmth'] },
  { name: 'after', from: edges['full warmth'], to: edges.introductions },
]

function targetsOf(edges: Record<RestEdge, Day>, fromC: number, holdC: number) {
  const slope = (from: Day, to: Day, startC: number, endC: number) => {
    const days = Math.max(0, daysBetween(from, to))
    return Array.from({ length: days }, (_, i) => ({
      day: addDays(from, i),
      celsius: Math.round((startC + ((endC - startC) * (i + 1)) / days) * 10) / 10,
    }))
  }
  return [
    ...slope(edges['step down'], edges.hold, fromC, holdC),
    ...slope(edges['step up'], edges['full warmth'], holdC, fromC),
  ]
}

function checkDays(edges: Record<RestEdge, Day>, every: number): Day[] {
  const days: Day[] = []
  for (let day = addDays(edges.hold, every); day < edges['step up']; day = addDays(day, every)) days.push(day)
  return days
}

function boundsOf(edges: Record<RestEdge, Day>, rules: RestRules, d: Durations): Record<RestEdge, DaySpan> {
  const after = (edge: RestEdge, { least, most }: Range) => ({
    from: addDays(edges[edge], least),
    to: addDays(edges[edge], most),
  })
  const fast = after('last meal', d.fast)
  return {
    'last meal': {
      from: addDays(edges['step down'], -d.fast.most),
      to: addDays(edges['step down'], -d.fast.least),
    },
    'step down': { from: fast.from, to: laterDay(fast.to, edges['step down']) },
    hold: after('step down', d.down),
    'step up': after('hold', d.hold),
    'full warmth': after('step up', d.up),
    'first water': after('full warmth', rules.firstWaterDays),
    'first meal': after('full warmth', rules.firstMealDays),
    introductions: after('full warmth', rules.introductionDays),
  }
}

/** The whole span of a clock, for a page that shows many. */
export function spanOf(clocks: readonly RestClock[]): DaySpan | null {
  return clocks.reduce<DaySpan | null>((span, { edges }) => {
    const own = { from: edges['last meal'], to: edges.introductions }
    return span ? { from: earlierDay(span.from, own.from), to: laterDay(span.to, own.to) } : own
  }, null)
}
