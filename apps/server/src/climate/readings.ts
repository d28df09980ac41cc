import { MS_PER_HOUR, type Reading } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import { v5 } from 'uuid'
import { insertMany, type Transaction } from '../db/connect'

/** A reading is what one probe showed at one instant: the same log brought in twice makes the same ids. */
const readingId = (probeId: string, at: number) => v5(String(at), probeId)

/** What another room does, in the same transaction, once a probe's log was brought in up to an instant. */
export type LogConsequence = (
  tx: Transaction,
  bookId: string,
  placeId: string,
  until: number,
) => Promise<void>
const consequences: LogConsequence[] = []
export const onLog = (consequence: LogConsequence) => consequences.push(consequence)
export async function tellOfLog(...[tx, bookId, placeId, until]: Parameters<LogConsequence>): Promise<void> {
  for (const consequence of consequences) await consequence(tx, bookId, placeId, until)
}

/**
 * Writes a probe's readings, and brings the extremes of their hours up to date in the same transaction.
 * @returns how many were not there yet
 */
export async function writeReadings(
  tx: Transaction,
  bookId: string,
  probeId: string,
  readings: readonly Reading[],
): Promise<number> {
  const byId = new Map(readings.map((r) => [readingId(probeId, r.at), r]))
  const rows = [...byId].map(([id, r]) => ({
    ...{ book_id: bookId, id, probe_id: probeId },
    ...{ at: new Date(r.at).toISOString(), celsius: r.celsius },
  }))
  const added = await insertMany(tx, 'reading', rows)
  await addToHours(
    tx,
    bookId,
    probeId,
    added.map((id) => byId.get(id)!),
  )
  return added.length
}

/** Readings are never changed or removed: new ones only widen their hour. */
async function addToHours(tx: Transaction, bookId: string, probeId: string, added: readonly Reading[]) {
  const hours = new Map<number, { count: number; min_c: number; max_c: number; sum_c: number }>()
  for (const { at, celsius } of added) {
    const hour = Math.floor(at / MS_PER_HOUR) * MS_PER_HOUR
    const known = hours.get(hour)
    if (!known) hours.set(hour, { count: 1, min_c: celsius, max_c: celsius, sum_c: celsius })
    else {
      known.count++
      known.min_c = Math.min(known.min_c, celsius)
      known.max_c = Math.max(known.max_c, celsius)
      known.sum_c += celsius
    }
  }
  if (hours.size === 0) return
  const rows = [...hours].map(([hour, found]) => ({
    ...{
      book_id: bookId,
      id: v5(`hour ${hour}`, probeId),
      probe_id: probeId,
      hour: new Date(hour).toISOString(),
    },
    ...found,
  }))
  await tx.execute(sql`
    insert into reading_hour as h select * from json_populate_recordset(null::reading_hour, ${JSON.stringify(rows)}::json)
    on conflict (book_id, probe_id, hour) do update set count = h.count + excluded.count,
      min_c = least(h.min_c, excluded.min_c), max_c = greatest(h.max_c, excluded.max_c), sum_c = h.sum_c + excluded.sum_c`)
}

/** A probe's readings between two instants, in order. */
export async function readReadings(
  tx: Transaction,
  probeId: string,
  from: Date,
  to: Date,
): Promise<Reading[]> {
  const { rows } = await tx.execute<{ at: number; celsius: number }>(sql`
    select extract(epoch from at)::float8 * 1000 as at, celsius from reading
    where probe_id = ${probeId} and at between ${from.toISOString()}::timestamptz and ${to.toISOString()}::timestamptz order by at`)
  return rows.map(({ at, celsius }) => ({ at: Math.round(Number(at)), celsius }))
}

/** Makes the hours of all probes of the book again from their readings; hours that are right stay as they are. */
export async function rebuildHours(tx: Transaction): Promise<void> {
  await tx.execute(sql`
    update reading_hour h set count = r.count, min_c = r.min_c, max_c = r.max_c, sum_c = r.sum_c
    from (select probe_id, date_trunc('hour', at) as hour, count(*)::int as count, min(celsius) as min_c, max(celsius) as max_c,
            sum(celsius::float8) as sum_c from reading group by 1, 2) r
    where h.probe_id = r.probe_id and h.hour = r.hour
      and (h.count, h.min_c, h.max_c) is distinct from (r.count, r.min_c, r.max_c)`)
}
