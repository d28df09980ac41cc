import { hasBegun, TIMES_OF_DAY } from '../calendar'
import type { WorkItem } from '../rounds'

/** Work of a day as it stands at an hour of it. */
export interface WorkByHour {
  now: WorkItem[]
  /** Its part of the day has not come yet. */
  later: WorkItem[]
}

/**
 * Tells today's work by the hour: what waits for the evening is for later, and what was left out in the morning gives way to the evening's
 * once that has come: twice at once is not twice a day.
 * @param hour by the book's own clock, from 0 to below 24
 */
export function workByHour(items: readonly WorkItem[], hour: number): WorkByHour {
  const begun = ({ at }: WorkItem) => at === undefined || hasBegun(at, hour)
  const careOf = ({ subject, kind, carries, due }: WorkItem) =>
    [subject.id, kind, carries?.task, due].join('|')
  const part = ({ at }: WorkItem) => (at === undefined ? 0 : TIMES_OF_DAY.indexOf(at))
  const last = new Map<string, number>()
  for (const item of items)
    if (item.at !== undefined && begun(item))
      last.set(careOf(item), Math.max(last.get(careOf(item)) ?? 0, part(item)))
  return {
    now: items.filter((i) => begun(i) && (i.at === undefined || part(i) === last.get(careOf(i)))),
    later: items.filter((item) => !begun(item)),
  }
}
