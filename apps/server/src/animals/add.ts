import type { AnimalChange, AnimalDraft } from '@hatch-book/contract'
import { newId } from '@hatch-book/contract'
import {
  hatchSpan,
  instantOfDay,
  NO_GENES,
  readLook,
  saidOfTrait,
  type Day,
  type DaySpan,
  type PayloadOf,
} from '@hatch-book/core'
import type * as v from 'valibot'
import { tables, type Transaction } from '../db/connect'
import { entryOf, refresh, writeEntries } from '../log'
import { loadGenes, loadShelf } from '../protocols'
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

/** Nobody comes before they hatched, nor has come tomorrow. */
function refuseEarlyArrival({ arrived }: AnimalDraft, hatched: DaySpan | null, today: Day): void {
  if (arrived === null) return
  const says =
    arrived > today
      ? 'this day is in the future'
      : hatched && arrived < hatched.from
        ? 'that is before it hatched'
        : null
  if (says)
    throw new BookError('invalid', `It did not come on ${arrived}: ${says}.`, [{ field: 'arrived', says }])
}

/** What is said of the look and genes of a new animal, by the genes of its species in this book. */
async function readSaidLook(
  tx: Transaction,
  protocolId: string,
  said: string,
): Promise<PayloadOf<'trait'>[]> {
  const genes = (await loadGenes(tx, [protocolId])).get(protocolId)?.genes ?? NO_GENES
  const { parts, unread } = readLook(said, genes)
  if (unread.length > 0)
    throw new BookError('invalid', 'Its look could not be read. Nothing was written.', [
      { field: 'look', says: unread.map((u) => u.says).join('. ') },
    ])
  return parts.map(saidOfTrait)
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
  refuseEarlyArrival(draft, hatched, actor.today)
  const look = await readSaidLook(tx, protocolId, draft.look)
  const { id, tag, name, form, line, damId, sireId, purpose, origin, note } = draft
  await tx.insert(tables.animal).values({
    ...{ bookId: actor.bookId, id, tag, name, protocolId, form, line, damId, sireId, purpose, origin, note },
    hatchFact: draft.hatched,
    hatchedFrom: hatched?.from ?? null,
    hatchedTo: hatched?.to ?? null,
  })
  await refuseTwoRoles(tx, [damId, sireId])
  const at = new Date(actor.now).toISOString()
  const subject = { type: 'animal' as const, id }
  const { zone } = actor.book
  await writeEntries(tx, actor, [
    ...(draft.arrived
      ? [
          {
            ...entryOf(
              newId(),
              'noted',
              subject,
              new Date(instantOfDay(draft.arrived, zone, 12)).toISOString(),
              {
                text: 'Arrived',
              },
            ),
            precision: 'day' as const,
          },
        ]
      : []),
    ...(draft.sex !== 'unknown'
      ? [
          entryOf(newId(), 'sexed', subject, at, {
            sex: draft.sex,
            certainty: draft.sexCertainty,
            method: 'as brought in',
          }),
        ]
      : []),
    ...look.map((said) => entryOf(newId(), 'trait', subject, at, said)),
    ...(draft.placeId ? [entryOf(newId(), 'moved', subject, at, { placeId: draft.placeId })] : []),
    ...(draft.grams
      ? [entryOf(newId(), 'weighed', subject, at, { grams: draft.grams, context: 'not said' as const })]
      : []),
  ])
  await refresh(tx, actor.bookId, [subject])
}
