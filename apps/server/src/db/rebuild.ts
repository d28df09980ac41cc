import { tables, inBook, type Database, type Transaction } from './connect'
import { refresh } from '../log'
import { rebuildHours, tellOfEarlier } from '../climate'

/**
 * Computes everything that is kept beside the log again from the log: where animals stand, the fates of eggs, set points, the
 * hours of the probes; what hatched clutches tell is worked out when it is next asked for.
 * Run on an untouched book it changes nothing.
 * @returns how many subjects were folded
 */
export const rebuildBook = (db: Database, bookId: string): Promise<number> =>
  inBook(db, bookId, (tx) => rebuildIn(tx, bookId))

/** The same within a transaction that is open already. */
export async function rebuildIn(tx: Transaction, bookId: string): Promise<number> {
  const subjects = []
  for (const type of ['animal', 'clutch', 'place'] as const) {
    const rows = await tx.select({ id: tables[type].id }).from(tables[type])
    subjects.push(...rows.map(({ id }) => ({ type, id })))
  }
  await refresh(tx, bookId, subjects)
  await rebuildHours(tx, bookId)
  await tellOfEarlier(tx)
  return subjects.length
}
