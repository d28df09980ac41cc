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
    throw new BookError('already-there', `There is already a cohort called ${name}.`, [
      { field: 'name', says: 'this name is taken' },
    ])
}
