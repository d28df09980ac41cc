import type { ColonyStage } from '../colonies'
import { normalCumulative } from '../statistics'
import type { DayTemperature } from './clock'
import { arrivalOf, type CohortGroup } from './forecast'

/** How finely the spread of an entry is followed, in standard deviations. */
const STEP = 0.25
const WIDEST = 4

/**
 * How many of a cohort are in each stage in the middle of each week from today on, on the mean; the last row is of the adults.
 * @param grown adults that there are today, of any age
 * @param adultDays how long they live; null where they are never taken off
 * @returns one row a stage and one for the adults, one figure a week
 */
export function membersByWeek(
  stages: readonly ColonyStage[],
  groups: readonly CohortGroup[],
  celsius: DayTemperature,
  referenceC: number,
  weeks: number,
  { grown = 0, adultDays = null }: { grown?: number; adultDays?: number | null } = {},
): number[][] {
  const rows = Array.from({ length: stages.length + 1 }, () => new Array<number>(weeks).fill(0))
  for (const group of groups) {
    if (group.count <= 0) continue
    const entries = Array.from({ length: stages.length - group.stage }, (_, i) =>
      entryCurve(stages, group, group.stage + i + 1, celsius, referenceC),
    )
    let share = 1
    for (let stage = group.stage; stage <= stages.length; stage++) {
      const into = entries[stage - group.stage - 1]
      const out = entries[stage - group.stage]
      for (let week = 0; week < weeks; week++) {
        const on = week * 7 + 3.5
        // Adults are left by death, so long after they came.
        const gone = out?.(on) ?? (stage === stages.length && adultDays !== null ? into!(on - adultDays) : 0)
        rows[stage]![week]! += group.count * share * Math.max(0, (into?.(on) ?? 1) - gone)
      }
      share *= stages[stage]?.survive ?? 1
    }
  }
  for (let week = 0; week < weeks; week++) rows.at(-1)![week]! += grown * alive(week * 7 + 3.5, adultDays)
  return rows
}

/** Share of the grown of today, of any age, that are left. */
const alive = (days: number, adultDays: number | null) =>
  adultDays === null ? 1 : Math.max(0, 1 - days / adultDays)

/** Share of those that come which have entered a stage by a day. */
function entryCurve(
  stages: readonly ColonyStage[],
  group: CohortGroup,
  to: number,
  celsius: DayTemperature,
  referenceC: number,
): (day: number) => number {
  const arrival = arrivalOf(stages, group, to, celsius, referenceC)
  const points: { day: number; z: number }[] = []
  for (let z = -WIDEST; z <= WIDEST; z += STEP) points.push({ day: arrival(z), z })
  return (day) => {
    const i = points.findIndex((p) => p.day > day)
    if (i < 0) return 1
    if (i === 0) return 0
    const [a, b] = [points[i - 1]!, points[i]!]
    // Where nothing develops any more the rest never comes.
    const between = Number.isFinite(b.day) && b.day > a.day ? (day - a.day) / (b.day - a.day) : 0
    return normalCumulative(a.z + between * (b.z - a.z))
  }
}
