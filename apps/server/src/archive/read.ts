import { BookSchema, ENTRY_KINDS, newId, type EntryKind } from '@hatch-book/contract'
import { sql } from 'drizzle-orm'
import * as v from 'valibot'
import { inBook, tables, type Database, type Transaction } from '../db/connect'
import { rebuildIn } from '../db/rebuild'
import { ARCHIVED, type ArchivedTable, type Manifest } from './contents'
import { Archive, checkManifest, fileOf, refuse } from './unpack'

const ROWS_AT_ONCE = 20_000
/** Of a table whose rows lean on later ones, bytes. */
const LARGEST_AT_ONCE = 64 * 1024 ** 2
/** Nobody's: until the owner gives a member a password, they cannot sign in. */
const NO_PASSWORD = '-'

const Uuid = v.pipe(v.string(), v.uuid())
const Settings = v.object({
  name: v.pipe(v.string(), v.minLength(1), v.maxLength(80)),
  zone: BookSchema.entries.zone,
  weight_unit: BookSchema.entries.weightUnit,
  temperature_unit: BookSchema.entries.temperatureUnit,
  demo_day: v.nullable(v.pipe(v.string(), v.isoDate())),
  demo_seed: v.nullable(v.pipe(v.number(), v.integer())),
})

/** Whoever brings an archive in: the owner of the book that it becomes. */
export interface Bringer {
  name: string
  email: string
  passwordHash: string
}

/**
 * Makes a book of an archive that lies on the disk, beside those that are there. All of it happens or nothing: the digests are checked before anything is
 * written, every line against its table, every entry against its kind.
 * @returns the new book, and the member whom the bringer is in it
 * @throws BookError for what is no archive, with what is wrong in it
 */
export async function readArchive(
  db: Database,
  path: string,
  bringer: Bringer,
): Promise<{ bookId: string; memberId: string; manifest: Manifest }> {
  const archive = await Archive.open(path)
  try {
    return await makeBook(db, archive, bringer)
  } finally {
    archive.close()
  }
}

async function makeBook(
  db: Database,
  archive: Archive,
  bringer: Bringer,
): Promise<{ bookId: string; memberId: string; manifest: Manifest }> {
  const manifest = await checkManifest(archive)
  const settings = v.safeParse(Settings, manifest.book)
  if (!settings.success) throw refuse('what it says of the book itself cannot be read')
  const bookId = newId()
  const memberId = await inBook(db, bookId, async (tx) => {
    await tx.execute(sql`set local statement_timeout = 0`)
    // Of a book that came a moment ago the database knows no numbers yet: it would go through its rows once for each.
    await tx.execute(sql`set local enable_nestloop = off`)
    const { name, zone, weight_unit: weightUnit, temperature_unit: temperatureUnit } = settings.output
    await tx.insert(tables.book).values({
      ...{ bookId, id: bookId, name, zone, weightUnit, temperatureUnit },
      ...{ demoDay: settings.output.demo_day, demoSeed: settings.output.demo_seed },
    })
    for (const table of ARCHIVED) await readTable(tx, bookId, table, archive)
    await joinClutches(tx, archive)
    await rebuildIn(tx, bookId)
    return ownIt(tx, bookId, bringer)
  })
  await db.execute(sql`select learn_row_numbers()`)
  return { bookId, memberId, manifest }
}

type Line = ReturnType<typeof checkedLine>

/** Reads a table in parts of some size, so that a log of any length takes the memory of one part. */
async function readTable(
  tx: Transaction,
  bookId: string,
  table: ArchivedTable,
  archive: Archive,
): Promise<void> {
  if (table.atOnce && archive.sizeOf(table.name) > LARGEST_AT_ONCE)
    throw refuse(`its ${table.name} table is larger than a book can have`)
  const size = table.atOnce ? Infinity : table.bytes.length > 0 ? 1 : ROWS_AT_ONCE
  let [part, number]: [Line[], number] = [[], 0]
  const add = async () => {
    if (part.length > 0) await addPart(tx, bookId, table, { part, from: number - part.length + 1, archive })
    part = []
  }
  for await (const line of archive.lines(table.name)) {
    part.push(checkedLine(table, line, ++number))
    if (part.length >= size) await add()
  }
  await add()
}

async function addPart(
  tx: Transaction,
  bookId: string,
  table: ArchivedTable,
  { part, from, archive }: { part: readonly Line[]; from: number; archive: Archive },
): Promise<void> {
  const rows = part.map(({ line }) => line)
  try {
    await insert(tx, bookId, table, rows)
    if (table.bytes.length > 0) for (const { row } of part) await addBytes(tx, table, row, archive)
  } catch (error) {
    if (isData(error)) throw refuse(`${table.name} from line ${from} on: ${messageOf(error)}`)
    throw error
  }
}

/** What the database says of data that it cannot take, not of itself. */
const isData = (error: unknown) => /^2[23]/.test(codeOf(error))
const codeOf = (error: unknown): string => {
  const chain = [error, (error as { cause?: unknown }).cause] as ({ code?: unknown } | undefined)[]
  return String(chain.find((e) => typeof e?.code === 'string')?.code ?? '')
}
const messageOf = (error: unknown) => {
  const { cause } = error as { cause?: unknown }
  return (cause instanceof Error ? cause.message : String((error as Error).message)).slice(0, 160)
}

function checkedLine(
  table: ArchivedTable,
  line: string,
  number: number,
): { line: string; row: Record<string, unknown> } {
  const at = `line ${number} of ${table.name}`
  let row: Record<string, unknown>
  try {
    row = JSON.parse(line) as Record<string, unknown>
  } catch {
    throw refuse(`${at} is no JSON`)
  }
  const allowed = [...table.columns, ...table.bytes.map((b) => b.column)]
  if (typeof row !== 'object' || row === null || Object.keys(row).some((key) => !allowed.includes(key)))
    throw refuse(`${at} is no row of it`)
  if (!v.is(Uuid, row.id)) throw refuse(`${at} has no identity`)
  if (table.name === 'entry') checkEntry(row, at)
  return { line, row }
}

function checkEntry(row: Record<string, unknown>, at: string): void {
  const kind = String(row.kind)
  if (kind === 'struck') return
  if (!Object.hasOwn(ENTRY_KINDS, kind)) throw refuse(`${at} is of no known kind`)
  const { subject, payload } = ENTRY_KINDS[kind as EntryKind]
  if (subject !== 'any' && subject !== row.subject_type)
    throw refuse(`${at} is about the wrong kind of thing`)
  if (!v.is(payload as v.GenericSchema, row.payload)) throw refuse(`${at} does not say what its kind says`)
}

const FILLED: Record<string, string> = {
  member: `"password_hash":"${NO_PASSWORD}","second_factor_step":0,"devices":[]`,
  scale: '"secret_hash":"-"',
}

/** The lines go to the database as they are, under the new book's name. A name of another book in them is refused by its walls. */
async function insert(
  tx: Transaction,
  bookId: string,
  { name, defaults }: ArchivedTable,
  lines: readonly string[],
): Promise<void> {
  const own = [`"book_id":"${bookId}"`, ...(FILLED[name] ? [FILLED[name]] : [])].join(',')
  const empty = name === 'photo' ? ',"large":"","small":""' : name === 'paper' ? ',"content":""' : ''
  // Later keys win: what an archive of an earlier version does not say is said first, and what none may say is said last.
  const rows = lines.map(
    (line) =>
      `{${defaults}${line.trim().slice(1, -1)},${own}${empty}${name === 'animal' ? ',"clutch_id":null' : ''}}`,
  )
  await tx.execute(
    sql`insert into ${sql.identifier(name)} select * from json_populate_recordset(null::${sql.identifier(name)}, ${`[${rows.join(',')}]`}::json)`,
  )
}

async function addBytes(
  tx: Transaction,
  { name, bytes }: ArchivedTable,
  row: Record<string, unknown>,
  archive: Archive,
): Promise<void> {
  for (const { column, folder, ending } of bytes) {
    const content = await fileOf(archive, `${folder}/${String(row.id)}${ending}`, row[column])
    await tx.execute(
      sql`update ${sql.identifier(name)} set ${sql.identifier(column)} = ${content} where id = ${String(row.id)}`,
    )
  }
}

/** Animals and clutches lean on each other: the animals come first, and are joined to their clutches once those are there. */
async function joinClutches(tx: Transaction, archive: Archive): Promise<void> {
  const lines: string[] = []
  for await (const line of archive.lines('animal')) lines.push(line)
  await tx.execute(sql`
    update animal a set clutch_id = r.clutch_id
    from json_to_recordset(${`[${lines.join(',')}]`}::json) as r (id uuid, clutch_id uuid) where r.id = a.id and r.clutch_id is not null`)
}

/** Whoever brought it in is its owner: as the member with their address, or as a new one. */
async function ownIt(
  tx: Transaction,
  bookId: string,
  { name, email, passwordHash }: Bringer,
): Promise<string> {
  const { rows } = await tx.execute<{ id: string }>(
    sql`update member set password_hash = ${passwordHash}, role = 'owner' where email = ${email} returning id`,
  )
  if (rows[0]) return rows[0].id
  const id = newId()
  await tx.insert(tables.member).values({ bookId, id, name, email, passwordHash, role: 'owner' })
  return id
}
