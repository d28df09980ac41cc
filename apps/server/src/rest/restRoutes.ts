import type { RestPlanDraft } from '@hatch-book/contract'
import { restApi, type RestView } from '@hatch-book/contract'
import { and, eq } from 'drizzle-orm'
import type * as v from 'valibot'
import { inBook, tables, type Transaction } from '../db/connect'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { readEpisodes, reportOf } from './episodes'
import './goingIn'
import { refuseMixing } from './mixing'
import { addRests, planRow, restRow } from './plans'
import { restBook } from './restBooks'
import { viewRests } from './view'

const { rest, restPlan } = tables

/** What stops a rest as it would be saved and did not stop it before. */
function newStop(before: RestView | undefined, after: RestView | undefined): string | null {
  const stops = (view: RestView | undefined) =>
    view?.clock.consequences.filter((c) => c.severity === 'stop') ?? []
  const known = new Set(stops(before).map((c) => c.of))
  return stops(after).find((c) => !known.has(c.of))?.says ?? null
}

export const restRoutes: BookRoutes = (app, { db }) => {
  serve(app, restApi.rests, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, (tx) => restBook(tx, actor, request.query.plan))
  })

  serve(app, restApi.seasons, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => reportOf(await readEpisodes(tx, actor.book.zone)))
  })

  /** What a plan would come to, before it is saved. */
  serve(app, restApi.tryPlan, async (request) => {
    const actor = actorOf(request)
    let found: Awaited<ReturnType<typeof restBook>> | undefined
    const takeBack = new Error('only tried')
    await inBook(db, actor.bookId, async (tx) => {
      await addPlan(tx, actor, request.body)
      found = await restBook(tx, actor, request.body.id)
      throw takeBack
    }).catch((error: unknown) => {
      if (error !== takeBack) throw error
    })
    return found!
  })

  serve(app, restApi.addPlan, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      await addPlan(tx, actor, request.body)
      return { planId: request.body.id }
    })
  })

  serve(app, restApi.changePlan, (request) => {
    const actor = actorOf(request)
    const { version, anchor, add = [], ...change } = request.body
    return inBook(db, actor.bookId, async (tx) => {
      const plan = await planRow(tx, request.params.id, version)
      await tx
        .update(restPlan)
        .set({
          ...change,
          ...(anchor ? { anchorKind: anchor.kind, anchorDay: anchor.day } : {}),
          version: plan.version + 1,
        })
        .where(eq(restPlan.id, plan.id))
      if (add.length > 0) await addRests(tx, actor, plan.id, add)
      return { planId: plan.id }
    })
  })

  serve(app, restApi.changeRest, (request) => {
    const actor = actorOf(request)
    const { version, moved, ...change } = request.body
    return inBook(db, actor.bookId, async (tx) => {
      const row = await restRow(tx, request.params.id, version)
      const plan = await planRow(tx, row.planId)
      if (change.unitId) await mustBeUnit(tx, change.unitId)
      const next = {
        ...row,
        ...change,
        moved: (moved ?? row.moved) as typeof row.moved,
        version: row.version + 1,
      }
      const [before] = (await viewRests(tx, actor, plan, [row])).views
      const [after] = (await viewRests(tx, actor, plan, [next])).views
      const stop = newStop(before, after)
      if (stop) throw new BookError('gate-closed', `${after!.tag}: ${stop}. Nothing was changed.`)
      await tx.update(rest).set(next).where(eq(rest.id, row.id))
      if (change.unitId) await refuseMixing(tx, actor, change.unitId, [row.id])
      return { planId: plan.id }
    })
  })

  serve(app, restApi.assignTubs, (request) => {
    const { bookId } = actorOf(request)
    return inBook(db, bookId, async (tx) => {
      const plan = await planRow(tx, request.params.id)
      for (const { restId, tub } of request.body.tubs)
        await tx
          .update(rest)
          .set({ tub })
          .where(and(eq(rest.id, restId), eq(rest.planId, plan.id)))
      return { ok: true as const }
    })
  })
}

async function addPlan(
  tx: Transaction,
  actor: Actor,
  body: v.InferOutput<typeof RestPlanDraft>,
): Promise<void> {
  const { id, name, anchor, hemisphere, rests } = body
  const at = new Date(actor.now)
  await tx.insert(restPlan).values({
    bookId: actor.bookId,
    ...{ id, name, anchorKind: anchor.kind, anchorDay: anchor.day, hemisphere, at },
  })
  await addRests(tx, actor, id, rests)
}

async function mustBeUnit(tx: Transaction, id: string): Promise<void> {
  const [found] = await tx.select({ id: tables.unit.id }).from(tables.unit).where(eq(tables.unit.id, id))
  if (!found) throw new BookError('not-found', 'This unit is not in the book.')
}
