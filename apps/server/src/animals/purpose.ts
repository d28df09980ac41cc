import { purposeFault, type Purpose } from '@hatch-book/core'
import type { Transaction } from '../db/connect'
import { BookError } from '../shell/problems'
import { loadRecords, withIds } from './records'

/** Refuses a purpose that the defects of an animal bar: what follows from them is not a matter of mood. */
export async function refuseBarredPurpose(
  tx: Transaction,
  ids: readonly string[],
  purpose: Purpose,
): Promise<void> {
  for (const { animal, standing } of await loadRecords(tx, withIds(ids))) {
    const fault = animal.purpose === purpose ? null : purposeFault(purpose, standing.young.defects)
    if (fault)
      throw new BookError('invalid', `${animal.tag} cannot be kept as ${purpose}: ${fault}.`, [
        { field: 'purpose', says: fault },
      ])
  }
}
