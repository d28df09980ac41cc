import { protocolsApi } from '@hatch-book/contract'
import { usesOf } from '@hatch-book/core'
import { eq, sql } from 'drizzle-orm'
import { inBook, tables } from '../db/connect'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { addSpecies } from './add'
import { protocolPage } from './editions'
import { anyOf, loadShelf, saidOf } from './store'

export const protocolRoutes: BookRoutes = (app, { db }) => {
  serve(app, protocolsApi.list, (request) =>
    inBook(db, actorOf(request).bookId, async (tx) => {
      const shelf = await loadShelf(tx)
      const counts = await tx
        .select({ id: tables.animal.protocolId, n: sql<number>`count(*)::int` })
        .from(tables.animal)
        .where(eq(tables.animal.withdrawn, false))
        .groupBy(tables.animal.protocolId)
      return {
        protocols: shelf.rows.map(({ id, code, species, state }) => {
          const document = shelf.document(id)
          const bearer = anyOf(id)
          const fault = document.keptAs === 'colonies' ? null : shelf.faultOf(bearer)
          const compiled = document.keptAs === 'colonies' ? null : shelf.usable(bearer)
          const animals = counts.find((c) => c.id === id)?.n ?? 0
          const { latin, keptAs, bodyPlan, young, wayOfLife = null } = document
          return {
            ...{ id, code, species, latin, keptAs, bodyPlan, young, wayOfLife },
            cautions: String(document.figures['cautions.words']?.value ?? ''),
            hidden: state === 'hidden',
            edition: shelf.edition(id, 'species', '')?.number ?? 0,
            fault,
            animals,
            methods: compiled?.incubation?.methods ?? [],
            usualCount: compiled?.clutch?.count.typical ?? null,
            setPointC: compiled?.incubation?.setPointC ?? null,
            uses: usesOf(document, compiled, animals),
            prey: [...new Set(compiled?.stages.flatMap((s) => s.feed?.prey ?? []))],
          }
        }),
      }
    }),
  )

  serve(app, protocolsApi.add, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      await addSpecies(tx, actor, request.body)
      return { id: request.body.id }
    })
  })

  serve(app, protocolsApi.page, (request) =>
    inBook(db, actorOf(request).bookId, (tx) =>
      protocolPage(tx, request.params.id, request.query.scope, request.query.of),
    ),
  )

  serve(app, protocolsApi.file, (request, reply) =>
    inBook(db, actorOf(request).bookId, async (tx) => {
      const document = saidOf(await loadShelf(tx), request.params.id)
      void reply.header('content-disposition', `attachment; filename="${document.code}.protocol.json"`)
      return document
    }),
  )
}
