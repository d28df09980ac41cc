import { addDays, daysBetween, type Day } from '../calendar'
import type { WorkItem } from './item'

export interface Absence {
  /** The first and the last day on which nobody is there. */
  from: Day
  to: Day
  /** Today: nothing can be done before it. */
  today: Day
  /** Days of the absence on which nobody could come either. */
  never?: readonly Day[]
}

export interface PlannedWork {
  item: WorkItem
  on: Day
}

export interface AbsencePlan {
  /** Work that its tolerance lets move to before the absence, each on its best day. */
  before: PlannedWork[]
  /** Work that can wait until afterwards. */
  after: PlannedWork[]
  /** The fewest days on which somebody has to come, with what is done on each. */
  visits: { day: Day; items: WorkItem[] }[]
  /** Work that no day would do for. */
  impossible: WorkItem[]
  /** Work that is left out without harm while nobody is there. */
  left: WorkItem[]
}

/**
 * What an absence does to the work that falls into it: moved before it, else put off until after it, as far as the windows allow;
 * what is left is covered by the fewest visit days.
 *
 * The days are found by the classical greedy stabbing of intervals, which is exact: windows by their last day, and the last
 * possible day of each window that no chosen day stabs yet. Days on which nobody could come are passed over backwards, which keeps
 * it exact: of all days that stab the window the latest stabs most of those that end later.
 * @param items all work with its windows; that which is not due within the absence is left out
 * @throws RangeError for an absence that ends before it begins
 */
export function planAbsence(items: readonly WorkItem[], absence: Absence): AbsencePlan {
  const { from, to, today } = absence
  if (from > to) throw new RangeError('an absence ends on the day it begins, or later')
  const never = new Set(absence.never ?? [])
  const plan: AbsencePlan = { before: [], after: [], visits: [], impossible: [], left: [] }
  const open: WorkItem[] = []
  for (const item of items) {
    // Done before it begins, or after it ends: no matter.
    if (item.due < from || item.due > to) continue
    const eve = addDays(from, -1)
    const return_ = addDays(to, 1)
    const early = item.earliest <= eve && eve >= today ? eve : null
    const late = item.latest >= return_ ? return_ : null
    if (early && late)
      (daysBetween(early, item.due) <= daysBetween(item.due, late) ? plan.before : plan.after).push({
        item,
        on: daysBetween(early, item.due) <= daysBetween(item.due, late) ? early : late,
      })
    else if (early) plan.before.push({ item, on: early })
    else if (late) plan.after.push({ item, on: late })
    else (item.mayBeLeft ? plan.left : open).push(item)
  }
  const days: Day[] = []
  for (const item of [...open].sort((a, b) => (a.latest < b.latest ? -1 : a.latest > b.latest ? 1 : 0))) {
    const first = item.earliest > today ? item.earliest : today
    if (days.some((d) => d >= first && d <= item.latest)) continue
    let day = item.latest
    while (day >= first && never.has(day)) day = addDays(day, -1)
    if (day < first) plan.impossible.push(item)
    else days.push(day)
  }
  const visits = new Map(days.map((day) => [day, [] as WorkItem[]]))
  for (const item of open) {
    if (plan.impossible.includes(item)) continue
    const within = days.filter((d) => d >= item.earliest && d <= item.latest)
    const nearest = within.reduce((a, b) =>
      Math.abs(daysBetween(item.due, b)) < Math.abs(daysBetween(item.due, a)) ? b : a,
    )
    visits.get(nearest)!.push(item)
  }
  plan.visits = [...visits]
    .map(([day, own]) => ({ day, items: own }))
    .sort((a, b) => (a.day < b.day ? -1 : 1))
  return plan
}
