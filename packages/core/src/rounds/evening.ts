import { addDays, daysBetween, type Day } from '../calendar'
import type { WorkItem } from './item'

export interface EvenedDay {
  day: Day
  items: WorkItem[]
}

export interface Evened {
  days: EvenedDay[]
  /** The most work on a day before and after it was evened out. */
  mostBefore: number
  mostAfter: number
  /** Work that lies on another day than its own. */
  moved: { item: WorkItem; from: Day; to: Day }[]
}

interface Task {
  item: WorkItem
  /** From which day of the stretch to which it may be done, and the best, counted from its first day. */
  from: number
  to: number
  best: number
}

/**
 * Spreads work over the days of a stretch so that the fullest day has as little as the windows allow, each as near to its own day as that
 * lets it be. The least is exact: with so many pieces a day, taking those first that are soonest lost misses no window unless every order
 * does (earliest deadline first, unit tasks). What is late already is done on the first day.
 * @param items work with its windows; that which cannot be done within the stretch is left out
 * @throws RangeError for a stretch that ends before it begins
 */
export function evenOut(items: readonly WorkItem[], first: Day, last: Day): Evened {
  if (first > last) throw new RangeError('a stretch ends on the day it begins, or later')
  const count = daysBetween(first, last) + 1
  const inside = (day: Day) => Math.min(count - 1, Math.max(0, daysBetween(first, day)))
  const tasks = items
    .filter((i) => i.due <= last && i.earliest <= last)
    .map((item): Task => {
      const from = inside(item.earliest)
      const to = Math.max(from, inside(item.latest))
      return { item, from, to, best: Math.min(to, Math.max(from, inside(item.due))) }
    })
  const before = loads(
    tasks.map((t) => t.best),
    count,
  )
  const mostBefore = Math.max(0, ...before)
  let [low, high] = [Math.ceil(tasks.length / count), mostBefore]
  while (low < high) {
    const middle = Math.floor((low + high) / 2)
    if (soonestLostFirst(tasks, count, middle)) high = middle
    else low = middle + 1
  }
  const on = nearest(tasks, count, high) ?? soonestLostFirst(tasks, count, high) ?? tasks.map((t) => t.best)
  const days = Array.from({ length: count }, (_, i): EvenedDay => ({ day: addDays(first, i), items: [] }))
  tasks.forEach((t, i) => days[on[i]!]!.items.push(t.item))
  return {
    ...{ days, mostBefore, mostAfter: Math.max(0, ...loads(on, count)) },
    moved: tasks.flatMap((t, i) =>
      on[i] === t.best ? [] : { item: t.item, from: addDays(first, t.best), to: addDays(first, on[i]!) },
    ),
  }
}

function loads(on: readonly number[], count: number): number[] {
  const load = new Array<number>(count).fill(0)
  for (const day of on) load[day]!++
  return load
}

/** The day of each task where no day has more than so many, those soonest lost first; null where that cannot be. */
function soonestLostFirst(tasks: readonly Task[], count: number, most: number): number[] | null {
  const byStart = tasks.map((_, i) => i).sort((a, b) => tasks[a]!.from - tasks[b]!.from)
  const on = new Array<number>(tasks.length)
  let open: number[] = []
  let next = 0
  for (let day = 0; day < count; day++) {
    while (next < byStart.length && tasks[byStart[next]!]!.from <= day) open.push(byStart[next++]!)
    open.sort((a, b) => tasks[a]!.to - tasks[b]!.to)
    for (const i of open.slice(0, most)) {
      if (tasks[i]!.to < day) return null
      on[i] = day
    }
    open = open.slice(most)
    if (open.some((i) => tasks[i]!.to <= day)) return null
  }
  return open.length === 0 && next === byStart.length ? on : null
}

/** Each task on the free day nearest to its own, those with the least choice first; null where one finds none. */
function nearest(tasks: readonly Task[], count: number, most: number): number[] | null {
  const free = new Array<number>(count).fill(most)
  const on = new Array<number>(tasks.length)
  const order = tasks
    .map((_, i) => i)
    .sort((a, b) => {
      const [x, y] = [tasks[a]!, tasks[b]!]
      return x.to - x.from - (y.to - y.from) || x.to - y.to
    })
  for (const i of order) {
    const { from, to, best } = tasks[i]!
    let found = -1
    for (let off = 0; found < 0 && off <= to - from; off++)
      for (const day of [best - off, best + off])
        if (found < 0 && day >= from && day <= to && free[day]! > 0) found = day
    if (found < 0) return null
    on[i] = found
    free[found]!--
  }
  return on
}
