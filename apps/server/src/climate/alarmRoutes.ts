import { AlarmList, Heard, Id, MessageList, Ok } from '@hatch-book/contract'
import { desc, eq, isNull } from 'drizzle-orm'
import * as v from 'valibot'
import { inBook, tables } from '../db/connect'
import { actorOf, bridgeOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { announce } from '../shell/live'
import { BookError } from '../shell/problems'
import { outboxTopic, readAlarms } from './alarms'

const WithId = v.object({ id: Id })

/** Messages: read by members, carried off by the outbox, which speaks as a probe does. */
export const alarmRoutes: BookRoutes = (app, { db }) => {
  const { member, message } = tables
  app.get(
    '/api/messages',
    { config: { permission: 'read the book' }, schema: { response: { 200: MessageList } } },
    async (request) => {
      const rows = await inBook(db, actorOf(request).bookId, (tx) =>
        tx
          .select({ message, to: member.name })
          .from(message)
          .innerJoin(member, eq(member.id, message.memberId))
          .orderBy(desc(message.at), desc(message.id))
          .limit(300),
      )
      return {
        messages: rows.map(({ message: m, to }) => ({
          ...{ id: m.id, to, subject: m.subject, body: m.body },
          at: m.at.toISOString(),
          takenAt: m.takenAt?.toISOString() ?? null,
        })),
      }
    },
  )
  app.get('/api/bridge/outbox', { config: { permission: 'speak as a probe' } }, (request, reply) => {
    app.live.stream(reply as never, outboxTopic(bridgeOf(request).bookId), 'waiting')
  })
  app.post(
    '/api/bridge/outbox/taken',
    { config: { permission: 'speak as a probe' }, schema: { response: { 200: Heard } } },
    (request) => {
      const { bookId } = bridgeOf(request)
      return inBook(db, bookId, async (tx) => {
        const taken = await tx
          .update(message)
          .set({ takenAt: new Date() })
          .where(isNull(message.takenAt))
          .returning({ id: message.id })
        if (taken.length > 0) await announce(tx, bookId)
        return { heard: taken.length }
      })
    },
  )

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
