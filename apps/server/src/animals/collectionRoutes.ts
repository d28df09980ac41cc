import { animalsApi } from '@hatch-book/contract'
import { inArray, sql } from 'drizzle-orm'
import { inBook, tables } from '../db/connect'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { mergeAnimals } from './merge'
import { refuseBarredPurpose } from './purpose'
import { judgeOne } from './judgeAnimals'
import { pastVerdicts } from './verdicts'

/** What is done to several animals at once, or needs more than one record. */
export const collectionRoutes: BookRoutes = (app, { db }) => {
  const { animal } = tables
  serve(app, animalsApi.changePurpose, (request) => {
    const actor = actorOf(request)
    const { ids, purpose } = request.body
    return inBook(db, actor.bookId, async (tx) => {
      await refuseBarredPurpose(tx, ids, purpose)
      const changed = await tx
        .update(animal)
        .set({ purpose, version: sql`${animal.version} + 1` })
        .where(inArray(animal.id, ids))
        .returning({ id: animal.id })
      if (changed.length < ids.length)
        throw new BookError('not-found', `${ids.length - changed.length} of them are not in this book.`)
      return { changed: changed.length }
    })
  })

  serve(app, animalsApi.merge, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      await mergeAnimals(tx, actor, request.params.id, request.body.otherId)
      return (await judgeOne(tx, actor, request.params.id)).row
    })
  })

  serve(app, animalsApi.pastVerdicts, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      await judgeOne(tx, actor, request.params.id)
      return { verdicts: await pastVerdicts(tx, actor, request.params.id) }
    })
  })
}
