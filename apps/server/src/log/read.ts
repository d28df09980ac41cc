import { may, type Entry, type EntryKind } from '@hatch-book/contract'
import { blindOf, tradeOf } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import type { Actor } from '../shell/actor'
import { openSexes } from './openSexes'
import { subjectsWithMerged } from './standing'
import { carried, isOfKind, isOfKindAs } from './stored'

/** As it is stored; what is kept from its reader is taken out of it below. */
interface EntryRow extends Record<string, unknown> {
  id: string
  kind: EntryKind
  subject_type: Entry['subject']['type']
  subject_id: string
  at: Date
  precision: 'minute' | 'day'
  recorded_at: Date
  device: string
  by: string
  own: boolean
  payload: Record<string, unknown>
  /** Of a reading of a sex: whether this reader asked to be shown what was read. */
  shown: boolean
  strikes: string | null
  struck_by: string | null
  struck_reason: string | null
}

const MOST = 500

/** Entries for people to read, newest first: who wrote them, about whom, and whether they were struck out. */
export async function readEntries(
  tx: Transaction,
  {
    subjectIds,
    before,
    beforeId,
    since,
    limit = 60,
    reader,
  }: {
    subjectIds?: readonly string[] | undefined
    before?: string | undefined
    /** The last entry that was read at that instant: those after it in the order of a page follow. */
    beforeId?: string | undefined
    since?: string | undefined
    limit?: number | undefined
    /** Who reads: blind readings of a sex that is not sure are told only to those who asked to be shown them, and of sales not all is told to all. */
    reader: Actor['member']
  },
): Promise<Entry[]> {
  const ids = subjectIds && (await subjectsWithMerged(tx, subjectIds)).ids
  const { rows } = await tx.execute<EntryRow>(sql`
    select e.id, e.kind, e.subject_type, e.subject_id, e.at, e.precision, e.recorded_at, e.device, e.strikes, m.name as by,
      e.member_id = ${reader.id} as own,
      -- People speak of the third egg, not of its identifier.
      case when ${isOfKind('egg fate')} then e.payload || coalesce((select jsonb_build_object('eggNumber', eg.number) from egg eg
        where eg.id = (${carried('egg fate', 'eggId')})::uuid), '{}') else e.payload end as payload,
      ${isOfKind('sex read')} and exists (select 1 from entry r where r.subject_id = e.subject_id and ${isOfKindAs('r', 'readings shown')}
        and r.member_id = ${reader.id}) as shown,
      sm.name as struck_by, ${carried('struck', 'reason', 's')} as struck_reason
    from entry e
    join member m on m.id = e.member_id
    left join entry s on s.strikes = e.id
    left join member sm on sm.id = s.member_id
    where ${ids ? sql`e.subject_id = any(${sql.param(ids)}::uuid[])` : sql`true`}
      and ${before ? (beforeId ? sql`(e.at, e.id) < (${before}::timestamptz, ${beforeId}::uuid)` : sql`e.at < ${before}::timestamptz`) : sql`true`}
      and ${since ? sql`e.at >= ${since}::timestamptz` : sql`true`}
    order by e.at desc, e.id desc limit ${Math.min(limit, MOST)}`)
  const names = await namesOf(
    tx,
    rows.map((r) => r.subject_id),
  )
  const open = await openSexes(
    tx,
    rows.filter((r) => blindOf(r.kind).length > 0 && !r.shown).map((r) => r.subject_id),
  )
  return rows.map(
    (row) =>
      ({
        id: row.id,
        kind: row.kind,
        subject: { type: row.subject_type, id: row.subject_id, tag: names.get(row.subject_id) ?? '' },
        at: new Date(row.at).toISOString(),
        precision: row.precision,
        recordedAt: new Date(row.recorded_at).toISOString(),
        ...{ by: row.by, isOwn: row.own },
        device: row.device,
        payload: without(row.payload, [
          ...(!row.shown && open.has(row.subject_id) ? blindOf(row.kind) : []),
          ...(may(reader.role, 'see who buys') ? [] : tradeOf(row.kind)),
        ]),
        strikes: row.strikes,
        struckBy: row.struck_by ? { by: row.struck_by, reason: row.struck_reason ?? '' } : null,
      }) as Entry,
  )
}

/** What people call the subjects of entries. Joined to the entries themselves, planning would take longer than reading. */
async function namesOf(tx: Transaction, ids: readonly string[]): Promise<Map<string, string>> {
  if (ids.length === 0) return new Map()
  const wanted = sql`any(${sql.param([...new Set(ids)])}::uuid[])`
  const { rows } = await tx.execute<{ id: string; name: string }>(sql`
    select id, tag as name from animal where id = ${wanted}
    union all select g.id, f.tag || ' × ' || m.tag from pairing g join animal f on f.id = g.female_id
      join animal m on m.id = g.male_id where g.id = ${wanted}
    union all select id, name from clutch where id = ${wanted}
    union all select id, name from place where id = ${wanted}
    union all select id, name from colony where id = ${wanted}
    union all select id, name from recipe where id = ${wanted}
    union all select id, name from cohort where id = ${wanted}`)
  return new Map(rows.map((r) => [r.id, r.name]))
}

/** Of some entries those of which another member wrote the same, of the same, within half a day. */
export async function readAlike(
  tx: Transaction,
  actor: Actor,
  ids: readonly string[],
): Promise<{ id: string; by: string; at: string }[]> {
  if (ids.length === 0) return []
  const { rows } = await tx.execute<{ id: string; by: string; at: Date }>(sql`
    select distinct on (e.id) e.id, m.name as by, o.at from entry e
    join entry o on o.book_id = e.book_id and o.kind = e.kind and o.subject_id = e.subject_id and o.id <> e.id
      and o.member_id <> e.member_id and o.at between e.at - interval '12 hours' and e.at + interval '12 hours'
      and not exists (select 1 from entry s where s.strikes = o.id)
    join member m on m.id = o.member_id
    where e.kind <> 'struck' and e.book_id = ${actor.bookId} and e.id = any(${sql.param(ids)}::uuid[]) order by e.id, o.at desc`)
  return rows.map(({ id, by, at }) => ({ id, by, at: new Date(at).toISOString() }))
}

const without = (payload: Record<string, unknown>, keys: readonly string[]) =>
  keys.length === 0 ? payload : Object.fromEntries(Object.entries(payload).filter(([k]) => !keys.includes(k)))
