import {
  addDays,
  dayOfInstant,
  instantOfDay,
  type Day,
  type RestAnchor,
  type RestLog,
  type RestWeight,
  ofKinds,
} from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { standsSql, subjectsWithMerged, type StoredEntry, isOfKind } from '../log'

/** What the log tells of one rest, with the weights and droppings that are judged. */
export interface RestStory extends RestLog {
  /** The last meal taken before it went in, or at all. */
  lastTakenOn: Day | null
  droppings: { on: Day; clear: boolean } | null
  /** As it was said when it went in. */
  bedding: string
  /** Empty weights of the window, in order. */
  weights: RestWeight[]
  checks: (RestLog['checks'][number] & { lost: number })[]
}

/** What is written of a rest alone: of an animal it may change nothing else. */
export const KINDS_OF_REST = [
  ...(['droppings', 'rest began', 'rest check', 'warmed', 'watered', 'met a mate'] as const),
  ...(['batch went in', 'batch check', 'batch came out'] as const),
]
const KINDS = [...KINDS_OF_REST, 'weighed', 'meal', 'moved', 'died'] as const
export type LogLine = StoredEntry<(typeof KINDS)[number]>

/** How many days before and after its anchor the rests of a plan lie. */
export const SEASON_DAYS: Readonly<Record<RestAnchor['kind'], { before: number; after: number }>> = {
  pairing: { before: 270, after: 90 },
  'first signs': { before: 60, after: 300 },
  'cooling begins': { before: 60, after: 300 },
}

/** The days in which a plan's rests lie: entries outside belong to another season. */
export function windowOf({ kind, day }: RestAnchor): { from: Day; to: Day } {
  const { before, after } = SEASON_DAYS[kind]
  return { from: addDays(day, -before), to: addDays(day, after) }
}

/** Standing entries of some subjects that a rest is told by, in order, from a day on. */
export async function readRestLines(
  tx: Transaction,
  subjectIds: readonly string[],
  from: Day,
  zone: string,
): Promise<Map<string, LogLine[]>> {
  const { ids, canonical } = await subjectsWithMerged(tx, subjectIds)
  const { rows } = await tx.execute<LogLine>(sql`
    select e.id, e.kind, e.subject_id, e.at, e.payload from entry e
    where e.subject_id = any(${sql.param(ids)}::uuid[]) and ${isOfKind(...KINDS)}
      and e.at >= ${new Date(instantOfDay(from, zone)).toISOString()}::timestamptz and ${standsSql} order by e.at, e.id`)
  const bySubject = new Map<string, LogLine[]>()
  for (const row of rows) {
    const id = canonical(row.subject_id)
    bySubject.set(id, [...(bySubject.get(id) ?? []), row])
  }
  return bySubject
}

/** Meetings of animals: whoever was introduced, and when last. */
export async function introductionsSince(tx: Transaction, from: Day): Promise<Map<string, Date[]>> {
  const { rows } = await tx.execute<{ female_id: string; male_id: string; at: Date }>(sql`
    select p.female_id, p.male_id, e.at from entry e join pairing p on p.id = e.subject_id
    where ${isOfKind('introduced')} and e.at >= ${from}::date and ${standsSql} order by e.at`)
  const found = new Map<string, Date[]>()
  for (const { female_id, male_id, at } of rows)
    for (const id of [female_id, male_id]) found.set(id, [...(found.get(id) ?? []), new Date(at)])
  return found
}

/** Tells one rest from its lines. */
export function tellRest(
  lines: readonly LogLine[],
  introduced: readonly Date[],
  to: Day,
  zone: string,
): RestStory {
  const day = (line: { at: Date }) => dayOfInstant(new Date(line.at).getTime(), zone)
  const own = lines.filter((l) => day(l) <= to)
  const began = own.findLast((l) => l.kind === 'rest began' || l.kind === 'batch went in')
  const after = began ? own.slice(own.indexOf(began) + 1) : []
  const warmed = after.find((l) => l.kind === 'warmed' || l.kind === 'batch came out')
  const inside = after.slice(0, warmed ? after.indexOf(warmed) : undefined)
  const since = warmed ? after.slice(after.indexOf(warmed) + 1) : []
  const taken = (l: LogLine) => l.kind === 'meal' && l.payload.outcome === 'taken'
  const dayOrNull = (line: LogLine | undefined) => (line ? day(line) : null)
  const before = began ? own.slice(0, own.indexOf(began)) : own
  const dropped = ofKinds(before, 'droppings').at(-1)
  const warmedOn = dayOrNull(warmed)
  const disturbing = inside.filter((l) => ['rest check', 'batch check', 'weighed', 'moved'].includes(l.kind))
  return {
    wentInOn: dayOrNull(began),
    warmedOn,
    wokenBecause: (warmed?.kind === 'warmed' && warmed.payload.because) || null,
    diedOn: dayOrNull(own.find((l) => l.kind === 'died')),
    checks: ofKinds(inside, 'rest check', 'batch check').map((l) => ({
      ...{ on: day(l), signs: l.payload.signs },
      lost: l.kind === 'batch check' ? l.payload.lost : 0,
    })),
    disturbances: new Set(disturbing.map(day)).size,
    watered: dayOrNull(since.find((l) => l.kind === 'watered')),
    ateOn: dayOrNull(since.find(taken)),
    introducedOn:
      introduced
        .map((at) => dayOfInstant(at.getTime(), zone))
        .find((on) => warmedOn !== null && on >= warmedOn) ?? null,
    met: ofKinds(since, 'met a mate').at(-1)?.payload.met ?? null,
    lastTakenOn: dayOrNull(before.findLast(taken)),
    bedding: (began?.kind === 'rest began' && began.payload.bedding) || '',
    droppings: dropped ? { on: day(dropped), clear: dropped.payload.clear } : null,
    weights: ofKinds(own, 'weighed', 'batch check').flatMap((l) => {
      const { grams } = l.payload
      const full = l.kind === 'weighed' && (l.payload.context === 'gravid' || l.payload.context === 'fed')
      return full || grams === undefined ? [] : [{ on: day(l), grams }]
    }),
  }
}
