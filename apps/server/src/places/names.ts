import { and, eq, sql } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { BookError } from '../shell/problems'

/**
 * Refuses a name that another place beside it has, in whatever case: labels and the slate tell places by their names.
 * @throws BookError at the field `name`
 */
export async function checkNameIsFree(tx: Transaction, name: string, parentId: string | null): Promise<void> {
  const { place } = tables
  const beside = parentId ? eq(place.parentId, parentId) : sql`${place.parentId} is null`
  const [same] = await tx
    .select({ id: place.id })
    .from(place)
    .where(and(sql`lower(${place.name}) = lower(${name})`, beside))
  if (same)
    throw new BookError('invalid', `There is a place called ${name} already. Nothing was built.`, [
      { field: 'name', says: 'this name is taken' },
    ])
}
