import type { Series } from '@hatch-book/contract'
import { MS_PER_HOUR, offsetAt } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { BookError } from '../shell/problems'
import type { ProbeRead } from './readings'

/** A chart is some 1200 points wide: more steps would only be drawn over each other. */
const MOST_STEPS = 1200
/** Up to this many hours the readings themselves are put together; beyond, the hours that are kept with them. */
const MOST_RAW_HOURS = 96
const MINUTE = 60_000

/**
 * A stretch of a probe's log in at most 1200 steps of equal length, each with its extremes and mean: however long the
 * stretch, no extreme is lost.
 * @throws BookError when the stretch ends before it begins
 */
export async function readSeries(
  tx: Transaction,
  { id: probeId, calibrations }: ProbeRead,
  from: number,
  to: number,
): Promise<Series> {
  if (!(to > from))
    throw new BookError('invalid', 'The stretch ends before it begins.', [
      { field: 'to', says: 'later than from' },
    ])
  const raw = to - from <= MOST_RAW_HOURS * MS_PER_HOUR
  const finest = raw ? MINUTE : MS_PER_HOUR
  const step = Math.max(1, Math.ceil((to - from) / MOST_STEPS / finest)) * finest
  const bin = (column: ReturnType<typeof sql>) =>
    sql`floor(extract(epoch from ${column})::float8 * 1000 / ${step}::float8)`
  const span = [new Date(from).toISOString(), new Date(to).toISOString()] as const
  const source = raw
    ? sql`select ${bin(sql`at`)} as bin, 1 as count, celsius as min_c, celsius as max_c, celsius as sum_c,
            (humidity is not null)::int as humidities, coalesce(humidity, 0) as sum_humidity from reading
          where probe_id = ${probeId} and at between ${span[0]}::timestamptz and ${span[1]}::timestamptz`
    : sql`select ${bin(sql`hour`)} as bin, count, min_c, max_c, sum_c, humidities, sum_humidity from reading_hour
          where probe_id = ${probeId} and hour between ${span[0]}::timestamptz - interval '59 minutes' and ${span[1]}::timestamptz`
  const { rows } = await tx.execute<{
    at: number
    n: number
    min: number
    max: number
    mean: number
    humidity: number | null
  }>(sql`
    select bin * ${step}::float8 as at, sum(count)::int as n, min(min_c) as min, max(max_c) as max,
      sum(sum_c::float8) / sum(count) as mean, sum(sum_humidity::float8) / nullif(sum(humidities), 0) as humidity
    from (${source}) s group by bin order by bin`)
  const at = rows.map((r) => Math.round(Number(r.at) + step / 2))
  const right = (celsius: number, i: number) =>
    Math.round((celsius + offsetAt(calibrations, at[i]!)) * 1000) / 1000
  return {
    stepMinutes: step / MINUTE,
    readings: rows.reduce((sum, r) => sum + r.n, 0),
    at,
    minC: rows.map((r, i) => right(r.min, i)),
    maxC: rows.map((r, i) => right(r.max, i)),
    meanC: rows.map((r, i) => right(r.mean, i)),
    humidity: rows.some((r) => r.humidity !== null)
      ? rows.map((r) => (r.humidity === null ? null : Math.round(r.humidity * 1000) / 1000))
      : [],
  }
}
