import { animalsApi } from '@hatch-book/contract'
import { and, eq } from 'drizzle-orm'
import { inBook, tables } from '../db/connect'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { sendJson, sharedAnswer } from '../shell/shared'
import { BookError } from '../shell/problems'
import { addAnimal, hatchedOf } from './add'
import { cachedAnimals } from './cachedAnimals'
import { judgeOne } from './judgeAnimals'
import { animalPage } from './page'
import { refuseBarredPurpose } from './purpose'
import { checkParents, refuseTwoRoles } from './parents'

export const animalRoutes: BookRoutes = (app, { db }) => {
  serve(app, animalsApi.list, async (request, reply) => {
    const actor = actorOf(request)
    // The rows were held against the contract when they were judged: they go out as they are kept.
    return sendJson(
      reply as never,
      await sharedAnswer(db, actor, animalsApi.list, {}, async (tx) => {
        const animals = await cachedAnimals(tx, actor)
        return `{"animals":[${animals.map((a) => a.json).join(',')}]}`
      }),
    )
  })

  serve(app, animalsApi.page, (request) => {
    const actor = actorOf(request)
    return inBook(
      db,
      actor.bookId,
      async (tx) => animalPage(tx, actor, await judgeOne(tx, actor, request.params.id)),
      { reads: true },
    )
  })

  serve(app, animalsApi.add, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      await addAnimal(tx, actor, request.body)
      return (await judgeOne(tx, actor, request.body.id)).row
    })
  })

  serve(app, animalsApi.change, (request) => {
    const actor = actorOf(request)
    const { id } = request.params
    const { version, hatched: hatchFact, ...change } = request.body
    return inBook(db, actor.bookId, async (tx) => {
      const { row } = await judgeOne(tx, actor, id)
      const hatched = hatchedOf(hatchFact)
      await checkParents(tx, { id, tag: change.tag, species: row.species, hatched }, change)
      await refuseBarredPurpose(tx, [id], change.purpose)
      const changed = await tx
        .update(tables.animal)
        .set({
          ...change,
          hatchFact,
          hatchedFrom: hatched?.from ?? null,
          hatchedTo: hatched?.to ?? null,
          version: version + 1,
        })
        .where(and(eq(tables.animal.id, id), eq(tables.animal.version, version)))
        .returning({ id: tables.animal.id })
      if (changed.length === 0)
        throw new BookError(
          'stale',
          `${row.tag} was changed since you opened it. Yours is kept here; look at theirs first.`,
          undefined,
          row,
        )
      await refuseTwoRoles(tx, [change.damId, change.sireId])
      return (await judgeOne(tx, actor, id)).row
    })
  })
}
