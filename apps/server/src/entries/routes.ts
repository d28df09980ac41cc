import { EntriesWritten, EntryBatch, EntryList, EntryQuery } from '@hatch-book/contract'
import type { BookRoutes } from '../shell/app'
import { inBook } from '../db/connect'
import { actorOf } from '../shell/actor'
import { readAlike, readEntries } from './read'
import { writeTogether } from './together'
import { refuseActs } from './write'

export const entryRoutes: BookRoutes = (app, { db }) => {
  app.get(
    '/api/entries',
    {
      config: { permission: 'read the book' },
      schema: { querystring: EntryQuery, response: { 200: EntryList } },
    },
    async (request) => {
      const { subjectId, before, beforeId, limit } = request.query
      const { bookId, member } = actorOf(request)
      const entries = await inBook(db, bookId, (tx) =>
        readEntries(tx, {
          subjectIds: subjectId ? [subjectId] : undefined,
          ...{ before, beforeId, limit, reader: member },
        }),
      )
      return { entries }
    },
  )
  app.post(
    '/api/entries',
    {
      config: { permission: 'write in the log' },
      schema: { body: EntryBatch, response: { 200: EntriesWritten } },
    },
    async (request) => {
      const actor = actorOf(request)
      const { entries, late } = request.body
      refuseActs(entries)
      const done = await writeTogether(db, actor, entries)
      if (!late) return done
      return { ...done, alike: await inBook(db, actor.bookId, (tx) => readAlike(tx, actor, done.written)) }
    },
  )
}
