import { placesApi, animalsApi } from '@hatch-book/contract'
import { newId } from '@hatch-book/contract'
import { desc, eq, isNotNull } from 'drizzle-orm'
import type { FastifyReply } from 'fastify'
import { inBook, tables, type Transaction } from '../db/connect'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { paperType, readPicture } from './pictures'
import { judgeOne } from './judgeAnimals'
const MOST_PAPER = 10 * 1024 * 1024

/** Bytes as they are kept: never run, never guessed at by the browser. */
function sendBytes(reply: FastifyReply, type: string, bytes: Buffer, name?: string) {
  void reply
    .header('content-type', type)
    .header('cache-control', 'private, max-age=86400, immutable')
    .header('content-security-policy', "default-src 'none'; sandbox")
  if (name)
    void reply.header('content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name)}`)
  return reply.serializer((b: unknown) => b as string).send(bytes)
}

/** Photos of animals and places, papers of an animal. */
export const keepsakeRoutes: BookRoutes = (app, { db }) => {
  const { photo, paper, place } = tables

  type SubjectOf = (
    tx: Transaction,
    actor: Actor,
    id: string,
  ) => Promise<{ animalId: string } | { placeId: string }>
  const of: Record<'animals' | 'places', SubjectOf> = {
    animals: async (tx, actor, id) => {
      await judgeOne(tx, actor, id)
      return { animalId: id }
    },
    places: async (tx, _actor, id) => {
      const found = await tx.select({ id: place.id }).from(place).where(eq(place.id, id))
      if (found.length === 0) throw new BookError('not-found', 'This place is not in the book.')
      return { placeId: id }
    },
  }
  for (const [route, subjectOf] of [
    [animalsApi.addPhoto, of.animals],
    [placesApi.addPhoto, of.places],
  ] as const)
    serve(app, route, async (request) => {
      const actor = actorOf(request)
      const { bookId, member } = actor
      const subject = await inBook(db, bookId, (tx) => subjectOf(tx, actor, request.params.id))
      const picture = await readPicture(request.body)
      const row = {
        ...{ bookId, id: newId(), view: request.query.view, at: new Date(actor.now), memberId: member.id },
        ...subject,
        ...picture,
      }
      await inBook(db, bookId, async (tx) => {
        await tx.insert(photo).values(row)
      })
      const { id, view, width, height } = row
      return { id, view, width, height, at: row.at.toISOString() }
    })

  /** Of all places that have any, the newest first. */
  serve(app, placesApi.photos, async (request) => {
    const { placeId, id, view, at, width, height } = photo
    const rows = await inBook(db, actorOf(request).bookId, (tx) =>
      tx
        .select({ placeId, id, view, at, width, height })
        .from(photo)
        .where(isNotNull(placeId))
        .orderBy(desc(at)),
    )
    return { photos: rows.map((p) => ({ ...p, placeId: p.placeId!, at: p.at.toISOString() })) }
  })

  for (const [size, route] of [
    ['small', animalsApi.smallPhoto],
    ['large', animalsApi.largePhoto],
  ] as const)
    serve(app, route, async (request, reply) => {
      const [row] = await inBook(db, actorOf(request).bookId, (tx) =>
        tx.select({ bytes: photo[size] }).from(photo).where(eq(photo.id, request.params.id)),
      )
      if (!row) throw new BookError('not-found', 'This photo is not in the book.')
      return sendBytes(reply as never, 'image/jpeg', row.bytes)
    })

  serve(app, animalsApi.removePhoto, async (request) => {
    const { bookId } = actorOf(request)
    await inBook(db, bookId, async (tx) => {
      const gone = await tx.delete(photo).where(eq(photo.id, request.params.id)).returning({ id: photo.id })
      if (gone.length === 0) throw new BookError('not-found', 'This photo is not in the book.')
    })
    return { ok: true as const }
  })

  serve(app, animalsApi.addPaper, async (request) => {
    const actor = actorOf(request)
    const content = request.body
    await inBook(db, actor.bookId, (tx) => judgeOne(tx, actor, request.params.id))
    if (!Buffer.isBuffer(content) || content.length === 0)
      throw new BookError('file-unreadable', 'Send the paper itself.')
    if (content.length > MOST_PAPER) throw new BookError('too-large', 'A paper may have at most 10 MB.')
    const row = {
      bookId: actor.bookId,
      id: newId(),
      animalId: request.params.id,
      name: request.query.name,
      type: paperType(content),
      size: content.length,
      content,
      at: new Date(actor.now),
      memberId: actor.member.id,
    }
    await inBook(db, actor.bookId, async (tx) => {
      await tx.insert(paper).values(row)
    })
    const { id, name, type, size } = row
    return { id, name, type, size, at: row.at.toISOString(), by: actor.member.name }
  })

  serve(app, animalsApi.paper, async (request, reply) => {
    const [row] = await inBook(db, actorOf(request).bookId, (tx) =>
      tx.select().from(paper).where(eq(paper.id, request.params.id)),
    )
    if (!row) throw new BookError('not-found', 'This paper is not in the book.')
    return sendBytes(reply as never, row.type, row.content, row.name)
  })

  serve(app, animalsApi.removePaper, async (request) => {
    const { bookId } = actorOf(request)
    await inBook(db, bookId, async (tx) => {
      const gone = await tx.delete(paper).where(eq(paper.id, request.params.id)).returning({ id: paper.id })
      if (gone.length === 0) throw new BookError('not-found', 'This paper is not in the book.')
    })
    return { ok: true as const }
  })
}
