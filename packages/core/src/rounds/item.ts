import { addDays, type Day } from '../calendar'
import type { Range } from '../protocols'

/** A piece of work that falls due: what, on whom, from when to when, and why. */
export interface WorkItem {
  /** The same work is the same item on every device: subject, kind and the day it is reckoned from. */
  id: string
  kind: string
  subject: {
    type: 'animal' | 'clutch' | 'pairing' | 'rest' | 'place' | 'colony' | 'cohort'
    id: string
    name: string
  }
  /** Where it is done; null where nowhere in particular. */
  placeId?: string | null
  /** What is carried to it. */
  brings?: readonly { what: string; count: number }[]
  /** As one says it, such as 'count it'. */
  says: string
  /** From, best, and to: before it nothing is gained, after it something is lost. */
  earliest: Day
  due: Day
  latest: Day
  why: string
}

/** Work that comes back each so many days: due a rhythm after it was last done, within what the rhythm allows. */
export function repeating(
  item: Pick<WorkItem, 'kind' | 'subject' | 'says' | 'why'>,
  everyDays: Range,
  lastDone: Day,
): WorkItem {
  const on = (days: number) => addDays(lastDone, Math.max(1, Math.round(days)))
  return {
    ...item,
    id: `${item.subject.id}:${item.kind}:${lastDone}`,
    earliest: on(everyDays.least),
    due: on(everyDays.typical),
    latest: on(everyDays.most),
  }
}

/** Work for one day, give or take. */
export const onDay = (
  item: Pick<WorkItem, 'kind' | 'subject' | 'says' | 'why'>,
  due: Day,
  before: number,
  after: number,
): WorkItem => ({
  ...item,
  id: `${item.subject.id}:${item.kind}:${due}`,
  earliest: addDays(due, -before),
  due,
  latest: addDays(due, after),
})

/** The most pressing first: what is soonest lost. */
export const byUrgency = (a: WorkItem, b: WorkItem) =>
  a.latest < b.latest ? -1 : a.latest > b.latest ? 1 : a.due < b.due ? -1 : a.due > b.due ? 1 : 0
