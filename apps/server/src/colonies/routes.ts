import { coloniesApi } from '@hatch-book/contract'
import type { ColonyModel } from '@hatch-book/core'
import { and, eq, inArray, sql } from 'drizzle-orm'
import { inBook, tables, type Transaction } from '../db/connect'
import { guardEntries } from '../log'
import { loadShelf, type ProtocolShelf } from '../protocols'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { colonyViews, modelIn, type BrokenColony } from './views'

/** Counts and takes speak of stages that the colony's species has. */
guardEntries('counted', async (tx, _actor, { subject, payload }) => {
  const model = await modelOf(tx, subject.id)
  const { young } = payload
  refuseStrangeStages(model, Object.keys(young))
})
guardEntries('fed off', async (tx, _actor, { subject, payload }) => {
  const { size } = payload
  if (size !== ADULTS) refuseStrangeStages(await modelOf(tx, subject.id), [size])
})

const ADULTS = 'adults'

export const colonyRoutes: BookRoutes = (app, { db }) => {
  const { colony } = tables
  serve(app, coloniesApi.list, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      const broken: BrokenColony[] = []
      return {
        today: actor.today,
        colonies: await colonyViews(tx, actor, broken),
        broken,
        species: speciesOf(await loadShelf(tx)),
      }
    })
  })
  serve(app, coloniesApi.add, (request) => {
    const { bookId } = actorOf(request)
    const draft = request.body
    return inBook(db, bookId, async (tx) => {
      const shelf = await loadShelf(tx)
      const protocolId = shelf.meant(draft.protocolId)?.id
      if (!protocolId)
        throw new BookError('invalid', 'This species is not in the book.', [
          { field: 'protocolId', says: 'choose a species' },
        ])
      if (!modelIn(shelf, protocolId))
        throw new BookError('invalid', 'This species is not kept as a colony.', [
          { field: 'protocolId', says: 'choose one that is kept as a colony' },
        ])
      const taken = await tx
        .select({ id: colony.id })
        .from(colony)
        .where(sql`lower(${colony.name}) = lower(${draft.name}) and ${colony.id} <> ${draft.id}`)
      if (taken.length > 0)
        throw new BookError('already-there', `There is already a colony called ${draft.name}.`, [
          { field: 'name', says: 'this name is taken' },
        ])
      await tx
        .insert(colony)
        .values({ bookId, ...draft, protocolId })
        .onConflictDoNothing()
      return { id: draft.id, version: 1 }
    })
  })
  serve(app, coloniesApi.change, (request) => {
    const { bookId } = actorOf(request)
    const { version, ...change } = request.body
    return inBook(db, bookId, async (tx) => {
      const [saved] = await tx
        .update(colony)
        .set({ ...change, version: version + 1 })
        .where(and(eq(colony.id, request.params.id), eq(colony.version, version)))
        .returning({ id: colony.id, version: colony.version })
      if (!saved) {
        const [there] = await tx.select().from(colony).where(eq(colony.id, request.params.id))
        throw new BookError(there ? 'stale' : 'not-found', '', undefined, there)
      }
      return saved
    })
  })
}

const speciesOf = (shelf: ProtocolShelf) =>
  shelf.rows.flatMap((r) => {
    const model = r.state === 'hidden' ? null : modelIn(shelf, r.id)
    return model ? [{ protocolId: r.id, species: model.species, celsius: model.referenceC }] : []
  })

async function modelOf(tx: Transaction, colonyId: string): Promise<ColonyModel> {
  const [row] = await tx
    .select()
    .from(tables.colony)
    .where(inArray(tables.colony.id, [colonyId]))
  return modelIn(await loadShelf(tx), row!.protocolId)!
}

function refuseStrangeStages(model: ColonyModel, names: readonly string[]): void {
  const strange = names.filter((n) => !model.stages.some((s) => s.name === n))
  if (strange.length > 0)
    throw new BookError(
      'invalid',
      `${strange.join(', ')}: no stage of the ${model.species}. It has ${model.stages.map((s) => s.name).join(', ')}.`,
      [{ field: 'young', says: `${strange[0]} is not a stage of it` }],
    )
}
