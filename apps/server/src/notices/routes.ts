import { noticesApi, newId } from '@hatch-book/contract'
import { usualChoice } from '@hatch-book/core'
import { and, desc, eq, isNull, lte } from 'drizzle-orm'
import { inBook, tables } from '../db/connect'
import { actorOf, bookNow, bridgeOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { publish } from '../shell/live'
import { carryMessages } from './carry'
import { outboxTopic, wordsOf } from './post'

const SHOWN = 300
/** A member has no more telephones and browsers than these. */
const MOST_DEVICES = 10

/** Messages: chosen and read by members, carried off by the outbox, which speaks as a probe does. */
export const noticeRoutes: BookRoutes = (app, { db, waysOut }) => {
  const { member, message } = tables
  carryMessages(app, db, waysOut)
  serve(app, noticesApi.list, (request) => {
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
        ways: {
          mail: waysOut.mail !== null,
          pushKey: waysOut.push?.publicKey ?? null,
          devices: (own?.devices ?? []).map(({ id, name, since }) => ({ id, name, since })),
        },
        messages: rows.map(({ message: m, to }) => ({
          ...{ id: m.id, to, ...wordsOf(m) },
          ...{ at: m.at.toISOString(), tellFrom: m.tellFrom.toISOString() },
          takenAt: m.takenAt?.toISOString() ?? null,
          ...{ takenBy: m.takenBy, refused: m.refused },
        })),
      }
    })
  })
  /** Each for themselves: what to be told of, and when not. What waits already waits as it was. */
  serve(app, noticesApi.choose, (request) => {
    const { bookId, member: self } = actorOf(request)
    return inBook(db, bookId, async (tx) => {
      await tx.update(member).set({ notices: request.body }).where(eq(member.id, self.id))
      return { ok: true as const }
    })
  })
  /** A phone or browser of whoever asks is told from now on. */
  serve(app, noticesApi.addDevice, (request) => {
    const { bookId, member: self, now } = actorOf(request)
    const { id, name, endpoint, keys } = request.body
    if (!waysOut.push?.serves(endpoint))
      throw new BookError('invalid', 'This server cannot send messages to that device.', [
        { field: 'endpoint', says: 'this server does not know that push service' },
      ])
    return inBook(db, bookId, async (tx) => {
      const [own] = await tx.select().from(member).where(eq(member.id, self.id)).for('update')
      const others = own!.devices.filter((d) => d.endpoint !== endpoint && d.id !== id)
      const devices = [...others, { id, name, endpoint, keys, since: new Date(now).toISOString() }]
      await tx
        .update(member)
        .set({ devices: devices.slice(-MOST_DEVICES) })
        .where(eq(member.id, self.id))
      return { ok: true as const }
    })
  })
  serve(app, noticesApi.removeDevice, (request) => {
    const { bookId, member: self } = actorOf(request)
    return inBook(db, bookId, async (tx) => {
      const [own] = await tx.select().from(member).where(eq(member.id, self.id)).for('update')
      const left = own!.devices.filter((d) => d.id !== request.params.id)
      if (left.length === own!.devices.length)
        throw new BookError('not-found', 'This device is not told of anything.')
      await tx.update(member).set({ devices: left }).where(eq(member.id, self.id))
      return { ok: true as const }
    })
  })
  /** A message to whoever asks, to see that it arrives. */
  serve(app, noticesApi.sendTrial, (request) => {
    const { bookId, member: self, now } = actorOf(request)
    return inBook(db, bookId, async (tx) => {
      const at = new Date(now)
      await tx.insert(message).values({
        ...{
          bookId,
          id: newId(),
          memberId: self.id,
          at,
          tellFrom: at,
          cause: 'trial',
          what: 'a trial message',
        },
        parts: [{ key: newId(), name: '', says: 'Messages from your book will reach you here.' }],
      })
      await publish(tx, outboxTopic(bookId), 'waiting')
      return { ok: true as const }
    })
  })
  serve(app, noticesApi.outbox, (request, reply) => {
    app.live.stream(reply as never, outboxTopic(bridgeOf(request).bookId), 'waiting')
  })
  serve(app, noticesApi.taken, (request) => {
    const { bookId } = bridgeOf(request)
    return inBook(db, bookId, async (tx) => {
      const [book] = await tx.select().from(tables.book)
      const taken = await tx
        .update(message)
        .set({ takenAt: new Date(), takenBy: 'the outbox' })
        .where(and(isNull(message.takenAt), lte(message.tellFrom, new Date(bookNow(book!)))))
        .returning({ id: message.id })
      return { heard: taken.length }
    })
  })
}
