import { createReadStream } from 'node:fs'
import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { may, archiveApi } from '@hatch-book/contract'
import { sql } from 'drizzle-orm'
import Papa from 'papaparse'
import type { FastifyRequest } from 'fastify'
import { inBook, type Database, type Transaction } from '../db/connect'
import { openSexes } from '../log'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { oneAtATime } from '../shell/turns'
import { CSV_LISTS, SEX_OF, type CsvList, type ListReader } from './csvLists'

const ROWS_AT_ONCE = 2000
/** What a spreadsheet takes for a formula by its first letter, whatever follows, line breaks among it. */
const FORMULA = /^[=+\-@\t\r]/

/** What was read of a sex is told to nobody who may read it anew: by a list least of all. */
async function keepBlind(tx: Transaction, rows: Record<string, unknown>[]): Promise<void> {
  const open = await openSexes(
    tx,
    rows.flatMap((r) => (typeof r[SEX_OF] === 'string' ? [r[SEX_OF]] : [])),
  )
  for (const row of rows) if (open.has(row[SEX_OF] as string)) row.sex = 'unknown'
}

/** A list as text, a part at a time: headings first, then its rows; a cell that a spreadsheet would take for a formula is plain text. */
async function* textOf(
  tx: Transaction,
  list: CsvList,
  zone: string,
  reader: ListReader,
): AsyncGenerator<string> {
  await tx.execute(sql`declare listed no scroll cursor for ${list.rows(zone, reader)}`)
  let isFirst = true
  for (;;) {
    const { rows, fields } = await tx.execute<Record<string, unknown>>(
      sql.raw(`fetch ${ROWS_AT_ONCE} from listed`),
    )
    const columns = fields.map((f) => f.name).filter((name) => name !== SEX_OF)
    await keepBlind(tx, rows)
    const text = Papa.unparse(
      { fields: columns, data: rows.map((r) => columns.map((c) => r[c])) },
      { header: isFirst, escapeFormulae: FORMULA, newline: '\r\n' },
    )
    if (isFirst) yield `\uFEFF${text}\r\n`
    else if (rows.length > 0) yield `${text}\r\n`
    isFirst = false
    if (rows.length < ROWS_AT_ONCE) return
  }
}

async function writeList(
  db: Database,
  bookId: string,
  list: CsvList,
  zone: string,
  reader: ListReader,
): Promise<{ path: string; forget(): Promise<void> }> {
  const folder = await mkdtemp(join(tmpdir(), 'hatch-book-list-'))
  const path = join(folder, 'list.csv')
  const forget = () => rm(folder, { recursive: true, force: true })
  try {
    await inBook(db, bookId, (tx) => writeFile(path, textOf(tx, list, zone, reader)), {
      isolation: 'repeatable read',
    })
    return { path, forget }
  } catch (error) {
    await forget()
    throw error
  }
}

const readerOf = (request: FastifyRequest): ListReader => ({
  seesTrade: may(actorOf(request).member.role, 'see who buys'),
})
const isFor = (reader: ListReader, list: CsvList) => reader.seesTrade || !list.ofTheTrade

/** Any list or log of the book as CSV. */
export const csvRoutes: BookRoutes = (app, { db }) => {
  serve(app, archiveApi.csvLists, (request) => ({
    lists: CSV_LISTS.filter((list) => isFor(readerOf(request), list)).map(({ name, says }) => ({
      name,
      says,
    })),
  }))

  serve(app, archiveApi.csv, async (request, reply) => {
    const { bookId, book, today } = actorOf(request)
    const list = CSV_LISTS.find(({ name }) => name === request.params.name)
    const reader = readerOf(request)
    if (!list || !isFor(reader, list)) throw new BookError('not-found', 'There is no such list.')
    // Onto the disk first, so that no line to the database waits for a reader who takes their time.
    const { path, forget } = await oneAtATime('a list for a spreadsheet', () =>
      writeList(db, bookId, list, book.zone, reader),
    )
    const out = createReadStream(path)
    out.on('close', () => void forget())
    return reply
      .type('text/csv; charset=utf-8')
      .header('content-disposition', `attachment; filename="${list.name}-${today}.csv"`)
      .header('cache-control', 'no-store')
      .send(out as never)
  })
}
