import { Heard, MessageList, NoticeChoiceSchema, Ok } from '@hatch-book/contract'
import { usualChoice } from '@hatch-book/core'
import { and, desc, eq, isNull, lte } from 'drizzle-orm'
import { inBook, tables } from '../db/connect'
import { actorOf, bookNow, bridgeOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { announce } from '../shell/live'
import { outboxTopic, wordsOf } from './post'

export { addToWaiting, outboxTopic, post, type Notice } from './post'

const SHOWN = 300

/** Messages: chosen and read by members, carried off by the outbox, which speaks as a probe does. */
export const noticeRoutes: BookRoutes = (app, { db }) => {
  const { member, message } = tables
  app.get(
    '/api/messages',
    { config: { permission: 'read the book' }, schema: { response: { 200: MessageList } } },
    (request) => {
      const actor = actorOf(request)
      return inBook(db, actor.bookId, async (tx) => {
        const rows = await tx
          .select({ message, to: member.name })
          .from(message)
          .innerJoin(member, eq(member.id, message.memberId))
          .orderBy(desc(message.at), desc(message.id))
          .limit(SHOWN)
        const [own] = await tx.select().from(member).where(eq(member.id, actor.member.id))
        return {
          jobs: app.jobs.of(actor.bookId).map((job) => ({
            ...job,
            lastSuccess: job.lastSuccess?.toISOString() ?? null,
            lastFailure: job.lastFailure?.toISOString() ?? null,
          })),
          choice: own?.notices ?? usualChoice(actor.member.role),
          messages: rows.map(({ message: m, to }) => ({
            ...{ id: m.id, to, ...wordsOf(m) },
            ...{ at: m.at.toISOString(), tellFrom: m.tellFrom.toISOString() },
            takenAt: m.takenAt?.toISOString() ?? null,
          })),
        }
      })
    },
  )
  /** Each for themselves: what to be told of, and when not. What waits already waits as it was. */
  app.patch(
    '/api/messages/choice',
    {
      config: { permission: 'read the book' },
      schema: { body: NoticeChoiceSchema, response: { 200: Ok } },
    },
    (request) => {
      const { bookId, member: self } = actorOf(request)
      return inBook(db, bookId, async (tx) => {
        await tx.update(member).set({ notices: request.body }).where(eq(member.id, self.id))
        await announce(tx, bookId)
        return { ok: true as const }
      })
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
        const [book] = await tx.select().from(tables.book)
        const taken = await tx
          .update(message)
          .set({ takenAt: new Date() })
          .where(and(isNull(message.takenAt), lte(message.tellFrom, new Date(bookNow(book!)))))
          .returning({ id: message.id })
        if (taken.length > 0) await announce(tx, bookId)
        return { heard: taken.length }
      })
    },
  )
}
