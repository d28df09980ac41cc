import { addDays, daysBetween, laterDay, type Day, type DaySpan } from '../calendar'
import type { CheckRule } from '../protocols'
import type { Due, WorkItem } from '../rounds'

/** How an animal came out of a check, by the check's name. */
export interface CheckDone {
  on: Day
  /** Every part was looked at, and nothing was found. */
  passed: boolean
  /** It was found not ready yet: it is looked at again. */
  waits: boolean
}
export type ChecksDone = Readonly<Record<string, CheckDone>>

/** What of an animal decides when it is checked. */
export interface CheckFacts {
  done: ChecksDone
  /** The first day it is known in this book. */
  firstOn: Day | null
  hatched: DaySpan | null
  /** Hatched in this book, from eggs that lay here. */
  hatchedHere: boolean
  stage: string
  /** Resting in the cold: only what is done in mid-rest. */
  asleep: boolean
  /** From when it lies at its resting temperature to when it is warmed; null where nobody planned it. */
  rest: { hold: Day; stepUp: Day } | null
  /** The day it is promised for. */
  leavesOn: Day | null
  quarantineUntil: Day | null
}

/** Out of the incubator an animal is looked over within so many days; later nobody can tell. */
const HATCHLING_DAYS = 14
/** How long before the day a check belongs to it may be done. */
const BEFORE_DAYS = 3
/** Looked at again, where it was found not ready. */
const AGAIN_DAYS = 1

interface When {
  earliest: Day
  due: Day
  latest: Day
  why: string
  every?: WorkItem['every']
}

/** The checks of an animal that are due or can be done ahead: each by its own occasion, and none twice for one. */
export function checkWork(of: Due, rules: readonly CheckRule[], facts: CheckFacts, today: Day): WorkItem[] {
  return rules.flatMap((rule): WorkItem[] => {
    if (rule.stages !== null && !rule.stages.includes(facts.stage)) return []
    const last = facts.done[rule.name]
    const when = dayOf(of.id, rule, facts, last, today)
    if (!when) return []
    const { earliest, due, latest, why, every } = when
    return [
      {
        id: [of.id, 'inspect', rule.name, due].join(':'),
        kind: 'inspect',
        subject: { type: of.type, id: of.id, name: of.name },
        placeId: of.placeId,
        says: `check it: ${rule.name.toLowerCase()}`,
        ...{ earliest, due, latest, why },
        ...(every && { every }),
        carries: { check: rule.name },
        ...(rule.when === 'every so many days' && { mayBeLeft: true as const }),
      },
    ]
  })
}

function dayOf(
  id: string,
  rule: CheckRule,
  facts: CheckFacts,
  last: CheckDone | undefined,
  today: Day,
): When | null {
  if (facts.asleep !== (rule.when === 'in mid-rest')) return null
  if (last?.waits) {
    const again = addDays(last.on, AGAIN_DAYS)
    return { earliest: again, due: again, latest: addDays(again, 1), why: `not ready on ${last.on}` }
  }
  switch (rule.when) {
    case 'every so many days':
      return periodic(id, rule, facts, last, today)
    case 'out of the incubator': {
      const { hatched, hatchedHere } = facts
      if (!hatched || !hatchedHere || last || daysBetween(hatched.from, today) > HATCHLING_DAYS) return null
      return { ...around(hatched.to, 0, 2), why: `hatched ${hatched.to}` }
    }
    case 'in mid-rest': {
      if (!facts.rest) return null
      const { hold, stepUp } = facts.rest
      const middle = addDays(hold, Math.round(daysBetween(hold, stepUp) / 2))
      if (last && last.on >= hold) return null
      return { ...around(middle, 7, 7), why: `half of its rest is over on ${middle}` }
    }
    case 'before it leaves':
      return before(facts.leavesOn, rule, last, 'leaves')
    case 'before quarantine ends':
      return facts.quarantineUntil !== null && facts.quarantineUntil < today
        ? null
        : before(facts.quarantineUntil, rule, last, 'quarantine ends')
  }
}

const around = (day: Day, before: number, after: number) => ({
  ...{ earliest: addDays(day, -before), due: day, latest: addDays(day, after) },
})

/**
 * On its rhythm since it was last checked. Those that were never checked are not all due on one evening: each has a day of its own within the
 * first rhythm that it is here, the same on every device.
 */
function periodic(
  id: string,
  { everyDays }: CheckRule,
  { firstOn }: CheckFacts,
  last: CheckDone | undefined,
  today: Day,
): When | null {
  if (!everyDays) return null
  const [typical, least, most] = [everyDays.typical, everyDays.least, everyDays.most].map((n) =>
    Math.max(1, Math.round(n)),
  ) as [number, number, number]
  const every = { typical, least, most }
  if (last)
    return {
      ...{
        earliest: addDays(last.on, least),
        due: addDays(last.on, typical),
        latest: addDays(last.on, most),
        every,
      },
      why: `last checked on ${last.on}`,
    }
  const first = firstOn ?? today
  return {
    ...{ earliest: first, due: addDays(first, spreadOf(id) % typical), latest: addDays(first, most), every },
    why: 'no check recorded yet',
  }
}

/** Ids that differ by little are spread as well (FNV-1a, Fowler, Noll and Vo). */
function spreadOf(id: string): number {
  let hash = 0x811c9dc5
  for (const letter of id) hash = Math.imul(hash ^ letter.charCodeAt(0), 0x01000193)
  return (hash ^ (hash >>> 15)) >>> 0
}

/** Before something happens, and good for some days: done too early it is done again. */
function before(
  day: Day | null,
  { goodDays }: CheckRule,
  last: CheckDone | undefined,
  what: string,
): When | null {
  if (day === null) return null
  const earliest = addDays(day, -Math.max(BEFORE_DAYS, Math.round(goodDays)))
  if (last && last.on >= earliest) return null
  const due = laterDay(earliest, addDays(day, -1))
  return { earliest, due, latest: day, why: `${what} on ${day}` }
}
