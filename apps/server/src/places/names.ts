import { and, sql, type SQL } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { BookError } from '../shell/problems'

/**
 * Refuses a name that one of some places has, in whatever case: labels and the slate tell places by their names.
 * @param among those that are not to be confused with it
 * @throws BookError at the field `name`
 */
export async function checkNameIsFree(tx: Transaction, name: string, among: SQL | undefined): Promise<void> {
  const { place } = tables
  const [same] = await tx
    .select({ id: place.id })
    .from(place)
    .where(and(sql`lower(${place.name}) = lower(${name})`, among))
  if (same)
    throw new BookError('invalid', `There is a place called ${name} already. Nothing was built.`, [
      { field: 'name', says: 'this name is taken' },
    ])
}
