import { sql } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { BookError } from '../shell/problems'

export async function refuseTakenName(tx: Transaction, id: string, name: string): Promise<void> {
  const { cohort } = tables
  const taken = await tx
    .select({ id: cohort.id })
    .from(cohort)
    .where(sql`lower(${cohort.name}) = lower(${name}) and ${cohort.id} <> ${id}`)
  if (taken.length > 0)
    throw new BookError('already-there', `A cohort is called ${name} already.`, [
      { field: 'name', says: 'this name is taken' },
    ])
}
