import {
  Id,
  Ok,
  RestBook,
  RestPatch,
  RestPlanDraft,
  RestPlanPatch,
  RestQuery,
  RestSaved,
  SeasonReport,
  TubAssignments,
  type RestPlanView,
  type RestView,
} from '@hatch-book/contract'
import { addDays, dayOfInstant, type Day } from '@hatch-book/core'
import { and, asc, desc, eq, sql } from 'drizzle-orm'
import * as v from 'valibot'
import { inBook, tables, type Transaction } from '../db/connect'
import { guardEntries } from '../entries'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { announce } from '../shell/live'
import { BookError } from '../shell/problems'
import { curvesOf, readEpisodes, reportOf } from './episodes'
import { addRests, planRow, restRow } from './plans'
import { windowOf } from './restLog'
import { viewRests, type PlanRow } from './view'

const { rest, restPlan } = tables
const WithId = v.object({ id: Id })

const planView = (plan: PlanRow, rests: number): RestPlanView => ({
  id: plan.id,
  version: plan.version,
  name: plan.name,
  anchor: { kind: plan.anchorKind, day: plan.anchorDay },
  hemisphere: plan.hemisphere,
  rests,
})

const restsOf = (tx: Transaction, planId: string) =>
  tx
    .select()
    .from(rest)
    .where(and(eq(rest.planId, planId), eq(rest.withdrawn, false)))
    .orderBy(asc(rest.id))

/** The plan that today lies in, or the latest. */
function currentPlan(plans: readonly PlanRow[], today: Day): PlanRow | undefined {
  const reach = (p: PlanRow) => addDays(p.anchorDay, p.anchorKind === 'pairing' ? 60 : 240)
  return [...plans].reverse().find((p) => reach(p) >= today) ?? plans[0]
}

async function restBook(tx: Transaction, actor: Actor, wanted: string | undefined) {
  const plans = await tx
    .select()
    .from(restPlan)
    .where(eq(restPlan.withdrawn, false))
    .orderBy(desc(restPlan.anchorDay))
  const { rows } = await tx.execute<{ plan_id: string; n: number }>(
    sql`select plan_id, count(*)::int as n from rest where not withdrawn group by plan_id`,
  )
  const counts = new Map(rows.map((r) => [r.plan_id, r.n]))
  const plan = wanted ? plans.find((p) => p.id === wanted) : currentPlan(plans, actor.today)
  if (wanted && !plan) throw new BookError('not-found', 'This plan is not in the book.')
  const others = curvesOf(await readEpisodes(tx, actor.book.zone))
  const { views, rules } = plan
    ? await viewRests(tx, actor, plan, await restsOf(tx, plan.id), { others })
    : { views: [], rules: {} }
  return {
    today: actor.today,
    plans: plans.map((p) => planView(p, counts.get(p.id) ?? 0)),
    plan: plan ? planView(plan, counts.get(plan.id) ?? 0) : null,
    rests: views.sort(
      (a, b) => a.species.localeCompare(b.species) || a.tag.localeCompare(b.tag, 'en', { numeric: true }),
    ),
    rules,
    cameThrough: others,
  }
}

/** All rests of the plan that today lies in. */
export async function currentRests(tx: Transaction, actor: Actor): Promise<RestView[]> {
  const plans = await tx
    .select()
    .from(restPlan)
    .where(eq(restPlan.withdrawn, false))
    .orderBy(desc(restPlan.anchorDay))
  const plan = currentPlan(plans, actor.today)
  return plan ? (await viewRests(tx, actor, plan, await restsOf(tx, plan.id))).views : []
}

/** Rests of today's plan that are still to come or under way: when they begin, warm, and are warm. */
export async function plannedRests(
  tx: Transaction,
  actor: Actor,
): Promise<{ animalId: string; from: Day; to: Day; warm: Day }[]> {
  return (await currentRests(tx, actor)).flatMap(({ animalId, held, subject, diedOn, clock: { edges } }) =>
    animalId && !held && !subject.warmedOn && !diedOn && edges['step up'] >= actor.today
      ? [{ animalId, from: edges['step down'], to: edges['step up'], warm: edges['full warmth'] }]
      : [],
  )
}

/** What stops a rest as it would be saved and did not stop it before. */
function newStop(before: RestView | undefined, after: RestView | undefined): string | null {
  const stops = (view: RestView | undefined) =>
    view?.clock.consequences.filter((c) => c.severity === 'stop') ?? []
  const known = new Set(stops(before).map((c) => c.of))
  return stops(after).find((c) => !known.has(c.of))?.says ?? null
}

/** Whoever is in a plan goes in only when its gates are open, or a keeper has decided otherwise. */
guardEntries('rest began', async (tx, actor, draft) => {
  const planned = await tx
    .select()
    .from(rest)
    .innerJoin(restPlan, eq(restPlan.id, rest.planId))
    .where(and(eq(rest.animalId, draft.subject.id), eq(rest.withdrawn, false), eq(restPlan.withdrawn, false)))
  const day = dayOfInstant(Date.parse(draft.at), actor.book.zone)
  for (const { rest: row, rest_plan: plan } of planned) {
    const season = windowOf({ kind: plan.anchorKind, day: plan.anchorDay })
    if (day < season.from || day > season.to) continue
    const [view] = (await viewRests(tx, actor, plan, [row], { ignoring: new Set([draft.id]) })).views
    if (!view || view.subject.wentInOn || !view.held) continue
    const because = view.eligibility.reasons
      .filter((r) => r.standing === 'fails' || r.standing === 'unknown')
      .map((r) => r.note || r.says)
    throw new BookError(
      'gate-closed',
      `${view.tag} is held back: ${because.join('; ') || view.overruled?.reason || 'by decision'}.`,
    )
  }
})

export const restRoutes: BookRoutes = (app, { db }) => {
  app.get(
    '/api/rests',
    {
      config: { permission: 'read the book' },
      schema: { querystring: RestQuery, response: { 200: RestBook } },
    },
    (request) => {
      const actor = actorOf(request)
      return inBook(db, actor.bookId, (tx) => restBook(tx, actor, request.query.plan))
    },
  )

  app.get(
    '/api/rests/seasons',
    { config: { permission: 'read the book' }, schema: { response: { 200: SeasonReport } } },
    (request) => {
      const actor = actorOf(request)
      return inBook(db, actor.bookId, async (tx) => reportOf(await readEpisodes(tx, actor.book.zone)))
    },
  )

  /** What a plan would come to, before it is saved. */
  app.post(
    '/api/rest-plans/trial',
    {
      config: { permission: 'decide and plan' },
      schema: { body: RestPlanDraft, response: { 200: RestBook } },
    },
    async (request) => {
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
    },
  )

  app.post(
    '/api/rest-plans',
    {
      config: { permission: 'decide and plan' },
      schema: { body: RestPlanDraft, response: { 200: RestSaved } },
    },
    (request) => {
      const actor = actorOf(request)
      return inBook(db, actor.bookId, async (tx) => {
        await addPlan(tx, actor, request.body)
        await announce(tx, actor.bookId)
        return { planId: request.body.id }
      })
    },
  )

  app.patch(
    '/api/rest-plans/:id',
    {
      config: { permission: 'decide and plan' },
      schema: { params: WithId, body: RestPlanPatch, response: { 200: RestSaved } },
    },
    (request) => {
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
        await announce(tx, actor.bookId)
        return { planId: plan.id }
      })
    },
  )

  app.patch(
    '/api/rests/:id',
    {
      config: { permission: 'decide and plan' },
      schema: { params: WithId, body: RestPatch, response: { 200: RestSaved } },
    },
    (request) => {
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
        await announce(tx, actor.bookId)
        return { planId: plan.id }
      })
    },
  )

  app.post(
    '/api/rest-plans/:id/tubs',
    {
      config: { permission: 'write in the log' },
      schema: { params: WithId, body: TubAssignments, response: { 200: Ok } },
    },
    (request) => {
      const { bookId } = actorOf(request)
      return inBook(db, bookId, async (tx) => {
        const plan = await planRow(tx, request.params.id)
        for (const { restId, tub } of request.body.tubs)
          await tx
            .update(rest)
            .set({ tub })
            .where(and(eq(rest.id, restId), eq(rest.planId, plan.id)))
        await announce(tx, bookId)
        return { ok: true as const }
      })
    },
  )
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
