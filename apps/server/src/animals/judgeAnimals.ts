import type { Transaction } from '../db/connect'
import type { Actor } from '../shell/actor'
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
