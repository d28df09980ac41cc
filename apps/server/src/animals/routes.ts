import type { AnimalChange, AnimalDraft } from '@hatch-book/contract'
import { animalsApi, newId } from '@hatch-book/contract'
import { hatchSpan, type DaySpan } from '@hatch-book/core'
import { and, eq } from 'drizzle-orm'
import type * as v from 'valibot'
import { inBook, tables, type Transaction } from '../db/connect'
import { entryOf, refresh, writeEntries } from '../entries'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { sendJson, sharedAnswer } from '../shell/shared'
import { loadShelf } from '../protocols'
import { BookError } from '../shell/problems'
import { cachedAnimals } from './cachedAnimals'
import type { JudgedAnimal } from './judge'
import { judgeAnimals } from './judgeAnimals'
import { animalPage } from './page'
import { refuseBarredPurpose } from './purpose'
import { checkParents, refuseTwoRoles } from './parents'

export async function judgeOne(tx: Transaction, actor: Actor, id: string): Promise<JudgedAnimal> {
  const [judged] = await judgeAnimals(tx, actor, [id])
  if (judged) return judged
  const [there] = await tx.select().from(tables.animal).where(eq(tables.animal.id, id))
  // Of one whose protocol is broken, why it cannot be judged is said, and not that it is not there.
  if (there && !there.withdrawn) (await loadShelf(tx)).of(there)
  throw new BookError('not-found', 'This animal is not in the book.')
}

function hatchedOf(fact: v.InferOutput<typeof AnimalChange>['hatched']): DaySpan | null {
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
  if (!shelf.rows.some((p) => p.id === draft.protocolId))
    throw new BookError('invalid', 'No protocol of that species is in the book.', [
      { field: 'protocolId', says: 'choose a species' },
    ])
  const hatched = hatchedOf(draft.hatched)
  const { species, keptAs } = shelf.document(draft.protocolId)
  if (keptAs === 'colonies')
    throw new BookError('invalid', `A ${species} is kept in colonies, not by name.`, [
      { field: 'protocolId', says: 'choose a species that is kept by name' },
    ])
  await checkParents(tx, { id: draft.id, tag: draft.tag, species, hatched }, draft)
  const { id, tag, protocolId, line, damId, sireId, purpose, origin, note } = draft
  await tx.insert(tables.animal).values({
    ...{ bookId: actor.bookId, id, tag, protocolId, line, damId, sireId, purpose, origin, note },
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

export const animalRoutes: BookRoutes = (app, { db }) => {
  serve(app, animalsApi.list, async (request, reply) => {
    const actor = actorOf(request)
    // The rows were held against the contract when they were judged: they go out as they are kept.
    return sendJson(
      reply as never,
      await sharedAnswer(db, actor, 'animals', async (tx) => {
        const animals = await cachedAnimals(tx, actor)
        return `{"animals":[${animals.map((a) => a.json).join(',')}]}`
      }),
    )
  })

  serve(app, animalsApi.page, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) =>
      animalPage(tx, actor, await judgeOne(tx, actor, request.params.id)),
    )
  })

  serve(app, animalsApi.add, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      await addAnimal(tx, actor, request.body)
      return (await judgeOne(tx, actor, request.body.id)).row
    })
  })

  serve(app, animalsApi.change, (request) => {
    const actor = actorOf(request)
    const { id } = request.params
    const { version, hatched: hatchFact, ...change } = request.body
    return inBook(db, actor.bookId, async (tx) => {
      const { row } = await judgeOne(tx, actor, id)
      const hatched = hatchedOf(hatchFact)
      await checkParents(tx, { id, tag: change.tag, species: row.species, hatched }, change)
      await refuseBarredPurpose(tx, [id], change.purpose)
      const changed = await tx
        .update(tables.animal)
        .set({
          ...change,
          hatchFact,
          hatchedFrom: hatched?.from ?? null,
          hatchedTo: hatched?.to ?? null,
          version: version + 1,
        })
        .where(and(eq(tables.animal.id, id), eq(tables.animal.version, version)))
        .returning({ id: tables.animal.id })
      if (changed.length === 0)
        throw new BookError(
          'stale',
          `${row.tag} was changed since you opened it. Yours is kept here; look at theirs first.`,
          undefined,
          row,
        )
      await refuseTwoRoles(tx, [change.damId, change.sireId])
      return (await judgeOne(tx, actor, id)).row
    })
  })
}
