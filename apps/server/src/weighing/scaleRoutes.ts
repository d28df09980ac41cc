import { weighingApi } from '@hatch-book/contract'
import { eq } from 'drizzle-orm'
import { judgeOne } from '../animals'
import { inBook, tables } from '../db/connect'
import { actorOf, bridgeOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { forgetTokens } from '../shell/bridge'
import { publish } from '../shell/live'
import { BookError } from '../shell/problems'
import { bridgeTopic, issueScale, scaleTopic, scaleView } from './scales'

/** Scales and their bridges: see docs/scale-protocol.md. */
export const scaleRoutes: BookRoutes = (app, { db }) => {
  const { scale } = tables
  const mustBeOurs = async (bookId: string, id: string) => {
    const [row] = await inBook(db, bookId, (tx) => tx.select().from(scale).where(eq(scale.id, id)))
    if (!row) throw new BookError('not-found', 'This scale is not in the book.')
    return row
  }

  serve(app, weighingApi.scales, async (request) => {
    const rows = await inBook(db, actorOf(request).bookId, (tx) =>
      tx.select().from(scale).orderBy(scale.name),
    )
    return { scales: rows.map(scaleView) }
  })

  serve(app, weighingApi.addScale, (request) => {
    const { bookId } = actorOf(request)
    return inBook(db, bookId, (tx) => issueScale(tx, bookId, request.body))
  })

  serve(app, weighingApi.removeScale, async (request) => {
    const { bookId } = actorOf(request)
    const { id } = await mustBeOurs(bookId, request.params.id)
    await inBook(db, bookId, (tx) => tx.delete(scale).where(eq(scale.id, id)))
    forgetTokens(id)
    return { ok: true as const }
  })

  /** What the scale shows, as it shows it. */
  serve(app, weighingApi.liveScale, async (request, reply) => {
    const { id } = await mustBeOurs(actorOf(request).bookId, request.params.id)
    app.live.stream(reply as never, scaleTopic(id))
  })

  /** Who comes onto the scale next, for a bridge that has a display. */
  serve(app, weighingApi.awaitOnScale, async (request) => {
    const actor = actorOf(request)
    const { id } = await mustBeOurs(actor.bookId, request.params.id)
    const { animalId } = request.body
    const awaited = animalId ? await inBook(db, actor.bookId, (tx) => judgeOne(tx, actor, animalId)) : null
    await publish(
      db,
      bridgeTopic(id),
      JSON.stringify(awaited && { tag: awaited.row.tag, lastGrams: awaited.row.grams }),
    )
    return { ok: true as const }
  })

  serve(app, weighingApi.hearSamples, async (request) => {
    await publish(db, scaleTopic(bridgeOf(request).id), JSON.stringify(request.body.samples))
    return { heard: request.body.samples.length }
  })

  serve(app, weighingApi.awaited, (request, reply) => {
    app.live.stream(reply as never, bridgeTopic(bridgeOf(request).id))
  })
}
