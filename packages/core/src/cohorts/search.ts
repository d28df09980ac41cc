import type { ColonyStage } from '../colonies'
import { normalCumulative } from '../statistics'
import { dayAfter, stageDays, type DayTemperature } from './clock'

export interface SearchQuestion {
  /** From the egg on. */
  stages: readonly ColonyStage[]
  /** Index of the first stage that eats eggs and small larvae. */
  eats: number
  referenceC: number
  celsius: DayTemperature
  /** Eggs laid a day by the adults in the box, while they are in it. */
  eggsPerDay: number
  /** When adults are in: from and to, in days from the last search; null where they still are. */
  adultsFrom: number
  adultsTo: number | null
  /** Share of what lay in the box that the last search did not find. */
  missed: number
  /** What the last search found, by stage: its like, in the share missed, is still in the box. */
  found: readonly number[]
  /** How great a chance of larvae among the eggs is borne. */
  risk?: number
  /** Sooner than this a search breaks more than it finds, days after the last. */
  earliestDays: number
}

export interface NextSearch {
  /** Days after the last search. */
  day: number
  /** Chance that larvae that eat eggs are in the box by then. */
  risk: number
  /** The day on which the risk alone would have it searched; beyond the horizon where it never does. */
  byRisk: number
  /** What settles it. */
  because: 'the risk' | 'the disturbance' | 'the horizon'
  /** Eggs and larvae to be expected on that day, by stage. */
  expected: number[]
  /** Chance by day, from the day after the last search on. */
  chances: number[]
}

/** A box is looked into at least so often, days. */
const HORIZON = 120

/**
 * When to search a breeding box next: as late as the chance allows that a larva able to eat eggs is among them, and not sooner
 * than the eggs bear.
 *
 * Eggs come evenly while adults are in; each reaches the eating stage after a time with the mean and the spread of the stages it
 * passes. Their number is taken as Poisson, so the chance of none is e to the minus of those expected. What the last search
 * missed starts at the middle of the stage it was found in.
 * @throws RangeError for rates, shares or stages that cannot be
 */
export function nextSearch(question: SearchQuestion): NextSearch {
  const { stages, eats, eggsPerDay, adultsFrom, missed, found, earliestDays, risk = 0.1 } = question
  if (!stages[eats] || eats === 0) throw new RangeError('which stage eats eggs?')
  if (!(eggsPerDay >= 0)) throw new RangeError('a rate of laying is from 0 on')
  if (!(missed >= 0 && missed <= 1) || !(risk > 0 && risk < 1))
    throw new RangeError('a share lies between 0 and 1')
  const to = question.adultsTo ?? HORIZON
  const laid: { day: number; count: number }[] = []
  for (let day = Math.max(0, Math.floor(adultsFrom)); day < Math.min(to, HORIZON); day++)
    laid.push({ day: day + 0.5, count: eggsPerDay })
  const entry = (stage: number, from: number, to: number) => timeTo(question, stage, from, to)
  const eating = [
    ...laid.map(({ day, count }) => ({ count, ...entry(0, day, eats) })),
    ...found.flatMap((n, stage) =>
      n * missed > 0
        ? [
            stage >= eats
              ? { count: n * missed, mean: 0, spread: 0, share: 1 }
              : { count: n * missed, ...entry(stage, -1, eats) },
          ]
        : [],
    ),
  ]
  const chances = Array.from({ length: HORIZON }, (_, i) => {
    const present = eating.reduce((sum, e) => sum + e.count * e.share * reached(e, i + 1), 0)
    return 1 - Math.exp(-present)
  })
  // The last day on which the chance is still borne.
  const over = chances.findIndex((c) => c > risk)
  const byRisk = over < 0 ? HORIZON : over
  const day = Math.max(byRisk, Math.ceil(earliestDays), 1)
  return {
    day,
    risk: chances[day - 1]!,
    byRisk,
    because: day > byRisk ? 'the disturbance' : over < 0 ? 'the horizon' : 'the risk',
    expected: expectedOn(question, laid, day),
    chances,
  }
}

interface Arrival {
  mean: number
  spread: number
  share: number
}

const reached = ({ mean, spread }: Arrival, day: number) =>
  spread > 0 ? normalCumulative((day - mean) / spread) : day >= mean ? 1 : 0

/**
 * When one of a stage reaches another.
 * @param from the day on which it entered its stage; -1 for one that was in the middle of it on day 0
 */
function timeTo(
  { stages, celsius, referenceC }: SearchQuestion,
  stage: number,
  from: number,
  to: number,
): Arrival {
  const road = stages.slice(stage, to)
  const lengths = road.map((s) => stageDays(s, referenceC))
  if (from < 0 && lengths.length > 0) lengths[0]! /= 2
  const ends: number[] = []
  lengths.forEach((l, i) => ends.push((ends[i - 1] ?? 0) + l))
  const stageAt = (lived: number) =>
    road[
      Math.min(
        road.length - 1,
        Math.max(
          0,
          ends.findIndex((end) => lived < end - 1e-9),
        ),
      )
    ] ?? road.at(-1)!
  const half = from < 0 ? stageDays(road[0]!, referenceC) ** 2 / 12 : 0
  return {
    mean: dayAfter(ends.at(-1) ?? 0, Math.max(0, from), celsius, referenceC, stageAt),
    spread: Math.sqrt(road.reduce((sum, s) => sum + s.spreadDays ** 2, 0) + half),
    share: road.reduce((p, s) => p * s.survive, 1),
  }
}

function expectedOn(
  question: SearchQuestion,
  laid: readonly { day: number; count: number }[],
  day: number,
): number[] {
  const { stages } = question
  const inStage = stages.map(() => 0)
  for (const egg of laid) {
    if (egg.day > day) continue
    // In a stage are those who have reached it and not the next.
    let before = 1
    for (let s = 0; s < stages.length; s++) {
      const next = timeTo(question, 0, egg.day, s + 1)
      const past = reached(next, day)
      inStage[s]! +=
        egg.count * Math.max(0, before - past) * (s === 0 ? 1 : timeTo(question, 0, egg.day, s).share)
      before = past
      if (past < 1e-6) break
    }
  }
  return inStage
}
