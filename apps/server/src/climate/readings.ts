import type { Reading } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'

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
