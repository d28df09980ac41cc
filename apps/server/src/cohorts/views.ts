import type { CohortView } from '@hatch-book/contract'
import {
  cohortProtocolOf,
  dayOfInstant,
  lifeFor,
  type CohortEvent,
  type CohortProtocol,
  never,
  ofKinds,
  type Estimate,
  type KindsOf,
  type Saying,
} from '@hatch-book/core'
import { eq, sql } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { standsSql, type StoredEntry } from '../log'
import { loadShelf, type ProtocolShelf } from '../protocols'
import type { Actor } from '../shell/actor'

export const protocolIn = (shelf: ProtocolShelf, protocolId: string): CohortProtocol | null =>
  shelf.rows.some((r) => r.id === protocolId) ? cohortProtocolOf(shelf.document(protocolId)) : null

/** What was told of a cohort, on its day and by whom. */
type Told = Saying<KindsOf<'cohort'>> & { id: string; on: string; by: string }

/** All cohorts that are kept, each with what its log says of its numbers. */
export async function cohortViews(
  tx: Transaction,
  actor: Actor,
  shelf: ProtocolShelf,
): Promise<CohortView[]> {
  const { cohort, place } = tables
  const rows = await tx
    .select({ row: cohort, placeName: place.name })
    .from(cohort)
    .leftJoin(place, eq(place.id, cohort.placeId))
    .where(eq(cohort.ended, false))
    .orderBy(cohort.name)
  const names = new Map(
    (await tx.select({ id: cohort.id, name: cohort.name }).from(cohort)).map((c) => [c.id, c.name]),
  )
  const logs = await logsOf(tx, actor)
  return rows.map(({ row, placeName }): CohortView => {
    const protocol = protocolIn(shelf, row.protocolId)!
    const log = logs.get(row.id) ?? []
    const { bookId: _book, ended: _ended, generationLeast, generationMost, fromId, placeId, ...own } = row
    return {
      ...own,
      species: protocol.species,
      generation:
        generationLeast === null || generationMost === null
          ? null
          : { least: generationLeast, most: generationMost },
      from: fromId ? { id: fromId, name: names.get(fromId) ?? '' } : null,
      placeId,
      place: placeId && placeName ? { id: placeId, name: placeName } : null,
      events: log.flatMap((e) => eventOf(e, lifeFor(protocol, row.fertilised))),
      searches: newest(log, 'searched').map(({ id, on, by, payload }) => ({
        ...{ entryId: id, on, by },
        ...payload,
      })),
      collected: newest(log, 'eggs collected').map(({ on, payload }) => ({ on, ...payload })),
      judged: newest(log, 'eggs judged').map(({ on, payload: { fertile, infertile } }) => ({
        on,
        fertile,
        infertile,
      })),
      emerged: newest(log, 'emerged').map(({ on, payload: { females, males } }) => ({ on, females, males })),
    }
  })
}

const newest = <K extends Told['kind']>(log: readonly Told[], kind: K) => ofKinds(log, kind).reverse()

/** What stands in the logs of all cohorts, oldest first. */
async function logsOf(tx: Transaction, actor: Actor): Promise<Map<string, Told[]>> {
  const { rows } = await tx.execute<StoredEntry<KindsOf<'cohort'>> & { by: string }>(sql`
    select e.id, e.kind, e.subject_id, e.at, m.name as by, e.payload from entry e
    join member m on m.id = e.member_id join cohort c on c.id = e.subject_id and not c.ended
    where e.subject_type = 'cohort' and e.kind <> 'struck' and ${standsSql} order by e.at, e.id`)
  const logs = new Map<string, Told[]>()
  for (const row of rows) {
    const on = dayOfInstant(new Date(row.at).getTime(), actor.book.zone)
    logs.set(row.subject_id, [...(logs.get(row.subject_id) ?? []), { ...row, on }])
  }
  return logs
}

const sure = (count: number): Estimate => ({ count, low: count, high: count })

/** What an entry does to the numbers; nothing for those that only tell. */
function eventOf(told: Told, stages: readonly { name: string }[]): CohortEvent[] {
  const { on } = told
  type Sexes = { females: number; males: number }
  const changed = (
    by: Record<string, number>,
    sexed: Sexes | undefined = undefined,
    since: Record<string, string | null> = {},
  ): CohortEvent[] => [{ kind: 'changed', on, stages: by, sexed: sexed ?? null, since }]
  const less = (by: Record<string, number>, sexed?: Sexes) =>
    changed(Object.fromEntries(Object.entries(by).map(([name, n]) => [name, -n])), sexed)
  switch (told.kind) {
    case 'cohort counted': {
      const { sexed, ...counted } = told.payload
      return [{ kind: 'counted', on, stages: counted.stages, sexed: sexed ?? null }]
    }
    case 'moulted on': {
      const { from, to, count } = told.payload
      return [{ kind: 'moulted', on, from, to, count }]
    }
    case 'lost':
    case 'passed on': {
      const { stage, count } = told.payload
      return less({ [stage]: count })
    }
    case 'singled':
      return less({ [told.payload.stage]: 1 })
    case 'moved out': {
      const { stages: out, sexed } = told.payload
      return less(out, sexed && { females: -sexed.females, males: -sexed.males })
    }
    case 'moved in': {
      const { stages: into, sexed, since } = told.payload
      return changed(into, sexed, since)
    }
    case 'adults set in':
    case 'adults taken out': {
      const { females, males } = told.payload
      return told.kind === 'adults set in' ? changed({ females, males }) : less({ females, males })
    }
    case 'eggs collected':
      return changed({ [stages[0]!.name]: told.payload.count }, undefined, {
        [stages[0]!.name]: on,
      })
    case 'emerged': {
      const { females, males, unsexed } = told.payload
      const one = { [stages.at(-1)!.name]: -(females + males + unsexed), females, males, grown: unsexed }
      return changed(one, { females: -females, males: -males }, { females: on, males: on, grown: on })
    }
    case 'searched': {
      const { eggs, larvae, adults, takenOut } = told.payload
      const young = takenOut
        ? {}
        : Object.fromEntries(
            Object.entries({ [stages[0]!.name]: eggs.young + eggs.old, ...larvae }).map(([k, n]) => [
              k,
              sure(n),
            ]),
          )
      const { females, males } = adults
      return [
        {
          kind: 'counted',
          on,
          stages: { ...young, females: sure(females), males: sure(males) },
          sexed: null,
        },
      ]
    }
    case 'eggs judged':
    case 'cleaned':
    case 'misted':
    case 'water changed':
    case 'cared for':
    case 'food given':
    case 'put off':
    case 'struck':
      return []
    default:
      return never(told, [])
  }
}

export const loadCohorts = async (tx: Transaction, actor: Actor) => {
  const shelf = await loadShelf(tx)
  return { shelf, cohorts: await cohortViews(tx, actor, shelf) }
}
