import { addDays, daysBetween, type Day } from '../calendar'
import type { Estimate } from '../colonies'
import { effectiveDegrees } from '../incubation'
import { normalCumulative } from '../statistics'
import { stageDays, type DayTemperature } from './clock'
import type { CohortProtocol } from './compile'
import type { CohortGroup } from './forecast'

/** What a log says of a cohort's numbers. Stages by name; the grown are `females`, `males` and, not told apart, `grown`. */
export type CohortEvent =
  | {
      kind: 'counted'
      on: Day
      stages: Readonly<Record<string, Estimate>>
      sexed: { females: number; males: number } | null
    }
  | { kind: 'moulted'; on: Day; from: string; to: string; count: number }
  /** So many more of each, or fewer. */
  | {
      kind: 'changed'
      on: Day
      stages: Readonly<Record<string, number>>
      /** So many of them were told apart by sex. */
      sexed?: { females: number; males: number } | null
      /** Since when those that come are in their stage; null, or not told, where nobody knows. */
      since?: Readonly<Record<string, Day | null>>
    }

export const GROWN = ['females', 'males', 'grown'] as const

export interface StageMembers {
  name: string
  /** Index among the protocol's stages; null for the grown. */
  stage: number | null
  count: number
  low: number
  high: number
  /** The day on which most of them came into it; null where nobody saw that. */
  since: Day | null
}

export interface CohortStanding {
  /** Stages that somebody is in, the youngest first, the grown last. */
  stages: StageMembers[]
  young: number
  grown: number
  /** Of those in the last young stage, told apart; null where nobody did. */
  sexed: { females: number; males: number } | null
  /** How many there ever were at once. */
  most: number
  /** What was written since the last count and cannot be: a count settles it. */
  doubts: string[]
  countedOn: Day | null
}

/**
 * Folds a cohort's log: a count sets everything, what happens afterwards shifts it, intervals are carried along. More that left
 * than were there are doubted, not refused: the count was wrong, or the stage.
 * @param events oldest first
 * @param began the day it began: those in the first stage came into it then
 */
export function cohortStanding(
  stageNames: readonly string[],
  events: readonly CohortEvent[],
  began: Day,
): CohortStanding {
  const state = new Map<string, { count: number; low: number; high: number; since: Day | null }>()
  let doubts: string[] = []
  let [sexed, most, countedOn]: [CohortStanding['sexed'], number, Day | null] = [null, 0, null]
  const shift = (name: string, by: number, on: Day, cameOn: Day | null) => {
    const had = state.get(name) ?? { count: 0, low: 0, high: 0, since: null }
    if (had.count + by < 0)
      doubts.push(`${-by} ${name} left on ${on}, where ${Math.round(had.count)} were known of`)
    const count = Math.max(0, had.count + by)
    // The day most of them came: that of the larger part.
    const since = by > 0 && by >= had.count ? cameOn : had.since
    state.set(name, {
      ...{ count, since },
      low: Math.min(count, Math.max(0, had.low + by)),
      high: Math.max(count, had.high + by),
    })
  }
  for (const e of events) {
    if (e.kind === 'counted') {
      const before = new Map(state)
      state.clear()
      for (const [name, estimate] of Object.entries(e.stages)) {
        if (estimate.high <= 0) continue
        const first = name === stageNames[0] && before.size === 0
        state.set(name, { ...estimate, since: before.get(name)?.since ?? (first ? began : null) })
      }
      sexed = e.sexed
      countedOn = e.on
      doubts = []
    } else if (e.kind === 'moulted') {
      shift(e.from, -e.count, e.on, null)
      shift(e.to, e.count, e.on, e.on)
    } else {
      for (const [name, by] of Object.entries(e.stages)) shift(name, by, e.on, e.since?.[name] ?? null)
      if (e.sexed) {
        const had: { females: number; males: number } = sexed ?? { females: 0, males: 0 }
        sexed = {
          females: Math.max(0, had.females + e.sexed.females),
          males: Math.max(0, had.males + e.sexed.males),
        }
      }
    }
    most = Math.max(
      most,
      [...state.values()].reduce((sum, s) => sum + s.count, 0),
    )
  }
  const order = [...stageNames, ...GROWN]
  const stages = order.flatMap((name, i): StageMembers[] => {
    const s = state.get(name)
    return s && s.high > 0 ? [{ name, stage: i < stageNames.length ? i : null, ...s }] : []
  })
  const sum = (own: readonly StageMembers[]) => own.reduce((all, s) => all + s.count, 0)
  const young = stages.filter((s) => s.stage !== null)
  return {
    ...{ stages, sexed, most, doubts, countedOn },
    young: sum(young),
    grown: sum(stages) - sum(young),
  }
}

/** What a keeper is asked before a count is kept: more than there ever were, or adults out of nothing. */
export function doubtCohortCount(
  before: Pick<CohortStanding, 'young' | 'grown' | 'most'> | null,
  now: { young: number; grown: number },
): string {
  if (!before || before.most === 0) return ''
  if (now.grown > before.grown + before.young)
    return `${now.grown} grown, where ${before.young + before.grown} young and grown were known of: more adults than young ever seen?`
  if (now.young + now.grown > before.most * 1.2 + 5)
    return `${now.young + now.grown}, where there were never more than ${Math.round(before.most)}: were some set in, or counted twice?`
  return ''
}

/**
 * The young as groups for a forecast: how far each is in its stage is reckoned from the day it came into it.
 *
 * Where pupae pause, each group is two: those that pause, and those that do not. The longer pupae lie after the others should have
 * left them, the likelier they are of those that pause (Bayes, from the protocol's share).
 */
export function groupsOf(
  { stages: protocolStages, pause = null, referenceC }: GroupRules,
  { stages }: Pick<CohortStanding, 'stages'>,
  celsiusSince: (daysAgo: number) => number,
  today: Day,
): CohortGroup[] {
  const last = protocolStages.length - 1
  return stages.flatMap((s): CohortGroup[] => {
    if (s.stage === null) return []
    const stage = protocolStages[s.stage]!
    const own = stageDays(stage, referenceC)
    const sinceDays = s.since === null ? own / 2 : daysBetween(s.since, today)
    let degrees = 0
    if (s.since !== null)
      for (let ago = sinceDays; ago > 0; ago--) degrees += effectiveDegrees(stage.curve, celsiusSince(ago))
    const share = degrees / stage.curve.degreeDays
    // Who is still in the stage has not done all of it, however late it is.
    const group = { stage: s.stage, count: s.count, done: s.since === null ? null : Math.min(0.98, share) }
    if (!pause || pause.share.typical <= 0) return [group]
    const before = Math.min(1, pause.share.typical)
    const late =
      stage.spreadDays > 0 ? ((share - 1) * own) / stage.spreadDays : share < 1 ? -Infinity : Infinity
    const notYet = s.stage === last && s.since !== null ? 1 - normalCumulative(late) : 1
    const pausing = before / (before + (1 - before) * notYet)
    return [
      { ...group, count: s.count * (1 - pausing) },
      { ...group, count: s.count * pausing, pauses: { days: pause.days, sinceDays } },
    ].filter((g) => g.count > 0)
  })
}

/** What of a protocol settles how far the young are. */
type GroupRules = Pick<CohortProtocol, 'stages' | 'referenceC'> & Partial<Pick<CohortProtocol, 'pause'>>

/** What it stood at so many days ago, by the days on which that was changed. */
export const temperatureBehind =
  (warmth: readonly { from: Day; celsius: number }[], celsius: number, today: Day) =>
  (daysAgo: number): number => {
    const day = addDays(today, -daysAgo)
    return warmth.filter((w) => w.from <= day).at(-1)?.celsius ?? warmth[0]?.celsius ?? celsius
  }

/** What it stands at from today on: another temperature from a day on, where that is planned. */
export const temperatureAhead =
  (celsius: number, thenC: number | null, thenIn: number | null): DayTemperature =>
  (day) =>
    thenC !== null && thenIn !== null && day >= thenIn ? thenC : celsius
