import type { ColonyStage } from '../colonies'
import { normalCumulative, normalQuantile } from '../statistics'
import { rangeSpread, Z90, type Range } from '../protocols'
import { dayAfter, stageDays, type DayTemperature } from './clock'

/** Members of a cohort that are in one stage today. */
export interface CohortGroup {
  /** Index of the stage. */
  stage: number
  count: number
  /** Share of the stage that is behind them; null where nobody knows: then anything from none to all. */
  done: number | null
  /** Of those that pause in the last stage: so long after they came into it they leave it, whatever the warmth. */
  pauses?: { days: Range; sinceDays: number } | null
}

export interface StageForecast {
  stage: number
  /** Days from today on which one in twenty, half, and nineteen in twenty of those that come have entered it. */
  first: number
  half: number
  last: number
  /** How many enter it, and between how many with nine chances in ten. */
  count: number
  low: number
  high: number
}

/**
 * When the members of a cohort enter each later stage, and how many do: development adds up by the temperatures to come, the
 * spreads of the stages add up as squares, losses fall at the moults.
 *
 * The last forecast, one beyond the last stage, is of the adults. Groups in different stages are told apart: first and last are
 * the earliest and the latest of theirs, the half is that of the largest. Those that pause are told of only where most of those
 * that are left do; counted they are all.
 * @throws RangeError for counts or stages that cannot be
 */
export function cohortForecast(
  stages: readonly ColonyStage[],
  groups: readonly CohortGroup[],
  celsius: DayTemperature,
  referenceC: number,
): StageForecast[] {
  for (const g of groups) {
    if (!stages[g.stage]) throw new RangeError('no such stage')
    if (!Number.isFinite(g.count) || g.count < 0) throw new RangeError('a count is not a number from 0 on')
    if (g.done !== null && !(g.done >= 0 && g.done <= 1)) throw new RangeError('a share lies between 0 and 1')
  }
  const living = groups.filter((g) => g.count > 0)
  const out: StageForecast[] = []
  for (let to = 1; to <= stages.length; to++) {
    const coming = living.filter((g) => g.stage < to).map((g) => entryOf(stages, g, to, celsius, referenceC))
    if (coming.length === 0) continue
    const count = coming.reduce((sum, c) => sum + c.count, 0)
    const half = Z90 * Math.sqrt(coming.reduce((sum, c) => sum + c.variance, 0))
    const most = coming.reduce((sum, c) => sum + c.of, 0)
    const pausing = coming.filter((c) => c.pauses).reduce((sum, c) => sum + c.count, 0)
    const told = coming.filter((c) => c.pauses === pausing > count / 2)
    out.push({
      stage: to,
      first: Math.min(...told.map((c) => c.first)),
      half: told.reduce((a, b) => (b.count > a.count ? b : a)).half,
      last: Math.max(...told.map((c) => c.last)),
      count,
      low: Math.max(0, count - half),
      high: Math.min(most, count + half),
    })
  }
  return out
}

function entryOf(
  stages: readonly ColonyStage[],
  group: CohortGroup,
  to: number,
  celsius: DayTemperature,
  referenceC: number,
) {
  const on = arrivalOf(stages, group, to, celsius, referenceC)
  const share = stages.slice(group.stage, to).reduce((p, s) => p * s.survive, 1)
  return {
    ...{ first: on(-Z90), half: on(0), last: on(Z90) },
    pauses: pausesBefore(stages, group, to),
    of: group.count,
    count: group.count * share,
    variance: group.count * share * (1 - share),
  }
}

const pausesBefore = (stages: readonly ColonyStage[], { pauses }: CohortGroup, to: number) =>
  Boolean(pauses) && to === stages.length

/** The day from today on which one of a group enters a stage, by how late it is in standard deviations. @internal */
export function arrivalOf(
  stages: readonly ColonyStage[],
  group: CohortGroup,
  to: number,
  celsius: DayTemperature,
  referenceC: number,
): (z: number) => number {
  const along = (until: number) => {
    const { mean, spread, stageAt } = roadOf(stages, group, until, referenceC)
    return (z: number) => dayAfter(Math.max(0, mean + z * spread), 0, celsius, referenceC, stageAt)
  }
  if (!pausesBefore(stages, group, to)) return along(to)
  const { days, sinceDays } = group.pauses!
  const last = stages.length - 1
  const began = group.stage === last ? () => -sinceDays : along(last)
  const own = rangeSpread(days.least, days.most)
  const spread = Math.hypot(own, (began(1) - began(-1)) / 2)
  return (z) => Math.max(0, began(0) + days.typical + z * spread)
}

/** What lies between a group and a stage, in reference days. @internal */
export function roadOf(
  stages: readonly ColonyStage[],
  { stage, done }: CohortGroup,
  to: number,
  referenceC: number,
) {
  const lengths = stages.slice(stage, to).map((s) => stageDays(s, referenceC))
  const own = lengths[0]!
  // Not knowing how far they are is an even chance of all of the stage.
  const behind = done ?? 0.5
  const variance =
    stages.slice(stage, to).reduce((sum, s) => sum + s.spreadDays ** 2, 0) -
    // What is behind them can no longer vary.
    behind * stages[stage]!.spreadDays ** 2 +
    (done === null ? own ** 2 / 12 : 0)
  const ends: number[] = []
  lengths.forEach((l, i) => ends.push((ends[i - 1] ?? 0) + (i === 0 ? l * (1 - behind) : l)))
  const stageAt = (lived: number) => {
    const i = ends.findIndex((end) => lived < end - 1e-9)
    return stages[stage + (i < 0 ? lengths.length - 1 : i)]!
  }
  return { mean: ends.at(-1)!, spread: Math.sqrt(variance), stageAt }
}

export interface SafeStart {
  /** The last day from today on which eggs may be laid; null where even today is too late. */
  latest: number | null
  /** Chance that those laid today are done in time. */
  today: number
}

/**
 * The last safe day to start: eggs laid then have left a stage, with the chance wanted, so many days before their food plant
 * drops its leaves.
 * @param through index of the last stage that eats
 * @param leafFall day from today on which the leaves fall
 * @param marginDays to be kept before that
 * @throws RangeError for a stage or chance that cannot be
 */
export function lastSafeStart(
  stages: readonly ColonyStage[],
  through: number,
  leafFall: number,
  marginDays: number,
  celsius: DayTemperature,
  referenceC: number,
  chance = 0.95,
): SafeStart {
  if (!stages[through]) throw new RangeError('no such stage')
  if (!(chance > 0 && chance < 1)) throw new RangeError('a chance lies between 0 and 1')
  const road = roadOf(stages, { stage: 0, count: 1, done: 0 }, through + 1, referenceC)
  const end = leafFall - marginDays
  const doneBy = (start: number, z: number) =>
    dayAfter(Math.max(0, road.mean + z * road.spread), start, celsius, referenceC, road.stageAt)
  const z = normalQuantile(chance)
  let latest: number | null = null
  for (let start = Math.floor(end); start >= 0; start--)
    if (doneBy(start, z) <= end) {
      latest = start
      break
    }
  // The spread that would just be in time tells the chance.
  let [low, high] = [-6, 6]
  for (let i = 0; i < 50; i++) {
    const middle = (low + high) / 2
    if (doneBy(0, middle) <= end) low = middle
    else high = middle
  }
  return { latest, today: end <= 0 ? 0 : normalCumulative(low) }
}
