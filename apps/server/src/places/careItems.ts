import {
  careKey,
  careOfPlace,
  careTogether,
  careWork,
  dayOfInstant,
  instantOfDay,
  NEVER_DONE,
  TIMES_OF_DAY,
  type CareDone,
  type CareRule,
  type Day,
  type Due,
  type DueFacts,
  type EntryKind,
  type WorkItem,
} from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { carried, isOfKind, standsSql } from '../log'
import type { JudgedAnimal } from '../animals'
import type { Actor } from '../shell/actor'
import { readPlaceTasks } from './placeTasks'

/** Somebody who lives here, and what care its protocol asks for. */
export interface Cared {
  of: Due
  rules: readonly CareRule[]
}

/** An animal as it is cared for: in the cold it is looked at by its checks, and left alone between them. */
export const caredFor = ({ row, stage, facts }: JudgedAnimal): Cared => ({
  of: { type: 'animal', id: row.id, name: row.tag, placeId: row.place?.id ?? null },
  rules: facts.resting ? [] : stage.stage.care,
})

const CLEAN_DAYS = 3
const keyOf = (id: string, entry: EntryKind, task: string) => `${id}|${entry}|${task}`

type CareLog = Map<string, CareDone>

/** What was written of care, by whom or what it was done to. */
async function readCare(tx: Transaction, { book, today }: Actor): Promise<CareLog> {
  const morning = new Date(instantOfDay(today, book.zone)).toISOString()
  const { rows } = await tx.execute<{
    id: string
    kind: EntryKind
    task: string | null
    at: string
    times: number
    parts: (string | null)[] | null
  }>(sql`
    select e.subject_id as id, e.kind, ${carried('cared for', 'task')} as task, max(e.at) as at, count(*)::int as times,
      array_agg(${carried('cared for', 'at')}) filter (where e.at >= ${morning}::timestamptz) as parts
    from entry e
    where ${isOfKind('water changed', 'misted', 'cleaned', 'soiled', 'cared for', 'food given')} and ${standsSql}
    group by 1, 2, 3`)
  return new Map(
    rows.map((r): [string, CareDone] => [
      keyOf(r.id, r.kind, r.task ?? ''),
      {
        lastOn: dayOfInstant(new Date(r.at).getTime(), book.zone),
        times: r.times,
        parts: (r.parts ?? []).map((part) => TIMES_OF_DAY.find((t) => t === part) ?? null),
      },
    ]),
  )
}

/** Of a tub and of each who lives in it: what was last done to any of them was done to the tub. */
function together(all: readonly CareDone[]): CareDone {
  const lastOn = all.reduce<Day | null>(
    (last, d) => (d.lastOn && (!last || d.lastOn > last) ? d.lastOn : last),
    null,
  )
  return {
    lastOn,
    times: Math.max(...all.map((d) => d.times)),
    parts: all.filter((d) => d.lastOn === lastOn).flatMap((d) => d.parts),
  }
}

/**
 * Care of all who live here, from their first day on, and of places by their own tasks: of a tub once for all in it, by the quicker of their rhythms; of each by itself where the
 * task is done to each, or where it stands in no place.
 */
export async function careItems(
  tx: Transaction,
  actor: Actor,
  cared: readonly Cared[],
  nameOf: (placeId: string) => string,
): Promise<{ made: WorkItem[]; days: DueFacts['days'] }> {
  const tubOf = (id: string): Due => ({ type: 'place', id, name: nameOf(id), placeId: id })
  const log = await readCare(tx, actor)
  const tubs = new Map<string, { ids: string[]; rules: CareRule[] }>()
  const made: WorkItem[] = []
  const add = (of: Due, rule: CareRule, ids: readonly string[]) => {
    const { entry, task } = careKey(rule)
    const done = ids.map((id) => log.get(keyOf(id, entry, task)) ?? NEVER_DONE)
    made.push(...careWork(of, rule, together(done), actor.today))
  }
  const ofPlaces = [...(await readPlaceTasks(tx))].map(([id, tasks]): Cared => ({
    of: tubOf(id),
    rules: careOfPlace(tasks),
  }))
  for (const { of, rules } of [...cared, ...ofPlaces]) {
    const { placeId } = of
    // Cohorts and colonies stand by themselves: no two share a tub.
    const alone = (of.type !== 'animal' && of.type !== 'place') || placeId === null
    const own = rules.filter((rule) => alone || rule.each === 'animal')
    for (const rule of own) add(of, rule, [of.id])
    if (alone || own.length === rules.length) continue
    const tub = tubs.get(placeId) ?? { ids: [placeId], rules: [] }
    tub.ids.push(of.id)
    tub.rules.push(...rules.filter((rule) => rule.each === 'tub'))
    tubs.set(placeId, tub)
  }
  for (const [id, { ids, rules }] of tubs) for (const rule of careTogether(rules)) add(tubOf(id), rule, ids)
  return { made, days: dirtyTubs(log, tubOf) }
}

/** Tubs that somebody found dirty and nobody has cleaned since. */
function dirtyTubs(log: CareLog, tubOf: (id: string) => Due): DueFacts['days'] {
  return [...log].flatMap(([key, { lastOn: soiled }]) => {
    const [id = '', entry] = key.split('|')
    if (entry !== 'soiled' || !soiled) return []
    if ((log.get(keyOf(id, 'cleaned', ''))?.lastOn ?? '') >= soiled) return []
    return {
      of: tubOf(id),
      ...{ kind: 'clean', says: 'clean it', on: soiled, before: 0, after: CLEAN_DAYS },
      why: `found dirty on ${soiled}`,
    } as const
  })
}
