import { newId, type AnimalRow } from '@hatch-book/contract'
import { stepNamed } from '@hatch-book/core'
import { cachedAnimals } from '../animals'
import { settle, type Transaction } from '../db/connect'
import { entryOf, writeEntries } from '../log'
import { loadShelf } from '../protocols'
import type { Actor } from '../shell/actor'

/**
 * Changes a protocol so that nobody is thrown back by it: whoever would stand on an earlier stage afterwards has reached the one it
 * stands on now, and its log says so. What is wanted of the next gate is wanted by the new figures. It is the last that a transaction writes:
 * how everybody stands after it can be looked at without judging them again.
 */
export async function keepStages(
  tx: Transaction,
  actor: Actor,
  protocolId: string,
  change: () => Promise<void>,
): Promise<void> {
  const before = new Map((await rowsOf(tx, actor, protocolId)).map(({ id, stage }) => [id, stage]))
  await change()
  settle(tx)
  const shelf = await loadShelf(tx)
  const thrownBack = (await rowsOf(tx, actor, protocolId)).flatMap((row) => {
    const stood = before.get(row.id)
    if (stood === undefined || stood === row.stage) return []
    const { stages } = shelf.of({ ...row, protocolId })
    const kept = stepNamed(stages, stood)
    return kept > stepNamed(stages, row.stage) ? [{ id: row.id, stage: stages[kept]!.name }] : []
  })
  if (thrownBack.length === 0) return
  await writeEntries(
    tx,
    actor,
    thrownBack.map(({ id, stage }) =>
      entryOf(newId(), 'stage reached', { type: 'animal', id }, new Date(actor.now).toISOString(), {
        stage,
        note: 'kept when the protocol was changed',
      }),
    ),
  )
  settle(tx)
}

/** The animals of a species as they are judged today: before a change mostly nobody has to be judged again for it. */
async function rowsOf(tx: Transaction, actor: Actor, protocolId: string): Promise<AnimalRow[]> {
  const { species } = (await loadShelf(tx)).document(protocolId)
  const rows = (await cachedAnimals(tx, actor)).map(({ row }) => JSON.parse(row) as AnimalRow)
  return rows.filter((row) => row.species === species)
}
