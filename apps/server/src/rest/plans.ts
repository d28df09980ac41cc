import type { RestDraft } from '@hatch-book/contract'
import { eq, inArray } from 'drizzle-orm'
import type * as v from 'valibot'
import { loadRecords, withIds } from '../animals'
import { tables, type Transaction } from '../db/connect'
import { loadShelf } from '../protocols'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import { refuseMixing } from './mixing'
import type { PlanRow, RestRow } from './view'

const { protocol, rest, restPlan } = tables

/** A plan as stored; refused when it is not there, or when it was changed meanwhile. */
export async function planRow(tx: Transaction, id: string, version?: number): Promise<PlanRow> {
  const [row] = await tx.select().from(restPlan).where(eq(restPlan.id, id)).for('update')
  if (!row) throw new BookError('not-found', 'This plan is not in the book.')
  if (version !== undefined && row.version !== version)
    throw new BookError('stale', 'Somebody changed this plan meanwhile.', [], row)
  return row
}

export async function restRow(tx: Transaction, id: string, version: number): Promise<RestRow> {
  const [row] = await tx.select().from(rest).where(eq(rest.id, id)).for('update')
  if (!row) throw new BookError('not-found', 'This rest is not in the book.')
  if (row.version !== version) throw new BookError('stale', 'Somebody changed this rest meanwhile.', [], row)
  return row
}

/** Puts animals and batches into a plan; each is one or the other, and an animal's species must have a rest. */
export async function addRests(
  tx: Transaction,
  actor: Actor,
  planId: string,
  drafts: readonly v.InferOutput<typeof RestDraft>[],
): Promise<void> {
  const shelf = await loadShelf(tx)
  const ids = drafts.flatMap((d) => d.animalId ?? [])
  const records = new Map(
    (ids.length > 0 ? await loadRecords(tx, withIds(ids), shelf) : []).map((r) => [r.animal.id, r]),
  )
  const protocols = new Map((await tx.select().from(protocol)).map((p) => [p.id, p]))
  const there = new Set(
    ids.length > 0
      ? (
          await tx
            .select({ id: rest.animalId, planId: rest.planId })
            .from(rest)
            .where(inArray(rest.animalId, ids))
        ).flatMap((r) => (r.planId === planId ? (r.id ?? []) : []))
      : [],
  )
  const rows = drafts.flatMap((draft, i) => {
    const field = (says: string) => [{ field: `rests.${i}`, says }]
    if ((draft.animalId === null) === (draft.batch === null))
      throw new BookError('invalid', 'A rest is of an animal or of a batch.', field('an animal or a batch'))
    if (draft.animalId) {
      const record = records.get(draft.animalId)
      if (!record) throw new BookError('not-found', 'An animal of this plan is not in the book.')
      if (!record.protocol.rest)
        throw new BookError(
          'invalid',
          `${record.animal.tag}: a ${record.protocol.species} has no rest in its protocol.`,
          field('this species does not rest'),
        )
      if (there.has(draft.animalId)) return []
      return [{ ...draft, protocolId: record.animal.protocolId }]
    }
    const by = draft.protocolId ? protocols.get(draft.protocolId) : undefined
    if (!by)
      throw new BookError('invalid', 'Say whose protocol the batch goes by.', field('choose a species'))
    if (shelf.document(by.id).keptAs === 'colonies')
      throw new BookError(
        'invalid',
        `A colony of ${by.species} does not rest.`,
        field('this species does not rest'),
      )
    return [{ ...draft, protocolId: by.id }]
  })
  if (rows.length > 0)
    await tx.insert(rest).values(rows.map((row) => ({ ...row, bookId: actor.bookId, planId, moved: {} })))
  for (const unitId of new Set(rows.flatMap((r) => r.unitId ?? [])))
    await refuseMixing(
      tx,
      actor,
      unitId,
      rows.filter((r) => r.unitId === unitId).map((r) => r.id),
    )
}
