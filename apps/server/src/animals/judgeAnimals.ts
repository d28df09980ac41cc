import { eq } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { loadShelf } from '../protocols'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import { inTurns } from '../shell/turns'
import { growthOfTheLight } from './growth'
import { judgeAnimal, type JudgedAnimal } from './judge'
import { loadRecords, loadSurroundings, withIds, type AnimalRecord, type Surroundings } from './records'

/** What animals are judged from, whatever the day. */
export interface Judgeable {
  records: AnimalRecord[]
  surroundings: Surroundings
}

/** All of the book's animals with what they are judged from, or those named. */
export async function loadJudgeable(
  tx: Transaction,
  actor: Actor,
  ids?: readonly string[],
): Promise<Judgeable> {
  const records = await loadRecords(tx, ids && withIds(ids))
  return { records, surroundings: await loadSurroundings(tx, actor.book.zone, ids && records) }
}

/** Judges animals for the actor's day. */
export async function judgeLoaded(
  tx: Transaction,
  actor: Actor,
  { records, surroundings }: Judgeable,
): Promise<JudgedAnimal[]> {
  const growth = await growthOfTheLight(tx, records, actor.book.zone, actor.today)
  return inTurns(records, (record) =>
    judgeAnimal(record, surroundings, actor.book, actor.today, growth.get(record.animal.id)?.fit ?? null),
  )
}

/** Loads and judges animals for the actor's day; all of the book's, or those named. */
export const judgeAnimals = async (
  tx: Transaction,
  actor: Actor,
  ids?: readonly string[],
): Promise<JudgedAnimal[]> => judgeLoaded(tx, actor, await loadJudgeable(tx, actor, ids))

/** @throws BookError in words where it is not in the book, or cannot be judged */
export async function judgeOne(tx: Transaction, actor: Actor, id: string): Promise<JudgedAnimal> {
  const [judged] = await judgeAnimals(tx, actor, [id])
  if (judged) return judged
  const [there] = await tx.select().from(tables.animal).where(eq(tables.animal.id, id))
  // Of one whose protocol is broken, why it cannot be judged is said, and not that it is not there.
  if (there && !there.withdrawn) (await loadShelf(tx)).of(there)
  throw new BookError('not-found', 'This animal is not in the book.')
}
