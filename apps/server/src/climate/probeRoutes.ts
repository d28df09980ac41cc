import { climateApi, type UnitOrder } from '@hatch-book/contract'
import { calibrated, isSilent, type Instant } from '@hatch-book/core'
import { eq, sql } from 'drizzle-orm'
import { inBook, tables, type Database, type Transaction } from '../db/connect'
import { actorOf, bookNow, bridgeOf } from '../shell/actor'
import type { BookApp, BookRoutes } from '../shell/app'
import { publish } from '../shell/live'
import { BookError } from '../shell/problems'
import { serve } from '../shell/serve'
import { issueProbe } from './probeTokens'
import { watchReadings, watchSilence } from './alarms'
import { writeReadings } from './readings'
export const SILENCE = 'Watch for silent probes'
const LOOK_EVERY_MS = 2000
const LOOK_AGAIN_MS = 30_000

export const placeTopic = (placeId: string) => `place:${placeId}`
export const orderTopic = (probeId: string) => `orders:${probeId}`

/** Probes that speak for themselves: see docs/probe-protocol.md. */
export const probeRoutes: BookRoutes = (app, { db }) => {
  watchForSilence(app, db)

  serve(app, climateApi.issueToken, (request) => {
    const { bookId } = actorOf(request)
    return inBook(db, bookId, async (tx) => {
      const [probe] = await tx.select().from(tables.probe).where(eq(tables.probe.id, request.params.id))
      if (!probe) throw new BookError('not-found', 'This probe is not in the book.')
      return { token: await issueProbe(tx, bookId, probe.id) }
    })
  })

  serve(app, climateApi.hearReadings, (request) => {
    const { bookId, id } = bridgeOf(request)
    const { everySeconds, readings } = request.body
    const now = Date.now()
    return inBook(db, bookId, async (tx) => {
      const [before] = await tx
        .select({ heardAt: tables.probe.heardAt })
        .from(tables.probe)
        .where(eq(tables.probe.id, id))
      const [probe] = await tx
        .update(tables.probe)
        .set({ everySeconds, heardAt: new Date(now) })
        .where(eq(tables.probe.id, id))
        .returning()
      const at = await receivedAt(tx, id, now, before?.heardAt ? now - before.heardAt.getTime() : 1000)
      const stamped = readings
        .map((r) => ({
          at: Math.round(at - r.secondsAgo * 1000),
          celsius: Math.round(r.celsius * 100) / 100,
          humidity: r.humidity,
        }))
        .sort((a, b) => a.at - b.at)
      const heard = await writeReadings(tx, bookId, id, stamped)
      await watchReadings(tx, bookId, probe!.placeId, at)
      await watchSilence(tx, bookId, id, { heardAt: now, everySeconds, now })
      const [last] = calibrated([stamped.at(-1)!], probe!.calibrations)
      await publish(
        tx,
        placeTopic(probe!.placeId),
        JSON.stringify({ at: new Date(last!.at).toISOString(), celsius: last!.celsius }),
      )
      return { heard }
    })
  })

  serve(app, climateApi.orders, async (request, reply) => {
    const { bookId, id } = bridgeOf(request)
    const first = await inBook(db, bookId, (tx) => orderFor(tx, id, 'all well'))
    app.live.stream(reply as never, orderTopic(id), JSON.stringify(first))
  })

  serve(app, climateApi.live, async (request, reply) => {
    const { bookId } = actorOf(request)
    const [where] = await inBook(db, bookId, (tx) =>
      tx.select().from(tables.place).where(eq(tables.place.id, request.params.id)),
    )
    if (!where) throw new BookError('not-found', 'This place is not in the book.')
    app.live.stream(reply as never, placeTopic(where.id))
  })

  /** What is done to a stand-in unit or incubator of the demo. */
  serve(app, climateApi.playMischief, (request) => {
    const actor = actorOf(request)
    if (!actor.book.demoDay) throw new BookError('not-a-demo')
    return inBook(db, actor.bookId, async (tx) => {
      const [probe] = await tx.select().from(tables.probe).where(eq(tables.probe.placeId, request.params.id))
      if (!probe) throw new BookError('not-found', 'This place has no probe.')
      await publish(tx, orderTopic(probe.id), JSON.stringify(await orderFor(tx, probe.id, request.body.does)))
      return { ok: true as const }
    })
  })
}

async function orderFor(tx: Transaction, probeId: string, does: UnitOrder['does']): Promise<UnitOrder> {
  const [row] = await tx
    .select({ setPointC: tables.place.setPointC, kind: tables.place.kind })
    .from(tables.probe)
    .innerJoin(tables.place, eq(tables.place.id, tables.probe.placeId))
    .where(eq(tables.probe.id, probeId))
  const heated = row?.kind === 'incubator'
  return { does, heated, setPointC: row?.setPointC ?? (heated ? 28 : 5) }
}

/** When a word of a probe was heard, by the book: the real time, or in the demo on from the last reading of its day. */
async function receivedAt(
  tx: Transaction,
  probeId: string,
  now: Instant,
  sinceLast: number,
): Promise<Instant> {
  const [book] = await tx.select().from(tables.book)
  if (!book?.demoDay) return now
  const { rows } = await tx.execute<{ at: Date | null }>(
    sql`select max(at) as at from reading where probe_id = ${probeId}`,
  )
  const last = rows[0]?.at ? new Date(rows[0].at).getTime() : 0
  return Math.max(bookNow(book), last + Math.max(1, Math.min(sinceLast, 60_000)))
}

/**
 * Looks for probes that have fallen silent. When each was last heard, and what was raised of it, is in the database: it does not matter which
 * server heard it, which one looks, or whether one was started anew. Time in which no probe could be heard counts for none of them:
 * before this server's start, and while the database was away.
 */
function watchForSilence(app: BookApp, db: Database): void {
  let hearsSince = Date.now()
  /** Silent probes over nobody: looked at again now and then, for somebody may have moved in. */
  const overNobody = new Map<string, number>()
  interface Spoke extends Record<string, unknown> {
    book_id: string
    probe_id: string
    every_seconds: number
    heard_at: Date
  }
  let found = new Map<string, Spoke[]>()

  app.jobs.add({
    ...{ name: SILENCE, everyMs: LOOK_EVERY_MS },
    couldNotLook: () => (hearsSince = Number.POSITIVE_INFINITY),
    books: async () => {
      const { rows } = await db.execute<Spoke>(sql`select * from speaking_probes()`)
      const now = Date.now()
      // The database is back: whoever could not be heard meanwhile has their time from now.
      if (hearsSince > now) hearsSince = now
      const silent = rows.filter(
        (r) =>
          isSilent(Math.max(new Date(r.heard_at).getTime(), hearsSince), r.every_seconds, now) &&
          now - (overNobody.get(r.probe_id) ?? 0) > LOOK_AGAIN_MS,
      )
      found = new Map()
      for (const r of silent) found.set(r.book_id, [...(found.get(r.book_id) ?? []), r])
      return [...found.keys()]
    },
    work: (bookId) =>
      inBook(db, bookId, async (tx) => {
        // Two servers that find the same at once raise it once.
        const { rows } = await tx.execute<{ mine: boolean }>(
          sql`select pg_try_advisory_xact_lock(hashtext(${`silence ${bookId}`})) as mine`,
        )
        if (!rows[0]!.mine) return
        for (const { probe_id: id, heard_at, every_seconds: everySeconds } of found.get(bookId) ?? []) {
          const now = Date.now()
          const told = await watchSilence(tx, bookId, id, {
            ...{ heardAt: new Date(heard_at).getTime(), everySeconds, now },
          })
          if (told) overNobody.delete(id)
          else overNobody.set(id, now)
        }
      }),
  })
}
