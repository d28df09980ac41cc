import type { Day } from '../calendar'
import { Sheet, type ProtocolDocument, type Range } from '../protocols'
import { repeating, type WorkItem } from '../rounds'
import type { ColonyCounts } from './model'
import { isEmptyColony } from './project'

/** One way of working a colony, and the work it makes. */
export interface ColonyMethod {
  name: string
  argument: string
  task: string
  everyDays: Range
  /** Minutes each time. */
  minutes: number
}

export function methodsOf(document: ProtocolDocument): ColonyMethod[] {
  const sheet = new Sheet(document.code, document.figures)
  return sheet.numbered('colony.method').map((p) => ({
    name: sheet.words(`${p}.name`),
    argument: sheet.words(`${p}.argument`),
    task: sheet.words(`${p}.task`),
    everyDays: sheet.range(`${p}.everyDays`),
    minutes: sheet.number(`${p}.minutes`),
  }))
}

/** Counted each so many days; null where a protocol is silent. */
export const countDaysOf = (document: ProtocolDocument): Range | null =>
  new Sheet(document.code, document.figures).rangeOrNull('colony.countDays')

/** What a method makes of work in a week, minutes. */
export const minutesAWeek = ({ minutes, everyDays }: ColonyMethod) => (minutes * 7) / everyDays.typical

/**
 * What falls due of a colony: its method's task, and a count.
 * @param lastTended when the task was last done; the colony's first count where it never was
 */
export function colonyWork(
  subject: { id: string; name: string },
  {
    method,
    lastTended,
    countDays,
    lastCounted,
  }: {
    method: ColonyMethod | null
    lastTended: Day | null
    countDays: Range | null
    lastCounted: Day | null
  },
): WorkItem[] {
  const of = { type: 'colony' as const, ...subject }
  const work: WorkItem[] = []
  if (method && lastTended)
    work.push({
      ...repeating(
        { kind: 'tend', subject: of, says: method.task, why: `${method.name}: last done on ${lastTended}` },
        method.everyDays,
        lastTended,
      ),
      carries: { task: method.task },
    })
  if (countDays && lastCounted)
    work.push(
      repeating(
        {
          kind: 'count',
          subject: of,
          says: 'count it',
          why: `its forecast rests on the count of ${lastCounted}`,
        },
        countDays,
        lastCounted,
      ),
    )
  return work
}

/** What a colony's log and its chosen method say of its work. */
export interface ColonyRecord {
  id: string
  name: string
  method: string
  methods: readonly ColonyMethod[]
  countDays: Range | null
  /** Newest first. */
  counts: readonly ({ on: Day } & ColonyCounts)[]
  tended: readonly { on: Day; task: string }[]
}

/** What falls due of a colony as it is kept; nothing of one that is empty. */
export function workOfColony(colony: ColonyRecord): WorkItem[] {
  if (colony.counts[0] && isEmptyColony(colony.counts[0])) return []
  const method = colony.methods.find((m) => m.name === colony.method) ?? null
  const first = colony.counts.at(-1)?.on ?? null
  return colonyWork(colony, {
    method,
    lastTended: method ? (colony.tended.find((t) => t.task === method.task)?.on ?? first) : null,
    countDays: colony.countDays,
    lastCounted: colony.counts[0]?.on ?? null,
  })
}
