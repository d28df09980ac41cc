import { incubationApi, ClutchList } from '@hatch-book/contract'
import { EGG_FATES, eggEnded, eggLimitsOf, type IncubationRules } from '@hatch-book/core'
import { and, eq, sql } from 'drizzle-orm'
import { watchOver } from '../climate'
import { inBook, tables, type Transaction } from '../db/connect'
import { guardEntries, onStrike, standingEntries } from '../log'
import { loadShelf } from '../protocols'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { sendJson, sharedAnswer } from '../shell/shared'
import { sayByContract } from '../shell/validation'
import { BookError } from '../shell/problems'
import { readBatchFates } from './batches'
import { setClutch } from './found'
import { hatch } from './hatching'
import { clutchPage } from './page'
import { recountLitter, takeBackYoung } from './litters'
import { readStays } from './temperatures'
import { loadClutches, studyOne } from './clutches'
import { studyClutches } from './view'
const ENDED_FATES = EGG_FATES.filter(eggEnded)

guardEntries('egg fate', async (tx, _actor, draft) => {
  const { eggId } = draft.payload
  const [egg] = await tx
    .select()
    .from(tables.egg)
    .where(and(eq(tables.egg.id, eggId), eq(tables.egg.clutchId, draft.subject.id)))
  if (!egg) throw new BookError('not-found', 'That egg is not in this clutch.')
})

/** Whatever lies in an incubator is watched over. */
watchOver(async (tx, placeId) => {
  const [incubator] = await tx
    .select()
    .from(tables.place)
    .where(and(eq(tables.place.id, placeId), eq(tables.place.kind, 'incubator')))
  if (!incubator) return null
  const waiting = await eggsIn(tx, placeId)
  const limits = eggLimitsOf(waiting.map((w) => w.rules))
  return limits && { says: 'Eggs there', names: waiting.map((w) => w.name), limits }
})

guardEntries('clutch moved', async (tx, _actor, draft) => {
  const { boxId } = draft.payload
  const [box] = await tx.select().from(tables.place).where(eq(tables.place.id, boxId))
  if (box?.kind !== 'box')
    throw new BookError('invalid', 'Eggs lie in a box.', [{ field: 'boxId', says: 'choose a box' }])
})

/** More cannot have ended than there were: the upper end of an estimate is borne, a slip of the pen is not. */
guardEntries('batch fate', async (tx, _actor, draft) => {
  const [row] = await tx.select().from(tables.clutch).where(eq(tables.clutch.id, draft.subject.id))
  if (!row?.counted)
    throw new BookError('invalid', 'The eggs of this clutch are kept one by one.', [
      { field: 'count', says: 'say it of an egg' },
    ])
  const { ended } = (await readBatchFates(tx, [row.id]))(row.id)
  if (ended > row.counted.high)
    throw new BookError('invalid', `That makes ${ended} eggs, and there were ${row.counted.high} at most.`, [
      { field: 'count', says: `${ended} of ${row.counted.high} at most` },
    ])
})

/** A hatching struck out takes its young back, unless something was written about it since. */
onStrike('egg fate', async (tx, struck) => {
  const { animalId, fate } = struck.payload
  if (fate !== 'hatched' || !animalId) return
  const log = (await standingEntries(tx, [animalId])).get(animalId)!
  const later = log.filter((e) => e.at.getTime() > struck.at.getTime())
  const [animal] = await tx.select().from(tables.animal).where(eq(tables.animal.id, animalId))
  if (later.length > 0)
    throw new BookError(
      'depended-on',
      `${animal?.tag ?? 'The young'} has ${later.length} later entries, the last '${later.at(-1)!.kind}'. Strike those out first.`,
    )
  await tx.update(tables.animal).set({ withdrawn: true }).where(eq(tables.animal.id, animalId))
})

/** A clutch struck out goes with its eggs, a litter with its young, unless more was written about some of them. */
onStrike('clutch found', async (tx, struck) => {
  const { animal, clutch } = tables
  const [row] = await tx.select().from(clutch).where(eq(clutch.id, struck.subjectId))
  const young = await tx
    .select({ id: animal.id, tag: animal.tag })
    .from(animal)
    .where(and(eq(animal.clutchId, struck.subjectId), eq(animal.withdrawn, false)))
  if (young.length > 0 && row?.kind !== 'litter')
    throw new BookError(
      'depended-on',
      `${young.map((y) => y.tag).join(', ')} hatched from it. Strike those hatchings out first.`,
    )
  await takeBackYoung(tx, young, struck.at)
  await tx.update(clutch).set({ withdrawn: true }).where(eq(clutch.id, struck.subjectId))
})

/** The clutches that wait in an incubator, with the rules of their species. */
async function eggsIn(
  tx: Transaction,
  incubatorId: string,
): Promise<{ name: string; rules: IncubationRules }[]> {
  const { animal, clutch, egg } = tables
  const open = await tx
    .select({ clutch, dam: animal })
    .from(clutch)
    .innerJoin(animal, eq(animal.id, clutch.damId))
    .where(
      sql`not ${clutch.withdrawn} and ${clutch.boxId} is not null and (${clutch.counted} is not null or exists (
        select 1 from ${egg} where ${egg.clutchId} = ${clutch.id} and not (${egg.fate} = any(${sql.param(ENDED_FATES)}::text[]))))`,
    )
  const stays = await readStays(
    tx,
    open.map((o) => o.clutch),
  )
  const shelf = await loadShelf(tx)
  const batchOf = await readBatchFates(
    tx,
    open.flatMap((o) => (o.clutch.counted ? [o.clutch.id] : [])),
  )
  return open.flatMap(({ clutch: c, dam }) => {
    const rules = shelf.usable(dam)?.incubation
    if (c.counted && batchOf(c.id).ended >= c.counted.count) return []
    return rules && stays.get(c.id)?.at(-1)?.incubator?.id === incubatorId ? [{ name: c.name, rules }] : []
  })
}

export const incubationRoutes: BookRoutes = (app, { db }) => {
  serve(app, incubationApi.list, async (request, reply) => {
    const actor = actorOf(request)
    return sendJson(
      reply as never,
      await sharedAnswer(db, actor, incubationApi.list, {}, async (tx) =>
        sayByContract(ClutchList, {
          clutches: (await studyClutches(tx, actor, await loadClutches(tx))).map((s) => s.view),
        }),
      ),
    )
  })
  serve(app, incubationApi.page, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) =>
      clutchPage(tx, actor, await studyOne(tx, actor, request.params.id)),
    )
  })
  serve(app, incubationApi.found, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      await setClutch(tx, actor, request.body)
      return clutchPage(tx, actor, await studyOne(tx, actor, request.body.id))
    })
  })
  serve(app, incubationApi.hatch, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      const { id } = request.params
      // Of two devices that hatch the same egg the second finds what the first wrote.
      const [clutch] = await tx.select().from(tables.clutch).where(eq(tables.clutch.id, id)).for('update')
      if (!clutch) throw new BookError('not-found', 'This clutch is not in the book.')
      const eggs = await tx.select().from(tables.egg).where(eq(tables.egg.clutchId, id))
      return hatch(tx, actor, { clutch, eggs }, request.body)
    })
  })

  serve(app, incubationApi.recount, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      const { id } = request.params
      const [clutch] = await tx.select().from(tables.clutch).where(eq(tables.clutch.id, id)).for('update')
      if (!clutch || clutch.withdrawn) throw new BookError('not-found', 'This litter is not in the book.')
      await recountLitter(tx, actor, clutch, request.body)
      return clutchPage(tx, actor, await studyOne(tx, actor, id))
    })
  })
  serve(app, incubationApi.placeEggs, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      const { id } = request.params
      const { cells } = request.body
      const { view, eggs } = await studyOne(tx, actor, id)
      const most = view.box?.grid ? view.box.grid.rows * view.box.grid.columns : 400
      const next = new Map(eggs.map((e) => [e.id, e.cell]))
      for (const { eggId, cell } of cells) {
        if (!next.has(eggId)) throw new BookError('not-found', 'That egg is not in this clutch.')
        if (cell !== null && cell >= most)
          throw new BookError('invalid', `${view.box!.name} has ${most} places.`, [
            { field: 'cells', says: 'beyond the box' },
          ])
        next.set(eggId, cell)
      }
      const placed = [...next.values()].filter((c) => c !== null)
      if (new Set(placed).size < placed.length)
        throw new BookError('invalid', 'Two eggs cannot lie in one place.', [
          { field: 'cells', says: 'two eggs in one place' },
        ])
      for (const { eggId, cell } of cells)
        await tx.update(tables.egg).set({ cell }).where(eq(tables.egg.id, eggId))
      return { ok: true as const }
    })
  })
}
