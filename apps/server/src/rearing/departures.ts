import type { LeavingChance, Protocol } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { JudgedAnimal } from '../animals'
import type { Transaction } from '../db/connect'
import { isOfKindAs, standsSql, isOfKind } from '../log'

/** Buyers take about a month where the book has sold too few to tell. */
export const USUAL_LAG_DAYS = 30
const USUAL_KEEP = 0.15
/** Ready by age at the earliest; meals and weight make it later for many. */
export const READY_USUALLY = 1.15
export const READY_MOST = 1.6

export interface Sales {
  sold: number
  lagDays: number
  keep: number
}
export const SALES_ENOUGH = 5

/** How long buyers took from the listing, and what share of the young that grew up here stayed. */
export async function salesSoFar(tx: Transaction): Promise<Sales> {
  const { rows } = await tx.execute<{ sold: number; lag: number | null; kept: number; raised: number }>(sql`
    select (select count(*)::int from entry e where ${isOfKind('sold')} and ${standsSql}) as sold,
      (select avg(extract(epoch from e.at - l.at) / 86400)::float8 from entry e
        cross join lateral (select max(l.at) as at from entry l where ${isOfKindAs('l', 'listed')} and l.subject_id = e.subject_id and l.at <= e.at) l
        where ${isOfKind('sold')} and l.at is not null and ${standsSql}) as lag,
      (count(*) filter (where a.purpose in ('breeder', 'holdback')))::int as kept,
      (count(*) filter (where a.purpose in ('breeder', 'holdback') or s.standing->>'presence' = 'sold'))::int as raised
    from animal a join animal_standing s on s.id = a.id where a.clutch_id is not null and not a.withdrawn`)
  const { sold, lag, kept, raised } = rows[0]!
  return {
    sold,
    lagDays: sold >= SALES_ENOUGH && lag !== null ? Math.max(3, lag) : USUAL_LAG_DAYS,
    // Two animals' worth of what is usual, so that a book without sales does not keep them all.
    keep: (kept + USUAL_KEEP * 10) / (raised + 10),
  }
}

export function leavingOf({ record, row }: JudgedAnimal, sales: Sales): LeavingChance | null {
  const { young } = record.standing
  if (row.purpose === 'breeder' || row.purpose === 'holdback' || young.kept?.keep) return null
  const decided = young.kept?.keep === false || young.reserved !== null || row.presence === 'listed'
  return leavingBy(record.protocol, sales, decided ? 0 : sales.keep)
}

export function leavingBy(protocol: Protocol, sales: Sales, keep: number): LeavingChance | null {
  const age = protocol.leaving.find((e) => e.kind === 'age')
  if (!age) return null
  const readyAgeDays = { typical: age.days * READY_USUALLY, least: age.days, most: age.days * READY_MOST }
  return { readyAgeDays, lagDays: sales.lagDays, keep }
}
