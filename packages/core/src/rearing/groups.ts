import { METRIC, type Say } from '../quantities'
import { addDays, daysBetween, earlierDay, type Day, type DaySpan } from '../calendar'
import type { Stage } from '../protocols'

/** An animal as those who share a tub with it would find it. */
export interface TubMate {
  tag: string
  species: string
  stage: Stage
  hatched: DaySpan | null
  grams: number | null
  inQuarantine: boolean
}

/** The heaviest of a tub is at most so many times the lightest: beyond it the small one loses its feed, or its life. */
export const MOST_APART = 1.5

/**
 * Whether an animal may go into a tub with those in it.
 * @param most what the tub itself holds at most; null where nobody set it
 * @returns why not, in words, gravest first; empty where it may
 */
export function sharingFaults(
  newcomer: TubMate,
  residents: readonly TubMate[],
  most: number | null,
  on: Day,
  say: Say = METRIC,
): string[] {
  if (residents.length === 0) return []
  const faults: string[] = []
  const all = [newcomer, ...residents]
  const stranger = residents.find((r) => r.species !== newcomer.species)
  if (stranger) faults.push(`${stranger.tag} is a ${stranger.species}: one species to a tub`)
  const apart = all.find((a) => a.inQuarantine)
  if (apart) faults.push(`${apart.tag} is in quarantine: alone until it ends`)
  const room = Math.min(...all.map((a) => a.stage.room.together))
  if (!stranger && all.length > room) {
    const strictest = all.find((a) => a.stage.room.together === room)!
    faults.push(
      room === 1
        ? `${strictest.stage.name} animals live alone`
        : `at most ${room} of ${strictest.stage.name} together`,
    )
  }
  if (most !== null && all.length > most) faults.push(`the tub holds ${most}`)
  const weights = all.flatMap((a) => (a.grams === null ? [] : [a.grams]))
  if (weights.length > 1 && Math.max(...weights) > MOST_APART * Math.min(...weights))
    faults.push(
      `${say.gramsBrief(Math.max(...weights))} beside ${say.gramsBrief(Math.min(...weights))}: of one size, or the bold eat the shy's share`,
    )
  const due = partingDay(all)
  if (due && due.by <= on) faults.push(`${due.tag} was to live alone from ${due.by}`)
  return faults
}

/** The day by which animals that share a tub are to be parted: the earliest of theirs; null where they may stay. */
export function partingDay(mates: readonly TubMate[]): { by: Day; from: Day; tag: string } | null {
  if (mates.length < 2) return null
  let first: { by: Day; from: Day; tag: string } | null = null
  for (const { stage, hatched, tag } of mates) {
    const { partBy } = stage.room
    if (!partBy || !hatched) continue
    const by = addDays(hatched.from, Math.round(partBy.typical))
    if (first === null || earlierDay(by, first.by) === by)
      first = { by, from: addDays(hatched.from, Math.round(partBy.least)), tag }
  }
  return first
}

/** How many days a group still has together; negative when its day is past. */
export function daysTogether(mates: readonly TubMate[], on: Day): number | null {
  const due = partingDay(mates)
  return due === null ? null : daysBetween(on, due.by)
}
