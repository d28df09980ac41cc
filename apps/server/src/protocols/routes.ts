import {
  EditionDraft,
  Id,
  ProtocolBroughtIn,
  ProtocolDocumentSchema,
  ProtocolList,
  ProtocolPage,
  ProtocolScopeQuery,
  VerdictChanges,
} from '@hatch-book/contract'
import { compileProtocol } from '@hatch-book/core'
import { eq, sql } from 'drizzle-orm'
import * as v from 'valibot'
import { verdictsUnder } from '../animals'
import { inBook, tables, type Transaction } from '../db/connect'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { announce } from '../shell/live'
import { bringInProtocol, readProtocolFile } from './file'
import { checkSettings, protocolPage, writeEdition } from './editions'
import { loadShelf } from './store'

const WithId = v.object({ id: Id })

/** What a level would change of today's verdicts. */
async function changesBy(tx: Transaction, actor: Actor, protocolId: string, draft: EditionDraft) {
  const shelf = await loadShelf(tx)
  checkSettings(shelf, protocolId, draft)
  const { scope, settings } = draft
  const scopeOf = scope === 'species' ? '' : draft.of
  const inForce = shelf.edition(protocolId, scope, scopeOf)
  const trial = shelf.with({
    protocolId,
    scope,
    scopeOf,
    number: (inForce?.number ?? 0) + 1,
    settings,
    document: inForce?.document ?? null,
    by: actor.member.name,
  })
  return verdictsUnder(tx, actor, protocolId, shelf, trial)
}

export const protocolRoutes: BookRoutes = (app, { db }) => {
  app.get(
    '/api/protocols',
    { config: { permission: 'read the book' }, schema: { response: { 200: ProtocolList } } },
    (request) =>
      inBook(db, actorOf(request).bookId, async (tx) => {
        const shelf = await loadShelf(tx)
        const counts = await tx
          .select({ id: tables.animal.protocolId, n: sql<number>`count(*)::int` })
          .from(tables.animal)
          .where(eq(tables.animal.withdrawn, false))
          .groupBy(tables.animal.protocolId)
        return {
          protocols: shelf.rows.map(({ id, code, species }) => {
            const document = shelf.document(id)
            const compiled = compileProtocol(document)
            const { latin, keptAs, bodyPlan, young } = document
            return {
              ...{ id, code, species, latin, keptAs, bodyPlan, young },
              cautions: String(document.figures['cautions.words']?.value ?? ''),
              edition: shelf.edition(id, 'species', '')?.number ?? 0,
              animals: counts.find((c) => c.id === id)?.n ?? 0,
              methods: compiled?.incubation?.methods ?? [],
              usualCount: compiled?.clutch?.count.typical ?? null,
              setPointC: compiled?.incubation?.setPointC ?? null,
              prey: [...new Set(compiled?.stages.flatMap((s) => s.feed?.prey ?? []))],
            }
          }),
        }
      }),
  )

  app.get(
    '/api/protocols/:id',
    {
      config: { permission: 'read the book' },
      schema: { params: WithId, querystring: ProtocolScopeQuery, response: { 200: ProtocolPage } },
    },
    (request) =>
      inBook(db, actorOf(request).bookId, (tx) =>
        protocolPage(tx, request.params.id, request.query.scope, request.query.of),
      ),
  )

  app.get(
    '/api/protocols/:id/file',
    {
      config: { permission: 'read the book' },
      schema: { params: WithId, response: { 200: ProtocolDocumentSchema } },
    },
    (request, reply) =>
      inBook(db, actorOf(request).bookId, async (tx) => {
        const shelf = await loadShelf(tx)
        const { id } = request.params
        const { figures } = shelf.resolved({ id: '', tag: '', line: '', protocolId: id })
        const document = shelf.document(id)
        void reply.header('content-disposition', `attachment; filename="${document.code}.protocol.json"`)
        return { ...document, figures }
      }),
  )

  app.post(
    '/api/protocols/:id/trial',
    {
      config: { permission: 'decide and plan' },
      schema: { params: WithId, body: EditionDraft, response: { 200: VerdictChanges } },
    },
    (request) => {
      const actor = actorOf(request)
      return inBook(db, actor.bookId, (tx) => changesBy(tx, actor, request.params.id, request.body))
    },
  )

  app.post(
    '/api/protocols/:id/editions',
    {
      config: { permission: 'decide and plan' },
      schema: { params: WithId, body: EditionDraft, response: { 200: VerdictChanges } },
    },
    (request) => {
      const actor = actorOf(request)
      return inBook(db, actor.bookId, async (tx) => {
        const { id } = request.params
        const changes = await changesBy(tx, actor, id, request.body)
        await writeEdition(tx, actor, id, request.body)
        await announce(tx, actor.bookId)
        return changes
      })
    },
  )

  app.post(
    '/api/protocols/file',
    { config: { permission: 'decide and plan' }, schema: { response: { 200: ProtocolBroughtIn } } },
    (request) => {
      const actor = actorOf(request)
      const document = readProtocolFile(request.body)
      return inBook(db, actor.bookId, async (tx) => {
        const done = await bringInProtocol(tx, actor, document)
        await announce(tx, actor.bookId)
        return { ...done, species: document.species }
      })
    },
  )
}
