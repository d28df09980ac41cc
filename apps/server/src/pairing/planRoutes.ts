import { pairingApi, type LineGoalView, type SeasonPlanView } from '@hatch-book/contract'
import { knowsTrait, type WantedTrait } from '@hatch-book/core'
import { desc, eq } from 'drizzle-orm'
import { inBook, tables, type Transaction } from '../db/connect'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { loadGenes } from '../protocols'

const { lineGoal, seasonPlan } = tables
type Body = Pick<SeasonPlanView, 'name' | 'from' | 'to' | 'settings' | 'courses'>

function rowOf({ name, from, to, settings, courses }: Body) {
  if (to < from)
    throw new BookError('invalid', 'The season ends before it begins.', [
      { field: 'to', says: 'before it begins' },
    ])
  for (const { visits } of courses)
    for (const visit of visits)
      if (visit.to < visit.from)
        throw new BookError('invalid', `A visit ends before it begins: ${visit.from} to ${visit.to}.`)
  return { name, fromDay: from, toDay: to, settings, courses }
}

/** Traits that nobody knows are refused where they are asked for. */
async function checkWanted(
  tx: Transaction,
  protocolId: string,
  traits: readonly WantedTrait[],
): Promise<void> {
  const kept = (await loadGenes(tx, [protocolId])).get(protocolId)
  if (!kept) throw new BookError('not-found', 'This protocol is not in the book.')
  for (const { trait } of traits) {
    if (knowsTrait(kept.genes, trait)) continue
    const says = `no locus carries '${trait}'`
    throw new BookError('invalid', `${says}.`, [{ field: 'wanted', says }])
  }
}

/** Plans of a season, and what lines are for: made in the browser, kept here. */
export const planRoutes: BookRoutes = (app, { db }) => {
  serve(app, pairingApi.plans, (request) =>
    inBook(db, actorOf(request).bookId, async (tx) => ({
      plans: (await tx.select().from(seasonPlan).orderBy(desc(seasonPlan.fromDay), seasonPlan.name)).map(
        ({ fromDay, toDay, at, bookId: _, ...row }): SeasonPlanView => ({
          ...row,
          from: fromDay,
          to: toDay,
          at: at.toISOString(),
        }),
      ),
    })),
  )

  serve(app, pairingApi.addPlan, (request) => {
    const actor = actorOf(request)
    const { id, protocolId, ...body } = request.body
    return inBook(db, actor.bookId, async (tx) => {
      await checkWanted(tx, protocolId, body.settings.wanted?.traits ?? [])
      await tx
        .insert(seasonPlan)
        .values({ bookId: actor.bookId, id, protocolId, ...rowOf(body), at: new Date(actor.now) })
      return { ok: true as const }
    })
  })

  serve(app, pairingApi.changePlan, (request) => {
    const actor = actorOf(request)
    const { version, ...body } = request.body
    return inBook(db, actor.bookId, async (tx) => {
      const [row] = await tx
        .select()
        .from(seasonPlan)
        .where(eq(seasonPlan.id, request.params.id))
        .for('update')
      if (!row) throw new BookError('not-found', 'This plan is not in the book.')
      if (row.version !== version)
        throw new BookError('stale', 'Somebody changed this plan meanwhile.', [], row)
      await checkWanted(tx, row.protocolId, body.settings.wanted?.traits ?? [])
      await tx
        .update(seasonPlan)
        .set({ ...rowOf(body), version: version + 1 })
        .where(eq(seasonPlan.id, row.id))
      return { ok: true as const }
    })
  })

  serve(app, pairingApi.goals, (request) =>
    inBook(db, actorOf(request).bookId, async (tx) => ({
      goals: (await tx.select().from(lineGoal).orderBy(lineGoal.name)).map(
        ({ goal, bookId: _, ...row }): LineGoalView => ({ ...row, ...goal }),
      ),
    })),
  )

  serve(app, pairingApi.addGoal, (request) => {
    const { bookId } = actorOf(request)
    const { id, protocolId, name, line, ...goal } = request.body
    return inBook(db, bookId, async (tx) => {
      await checkWanted(tx, protocolId, goal.wanted.traits)
      await tx.insert(lineGoal).values({ bookId, id, protocolId, name, line, goal })
      return { ok: true as const }
    })
  })

  serve(app, pairingApi.changeGoal, (request) => {
    const { bookId } = actorOf(request)
    const { version, name, line, ...goal } = request.body
    return inBook(db, bookId, async (tx) => {
      const [row] = await tx.select().from(lineGoal).where(eq(lineGoal.id, request.params.id)).for('update')
      if (!row) throw new BookError('not-found', 'This goal is not in the book.')
      if (row.version !== version)
        throw new BookError('stale', 'Somebody changed this goal meanwhile.', [], row)
      await checkWanted(tx, row.protocolId, goal.wanted.traits)
      await tx
        .update(lineGoal)
        .set({ name, line, goal, version: version + 1 })
        .where(eq(lineGoal.id, row.id))
      return { ok: true as const }
    })
  })
}
