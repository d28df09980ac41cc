import { ProtocolList } from '@hatch-book/contract'
import type { Protocol } from '@hatch-book/core'
import { inBook, tables } from '../db/connect'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'

export const protocolRoutes: BookRoutes = (app, { db }) => {
  app.get(
    '/api/protocols',
    { config: { permission: 'read the book' }, schema: { response: { 200: ProtocolList } } },
    async (request) => {
      const rows = await inBook(db, actorOf(request).bookId, (tx) =>
        tx.select().from(tables.protocol).orderBy(tables.protocol.species),
      )
      return {
        protocols: rows.map(({ id, code, species, document }) => {
          const { latin, incubation, stages } = document as Protocol
          return {
            id,
            code,
            species,
            latin,
            methods: incubation.methods,
            prey: [...new Set(stages.flatMap((s) => s.feed?.prey ?? []))],
          }
        }),
      }
    },
  )
}
