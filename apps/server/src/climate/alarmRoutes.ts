import { AlarmList, Id, Ok } from '@hatch-book/contract'
import { eq } from 'drizzle-orm'
import * as v from 'valibot'
import { inBook, tables } from '../db/connect'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { announce } from '../shell/live'
import { BookError } from '../shell/problems'
import { readAlarms } from './alarms'

const WithId = v.object({ id: Id })

/** Alarms that are open, and who looks after them. */
export const alarmRoutes: BookRoutes = (app, { db }) => {
  app.get(
    '/api/alarms',
    { config: { permission: 'read the book' }, schema: { response: { 200: AlarmList } } },
    async (request) => ({ alarms: await inBook(db, actorOf(request).bookId, (tx) => readAlarms(tx)) }),
  )

  /** 'I have seen it': the alarm stands until the place is well, but says who looks after it. */
  app.post(
    '/api/alarms/:id/seen',
    { config: { permission: 'write in the log' }, schema: { params: WithId, response: { 200: Ok } } },
    (request) => {
      const { bookId, member: by, now } = actorOf(request)
      return inBook(db, bookId, async (tx) => {
        const seen = await tx
          .update(tables.alarm)
          .set({ seenBy: by.id, seenAt: new Date(now) })
          .where(eq(tables.alarm.id, request.params.id))
          .returning({ id: tables.alarm.id })
        if (seen.length === 0) throw new BookError('not-found', 'This alarm is not in the book.')
        await announce(tx, bookId)
        return { ok: true as const }
      })
    },
  )
}
