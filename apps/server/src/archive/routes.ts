import { createReadStream } from 'node:fs'
import type { IncomingMessage } from 'node:http'
import { Readable } from 'node:stream'
import { archiveApi } from '@hatch-book/contract'
import { eq } from 'drizzle-orm'
import { inBook, tables, type Database } from '../db/connect'
import { actorOf, openSession } from '../shell/actor'
import type { BookApp, BookRoutes } from '../shell/app'
import { BookError } from '../shell/problems'
import { serve } from '../shell/serve'
import { readArchive } from './read'
import { onDisk } from './spool'
import { writeArchive } from './write'

/** The whole book out as one file, and in again as a book of its own. */
export const archiveRoutes: BookRoutes = (app, { db }) => {
  serve(app, archiveApi.write, async (request, reply) => {
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

  // Where it is brought in the file goes to the disk as it comes: in a scope of its own, for elsewhere a body is read into memory.
  void app.register((scope, _options, done) => {
    bringIn(scope as unknown as BookApp, db)
    done()
  })
}

/** An archive becomes a book of its own; whoever brings it in is its owner and stands in it at once. */
function bringIn(app: BookApp, db: Database): void {
  app.removeContentTypeParser('application/octet-stream')
  app.addContentTypeParser(
    'application/octet-stream',
    (_request: unknown, sent: IncomingMessage, done: Parsed) => done(null, sent),
  )
  // One is read at a time on a server, so that many cannot fill its memory and its disk together.
  let reading = false
  serve(app, archiveApi.readIn, async (request, reply) => {
    const { bookId: from, member: self } = actorOf(request)
    const sent: unknown = request.body
    if (!(sent instanceof Readable)) throw new BookError('file-unreadable', 'Send the archive itself.')
    if (reading) {
      sent.resume()
      throw new BookError('busy', 'Another archive is being read on this server. Try again in a minute.')
    }
    reading = true
    try {
      const [row] = await inBook(db, from, (tx) =>
        tx.select().from(tables.member).where(eq(tables.member.id, self.id)),
      )
      const { bookId, memberId, manifest } = await onDisk(
        sent as IncomingMessage,
        archiveApi.readIn.largest,
        (path) => readArchive(db, path, row!),
      )
      await inBook(db, bookId, (tx) => openSession(tx, reply as never, bookId, memberId))
      return {
        ...{ bookId, name: String(manifest.book.name), digest: manifest.digest },
        rows: manifest.tables.reduce((n, t) => n + t.rows, 0),
      }
    } finally {
      reading = false
    }
  })
}

type Parsed = (error: Error | null, body?: unknown) => void
