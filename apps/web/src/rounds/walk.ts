import type { Entry, Round } from '@hatch-book/contract'
import { stepsOf, type Station, type Step, type WorkItem } from '@hatch-book/core'
import type { Settled } from './roundStore'

/** One step of the walk, and how far it is. */
export interface WalkStep extends Step {
  /** What is still to be done there. */
  open: WorkItem[]
  /** What became of it, in words; empty while nothing has. */
  says: string
  bad: boolean
  /** Somebody else did it. */
  by: string
}

interface WalkFacts {
  round: Round
  /** When the round was read, by this device's clock. */
  readAt: number
  known: Readonly<Record<string, WorkItem>>
  stations: Readonly<Record<string, Station>>
  settled: Readonly<Record<string, Settled>>
  /** Entries that are kept on this device and not sent yet. */
  kept: ReadonlySet<string>
  /** The member who walks. */
  me: string
  /** In words what an entry says. */
  sayEntry(entry: Entry): string
}

/**
 * The walk of this round: all that was due in it, with what is done of it. What this device settled counts at once; what the server no
 * longer asks for was done by somebody else.
 */
export function walkOf({
  round,
  readAt,
  known,
  stations,
  settled,
  kept,
  me,
  sayEntry,
}: WalkFacts): WalkStep[] {
  const asked = new Set(round.items.map((i) => i.id))
  const last = new Set(round.lastPlaces)
  const byOthers = new Map<string, Entry>()
  for (const e of round.entries)
    if (e.by !== me && !e.struckBy && e.kind !== 'struck' && !byOthers.has(e.subject.id))
      byOthers.set(e.subject.id, e)
  const isSettled = (item: WorkItem) => {
    const how = settled[item.id]
    return (
      how !== undefined && (!asked.has(item.id) || how.at > readAt || how.entryIds.some((id) => kept.has(id)))
    )
  }
  return stepsOf(Object.values(known), Object.values(stations), (id) => last.has(id)).map(
    (step): WalkStep => {
      const open = step.items.filter((i) => asked.has(i.id) && !isSettled(i))
      const mine = step.items.flatMap((i) => (isSettled(i) ? settled[i.id]! : []))
      const other =
        mine.length === 0 && open.length < step.items.length ? byOthers.get(step.subject.id) : undefined
      return {
        ...step,
        open,
        says:
          mine.length > 0 ? [...new Set(mine.map((m) => m.says))].join(', ') : other ? sayEntry(other) : '',
        bad: mine.some((m) => m.bad),
        by: other?.by ?? '',
      }
    },
  )
}

/** The step to go to from one: the next that is open, from the beginning again after the last. */
export function nextOpen(walk: readonly WalkStep[], from: string | null): WalkStep | null {
  const at = walk.findIndex((s) => s.id === from)
  const after = [...walk.slice(at + 1), ...walk.slice(0, at + 1)]
  return after.find((s) => s.open.length > 0 && s.id !== from) ?? after.find((s) => s.open.length > 0) ?? null
}

/** A step takes so long before this round has told how long, seconds. */
const USUAL_SECONDS = 25
/** A pause is no pace, seconds. */
const PAUSE_SECONDS = 300

/** How long the rest of the walk takes at the pace of this round, minutes. */
export function minutesLeft(open: number, settled: readonly Settled[]): number {
  const times = [...new Set(settled.map((s) => s.at))].filter(Number.isFinite).sort((a, b) => a - b)
  const gaps = times
    .slice(1)
    .map((at, i) => (at - times[i]!) / 1000)
    .filter((s) => s < PAUSE_SECONDS)
    .sort((a, b) => a - b)
  const pace = gaps.length >= 5 ? gaps[Math.floor(gaps.length / 2)]! : USUAL_SECONDS
  return Math.ceil((open * pace) / 60)
}

/** Where a piece of work has its own view, for what one key cannot settle. */
export function viewOf(
  { kind, subject: { type, id } }: WorkItem,
  { seesBuyers }: { seesBuyers: boolean },
): string {
  if (kind === 'hand over' && seesBuyers) return `/leaving/${id}/hand-over`
  if (kind === 'nest') return '/incubation/finding'
  if (kind === 'ask') return '/rest'
  if (['wake', 'rest', 'check', 'batch check'].includes(kind)) return '/rest/checks'
  const rooms = {
    clutch: 'incubation',
    pairing: 'pairing',
    colony: 'colonies',
    cohort: 'cohorts',
    animal: 'animals',
  }
  if (type === 'rest') return '/rest'
  if (type === 'recipe') return '/rearing/recipes'
  if (type === 'place') return kind === 'alarm' ? `/climate/${id}` : '/places'
  return `/${rooms[type]}${id ? `/${id}` : ''}`
}
