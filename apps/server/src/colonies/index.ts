import {
  Colonies,
  ColonyChange,
  ColonyDraft,
  Id,
  Saved,
  type ColonyView,
  type PayloadOf,
} from '@hatch-book/contract'
import { colonyModelOf, dayOfInstant, type ColonyModel } from '@hatch-book/core'
import { and, eq, inArray, sql } from 'drizzle-orm'
import * as v from 'valibot'
import { inBook, tables, type Transaction } from '../db/connect'
import { guardEntries, readEntries } from '../entries'
import { loadShelf, type ProtocolShelf } from '../protocols'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { announce } from '../shell/live'
import { BookError } from '../shell/problems'

/** Counts and takes speak of stages that the colony's species has. */
guardEntries('counted', async (tx, _actor, { subject, payload }) => {
  const model = await modelOf(tx, subject.id)
  const { young } = payload as PayloadOf<'counted'>
  refuseStrangeStages(model, Object.keys(young))
})
guardEntries('fed off', async (tx, _actor, { subject, payload }) => {
  const { size } = payload as PayloadOf<'fed off'>
  if (size !== ADULTS) refuseStrangeStages(await modelOf(tx, subject.id), [size])
})

const ADULTS = 'adults'
/** More counts than this tell nothing more. */
const SHOWN_ENTRIES = 500

export const colonyRoutes: BookRoutes = (app, { db }) => {
  const { colony } = tables
  app.get(
    '/api/colonies',
    { config: { permission: 'read the book' }, schema: { response: { 200: Colonies } } },
    (request) => {
      const actor = actorOf(request)
      return inBook(db, actor.bookId, (tx) => colonies(tx, actor))
    },
  )
  app.post(
    '/api/colonies',
    { config: { permission: 'decide and plan' }, schema: { body: ColonyDraft, response: { 200: Saved } } },
    (request) => {
      const { bookId } = actorOf(request)
      const draft = request.body
      return inBook(db, bookId, async (tx) => {
        const shelf = await loadShelf(tx)
        if (!shelf.rows.some((r) => r.id === draft.protocolId))
          throw new BookError('invalid', 'This species is not in the book.', [
            { field: 'protocolId', says: 'choose a species' },
          ])
        if (!modelIn(shelf, draft.protocolId))
          throw new BookError('invalid', 'This species is not kept as a colony.', [
            { field: 'protocolId', says: 'choose one that is kept as a colony' },
          ])
        const taken = await tx
          .select({ id: colony.id })
          .from(colony)
          .where(sql`lower(${colony.name}) = lower(${draft.name}) and ${colony.id} <> ${draft.id}`)
        if (taken.length > 0)
          throw new BookError('already-there', `A colony is called ${draft.name} already.`, [
            { field: 'name', says: 'this name is taken' },
          ])
        await tx
          .insert(colony)
          .values({ bookId, ...draft })
          .onConflictDoNothing()
        await announce(tx, bookId)
        return { id: draft.id, version: 1 }
      })
    },
  )
  app.patch(
    '/api/colonies/:id',
    {
      config: { permission: 'decide and plan' },
      schema: { params: v.object({ id: Id }), body: ColonyChange, response: { 200: Saved } },
    },
    (request) => {
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
        await announce(tx, bookId)
        return saved
      })
    },
  )
}

async function colonies(tx: Transaction, actor: Actor): Promise<v.InferOutput<typeof Colonies>> {
  const shelf = await loadShelf(tx)
  const rows = await tx
    .select()
    .from(tables.colony)
    .where(eq(tables.colony.withdrawn, false))
    .orderBy(tables.colony.name)
  const views: ColonyView[] = []
  for (const row of rows) {
    const model = modelIn(shelf, row.protocolId)!
    const entries = (
      await readEntries(tx, { subjectIds: [row.id], limit: SHOWN_ENTRIES, reader: actor.member.id })
    ).filter((e) => !e.struckBy && e.kind !== 'struck')
    const document = shelf.document(row.protocolId)
    views.push({
      ...{ id: row.id, version: row.version, name: row.name, bins: row.bins, celsius: row.celsius, model },
      species: model.species,
      cautions: String(document.figures['cautions.words']?.value ?? ''),
      counts: entries.flatMap((e) => {
        if (e.kind !== 'counted') return []
        const { young, females, males, how } = e.payload as PayloadOf<'counted'>
        const all = [...model.stages.slice(1).flatMap((s) => young[s.name] ?? []), ...[females, males]]
        const sum = all.reduce((a, x) => a + x.count, 0)
        // Errors of single counts are independent of each other: they add up as squares.
        const below = Math.hypot(...all.map((x) => x.count - x.low))
        const above = Math.hypot(...all.map((x) => x.high - x.count))
        return {
          ...{ entryId: e.id, on: dayOfInstant(Date.parse(e.at), actor.book.zone), how, by: e.by },
          young: model.stages.map((s) => young[s.name]?.count ?? 0),
          ...{ females: females.count, males: males.count },
          ...{ low: sum - below, high: sum + above },
        }
      }),
      taken: entries.flatMap((e) => {
        if (e.kind !== 'fed off') return []
        const { size, count } = e.payload as PayloadOf<'fed off'>
        return { on: dayOfInstant(Date.parse(e.at), actor.book.zone), size, count }
      }),
    })
  }
  const species = shelf.rows.flatMap((r) => {
    const model = modelIn(shelf, r.id)
    return model ? [{ protocolId: r.id, species: model.species, celsius: model.referenceC }] : []
  })
  return { today: actor.today, colonies: views, species }
}

const modelIn = (shelf: ProtocolShelf, protocolId: string): ColonyModel | null =>
  colonyModelOf(shelf.document(protocolId))

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
