import { eq } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { loadShelf } from '../protocols'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import { inTurns } from '../shell/turns'
import { growthOfTheLight } from './growth'
import { judgeAnimal, type JudgedAnimal } from './judge'
import { loadRecords, loadSurroundings, withIds } from './records'

/** Loads and judges animals for the actor's day; all of the book's, or those named. */
export async function judgeAnimals(
  tx: Transaction,
  actor: Actor,
  ids?: readonly string[],
): Promise<JudgedAnimal[]> {
  const records = await loadRecords(tx, ids && withIds(ids))
  const surroundings = await loadSurroundings(tx, actor.book.zone, ids && records)
  const growth = await growthOfTheLight(tx, records, actor.book.zone, actor.today)
  return inTurns(records, (record) =>
    judgeAnimal(
      record,
      surroundings,
      actor.book.zone,
      actor.today,
      growth.get(record.animal.id)?.fit ?? null,
    ),
  )
}

/** @throws BookError in words where it is not in the book, or cannot be judged */
export async function judgeOne(tx: Transaction, actor: Actor, id: string): Promise<JudgedAnimal> {
  const [judged] = await judgeAnimals(tx, actor, [id])
  if (judged) return judged
  const [there] = await tx.select().from(tables.animal).where(eq(tables.animal.id, id))
  // Of one whose protocol is broken, why it cannot be judged is said, and not that it is not there.
  if (there && !there.withdrawn) (await loadShelf(tx)).of(there)
  throw new BookError('not-found', 'This animal is not in the book.')
}
