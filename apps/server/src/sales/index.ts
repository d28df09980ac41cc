import { HandOver, Id, type EntryDraft } from '@hatch-book/contract'
import { dayOfInstant, foldStanding } from '@hatch-book/core'
import { eq } from 'drizzle-orm'
import * as v from 'valibot'
import { judgeAnimal, judgeOne, loadRecords, loadSurroundings, withIds } from '../animals'
import { inBook, tables, type Transaction } from '../db/connect'
import { dayOf, guardEntries, standingEntries } from '../entries'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { BookError } from '../shell/problems'

/** Nothing is listed or sold before its gates hold on that day, or a keeper has said why it may leave all the same. */
async function refuseClosedGate(
  tx: Transaction,
  actor: Actor,
  { id, subject, at }: EntryDraft,
  act: string,
): Promise<void> {
  const animalId = subject.id
  const [stored] = await loadRecords(tx, withIds([animalId]))
  if (!stored) throw new BookError('not-found')
  const before = (await standingEntries(tx, [animalId]))
    .get(animalId)!
    .filter((e) => e.id !== id && e.at.getTime() <= Date.parse(at))
  const record = {
    ...stored,
    standing: foldStanding(before.map((e) => ({ ...e, at: e.at.getTime() }) as never)),
  }
  const surroundings = await loadSurroundings(tx, actor.book.zone, [animalId])
  const { leaving, leavingOverruled, row } = judgeAnimal(
    record,
    surroundings,
    actor.book.zone,
    dayOf(actor, at),
  )
  if (row.presence === 'sold' || row.presence === 'died')
    throw new BookError('invalid', `${row.tag} is ${row.presence === 'sold' ? 'sold already' : 'dead'}.`)
  if (leaving.opens || leavingOverruled) return
  const missing = leaving.missing.map((m) => ({ field: m.rule, says: `${m.says}: ${m.change || m.note}` }))
  throw new BookError(
    'gate-closed',
    `${row.tag} cannot be ${act} yet. Missing: ${missing.map((m) => m.says).join('; ')}.`,
    missing,
  )
}

guardEntries('listed', (tx, actor, draft) => refuseClosedGate(tx, actor, draft, 'listed'))
guardEntries('sold', (tx, actor, draft) => refuseClosedGate(tx, actor, draft, 'sold'))

const SHOWN_MEALS = 12

async function handOver(tx: Transaction, actor: Actor, id: string): Promise<v.InferOutput<typeof HandOver>> {
  const { record, row, stage } = await judgeOne(tx, actor, id)
  const { animal, protocol } = record
  const log = (await standingEntries(tx, [id])).get(id)!
  const [clutch] = animal.clutchId
    ? await tx.select().from(tables.clutch).where(eq(tables.clutch.id, animal.clutchId))
    : []
  const on = (e: { at: Date }) => dayOfInstant(e.at.getTime(), actor.book.zone)
  const of = (kind: string) => log.filter((e) => e.kind === kind)
  const meals = of('meal')
  const over = new Set(of('problem over').map((e) => e.payload.problem))
  const sold = of('sold').at(-1)
  return {
    bookName: actor.book.name,
    animal: row,
    latin: protocol.latin,
    clutch: clutch ? { name: clutch.name, hatchedOn: animal.hatchedFrom } : null,
    dam: row.dam,
    sire: row.sire,
    weights: of('weighed').map((e) => ({ on: on(e), grams: Number(e.payload.grams) })),
    meals: meals
      .slice(-SHOWN_MEALS)
      .map((e) => ({ on: on(e), outcome: String(e.payload.outcome), prey: String(e.payload.prey ?? '') })),
    mealsTaken: meals.filter((e) => e.payload.outcome === 'taken').length,
    mealsOffered: meals.length,
    sheds: of('shed').length,
    problems: of('problem found').map((e) => ({
      on: on(e),
      problem: String(e.payload.problem),
      over: over.has(e.payload.problem),
    })),
    sexing: of('sexed').map((e) => ({
      on: on(e),
      sex: String(e.payload.sex),
      method: String(e.payload.method),
      certainty: Number(e.payload.certainty),
    })),
    sale: sold
      ? { buyer: String(sold.payload.buyer), price: Number(sold.payload.price), on: on(sold) }
      : null,
    care: {
      housing: stage.stage.housing,
      climate: stage.stage.climate,
      feed: stage.stage.feed
        ? `${stage.stage.feed.prey}, each ${stage.stage.feed.everyDays.least} to ${stage.stage.feed.everyDays.most} days`
        : '',
    },
    cautions: protocol.cautions,
  }
}

export const salesRoutes: BookRoutes = (app, { db }) => {
  app.get(
    '/api/animals/:id/hand-over',
    {
      config: { permission: 'read the book' },
      schema: { params: v.object({ id: Id }), response: { 200: HandOver } },
    },
    (request) => {
      const actor = actorOf(request)
      return inBook(db, actor.bookId, (tx) => handOver(tx, actor, request.params.id))
    },
  )
}
