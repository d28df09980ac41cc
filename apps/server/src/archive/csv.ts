import { PassThrough } from 'node:stream'
import { once } from 'node:events'
import { CsvCatalogue } from '@hatch-book/contract'
import { sql } from 'drizzle-orm'
import Papa from 'papaparse'
import * as v from 'valibot'
import { inBook, type Transaction } from '../db/connect'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { BookError } from '../shell/problems'
import { CSV_LISTS, type CsvList } from './csvLists'

const ROWS_AT_ONCE = 2000

/** A list as text, a part at a time: headings first, then its rows; a cell that a spreadsheet would take for a formula is plain text. */
async function* textOf(tx: Transaction, list: CsvList, zone: string): AsyncGenerator<string> {
  await tx.execute(sql`declare listed no scroll cursor for ${list.rows(zone)}`)
  let isFirst = true
  for (;;) {
    const { rows, fields } = await tx.execute<Record<string, unknown>>(
      sql.raw(`fetch ${ROWS_AT_ONCE} from listed`),
    )
    const columns = fields.map((f) => f.name)
    const text = Papa.unparse(
      { fields: columns, data: rows.map((r) => columns.map((c) => r[c])) },
      { header: isFirst, escapeFormulae: true, newline: '\r\n' },
    )
    if (isFirst) yield `\uFEFF${text}\r\n`
    else if (rows.length > 0) yield `${text}\r\n`
    isFirst = false
    if (rows.length < ROWS_AT_ONCE) return
  }
}

/** Any list or log of the book as CSV. */
export const csvRoutes: BookRoutes = (app, { db }) => {
  const read = { permission: 'read the book' } as const

  app.get('/api/csv', { config: read, schema: { response: { 200: CsvCatalogue } } }, () => ({
    lists: CSV_LISTS.map(({ name, says }) => ({ name, says })),
  }))

  app.get(
    '/api/csv/:name',
    { config: read, schema: { params: v.object({ name: v.pipe(v.string(), v.maxLength(40)) }) } },
    (request, reply) => {
      const { bookId, book, today } = actorOf(request)
      const list = CSV_LISTS.find(({ name }) => name === request.params.name)
      if (!list) throw new BookError('not-found', 'There is no such list.')
      // Written while it is read: a log of a million lines is never held as a whole.
      const out = new PassThrough()
      void inBook(
        db,
        bookId,
        async (tx) => {
          for await (const part of textOf(tx, list, book.zone)) {
            if (out.destroyed) return
            if (!out.write(part)) await Promise.race([once(out, 'drain'), once(out, 'close')])
          }
          out.end()
        },
        { isolation: 'repeatable read' },
      ).catch((error: Error) => {
        request.log.error({ err: error }, 'a list could not be written')
        out.destroy(error)
      })
      return reply
        .type('text/csv; charset=utf-8')
        .header('content-disposition', `attachment; filename="${list.name}-${today}.csv"`)
        .header('cache-control', 'no-store')
        .send(out as never)
    },
  )
}
