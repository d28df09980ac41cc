import { addDays, isWithinYear, laterDay, nextDayOfYear, type Day, type TimeOfDay } from '../calendar'
import type { EntryKind } from '../log'
import type { CareRule } from '../protocols'
import type { Due, TaskCarries, WorkItem } from '../rounds'
import { TASKS_OF_CARE } from './tasks'

/** What the log says of one care task of a tub, an animal, a cohort or a colony. */
export interface CareDone {
  /** When it was last done; null where nobody wrote that yet. */
  lastOn: Day | null
  /** How often it was ever done: whose turn it is in a rotation follows from it. */
  times: number
  /** On the last day, in which parts of it; null for each time that nobody named one. */
  parts: readonly (TimeOfDay | null)[]
}

/** By which entry a task is settled, and what it is called in it: water, misting and cleaning are known by their kind, all else by its name too. */
export function careKey({ kind, name }: CareRule): { entry: EntryKind; task: string } {
  const { settles = [] } = TASKS_OF_CARE.find((task) => task.kind === kind)!
  return { entry: settles.find(({ usual }) => usual)!.writes, task: isNamed(kind) ? name : '' }
}

const isNamed = (kind: CareRule['kind']) => kind === 'care' || kind === 'food'

export const NEVER_DONE: CareDone = { lastOn: null, times: 0, parts: [] }

/**
 * What falls due of one care task: once each so many days, or as often on its day as it has parts. What nobody has written yet is due today:
 * it begins by itself when somebody lives there.
 * @returns one piece of work, or one for each part of the day
 */
export function careWork(of: Due, rule: CareRule, done: CareDone, today: Day): WorkItem[] {
  const { name, says, kind, everyDays, season, mayBeLeft, turns } = rule
  const days = (n: number) => Math.max(1, Math.round(n))
  const [typical, least, most] = [everyDays.typical, everyDays.least, everyDays.most].map(days) as Days
  const parts: readonly (TimeOfDay | null)[] = rule.at.length > 0 ? rule.at : [null]
  const open = done.lastOn === null ? parts : leftOf(parts, done.parts)
  // A day's parts that are left are still due on that day, as long as it lasts.
  const restOfDay = done.lastOn === today && open.length > 0 && open.length < parts.length
  const next = done.lastOn === null ? today : addDays(done.lastOn, typical)
  const inSeason = (day: Day) =>
    season && !isWithinYear(day, season) ? nextDayOfYear(day, season.from) : day
  const itemOn = (due: Day, part: TimeOfDay | null, turn: number): WorkItem => {
    const on = inSeason(due)
    const once = parts.length === 1
    const carries: TaskCarries = {
      ...(isNamed(kind) && { task: name }),
      ...(turns.length > 0 && { with: turns[turn % turns.length]! }),
      ...(part !== null && { at: part }),
    }
    return {
      id: [of.id, kind, name, once ? (done.lastOn ?? 'first') : on, ...(part === null ? [] : [part])].join(
        ':',
      ),
      kind,
      subject: { type: of.type, id: of.id, name: of.name },
      placeId: of.placeId,
      says: [says, turns.length > 1 && carries.with, part].filter(Boolean).join(', '),
      earliest: on > due || !once ? on : laterDay(addDays(on, least - typical), done.lastOn ?? on),
      due: on,
      latest: addDays(on, once ? most - typical : 0),
      every: { typical, least: once ? least : typical, most: once ? most : typical },
      why: whyOf(rule, done.lastOn),
      ...(Object.keys(carries).length > 0 && { carries }),
      ...(part !== null && { at: part }),
      ...(season && { season }),
      ...(mayBeLeft && { mayBeLeft }),
    }
  }
  return parts.map((part, i) => {
    const due = restOfDay && open.includes(part) ? today : next
    return itemOn(due, part, done.times + (restOfDay ? Math.max(0, open.indexOf(part)) : i))
  })
}
/** When it was last done, or that nobody has written it yet: of each kind of care as one says it. */
function whyOf({ kind, name }: CareRule, lastOn: Day | null): string {
  const [noun, participle] = {
    water: ['water change', 'water last changed'],
    mist: ['misting', 'last misted'],
    clean: ['cleaning', 'last cleaned'],
    food: ['food', 'last fed'],
    care: [null, `${name}: last done`],
  }[kind]
  if (lastOn !== null) return `${participle} on ${lastOn}`
  return noun === null ? `${name}: not recorded yet` : `no ${noun} recorded yet`
}

type Days = [typical: number, least: number, most: number]

/** The parts of a day that are left: each named one is its own, and each unnamed one the first that is open. */
function leftOf(
  parts: readonly (TimeOfDay | null)[],
  done: readonly (TimeOfDay | null)[],
): (TimeOfDay | null)[] {
  const left = [...parts]
  for (const part of [...done].sort((a, b) => Number(a === null) - Number(b === null))) {
    const at = part !== null && left.includes(part) ? left.indexOf(part) : 0
    left.splice(at, 1)
  }
  return left
}

/** The care of a tub, by all who live in it: of two rhythms of one task the quicker. */
export function careTogether(rules: readonly CareRule[]): CareRule[] {
  const byName = new Map<string, CareRule>()
  for (const rule of rules) {
    const known = byName.get(rule.name)
    if (!known || rule.everyDays.typical < known.everyDays.typical) byName.set(rule.name, rule)
  }
  return [...byName.values()]
}
