import { is, SQL } from 'drizzle-orm'
import { getTableConfig, type PgTable } from 'drizzle-orm/pg-core'
import { tables } from '../db/connect'

export const FORMAT = 'hatch-book-archive'
export const FORMAT_VERSION = 1

/** A table as an archive has it. */
export interface ArchivedTable {
  name: string
  /** Columns in their order, without the book's: an archive belongs to none. */
  columns: string[]
  /** Columns of bytes, each a file of its own; the line has its digest. */
  bytes: { column: string; folder: string; ending: string }[]
  /** What stands in columns that an archive of an earlier version does not have yet: the beginning of a row's JSON. */
  defaults: string
  /** In which order its rows are written and read: what rows of their own table lean on comes first. */
  order: string
  /** Read in one go where rows lean on later ones of the same table. */
  atOnce: boolean
}

/** Secrets stay where they are: nobody signs in, and no device speaks, by an archive. */
const SECRET = new Set([
  ...['password_hash', 'secret_hash'],
  ...['second_factor', 'second_factor_offered', 'second_factor_step', 'devices', 'claimed_at'],
])

/**
 * What a book consists of, each table after those it leans on. Left out is what is worked out again (standings, judgements, hours of probes,
 * records of hatches), and what only opens doors (sessions, shared addresses).
 */
const IN_ORDER = [
  ...['member', 'protocol', 'contact', 'place', 'probe', 'unit', 'scale', 'geneSet', 'protocolEdition'],
  ...[
    'seasonPlan',
    'lineGoal',
    'price',
    'wish',
    'weatherRule',
    'restPlan',
    'animal',
    'rest',
    'pairing',
    'clutch',
  ],
  ...[
    'egg',
    'cohort',
    'colony',
    'feederPlan',
    'recipe',
    'entry',
    'importList',
    'revision',
    'photo',
    'paper',
    'alarm',
    'message',
    'reading',
  ],
] as const satisfies readonly (keyof typeof tables)[]

const BYTES: Record<string, ArchivedTable['bytes']> = {
  photo: [
    { column: 'large', folder: 'photos/large', ending: '.jpg' },
    { column: 'small', folder: 'photos/small', ending: '.jpg' },
  ],
  paper: [{ column: 'content', folder: 'papers', ending: '' }],
}
const ORDER: Record<string, string> = {
  // What strikes out comes after what it strikes out.
  entry: 'strikes is not null, at, id',
  reading: 'probe_id, at, id',
}
const LARGE = new Set(['entry', 'reading', 'photo', 'paper'])

export const ARCHIVED: readonly ArchivedTable[] = IN_ORDER.map((key) => {
  const { name, columns } = getTableConfig(tables[key] as PgTable)
  const bytes = BYTES[name] ?? []
  const usual = columns.flatMap((c) =>
    c.notNull && c.default !== undefined && !is(c.default, SQL)
      ? [`${JSON.stringify(c.name)}:${JSON.stringify(c.default)},`]
      : [],
  )
  return {
    defaults: usual.join(''),
    ...{ name, bytes, order: ORDER[name] ?? 'id', atOnce: !LARGE.has(name) },
    columns: columns
      .map((c) => c.name)
      .filter((c) => c !== 'book_id' && !SECRET.has(c) && !bytes.some((b) => b.column === c)),
  }
})

/** What of the book itself an archive has. */
export const BOOK_COLUMNS = [
  'name',
  'zone',
  'weight_unit',
  'temperature_unit',
  'demo_day',
  'demo_seed',
] as const

export interface Manifest {
  format: typeof FORMAT
  version: number
  madeAt: string
  book: Record<string, unknown>
  tables: { name: string; rows: number; sha256: string }[]
  files: { count: number; bytes: number }
  /** Of the tables' digests in their order: two archives of equal content have the same. */
  digest: string
}
