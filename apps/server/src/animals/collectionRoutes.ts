import { AnimalsChanged, Id, MergeDraft, PastVerdicts, PurposeChange, AnimalRow } from '@hatch-book/contract'
import { inArray, sql } from 'drizzle-orm'
import * as v from 'valibot'
import { inBook, tables } from '../db/connect'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { announce } from '../shell/live'
import { BookError } from '../shell/problems'
import { mergeAnimals } from './merge'
import { refuseBarredPurpose } from './purpose'
import { judgeOne } from './routes'
import { pastVerdicts } from './verdicts'

const WithId = v.object({ id: Id })

/** What is done to several animals at once, or needs more than one record. */
export const collectionRoutes: BookRoutes = (app, { db }) => {
  const { animal } = tables
  app.post(
    '/api/animals/purpose',
    {
      config: { permission: 'decide and plan' },
      schema: { body: PurposeChange, response: { 200: AnimalsChanged } },
    },
    (request) => {
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
        await announce(tx, actor.bookId)
        return { changed: changed.length }
      })
    },
  )

  app.post(
    '/api/animals/:id/merge',
    {
      config: { permission: 'decide and plan' },
      schema: { params: WithId, body: MergeDraft, response: { 200: AnimalRow } },
    },
    (request) => {
      const actor = actorOf(request)
      return inBook(db, actor.bookId, async (tx) => {
        await mergeAnimals(tx, actor, request.params.id, request.body.otherId)
        await announce(tx, actor.bookId)
        return (await judgeOne(tx, actor, request.params.id)).row
      })
    },
  )

  app.get(
    '/api/animals/:id/verdicts',
    { config: { permission: 'read the book' }, schema: { params: WithId, response: { 200: PastVerdicts } } },
    (request) => {
      const actor = actorOf(request)
      return inBook(db, actor.bookId, async (tx) => {
        await judgeOne(tx, actor, request.params.id)
        return { verdicts: await pastVerdicts(tx, actor, request.params.id) }
      })
    },
  )
}
