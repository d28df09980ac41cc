import { calibrated, MS_PER_HOUR, type Calibration, type Reading } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import { v5 } from 'uuid'
import { insertMany, type Transaction } from '../db/connect'

/** A reading is what one probe showed at one instant: the same log brought in twice makes the same ids. */
const readingId = (probeId: string, at: number) => v5(String(at), probeId)

/** What another room does, in the same transaction, once readings of earlier hours have come in. */
export type LogConsequence = (tx: Transaction) => Promise<void>
const consequences: LogConsequence[] = []
export const onLog = (consequence: LogConsequence) => consequences.push(consequence)
/** Says that what is known of earlier hours has changed. */
export async function tellOfEarlier(tx: Transaction): Promise<void> {
  for (const consequence of consequences) await consequence(tx)
}
/** What a probe says now is no log of earlier hours. */
const EARLIER_MS = MS_PER_HOUR

/** A reading of a probe that may measure the air's humidity, 0 to 1, as well. */
export type ProbeReading = Reading & { humidity?: number | null }

/**
 * Writes a probe's readings, and brings the extremes of their hours up to date in the same transaction.
 * @returns how many were not there yet
 */
export async function writeReadings(
  tx: Transaction,
  bookId: string,
  probeId: string,
  readings: readonly ProbeReading[],
): Promise<number> {
  const byId = new Map(readings.map((r) => [readingId(probeId, r.at), r]))
  const rows = [...byId].map(([id, r]) => ({
    ...{ book_id: bookId, id, probe_id: probeId },
    ...{ at: new Date(r.at).toISOString(), celsius: r.celsius, humidity: r.humidity ?? null },
  }))
  const added = await insertMany(tx, 'reading', rows)
  await addToHours(
    tx,
    bookId,
    probeId,
    added.map((id) => byId.get(id)!),
  )
  const last = readings.at(-1)?.at ?? 0
  if (added.some((id) => byId.get(id)!.at < last - EARLIER_MS)) await tellOfEarlier(tx)
  return added.length
}

interface HourFound {
  count: number
  min_c: number
  max_c: number
  sum_c: number
  humidities: number
  min_humidity: number | null
  max_humidity: number | null
  sum_humidity: number
}

/** Readings are never changed or removed: new ones only widen their hour. */
async function addToHours(tx: Transaction, bookId: string, probeId: string, added: readonly ProbeReading[]) {
  const hours = new Map<number, HourFound>()
  for (const { at, celsius, humidity } of added) {
    const hour = Math.floor(at / MS_PER_HOUR) * MS_PER_HOUR
    const known = hours.get(hour) ?? {
      ...{ count: 0, min_c: Infinity, max_c: -Infinity, sum_c: 0 },
      ...{ humidities: 0, min_humidity: null, max_humidity: null, sum_humidity: 0 },
    }
    hours.set(hour, known)
    known.count++
    known.min_c = Math.min(known.min_c, celsius)
    known.max_c = Math.max(known.max_c, celsius)
    known.sum_c += celsius
    if (humidity === null || humidity === undefined) continue
    known.humidities++
    known.min_humidity = Math.min(known.min_humidity ?? humidity, humidity)
    known.max_humidity = Math.max(known.max_humidity ?? humidity, humidity)
    known.sum_humidity += humidity
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
      min_c = least(h.min_c, excluded.min_c), max_c = greatest(h.max_c, excluded.max_c), sum_c = h.sum_c + excluded.sum_c,
      humidities = h.humidities + excluded.humidities, min_humidity = least(h.min_humidity, excluded.min_humidity),
      max_humidity = greatest(h.max_humidity, excluded.max_humidity), sum_humidity = h.sum_humidity + excluded.sum_humidity`)
}

/** A probe as far as reading it goes. */
export interface ProbeRead {
  id: string
  calibrations: readonly Calibration[]
}

/** Minute readings are put together to means of ten: development is the same to the minute, and far less is carried about. */
const MEAN_OF_MINUTES = 10

/** A probe's readings between two instants as means of ten minutes, in order, calibrated: what forecasts are made of. */
export async function readMeans(tx: Transaction, probe: ProbeRead, from: Date, to: Date): Promise<Reading[]> {
  const { rows } = await tx.execute<{ at: number; celsius: number }>(sql`
    select avg(extract(epoch from at)::float8) * 1000 as at, avg(celsius)::float8 as celsius from reading
    where probe_id = ${probe.id} and at between ${from.toISOString()}::timestamptz and ${to.toISOString()}::timestamptz
    group by floor(extract(epoch from at) / ${MEAN_OF_MINUTES * 60}) order by 1`)
  return calibrated(
    rows.map(({ at, celsius }) => ({ at: Math.round(Number(at)), celsius })),
    probe.calibrations,
  ) as Reading[]
}

/** A probe's readings between two instants, in order, calibrated. */
export async function readReadings(
  tx: Transaction,
  probe: ProbeRead,
  from: Date,
  to: Date,
): Promise<Reading[]> {
  const { rows } = await tx.execute<{ at: number; celsius: number }>(sql`
    select extract(epoch from at)::float8 * 1000 as at, celsius from reading
    where probe_id = ${probe.id} and at between ${from.toISOString()}::timestamptz and ${to.toISOString()}::timestamptz order by at`)
  return calibrated(
    rows.map(({ at, celsius }) => ({ at: Math.round(Number(at)), celsius })),
    probe.calibrations,
  ) as Reading[]
}

/** Makes the hours of all probes of the book again from their readings; hours that are right stay as they are. */
export async function rebuildHours(tx: Transaction, bookId: string): Promise<void> {
  const { rows } = await tx.execute<{ probe_id: string; hour: number }>(sql`
    select r.probe_id, extract(epoch from date_trunc('hour', r.at))::float8 * 1000 as hour from reading r group by 1, 2
    except select h.probe_id, extract(epoch from h.hour)::float8 * 1000 from reading_hour h`)
  // Hours that are not there at all, as of readings that were brought in, are begun and filled like the others.
  const begun = rows.map(({ probe_id: probeId, hour }) => ({
    ...{
      book_id: bookId,
      id: v5(`hour ${hour}`, probeId),
      probe_id: probeId,
      hour: new Date(hour).toISOString(),
    },
    ...{ count: 0, min_c: 0, max_c: 0, sum_c: 0, humidities: 0, sum_humidity: 0 },
  }))
  await insertMany(tx, 'reading_hour', begun)
  // Of rows that came a moment ago the database knows no numbers yet, and would go through them once for each.
  await tx.execute(sql`set local enable_nestloop = off`)
  await tx.execute(sql`
    update reading_hour h set count = r.count, min_c = r.min_c, max_c = r.max_c, sum_c = r.sum_c,
      humidities = r.humidities, min_humidity = r.min_humidity, max_humidity = r.max_humidity, sum_humidity = r.sum_humidity
    from (select probe_id, date_trunc('hour', at) as hour, count(*)::int as count, min(celsius) as min_c, max(celsius) as max_c,
            sum(celsius::float8) as sum_c, count(humidity)::int as humidities, min(humidity) as min_humidity,
            max(humidity) as max_humidity, coalesce(sum(humidity::float8), 0) as sum_humidity from reading group by 1, 2) r
    where h.probe_id = r.probe_id and h.hour = r.hour
      and (h.count, h.min_c, h.max_c, h.humidities, h.min_humidity, h.max_humidity)
        is distinct from (r.count, r.min_c, r.max_c, r.humidities, r.min_humidity, r.max_humidity)`)
}
