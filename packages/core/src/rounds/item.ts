import { addDays, isWithinYear, laterDay, type Day, type TimeOfDay, type YearSpan } from '../calendar'
import type { SubjectType } from '../log/define'
import type { Range } from '../protocols'
import type { TaskCarries } from './defineTask'
import type { TaskKind } from './kinds'

/** A piece of work that falls due: what, on whom, from when to when, and why. */
export interface WorkItem {
  /** The same work is the same item on every device: subject, kind and the day it is reckoned from. */
  id: string
  kind: TaskKind
  subject: {
    type: SubjectType
    id: string
    name: string
  }
  /** Where it is done; null where nowhere in particular. */
  placeId?: string | null
  /** What is carried to it. */
  brings?: readonly { what: string; count: number }[]
  /** What goes into the entry that settles it, and into its words. */
  carries?: Readonly<TaskCarries>
  /** In which part of its day; nothing where that makes no difference. */
  at?: TimeOfDay
  /** Not done outside this part of the year. */
  season?: YearSpan
  /** Left out while nobody is here, without harm. */
  mayBeLeft?: true
  /** Comes back so many days after it was done; nothing where it is done once. */
  every?: Range
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
    every: everyDays,
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

/** How often the same work is looked for ahead, so that a slip of a rhythm cannot run for ever. */
const MOST_REPEATS = 400

/**
 * Work with all its returns up to a day, each reckoned as if the one before had been done on its day: the n-th is due n rhythms after the
 * first, and may be moved by as much as a rhythm allows.
 * @param today what is late already is done today: its returns are counted from now on
 */
export function withRepeats(item: WorkItem, until: Day, today: Day = item.due): WorkItem[] {
  const { every } = item
  if (!every || !(every.typical > 0)) return [item]
  const items = [item]
  for (let n = 1; n < MOST_REPEATS; n++) {
    const due = addDays(laterDay(item.due, today), Math.max(n, Math.round(n * every.typical)))
    const earliest = addDays(due, -Math.round(every.typical - every.least))
    if (earliest > until) break
    if (item.season && !isWithinYear(due, item.season)) continue
    items.push({
      ...item,
      ...{ id: `${item.id}+${n}`, earliest, due },
      latest: addDays(due, Math.round(every.most - every.typical)),
    })
  }
  return items
}
