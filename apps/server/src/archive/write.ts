import { createHash } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import yazl from 'yazl'
import { inBook, type Database, type Transaction } from '../db/connect'
import { ARCHIVED, BOOK_COLUMNS, FORMAT, FORMAT_VERSION, type ArchivedTable, type Manifest } from './contents'

const ROWS_AT_ONCE = 5000

/** The lines of a table, a page at a time, as the database writes them: the same content gives the same bytes. */
async function* linesOf(tx: Transaction, table: ArchivedTable): AsyncGenerator<string> {
  const part = (column: string) => `'${column}', t.${column}`
  const digest = ({ column }: ArchivedTable['bytes'][number]) =>
    `'${column}', encode(sha256(t.${column}), 'hex')`
  const object = [...table.columns.map(part), ...table.bytes.map(digest)].join(', ')
  await tx.execute(
    sql.raw(
      `declare archived no scroll cursor for select json_build_object(${object})::text as line from "${table.name}" t order by ${table.order}`,
    ),
  )
  for (;;) {
    const { rows } = await tx.execute<{ line: string }>(sql.raw(`fetch ${ROWS_AT_ONCE} from archived`))
    if (rows.length === 0) break
    for (const { line } of rows) yield line
  }
  await tx.execute(sql.raw('close archived'))
}

/**
 * Writes a whole book into one file: JSON lines of each table, photos and papers, and a manifest with digests. It is one moment of the book:
 * what is written meanwhile is not in it.
 * @returns the file, and a way to throw it away
 */
export async function writeArchive(
  db: Database,
  bookId: string,
  madeAt: string,
): Promise<{ path: string; manifest: Manifest; forget(): Promise<void> }> {
  const folder = await mkdtemp(join(tmpdir(), 'hatch-book-archive-'))
  const path = join(folder, 'archive.zip')
  const forget = () => rm(folder, { recursive: true, force: true })
  try {
    const zip = new yazl.ZipFile()
    const written = new Promise<void>((resolve, reject) => {
      zip.outputStream.pipe(createWriteStream(path)).on('close', resolve).on('error', reject)
      zip.outputStream.on('error', reject)
    })
    const manifest = await inBook(db, bookId, (tx) => fill(tx, zip, bookId, madeAt), {
      isolation: 'repeatable read',
    })
    zip.addBuffer(Buffer.from(`${JSON.stringify(manifest, null, 2)}\n`), 'manifest.json', TIMELESS)
    zip.end()
    await written
    return { path, manifest, forget }
  } catch (error) {
    await forget()
    throw error
  }
}

/** Equal content is an equal file, whenever it was made. */
const TIMELESS = { mtime: new Date('2000-01-01T00:00:00Z') }

async function fill(tx: Transaction, zip: yazl.ZipFile, bookId: string, madeAt: string): Promise<Manifest> {
  await tx.execute(sql`set local timezone = 'UTC'`)
  const { rows } = await tx.execute<Record<string, unknown>>(
    sql.raw(
      `select ${BOOK_COLUMNS.map((c) => (c === 'demo_day' ? `${c}::text as ${c}` : c)).join(', ')} from book`,
    ),
  )
  const found: Manifest['tables'] = []
  const files = { count: 0, bytes: 0 }
  for (const table of ARCHIVED) {
    const hash = createHash('sha256')
    const parts: Buffer[] = []
    let count = 0
    for await (const line of linesOf(tx, table)) {
      const bytes = Buffer.from(`${line}\n`)
      hash.update(bytes)
      parts.push(bytes)
      count++
    }
    zip.addBuffer(Buffer.concat(parts), `tables/${table.name}.jsonl`, TIMELESS)
    found.push({ name: table.name, rows: count, sha256: hash.digest('hex') })
    for (const file of table.bytes) await addFiles(tx, zip, table.name, file, files)
  }
  const digest = createHash('sha256')
    .update(JSON.stringify([rows[0], found]))
    .digest('hex')
  return { format: FORMAT, version: FORMAT_VERSION, madeAt, book: rows[0]!, tables: found, files, digest }
}

async function addFiles(
  tx: Transaction,
  zip: yazl.ZipFile,
  table: string,
  { column, folder, ending }: ArchivedTable['bytes'][number],
  files: Manifest['files'],
): Promise<void> {
  const { rows: ids } = await tx.execute<{ id: string }>(sql.raw(`select id from "${table}" order by id`))
  for (const { id } of ids) {
    const { rows } = await tx.execute<{ bytes: Buffer }>(
      sql`select ${sql.identifier(column)} as bytes from ${sql.identifier(table)} where id = ${id}`,
    )
    const { bytes } = rows[0]!
    zip.addBuffer(bytes, `${folder}/${id}${ending}`, { ...TIMELESS, compress: false })
    files.count++
    files.bytes += bytes.length
  }
}
