import { speciesApi, type SpeciesChange } from '@hatch-book/contract'
import { counted } from '@hatch-book/core'
import { and, eq } from 'drizzle-orm'
import type * as v from 'valibot'
import { judgeAnimals } from '../animals'
import { inBook, tables, type Transaction } from '../db/connect'
import { onTrial } from '../db/trial'
import { loadShelf, refuseTakenName, takeFromLibrary } from '../protocols'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { BookError } from '../shell/problems'
import { serve } from '../shell/serve'
import { correctedOf, correctedTogether, writeSpecies } from './correct'
import { countSpecies, keptSpecies } from './kept'
import { mergeSpecies, ofSpecies } from './merge'

const OK = { ok: true as const }

/** The species of a book: which are kept, what they are called, and of which an animal is. */
export const speciesRoutes: BookRoutes = (app, { db }) => {
  serve(app, speciesApi.kept, (request) => {
    const actor = actorOf(request)
    return inBook(
      db,
      actor.bookId,
      async (tx) => ({ today: actor.today, species: await keptSpecies(tx, actor) }),
      { reads: true },
    )
  })

  serve(app, speciesApi.take, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      const { species } = request.body
      const ids = new Map(species.map(({ id, latin }) => [latin, id]))
      await takeFromLibrary(
        tx,
        actor,
        species.map((s) => s.latin),
        (latin) => ids.get(latin)!,
      )
      return OK
    })
  })

  serve(app, speciesApi.change, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      await changeSpecies(tx, request.params.id, request.body)
      return OK
    })
  })

  serve(app, speciesApi.remove, (request) => {
    const actor = actorOf(request)
    const { id } = request.params
    return inBook(db, actor.bookId, async (tx) => {
      const species = await keptHere(tx, id)
      if ((await countSpecies(tx)).get(id)!.used)
        throw new BookError(
          'depended-on',
          `There are records of ${species.species} in this book, so it cannot be removed. Hide it instead.`,
        )
      await setOn(tx, id, request.body.version, { state: 'removed' })
      return OK
    })
  })

  serve(app, speciesApi.tryMerge, async (request) => {
    const actor = actorOf(request)
    const { fromId, intoId } = request.query
    return onTrial(db, actor.bookId, async (tx) => {
      const { animals, cohorts, colonies } = await ofSpecies(tx, fromId)
      const before = await judgeAnimals(tx, actor, animals)
      await mergeSpecies(tx, actor, fromId, intoId)
      return { ...correctedOf(before, await judgeAnimals(tx, actor, animals)), cohorts, colonies }
    })
  })

  serve(app, speciesApi.merge, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      await mergeSpecies(tx, actor, request.params.id, request.body.intoId)
      return OK
    })
  })

  serve(app, speciesApi.tryCorrection, (request) => {
    const actor = actorOf(request)
    return onTrial(db, actor.bookId, async (tx) => {
      const { ids, protocolId } = await correctedTogether(tx, request.query)
      const before = await judgeAnimals(tx, actor, ids)
      await writeSpecies(tx, actor, ids, protocolId)
      return correctedOf(before, await judgeAnimals(tx, actor, ids))
    })
  })

  serve(app, speciesApi.correct, (request) => {
    const actor = actorOf(request)
    const { together } = request.body
    return inBook(db, actor.bookId, async (tx) => {
      const { ids, protocolId } = await correctedTogether(tx, request.body)
      const seen = await judgeAnimals(tx, actor, ids)
      if (seen.length !== together)
        throw new BookError(
          'stale',
          `This now corrects ${counted(seen.length, 'animal')}, not ${together}. Check them again before you save.`,
        )
      await writeSpecies(tx, actor, ids, protocolId)
      return OK
    })
  })
}

async function keptHere(tx: Transaction, id: string) {
  const species = (await loadShelf(tx)).rows.find((row) => row.id === id)
  if (!species) throw new BookError('not-found', 'This species is not in the book.')
  return species
}

async function changeSpecies(
  tx: Transaction,
  id: string,
  { version, species, latin, hidden }: v.InferOutput<typeof SpeciesChange>,
): Promise<void> {
  await keptHere(tx, id)
  await refuseTakenName(tx, id, species)
  await setOn(tx, id, version, { species, latin, state: hidden ? 'hidden' : 'kept' })
}

async function setOn(
  tx: Transaction,
  id: string,
  version: number,
  change: Partial<typeof tables.protocol.$inferInsert>,
): Promise<void> {
  const { protocol } = tables
  const changed = await tx
    .update(protocol)
    .set({ ...change, version: version + 1 })
    .where(and(eq(protocol.id, id), eq(protocol.version, version)))
    .returning({ id: protocol.id })
  if (changed.length === 0) throw new BookError('stale')
}
