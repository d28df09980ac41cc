import { logApi } from '@hatch-book/contract'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { inBook } from '../db/connect'
import { actorOf } from '../shell/actor'
import { readAlike, readEntries } from './read'
import { writeTogether } from './together'
import { refuseActs } from './write'

export const entryRoutes: BookRoutes = (app, { db }) => {
  serve(app, logApi.list, async (request) => {
    const { subjectId, before, beforeId, limit } = request.query
    const { bookId, member } = actorOf(request)
    const entries = await inBook(db, bookId, (tx) =>
      readEntries(tx, {
        subjectIds: subjectId ? [subjectId] : undefined,
        ...{ before, beforeId, limit, reader: member },
      }),
    )
    return { entries }
  })
  serve(app, logApi.write, async (request) => {
    const actor = actorOf(request)
    const { entries, late } = request.body
    refuseActs(entries)
    const done = await writeTogether(db, actor, entries)
    if (!late) return done
    return { ...done, alike: await inBook(db, actor.bookId, (tx) => readAlike(tx, actor, done.written)) }
  })
}
