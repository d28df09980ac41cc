import { createReadStream } from 'node:fs'
import { ArchiveRead } from '@hatch-book/contract'
import { eq } from 'drizzle-orm'
import { inBook, tables } from '../db/connect'
import { actorOf, openSession } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { BookError } from '../shell/problems'
import { readArchive } from './read'
import { writeArchive } from './write'

const LARGEST = 1024 ** 3

/** The whole book out as one file, and in again as a book of its own. */
export const archiveRoutes: BookRoutes = (app, { db }) => {
  app.get('/api/archive', { config: { permission: 'run the book' } }, async (request, reply) => {
    const { bookId, book, now, today } = actorOf(request)
    const { path, manifest, forget } = await writeArchive(db, bookId, new Date(now).toISOString())
    const name = `${book.name.toLowerCase().replaceAll(/[^\p{L}\p{N}]+/gu, '-')}-${today}.zip`
    const file = createReadStream(path)
    file.on('close', () => void forget())
    return reply
      .type('application/zip')
      .header('content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name)}`)
      .header('cache-control', 'no-store')
      .header('x-archive-digest', manifest.digest)
      .send(file as never)
  })

  /** An archive becomes a book of its own; whoever brings it in is its owner and stands in it at once. */
  app.post(
    '/api/archive',
    {
      bodyLimit: LARGEST,
      config: { permission: 'run the book', rateLimit: { max: 30, timeWindow: '1 minute' } },
      schema: { response: { 200: ArchiveRead } },
    },
    async (request, reply) => {
      const { bookId: from, member: self } = actorOf(request)
      const file: unknown = request.body
      if (!Buffer.isBuffer(file)) throw new BookError('file-unreadable', 'Send the archive itself.')
      const [row] = await inBook(db, from, (tx) =>
        tx.select().from(tables.member).where(eq(tables.member.id, self.id)),
      )
      const { bookId, memberId, manifest } = await readArchive(db, file, row!)
      await inBook(db, bookId, (tx) => openSession(tx, reply as never, bookId, memberId))
      return {
        ...{ bookId, name: String(manifest.book.name), digest: manifest.digest },
        rows: manifest.tables.reduce((n, t) => n + t.rows, 0),
      }
    },
  )
}

export { csvRoutes } from './csv'
