import type { AnimalChange, AnimalDraft } from '@hatch-book/contract'
import { newId } from '@hatch-book/contract'
import { hatchSpan, type DaySpan } from '@hatch-book/core'
import type * as v from 'valibot'
import { tables, type Transaction } from '../db/connect'
import { entryOf, refresh, writeEntries } from '../entries'
import { loadShelf } from '../protocols'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import { checkParents, refuseTwoRoles } from './parents'

export function hatchedOf(fact: v.InferOutput<typeof AnimalChange>['hatched']): DaySpan | null {
  if (!fact) return null
  try {
    return hatchSpan(fact.date, fact.precision, fact.widthDays)
  } catch (error) {
    throw new BookError('invalid', (error as Error).message, [
      { field: 'hatched', says: (error as Error).message },
    ])
  }
}

/** Adds an animal and the entries that say what is known of it on arrival. */
export async function addAnimal(tx: Transaction, actor: Actor, draft: AnimalDraft): Promise<void> {
  const shelf = await loadShelf(tx)
  // A device that was away may still name one that was made one with another meanwhile.
  const protocolId = shelf.meant(draft.protocolId)?.id
  if (!protocolId)
    throw new BookError('invalid', 'That species is not in the book.', [
      { field: 'protocolId', says: 'choose a species' },
    ])
  const hatched = hatchedOf(draft.hatched)
  const { species, keptAs } = shelf.document(protocolId)
  if (keptAs === 'colonies')
    throw new BookError('invalid', `A ${species} is kept in colonies, not individually.`, [
      { field: 'protocolId', says: 'choose a species you keep individually' },
    ])
  await checkParents(tx, { id: draft.id, tag: draft.tag, species, hatched }, draft)
  const { id, tag, form, line, damId, sireId, purpose, origin, note } = draft
  await tx.insert(tables.animal).values({
    ...{ bookId: actor.bookId, id, tag, protocolId, form, line, damId, sireId, purpose, origin, note },
    hatchFact: draft.hatched,
    hatchedFrom: hatched?.from ?? null,
    hatchedTo: hatched?.to ?? null,
  })
  await refuseTwoRoles(tx, [damId, sireId])
  const at = new Date(actor.now).toISOString()
  const subject = { type: 'animal' as const, id }
  await writeEntries(tx, actor, [
    ...(draft.sex !== 'unknown'
      ? [
          entryOf(newId(), 'sexed', subject, at, {
            sex: draft.sex,
            certainty: draft.sexCertainty,
            method: 'as brought in',
          }),
        ]
      : []),
    ...(draft.placeId ? [entryOf(newId(), 'moved', subject, at, { placeId: draft.placeId })] : []),
    ...(draft.grams
      ? [entryOf(newId(), 'weighed', subject, at, { grams: draft.grams, context: 'not said' as const })]
      : []),
  ])
  await refresh(tx, actor.bookId, [subject])
}
