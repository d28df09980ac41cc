import { EntriesWritten, EntryBatch, EntryList, EntryQuery } from '@hatch-book/contract'
import type { BookRoutes } from '../shell/app'
import { inBook } from '../db/connect'
import { actorOf } from '../shell/actor'
import { readAlike, readEntries } from './read'
import { writeEntries } from './write'

export const entryRoutes: BookRoutes = (app, { db }) => {
  app.get(
    '/api/entries',
    {
      config: { permission: 'read the book' },
      schema: { querystring: EntryQuery, response: { 200: EntryList } },
    },
    async (request) => {
      const { subjectId, before, limit } = request.query
      const { bookId, member } = actorOf(request)
      const entries = await inBook(db, bookId, (tx) =>
        readEntries(tx, {
          subjectIds: subjectId ? [subjectId] : undefined,
          ...{ before, limit, reader: member.id },
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
      return inBook(db, actor.bookId, async (tx) => {
        const done = await writeEntries(tx, actor, entries)
        return late ? { ...done, alike: await readAlike(tx, actor, done.written) } : done
      })
    },
  )
}
