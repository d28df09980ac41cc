import type { AnimalRow, EditionDraft } from '@hatch-book/contract'
import { protocolsApi } from '@hatch-book/contract'
import { eq } from 'drizzle-orm'
import { inBook, tables, type Database, type Transaction } from '../db/connect'
import { effectsOf, stateAfter, stateNow } from '../effects'
import { bringInProtocol, loadShelf, readProtocolFile, writeEdition } from '../protocols'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { keepStages } from './keepStages'

/** Who is of the species that a protocol is for. */
async function ofSpecies(db: Database, { bookId }: Actor, protocolId: string) {
  const shelf = await inBook(db, bookId, (tx) => loadShelf(tx), { reads: true })
  const { species } = shelf.document(protocolId)
  return (animal: AnimalRow) => animal.species === species
}

/** Editions of protocols: what they would change, put in force, and brought in from a file. */
export const editionRoutes: BookRoutes = (app, { db }) => {
  const putInForce = (tx: Transaction, actor: Actor, id: string, draft: EditionDraft) =>
    keepStages(tx, actor, id, () => writeEdition(tx, actor, id, draft))

  serve(app, protocolsApi.tryEdition, async (request) => {
    const actor = actorOf(request)
    const { id } = request.params
    const before = await stateNow(db, actor)
    const after = await stateAfter(db, actor, async (tx) => {
      // A draft that somebody overtook can still be tried: over what is in force by now.
      const { scope, of } = request.body
      const inForce = (await loadShelf(tx)).edition(id, scope, scope === 'species' ? '' : of)
      await putInForce(tx, actor, id, { ...request.body, basedOn: inForce?.number ?? 0 })
    })
    return effectsOf(before, after, await ofSpecies(db, actor, id))
  })

  serve(app, protocolsApi.addEdition, async (request) => {
    const actor = actorOf(request)
    const { id } = request.params
    const before = await stateNow(db, actor)
    await inBook(db, actor.bookId, async (tx) => {
      await putInForce(tx, actor, id, request.body)
    })
    return effectsOf(before, await stateNow(db, actor), await ofSpecies(db, actor, id))
  })

  serve(app, protocolsApi.bringIn, (request) => {
    const actor = actorOf(request)
    const document = readProtocolFile(request.body)
    return inBook(db, actor.bookId, async (tx) => {
      const bringIn = () => bringInProtocol(tx, actor, document)
      const { protocol } = tables
      const [known] = await tx.select().from(protocol).where(eq(protocol.code, document.code))
      let done: Awaited<ReturnType<typeof bringIn>> | undefined
      if (known)
        await keepStages(tx, actor, known.id, async () => {
          done = await bringIn()
        })
      else done = await bringIn()
      return { ...done!, species: document.species }
    })
  })
}
