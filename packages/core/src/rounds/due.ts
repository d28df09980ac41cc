import { addDays, type Day, type DaySpan } from '../calendar'
import type { Range } from '../protocols'
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
    prey: string
    count: number
    because: readonly string[]
  }[]
  /** Weighed each so many days; a stretch without a weight begins at the day it came. */
  weighIns: readonly { of: Due; lastOn: Day; everyDays: Range; why: string }[]
  /** Looked at each so many days: sleepers, clutches, water, misting. */
  looks: readonly { of: Due; kind: string; says: string; lastOn: Day; everyDays: Range; why: string }[]
  /** Work of a day: a nest to be looked at, a pair to be parted, a quarantine that ends. */
  days: readonly {
    of: Due
    kind: string
    says: string
    on: Day
    before: number
    after: number
    why: string
  }[]
  /** Clutches that are about to hatch, by their windows. */
  hatches: readonly { of: Due; window: DaySpan; likely: Day }[]
  /** Work that a room made itself, such as that of cohorts and colonies. */
  made: readonly WorkItem[]
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
  const subjectOf = ({ type, id, name, placeId }: Due) => ({ subject: { type, id, name }, placeId })
  const work: WorkItem[] = [
    ...facts.meals.map(({ of, lastOfferedOn, due, window, prey, count, because }): WorkItem => ({
      ...subjectOf(of),
      ...{ id: `${of.id}:meal:${lastOfferedOn ?? 'first'}`, kind: 'meal', says: `offer ${prey}` },
      ...{ earliest: window.from, due, latest: window.to, why: because.join(', ') },
      brings: [{ what: prey, count }],
    })),
    ...facts.weighIns.map(({ of, lastOn, everyDays, why }): WorkItem => ({
      ...subjectOf(of),
      ...repeating({ kind: 'weigh', ...subjectOf(of), says: 'weigh it', why }, everyDays, lastOn),
    })),
    ...facts.looks.map(({ of, kind, says, lastOn, everyDays, why }): WorkItem => ({
      ...subjectOf(of),
      ...repeating({ kind, ...subjectOf(of), says, why }, everyDays, lastOn),
    })),
    ...facts.days.map(({ of, kind, says, on, before, after, why }): WorkItem => ({
      ...subjectOf(of),
      ...onDay({ kind, ...subjectOf(of), says, why }, on, before, after),
    })),
    ...facts.hatches.map(({ of, window, likely }): WorkItem => ({
      ...subjectOf(of),
      ...{ id: `${of.id}:hatch`, kind: 'hatch', says: 'look for the first that pips' },
      ...{ earliest: window.from, due: likely, latest: window.to },
      why: `nine in ten hatch between ${window.from} and ${window.to}`,
    })),
    ...facts.made,
  ]
  const seen = new Set<string>()
  return work
    .filter((w) => w.earliest <= until && !seen.has(w.id) && seen.add(w.id) !== undefined)
    .sort((a, b) => byUrgency(a, b) || (a.id < b.id ? -1 : 1))
}
