import type { HatchFact, ImportRow } from '@hatch-book/contract'
import { hatchSpan, parentFaults, type DaySpan, type Sex } from '@hatch-book/core'
import { readCsv, type DecodedText } from '../shell/decode'
import { readGrams, readHatched, readPurpose, readSex, readTag, type CellReading } from './importCells'

const COLUMNS = {
  tag: ['tag', 'id', 'animal', 'number', 'no', 'code'],
  species: ['species', 'taxon', 'kind'],
  sex: ['sex', 'gender'],
  hatched: ['hatched', 'hatch date', 'hatch', 'born', 'birth', 'dob', 'age'],
  dam: ['dam', 'mother', 'female parent'],
  sire: ['sire', 'father', 'male parent'],
  place: ['place', 'tub', 'rack', 'location', 'where'],
  grams: ['weight', 'weight g', 'weight (g)', 'grams', 'g'],
  line: ['line', 'strain', 'project'],
  purpose: ['purpose', 'use'],
  origin: ['origin', 'source', 'from', 'breeder'],
  note: ['note', 'notes', 'remark', 'remarks', 'comment'],
} as const
export type ImportColumn = keyof typeof COLUMNS

/** A good row, read; parents still by tag. */
export interface ReadAnimal {
  line: number
  tag: string
  code: string
  species: string
  sex: Sex
  hatchFact: HatchFact | null
  hatched: DaySpan | null
  dam: string
  sire: string
  place: string
  grams: number | null
  lineName: string
  purpose: 'breeder' | 'holdback' | 'growing on' | 'for sale' | 'pet only'
  origin: string
  note: string
}

/** What the book knows already, as far as a list can clash with it. */
export interface KnownBook {
  species: { code: string; species: string; latin: string }[]
  animals: Map<string, { tag: string; species: string; sex: Sex; hatched: DaySpan | null }>
}

export interface ReadList {
  columns: { header: string; means: ImportColumn | null }[]
  delimiter: string
  good: { row: ImportRow; animal: ReadAnimal }[]
  faulty: ImportRow[]
}

const key = (tag: string) => tag.trim().toLowerCase()

/**
 * Reads a list of animals. Every row comes out once: good, or with the reasons for which it cannot come in.
 * Parents may stand anywhere in the list or in the book; a parent whose own row is faulty makes the child's faulty too.
 */
export function readAnimalList({ text }: DecodedText, book: KnownBook): ReadList {
  const { rows, delimiter } = readCsv(text)
  const [head, ...body] = rows
  const columns = (head?.cells ?? []).map((header) => ({ header: header.trim(), means: meaningOf(header) }))
  const index = new Map(columns.flatMap(({ means }, i) => (means ? [[means, i] as const] : [])))
  const read = body.map(({ line, cells }) => {
    const row: ImportRow = {
      line,
      cells: Object.fromEntries(
        columns.map(({ header }, i) => [header || `column ${i + 1}`, cells[i] ?? '']),
      ),
      faults: [],
    }
    if (cells.length > columns.length)
      row.faults.push({
        column: '',
        says: `${cells.length} cells under ${columns.length} headings: a cell with a ${delimiter} in it needs quotes`,
      })
    return { row, animal: readRow(row, line, (column) => cells[index.get(column) ?? -1] ?? '', book) }
  })
  markDoubles(read, book)
  markParents(read, book)
  return {
    columns,
    delimiter,
    good: read.filter(({ row }) => row.faults.length === 0),
    faulty: read.filter(({ row }) => row.faults.length > 0).map(({ row }) => row),
  }
}

export function meaningOf(header: string): ImportColumn | null {
  const word = header.trim().toLowerCase().replace(/[_-]+/g, ' ')
  for (const [column, names] of Object.entries(COLUMNS))
    if ((names as readonly string[]).includes(word)) return column as ImportColumn
  return null
}

function readRow(
  row: ImportRow,
  line: number,
  cell: (column: ImportColumn) => string,
  book: KnownBook,
): ReadAnimal {
  const take = <T>(column: ImportColumn, reading: CellReading<T>, otherwise: T): T => {
    if ('value' in reading) return reading.value
    row.faults.push({ column, says: reading.says })
    return otherwise
  }
  const word = cell('species').trim().toLowerCase()
  const found = book.species.find((s) =>
    [s.code, s.species, s.latin].some((name) => name.toLowerCase() === word),
  )
  if (!found)
    row.faults.push({
      column: 'species',
      says: `${word ? `'${cell('species').trim()}' has no protocol in this book` : 'a species is wanted'}: write ${book.species.map((s) => s.species).join(' or ')}`,
    })
  const hatchFact = take('hatched', readHatched(cell('hatched')), null)
  return {
    line,
    tag: take('tag', readTag(cell('tag')), ''),
    code: found?.code ?? '',
    species: found?.species ?? '',
    sex: take('sex', readSex(cell('sex')), 'unknown'),
    hatchFact,
    hatched: hatchFact && hatchSpan(hatchFact.date, hatchFact.precision, hatchFact.widthDays),
    dam: cell('dam').trim(),
    sire: cell('sire').trim(),
    place: cell('place').trim().slice(0, 60),
    grams: take('grams', readGrams(cell('grams')), null),
    lineName: cell('line').trim().slice(0, 60),
    purpose: take('purpose', readPurpose(cell('purpose')), 'growing on'),
    origin: cell('origin').trim().slice(0, 4000),
    note: cell('note').trim().slice(0, 4000),
  }
}

type ReadRow = { row: ImportRow; animal: ReadAnimal }

function markDoubles(rows: readonly ReadRow[], book: KnownBook): void {
  const seen = new Map<string, number>()
  for (const { row, animal } of rows) {
    if (!animal.tag) continue
    const tag = key(animal.tag)
    const earlier = seen.get(tag)
    if (book.animals.has(tag))
      row.faults.push({ column: 'tag', says: `${animal.tag} is in the book already` })
    else if (earlier !== undefined)
      row.faults.push({ column: 'tag', says: `${animal.tag} stands on line ${earlier} already` })
    else seen.set(tag, animal.line)
  }
}

/** Checks parents until no more rows fall out: each faulty parent takes its children with it. */
function markParents(rows: readonly ReadRow[], book: KnownBook): void {
  const childrenOf = new Map<string, ReadRow[]>()
  const good = new Map<string, ReadRow>()
  for (const entry of rows) {
    if (entry.row.faults.length === 0) good.set(key(entry.animal.tag), entry)
    for (const role of ['dam', 'sire'] as const) {
      const parent = key(entry.animal[role])
      if (parent) childrenOf.set(parent, [...(childrenOf.get(parent) ?? []), entry])
    }
  }
  const queue: string[] = []
  const fault = (entry: ReadRow, column: string, says: string) => {
    if (entry.row.faults.length === 0) {
      good.delete(key(entry.animal.tag))
      queue.push(key(entry.animal.tag))
    }
    entry.row.faults.push({ column, says })
  }
  const check = (entry: ReadRow, role: 'dam' | 'sire') => {
    const tag = entry.animal[role]
    if (!tag) return
    const parent = book.animals.get(key(tag)) ?? good.get(key(tag))?.animal
    if (!parent)
      return fault(entry, role, `the ${role} ${tag} is neither in the book nor in a good row of this list`)
    for (const says of parentFaults(entry.animal, parent, role)) fault(entry, role, says)
  }
  for (const entry of rows) for (const role of ['dam', 'sire'] as const) check(entry, role)
  for (const entry of loops(good)) fault(entry, 'dam', `${entry.animal.tag} would be its own ancestor`)
  for (let tag = queue.pop(); tag !== undefined; tag = queue.pop())
    for (const child of childrenOf.get(tag) ?? [])
      if (child.row.faults.length === 0)
        for (const role of ['dam', 'sire'] as const) if (key(child.animal[role]) === tag) check(child, role)
}

/** Rows that are their own ancestors: what is left when those without parents in the list are taken away again and again. */
function loops(good: ReadonlyMap<string, ReadRow>): ReadRow[] {
  const waiting = new Map<string, number>()
  const children = new Map<string, string[]>()
  for (const [tag, { animal }] of good) {
    const parents = [animal.dam, animal.sire].map(key).filter((p) => good.has(p))
    waiting.set(tag, parents.length)
    for (const parent of parents) children.set(parent, [...(children.get(parent) ?? []), tag])
  }
  const free = [...waiting].filter(([, n]) => n === 0).map(([tag]) => tag)
  for (let tag = free.pop(); tag !== undefined; tag = free.pop()) {
    waiting.delete(tag)
    for (const child of children.get(tag) ?? []) {
      const left = waiting.get(child)! - 1
      waiting.set(child, left)
      if (left === 0) free.push(child)
    }
  }
  return [...waiting.keys()].map((tag) => good.get(tag)!).filter(({ animal }) => reachesItself(animal, good))
}

function reachesItself(start: ReadAnimal, good: ReadonlyMap<string, ReadRow>): boolean {
  const seen = new Set<string>()
  const open = [start.dam, start.sire].map(key)
  for (let tag = open.pop(); tag !== undefined; tag = open.pop()) {
    if (tag === key(start.tag)) return true
    const parent = good.get(tag)
    if (!parent || seen.has(tag)) continue
    seen.add(tag)
    open.push(key(parent.animal.dam), key(parent.animal.sire))
  }
  return false
}
