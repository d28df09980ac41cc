import { counted } from '../words'
import { addDays, laterDay, type Day, type DaySpan } from '../calendar'
import type { Range } from '../protocols'
import type { TaskCarries } from './defineTask'
import type { TaskKind } from './kinds'
import { byUrgency, onDay, repeating, type WorkItem } from './item'

/** Somebody or something that work is done on, and where it is. */
export interface Due {
  type: WorkItem['subject']['type']
  id: string
  name: string
  placeId: string | null
}

/** What of the log and the protocols makes work, already reckoned by the rooms. */
export interface DueFacts {
  today: Day
  /** Work that may not begin within so many days from today is left out. */
  horizonDays: number
  meals: readonly {
    of: Due
    lastOfferedOn: Day | null
    due: Day
    window: DaySpan
    /** As one says it, such as 'offer 6 crickets'. */
    says: string
    prey: string
    /** So many are carried to it; 0 where nothing is counted. */
    count: number
    because: readonly string[]
    /** The rhythm of its stage, days. */
    everyDays?: Range | undefined
    /** Offered, and to be looked at again before another is offered. */
    open?: boolean | undefined
    /** What else goes into its entry. */
    carries?: Readonly<TaskCarries> | undefined
  }[]
  /** Weighed each so many days; a stretch without a weight begins at the day it came. */
  weighIns: readonly { of: Due; lastOn: Day; everyDays: Range; why: string }[]
  /** Looked at each so many days: sleepers, clutches, water, misting. */
  looks: readonly {
    of: Due
    kind: TaskKind
    says: string
    lastOn: Day
    everyDays: Range
    why: string
    carries?: Readonly<TaskCarries> | undefined
  }[]
  /** Work of a day: a nest to be looked at, a pair to be parted, a quarantine that ends. */
  days: readonly {
    of: Due
    kind: TaskKind
    says: string
    on: Day
    before: number
    after: number
    why: string
    carries?: Readonly<TaskCarries> | undefined
    /** Nobody has to come for it. */
    mayBeLeft?: true
  }[]
  /** Clutches that are about to hatch, by their windows, and when somebody last looked at the eggs. */
  hatches: readonly {
    of: Due
    window: DaySpan
    lookedOn: Day | null
    waiting: number
    /** Tubs of their own that the hatchlings will want. */
    tubs: number
  }[]
  /** Work that a room made itself, such as that of cohorts and colonies. */
  made: readonly WorkItem[]
  /** Work by its identity that somebody put off until a day. */
  putOff?: readonly { work: string; until: Day }[]
}

/**
 * All work that is due or may be done from today on within the horizon, the most pressing first: what, on whom, where, from when to
 * when, and why. The same facts give the same work with the same identities on every device and on whatever day they are asked:
 * an identity is made of the subject, the kind and the day that the work is reckoned from.
 * @throws RangeError for a horizon below 0
 */
export function dueWork(facts: DueFacts): WorkItem[] {
  const { today, horizonDays } = facts
  if (!(horizonDays >= 0)) throw new RangeError('a horizon is from 0 days on')
  const until = addDays(today, Math.floor(horizonDays))
  const putOff = new Map((facts.putOff ?? []).map((p) => [p.work, p.until]))
  const work: WorkItem[] = []
  const seen = new Set<string>()
  const add = (item: WorkItem) => {
    const own = notBefore(item, putOff.get(item.id))
    if (own.earliest > until || seen.has(own.id)) return
    seen.add(own.id)
    work.push(own)
  }
  // Of ten thousand animals most are not due: they are passed over before anything is made of them.
  for (const meal of facts.meals) if (meal.open || meal.window.from <= until) add(mealItem(meal, today))
  for (const { of, lastOn, everyDays, why } of facts.weighIns)
    if (addDays(lastOn, Math.max(1, Math.round(everyDays.least))) <= until) {
      const item = repeating({ kind: 'weigh', ...subjectOf(of), says: 'weigh it', why }, everyDays, lastOn)
      add(item)
    }
  for (const { of, kind, says, lastOn, everyDays, why, carries } of facts.looks)
    add({
      ...repeating({ kind, ...subjectOf(of), says, why }, everyDays, lastOn),
      ...(carries && { carries }),
    })
  for (const { of, kind, says, on, before, after, why, carries, mayBeLeft } of facts.days)
    add({
      ...onDay({ kind, ...subjectOf(of), says, why }, on, before, after),
      ...(carries && { carries }),
      ...(mayBeLeft && { mayBeLeft }),
    })
  for (const hatch of facts.hatches) add(hatchItem(hatch))
  for (const item of facts.made) add(item)
  return work.sort((a, b) => byUrgency(a, b) || (a.id < b.id ? -1 : 1))
}

/** Put off it is due on that day; what is lost by waiting is lost. */
const notBefore = (item: WorkItem, day: Day | undefined): WorkItem =>
  day === undefined || day <= item.earliest
    ? item
    : { ...item, earliest: day, due: laterDay(item.due, day), latest: laterDay(item.latest, day) }

const subjectOf = ({ type, id, name, placeId }: Due) => ({ subject: { type, id, name }, placeId })

function mealItem(
  {
    of,
    lastOfferedOn,
    due,
    window,
    says,
    prey,
    count,
    because,
    everyDays,
    open,
    carries,
  }: DueFacts['meals'][number],
  today: Day,
): WorkItem {
  const last = lastOfferedOn ?? 'first'
  const item: WorkItem = {
    id: open ? `${of.id}:left:${last}` : `${of.id}:meal:${last}`,
    kind: open ? 'left' : 'meal',
    subject: { type: of.type, id: of.id, name: of.name },
    placeId: of.placeId,
    says: open ? `see whether it ate: ${prey}` : says,
    // Looked at by the day after it was offered: what lies longer spoils, or bites.
    earliest: open ? (lastOfferedOn ?? today) : window.from,
    due: open ? (lastOfferedOn ?? today) : due,
    latest: open ? addDays(lastOfferedOn ?? today, 1) : window.to,
    why: because.join(', '),
  }
  if (carries) item.carries = carries
  if (everyDays) item.every = everyDays
  if (!open && count > 0) item.brings = [{ what: prey, count }]
  return item
}

/** Eggs in their window are looked at day by day until all are out. */
function hatchItem({ of, window, lookedOn, waiting, tubs }: DueFacts['hatches'][number]): WorkItem {
  const due = lookedOn && lookedOn >= window.from ? addDays(lookedOn, 1) : window.from
  return {
    ...subjectOf(of),
    ...{ id: `${of.id}:hatch:${due}`, kind: 'hatch', says: 'look for the first that pips' },
    ...{ earliest: due, due, latest: addDays(due, 1), every: { typical: 1, least: 1, most: 2 } },
    why: `nine in ten hatch between ${window.from} and ${window.to}; ${counted(waiting, 'egg')} still to hatch`,
    brings: tubs > 0 ? [{ what: 'hatchling tub', count: tubs }] : [],
  }
}
