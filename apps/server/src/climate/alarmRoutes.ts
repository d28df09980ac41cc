import { climateApi } from '@hatch-book/contract'
import { eq } from 'drizzle-orm'
import { inBook, tables } from '../db/connect'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { readAlarms } from './alarms'

/** Alarms that are open, and who looks after them. */
export const alarmRoutes: BookRoutes = (app, { db }) => {
  serve(app, climateApi.alarms, async (request) => ({
    alarms: await inBook(db, actorOf(request).bookId, (tx) => readAlarms(tx)),
  }))

  /** 'I have seen it': the alarm stands until the place is well, but says who looks after it. */
  serve(app, climateApi.sawAlarm, (request) => {
    const { bookId, member: by, now } = actorOf(request)
    return inBook(db, bookId, async (tx) => {
      const seen = await tx
        .update(tables.alarm)
        .set({ seenBy: by.id, seenAt: new Date(now) })
        .where(eq(tables.alarm.id, request.params.id))
        .returning({ id: tables.alarm.id })
      if (seen.length === 0) throw new BookError('not-found', 'This alarm is not in the book.')
      return { ok: true as const }
    })
  })
}
