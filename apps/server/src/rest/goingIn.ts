import { newId, type EntryDraft, type RestView } from '@hatch-book/contract'
import { dayOfInstant } from '@hatch-book/core'
import { and, eq } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { guardEntries } from '../log'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import { windowOf } from './restLog'
import { viewRests, type PlanRow, type RestRow } from './view'

const { rest, restPlan } = tables

/**
 * Nobody goes into the cold today unless every gate is open, or a keeper has decided otherwise where that may be decided: in a plan or
 * without one. What is written of an earlier day has happened already, and stands.
 */
guardEntries('rest began', async (tx, actor, draft) => {
  if (dayOfInstant(Date.parse(draft.at), actor.book.zone) < actor.today) return
  const planned = await tx
    .select()
    .from(rest)
    .innerJoin(restPlan, eq(restPlan.id, rest.planId))
    .where(and(eq(rest.animalId, draft.subject.id), eq(rest.withdrawn, false), eq(restPlan.withdrawn, false)))
  const inSeason = planned.find(({ rest_plan: p }) => {
    const season = windowOf({ kind: p.anchorKind, day: p.anchorDay })
    return actor.today >= season.from && actor.today <= season.to
  })
  const [view] = inSeason
    ? (await viewRests(tx, actor, inSeason.rest_plan, [inSeason.rest], { ignoring: new Set([draft.id]) }))
        .views
    : await viewUnplanned(tx, actor, draft)
  // Written once already, or of a species whose rest nothing is known of.
  if (!view?.goingIn || view.goingIn.may) return
  const { because, earliest } = view.goingIn
  const reasons = because.join('; ') || view.overruled?.reason || 'by decision'
  throw new BookError(
    'gate-closed',
    `Do not cool ${view.tag} today: ${reasons}.${earliest ? ` Earliest ${earliest}.` : ''} Nothing was written.`,
  )
})

/** An animal that is put into the cold without a plan, as one that was planned to begin today. */
async function viewUnplanned(tx: Transaction, actor: Actor, draft: EntryDraft): Promise<RestView[]> {
  const [row] = await tx.select().from(tables.animal).where(eq(tables.animal.id, draft.subject.id))
  const plan: PlanRow = {
    ...{ bookId: actor.bookId, id: newId(), version: 1, name: '', withdrawn: false },
    ...{ anchorKind: 'cooling begins', anchorDay: actor.today, hemisphere: 'north', at: new Date(actor.now) },
  }
  const own: RestRow = {
    ...{ bookId: actor.bookId, id: newId(), version: 1, planId: plan.id, protocolId: row!.protocolId },
    ...{ animalId: row!.id, batch: null, unitId: null, tub: '', moved: {}, withdrawn: false },
  }
  return (await viewRests(tx, actor, plan, [own], { ignoring: new Set([draft.id]) })).views
}
