import type { AnimalPage } from '@hatch-book/contract'
import { BODY_SIZES, bodySizes, dayOfInstant, type PayloadOf } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { isOfKind, standsSql, subjectsWithMerged } from '../log'

/** Everything that was ever measured of an animal, the oldest first. */
export async function loadSizes(
  tx: Transaction,
  animalId: string,
  zone: string,
): Promise<AnimalPage['sizes']> {
  const { ids } = await subjectsWithMerged(tx, [animalId])
  const { rows } = await tx.execute<{ at: Date; payload: PayloadOf<'measured'> }>(sql`
    select e.at, e.payload from entry e
    where ${isOfKind('measured')} and e.subject_id = any(${sql.param(ids)}::uuid[]) and ${standsSql} order by e.at, e.id`)
  return rows.flatMap(({ at, payload }) =>
    bodySizes.flatMap((of) => {
      const mm = payload[BODY_SIZES[of].field]
      return mm === undefined ? [] : [{ of, mm, on: dayOfInstant(new Date(at).getTime(), zone) }]
    }),
  )
}
