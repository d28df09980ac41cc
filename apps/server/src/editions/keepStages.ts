import { newId } from '@hatch-book/contract'
import { stepNamed, type Stage } from '@hatch-book/core'
import { eq } from 'drizzle-orm'
import { judgeAnimal, loadRecords, loadSurroundings } from '../animals'
import { tables, type Transaction } from '../db/connect'
import { entryOf, writeEntries } from '../entries'
import type { Actor } from '../shell/actor'

/**
 * Changes a protocol so that nobody is thrown back by it: whoever would stand on an earlier stage afterwards has reached the one it
 * stands on now, and its log says so. What is wanted of the next gate is wanted by the new figures.
 */
export async function keepStages(
  tx: Transaction,
  actor: Actor,
  protocolId: string,
  change: () => Promise<void>,
): Promise<void> {
  const before = await stagesOf(tx, actor, protocolId)
  await change()
  const thrownBack = [...(await stagesOf(tx, actor, protocolId))].flatMap(([id, { step, stages }]) => {
    const stood = before.get(id)
    const kept = stood ? stepNamed(stages, stood.name) : -1
    return kept > step ? [{ id, stage: stages[kept]!.name }] : []
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
}

/** On which stage each animal of a protocol stands, and the stages there are for it. */
async function stagesOf(
  tx: Transaction,
  actor: Actor,
  protocolId: string,
): Promise<Map<string, { name: string; step: number; stages: readonly Stage[] }>> {
  const records = await loadRecords(tx, eq(tables.animal.protocolId, protocolId))
  const surroundings = await loadSurroundings(tx, actor.book.zone)
  return new Map(
    records.map((record) => {
      const { stage } = judgeAnimal(record, surroundings, actor.book.zone, actor.today)
      const { stages } = record.protocol
      return [record.animal.id, { name: stage.stage.name, step: stage.step, stages }]
    }),
  )
}
