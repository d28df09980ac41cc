import { randomBytes } from 'node:crypto'
import type { SharedRecord } from '@hatch-book/contract'
import { leavingApi } from '@hatch-book/contract'
import { CONSEQUENCES } from '@hatch-book/core'
import { and, desc, eq, isNull } from 'drizzle-orm'
import { judgeOne } from '../animals'
import { inBook, tables, type Database, type Transaction } from '../db/connect'
import { actorOf, actorOfBook, hasEnded, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { secretHash } from '../shell/token'
import { BookError } from '../shell/problems'
import { honestRecord } from './honestRecord'
const BOOK_BYTES = 16

/** The key of an address: which book, and a secret that only its hash is kept of. */
function newKey(bookId: string): { key: string; hash: string } {
  const key = Buffer.concat([Buffer.from(bookId.replaceAll('-', ''), 'hex'), randomBytes(24)]).toString(
    'base64url',
  )
  return { key, hash: secretHash(key) }
}

function bookOfKey(key: string): string | null {
  const bytes = Buffer.from(key, 'base64url')
  if (bytes.length <= BOOK_BYTES) return null
  const hex = bytes.subarray(0, BOOK_BYTES).toString('hex')
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join('-')
}

/** Opens what a key was given for; one that was withdrawn opens nothing, and neither does a wrong one. */
export async function withKey<T>(
  db: Database,
  key: string,
  kind: 'animal' | 'calendar',
  work: (tx: Transaction, actor: Actor, animalId: string | null) => Promise<T>,
): Promise<T> {
  const bookId = bookOfKey(key)
  if (!bookId) throw new BookError('not-found')
  return inBook(db, bookId, async (tx) => {
    const { share, book, member } = tables
    const [row] = await tx
      .select({ share, book, maker: member })
      .from(share)
      .innerJoin(book, eq(book.id, share.bookId))
      .innerJoin(member, eq(member.id, share.memberId))
      .where(and(eq(share.secretHash, secretHash(key)), eq(share.kind, kind), isNull(share.withdrawnAt)))
    if (!row) throw new BookError('not-found', 'This page is no longer shared.')
    const actor = actorOfBook(row.book)
    // It opens as long as whoever made it may open the book, and the book is there.
    if (
      row.book.deletedAt ||
      hasEnded(row.maker, actor.today) ||
      row.maker.role === 'helper' ||
      row.maker.role === 'viewer'
    )
      throw new BookError('not-found', 'This page is no longer shared.')
    actor.member.id = row.share.memberId
    return work(tx, actor, row.share.animalId)
  })
}

export const shareRoutes: BookRoutes = (app, { db }) => {
  const { share, member, photo } = tables
  serve(app, leavingApi.shares, (request) =>
    inBook(db, actorOf(request).bookId, async (tx) => {
      const rows = await tx
        .select({ share, by: member.name })
        .from(share)
        .innerJoin(member, eq(member.id, share.memberId))
        .orderBy(desc(share.at))
      return {
        shares: rows.map(({ share: s, by }) => ({
          ...{ id: s.id, kind: s.kind, animalId: s.animalId, by },
          at: s.at.toISOString(),
          withdrawnAt: s.withdrawnAt?.toISOString() ?? null,
        })),
      }
    }),
  )
  serve(app, leavingApi.addShare, (request) => {
    const actor = actorOf(request)
    const { id, kind, animalId } = request.body
    return inBook(db, actor.bookId, async (tx) => {
      if (kind === 'animal') {
        if (!animalId) throw new BookError('invalid', 'Choose the animal whose record you want to share.')
        await judgeOne(tx, actor, animalId)
      }
      const { key, hash } = newKey(actor.bookId)
      await tx.insert(share).values({
        ...{ bookId: actor.bookId, id, kind, secretHash: hash, memberId: actor.member.id },
        animalId: kind === 'animal' ? animalId : null,
        at: new Date(actor.now),
      })
      return { id, path: kind === 'animal' ? `/record/${key}` : `/api/calendar/${key}.ics` }
    })
  })
  serve(app, leavingApi.withdrawShare, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      const done = await tx
        .update(share)
        .set({ withdrawnAt: new Date(actor.now) })
        .where(and(eq(share.id, request.params.id), isNull(share.withdrawnAt)))
        .returning({ id: share.id })
      if (done.length === 0) throw new BookError('not-found', 'It was withdrawn already.')
      return { ok: true as const }
    })
  })
  serve(app, leavingApi.sharedRecord, (request) =>
    withKey(db, request.params.key, 'animal', (tx, actor, id) => sharedRecord(tx, actor, id!)),
  )
  serve(app, leavingApi.sharedPhoto, async (request, reply) => {
    const picture = await withKey(db, request.params.key, 'animal', async (tx, _actor, id) => {
      const [row] = await tx
        .select({ large: photo.large })
        .from(photo)
        .where(eq(photo.animalId, id!))
        .orderBy(desc(photo.at))
        .limit(1)
      if (!row) throw new BookError('not-found')
      return row.large
    })
    return reply
      .type('image/jpeg')
      .header('cache-control', 'private, no-store')
      .send(picture as never)
  })
}

const SHOWN_MEALS = 20

/** What a buyer sees: this animal's record as the log has it, good and bad, and nothing that leads to another. */
async function sharedRecord(tx: Transaction, actor: Actor, id: string): Promise<SharedRecord> {
  const judged = await judgeOne(tx, actor, id)
  const { row, record } = judged
  // Named one by one: what is added to the sheet later does not slip out by itself.
  const { weights, meals, mealsTaken, mealsOffered, sheds, problems, care, cautions } = await honestRecord(
    tx,
    actor,
    judged,
    SHOWN_MEALS,
  )
  const photos = await tx
    .select({ id: tables.photo.id })
    .from(tables.photo)
    .where(eq(tables.photo.animalId, id))
    .limit(1)
  return {
    bookName: actor.book.name,
    weightUnit: actor.book.weightUnit,
    ...{ tag: row.tag, name: row.name },
    ...{ species: row.species, latin: record.protocol.latin, bodyPlan: row.bodyPlan, line: row.line },
    ...{ sex: row.sex, sexCertainty: row.sexCertainty, hatched: row.hatched, traits: row.traits },
    ...{ weights, meals, mealsTaken, mealsOffered, sheds, problems, care, cautions },
    defects: record.standing.young.defects.map(({ defect, grade, view, x, y }) => ({
      ...{ defect, grade, view, x, y },
      follows: CONSEQUENCES[grade],
    })),
    photo: photos.length > 0,
  }
}
