import type { HandOver } from '@hatch-book/contract'
import { leavingApi } from '@hatch-book/contract'
import { dayOfInstant } from '@hatch-book/core'
import { eq } from 'drizzle-orm'
import type * as v from 'valibot'
import { judgeOne } from '../animals'
import { inBook, tables, type Transaction } from '../db/connect'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { honestRecord } from './honestRecord'

const SHOWN_MEALS = 12

async function handOver(tx: Transaction, actor: Actor, id: string): Promise<v.InferOutput<typeof HandOver>> {
  const judged = await judgeOne(tx, actor, id)
  const { animal, protocol } = judged.record
  const [clutch] = animal.clutchId
    ? await tx.select().from(tables.clutch).where(eq(tables.clutch.id, animal.clutchId))
    : []
  const { sold, ...record } = await honestRecord(tx, actor, judged, SHOWN_MEALS)
  return {
    ...record,
    bookName: actor.book.name,
    animal: judged.row,
    latin: protocol.latin,
    clutch: clutch ? { name: clutch.name, hatchedOn: animal.hatchedFrom } : null,
    dam: judged.row.dam,
    sire: judged.row.sire,
    sale: sold && {
      buyer: sold.payload.buyer,
      price: sold.payload.price,
      on: dayOfInstant(sold.at.getTime(), actor.book.zone),
    },
  }
}

export const handOverRoutes: BookRoutes = (app, { db }) => {
  serve(app, leavingApi.handOver, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, (tx) => handOver(tx, actor, request.params.id))
  })
}
