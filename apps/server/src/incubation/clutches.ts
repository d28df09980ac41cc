import { eq } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import { studyClutches, type ClutchRow, type ClutchStudy } from './view'

/** The clutches of the book that are not taken back, newest first. */
export async function loadClutches(tx: Transaction): Promise<ClutchRow[]> {
  const rows = await tx.select().from(tables.clutch).where(eq(tables.clutch.withdrawn, false))
  return rows.sort((a, b) => b.foundAt.getTime() - a.foundAt.getTime())
}

export async function studyOne(tx: Transaction, actor: Actor, id: string): Promise<ClutchStudy> {
  const [study] = await studyClutches(
    tx,
    actor,
    await tx.select().from(tables.clutch).where(eq(tables.clutch.id, id)),
    { ended: true },
  )
  if (!study) throw new BookError('not-found', 'This clutch is not in the book.')
  return study
}
