import type { AnimalColumn, HatchFact, ListChoices, ListRow } from '@hatch-book/contract'
import {
  hatchSpan,
  readHatched,
  readLook,
  saidOfTrait,
  parentFaults,
  readMass,
  type Day,
  type DaySpan,
  type GeneSet,
  type PayloadOf,
  type PlaceReading,
  type Sex,
} from '@hatch-book/core'
import { readPurpose, readSex, readTag, type CellReading } from './animalCells'
import type { StoredRow } from './columns'

/** A good row, read; parents still by tag. */
export interface ReadAnimal {
  line: number
  tag: string
  name: string
  species: string
  /** The protocol in the book; null where the species is taken out of the library with the list. */
  protocolId: string | null
  /** Its Latin name in the library, where it is taken from there. */
  library: string | null
  sex: Sex
  hatchFact: HatchFact | null
  hatched: DaySpan | null
  dam: string
  sire: string
  /** Where it is: a place of the book, or one that is to be made; null where nothing is said. */
  place: { id: string | null; name: string } | null
  grams: number | null
  look: PayloadOf<'trait'>[]
  form: string
  lineName: string
  purpose: 'breeder' | 'holdback' | 'growing on' | 'for sale' | 'pet only'
  origin: string
  note: string
}

/** What the book knows already, as far as a list can clash with it. */
export interface KnownBook {
  today: Day
  genesOf(species: Pick<ReadAnimal, 'protocolId' | 'library'>): GeneSet
  /** The species that a word means: one of the book's, or one that is taken out of the library with the list. */
  speciesOf(word: string): Pick<ReadAnimal, 'species' | 'protocolId' | 'library'> | undefined
  animals: Map<string, { tag: string; species: string; sex: Sex; hatched: DaySpan | null }>
  readPlace(cell: string): PlaceReading
}

/** A row of a list of animals: what it says, and what speaks against it. */
export interface AnimalReading {
  row: ListRow
  animal: ReadAnimal
  /** True where it only says what the book has already. */
  double: boolean
}

const key = (tag: string) => tag.trim().toLowerCase()

/**
 * Reads the rows of a list of animals. Every row comes out once: good, or with the reasons for which it cannot come in.
 * Parents may stand anywhere in the list or in the book; a parent whose own row is faulty makes the child's faulty too.
 */
export function readAnimalRows(
  rows: readonly StoredRow[],
  choices: ListChoices,
  book: KnownBook,
): AnimalReading[] {
  const index = new Map(
    choices.means.flatMap((means, i) => (means ? [[means as AnimalColumn, i] as const] : [])),
  )
  const read = rows.map(({ line, cells }) => {
    const row: ListRow = { line, cells, faults: [] }
    if (cells.length > choices.means.length)
      row.faults.push({
        column: null,
        says: `${cells.length} cells under ${choices.means.length} headings: a cell with a divider in it needs quotes`,
      })
    const cell = (column: AnimalColumn) => cells[index.get(column) ?? -1] ?? ''
    return { row, animal: readRow(row, line, cell, index, choices, book), double: false }
  })
  markDoubles(read, index.get('tag') ?? null, book)
  markParents(read, index, book)
  return read
}

function readRow(
  row: ListRow,
  line: number,
  cell: (column: AnimalColumn) => string,
  index: ReadonlyMap<AnimalColumn, number>,
  { dateOrder, massUnit }: ListChoices,
  book: KnownBook,
): ReadAnimal {
  const fault = (column: AnimalColumn, says: string) =>
    row.faults.push({ column: index.get(column) ?? null, says })
  const take = <T>(column: AnimalColumn, reading: CellReading<T>, otherwise: T): T => {
    if ('value' in reading) return reading.value
    fault(column, reading.says)
    return otherwise
  }
  const word = cell('species').trim()
  const found = book.speciesOf(word)
  if (!found)
    fault(
      'species',
      word
        ? `'${word}' is not in this book or the library. Correct the name, or add it under Species first`
        : 'a species is wanted',
    )
  const hatchFact = take(
    'hatched',
    readHatched(cell('hatched'), { order: dateOrder, today: book.today }),
    null,
  )
  return {
    line,
    tag: take('tag', readTag(cell('tag')), ''),
    name: cell('name').trim().slice(0, 40),
    ...{ species: found?.species ?? '', protocolId: found?.protocolId ?? null },
    library: found?.library ?? null,
    sex: take('sex', readSex(cell('sex')), 'unknown'),
    hatchFact,
    hatched: hatchFact && hatchSpan(hatchFact.date, hatchFact.precision, hatchFact.widthDays),
    dam: cell('dam').trim(),
    sire: cell('sire').trim(),
    place: cell('place').trim()
      ? take('place', book.readPlace(cell('place').trim().slice(0, 60)), null)
      : null,
    grams: take('grams', readMass(cell('grams'), massUnit), null),
    look: found ? take('look', lookOf(cell('look'), book.genesOf(found)), []) : [],
    form: cell('form').trim().slice(0, 40),
    lineName: cell('line').trim().slice(0, 60),
    purpose: take('purpose', readPurpose(cell('purpose')), 'growing on'),
    origin: cell('origin').trim().slice(0, 4000),
    note: cell('note').trim().slice(0, 4000),
  }
}

function lookOf(cell: string, genes: GeneSet): CellReading<PayloadOf<'trait'>[]> {
  const { parts, unread } = readLook(cell, genes)
  return unread.length > 0
    ? { says: unread.map((u) => u.says).join('. ') }
    : { value: parts.map(saidOfTrait) }
}

function markDoubles(rows: readonly AnimalReading[], column: number | null, book: KnownBook): void {
  const seen = new Map<string, number>()
  for (const reading of rows) {
    const { row, animal } = reading
    if (!animal.tag) continue
    const tag = key(animal.tag)
    const earlier = seen.get(tag)
    if (book.animals.has(tag)) {
      row.faults.push({ column, says: `${animal.tag} is in the book already` })
      reading.double = true
    } else if (earlier !== undefined)
      row.faults.push({ column, says: `${animal.tag} stands on line ${earlier} already` })
    else seen.set(tag, animal.line)
  }
}

/** Checks parents until no more rows fall out: each faulty parent takes its children with it. */
function markParents(
  rows: readonly AnimalReading[],
  index: ReadonlyMap<AnimalColumn, number>,
  book: KnownBook,
): void {
  const childrenOf = new Map<string, AnimalReading[]>()
  const good = new Map<string, AnimalReading>()
  for (const entry of rows) {
    if (entry.row.faults.length === 0) good.set(key(entry.animal.tag), entry)
    for (const role of ['dam', 'sire'] as const) {
      const parent = key(entry.animal[role])
      if (parent) childrenOf.set(parent, [...(childrenOf.get(parent) ?? []), entry])
    }
  }
  const queue: string[] = []
  const fault = (entry: AnimalReading, column: AnimalColumn, says: string) => {
    if (entry.row.faults.length === 0) {
      good.delete(key(entry.animal.tag))
      queue.push(key(entry.animal.tag))
    }
    entry.row.faults.push({ column: index.get(column) ?? null, says })
  }
  const check = (entry: AnimalReading, role: 'dam' | 'sire') => {
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
function loops(good: ReadonlyMap<string, AnimalReading>): AnimalReading[] {
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

function reachesItself(start: ReadAnimal, good: ReadonlyMap<string, AnimalReading>): boolean {
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
