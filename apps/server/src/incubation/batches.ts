import { eggEnded, type EggFate, type Instant } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { standsSql, carried, isOfKind } from '../log'

/** What has become of eggs that are counted and not kept one by one. */
export interface BatchFates {
  /** How many of each fate. */
  counts: Partial<Record<EggFate, number>>
  /** How many are waited for no more. */
  ended: number
  hatches: { at: Instant; count: number }[]
  /** When the last that ended did; null while none has. */
  lastAt: Instant | null
}

const NOTHING_YET: BatchFates = { counts: {}, ended: 0, hatches: [], lastAt: null }
/** So many hatches of one word say as much of the day as more would. */
const MOST_SAID = 20

/** The batches of some clutches, by their ids; those of which nothing was said yet have no fates. */
export async function readBatchFates(
  tx: Transaction,
  clutchIds: readonly string[],
): Promise<(clutchId: string) => BatchFates> {
  if (clutchIds.length === 0) return () => NOTHING_YET
  const { rows } = await tx.execute<{ id: string; fate: EggFate; at: Date; count: number }>(sql`
    select e.subject_id as id, ${carried('batch fate', 'fate')} as fate, e.at, (${carried('batch fate', 'count')})::int as count from entry e
    where ${isOfKind('batch fate')} and e.subject_id = any(${sql.param([...clutchIds])}::uuid[]) and ${standsSql} order by e.at`)
  const found = new Map<string, BatchFates>()
  for (const { id, fate, at, count } of rows) {
    const before = found.get(id) ?? NOTHING_YET
    const when = new Date(at).getTime()
    found.set(id, {
      counts: { ...before.counts, [fate]: (before.counts[fate] ?? 0) + count },
      ended: before.ended + (eggEnded(fate) ? count : 0),
      hatches: fate === 'hatched' ? [...before.hatches, { at: when, count }] : before.hatches,
      lastAt: eggEnded(fate) ? when : before.lastAt,
    })
  }
  return (id) => found.get(id) ?? NOTHING_YET
}

/** When eggs of a batch hatched, one instant an egg, as far as more of them say more. */
export const hatchesOf = ({ hatches }: BatchFates): Instant[] =>
  hatches.flatMap(({ at, count }) => new Array<Instant>(Math.min(count, MOST_SAID)).fill(at))
