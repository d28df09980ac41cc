import {
  COLUMN_MEANINGS,
  type ImportedList,
  type ListChoices,
  type ListRow,
  type RowGroup,
} from '@hatch-book/contract'
import {
  type Say,
  sayIn,
  counted,
  dayOfInstant,
  type Day,
  isOfLibrary,
  library,
  NO_GENES,
  placeReaderOf,
  startingGenesOf,
  wayOfLife,
} from '@hatch-book/core'
import { eq, sql } from 'drizzle-orm'
import { hatchedSpan, loadPlaceNames, loadRecords } from '../animals'
import { tables, type Transaction } from '../db/connect'
import { standsSql, isOfKind, type StoredEntry } from '../log'
import { loadGenes, loadShelf, type ProtocolShelf } from '../protocols'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import { readAnimalRows, type KnownBook, type ReadAnimal } from './animalList'
import { guessChoices, type StoredRow } from './columns'
import { entryKey, KINDS_OF_LISTS, readEntryRows, type ReadEntry } from './entryList'

export type ListStored = typeof tables.importList.$inferSelect

const SHOWN = 100
const SAMPLES = 3

/** A list, read against the book as it stands now. */
export interface ListRead {
  rows: Record<RowGroup, ListRow[]>
  animals: ReadAnimal[]
  entries: ReadEntry[]
}

export async function loadList(tx: Transaction, id: string): Promise<ListStored> {
  const [list] = await tx.select().from(tables.importList).where(eq(tables.importList.id, id))
  if (!list) throw new BookError('not-found')
  return list
}

/** Reads every row of a list; nothing is written. */
export async function readList(tx: Transaction, actor: Actor, list: ListStored): Promise<ListRead> {
  if (list.rows.length === 0)
    return { rows: { good: [], faulty: [], doubles: [], aside: [] }, animals: [], entries: [] }
  const aside = new Set(list.aside)
  const groups: ListRead['rows'] = { good: [], faulty: [], doubles: [], aside: [] }
  const taken: ListRead = { rows: groups, animals: [], entries: [] }
  const put = (row: ListRow, double: boolean): boolean => {
    const group: RowGroup = aside.has(row.line)
      ? 'aside'
      : row.faults.length === 0
        ? 'good'
        : double && row.faults.length === 1
          ? 'doubles'
          : 'faulty'
    groups[group].push(row)
    return group === 'good'
  }
  // A row that is set aside brings nobody in, so nobody in the list can have it as a parent.
  const rows = list.rows.filter((r) => !aside.has(r.line))
  if (list.choices.what === 'animals')
    for (const { row, animal, double } of readAnimalRows(
      rows,
      list.choices,
      await knownBook(tx, actor.today),
    )) {
      if (put(row, double)) taken.animals.push(animal)
    }
  else
    for (const { row, entries, double } of readEntryRows(
      list.headers,
      rows,
      list.choices,
      await knownLog(tx, actor),
    )) {
      if (put(row, double)) taken.entries.push(...entries)
    }
  for (const row of list.rows) if (aside.has(row.line)) put({ ...row, faults: [] }, false)
  return taken
}

async function knownBook(tx: Transaction, today: Day): Promise<KnownBook> {
  const shelf = await loadShelf(tx)
  const records = await loadRecords(tx, undefined, shelf)
  const genes = await loadGenes(
    tx,
    shelf.rows.map(({ id }) => id),
  )
  return {
    today,
    genesOf: ({ protocolId, library: latin }) => {
      if (protocolId) return genes.get(protocolId)?.genes ?? NO_GENES
      return startingGenesOf(latin ?? '')
    },
    speciesOf: speciesReaderOf(shelf),
    readPlace: placeReaderOf(await loadPlaceNames(tx)),
    animals: new Map(
      records.map((r) => [
        r.animal.tag.toLowerCase(),
        { tag: r.animal.tag, species: r.protocol.species, sex: r.standing.sex, hatched: hatchedSpan(r) },
      ]),
    ),
  }
}

/** Reads a word as a species of the book, by its code, common or Latin name; or as one of the library, by any of its names. */
function speciesReaderOf(shelf: ProtocolShelf): KnownBook['speciesOf'] {
  const byName = new Map<string, ReturnType<KnownBook['speciesOf']>>()
  const kept = shelf.rows.map(({ id }) => ({ ...shelf.document(id), id }))
  const entries = library.filter((entry) => wayOfLife(entry.way)!.keptAs !== 'colonies')
  const meant = new Map(
    entries.map((entry) => {
      const mine = kept.find((of) => isOfLibrary(entry, of))
      const found = mine
        ? { species: mine.species, protocolId: mine.id, library: null }
        : { species: entry.name, protocolId: null, library: entry.latin }
      return [entry, found] as const
    }),
  )
  // A second name that several share means the one that has it as its first; what the book itself says goes before all of them.
  for (const [{ synonyms }, found] of meant)
    for (const called of synonyms) byName.set(called.toLowerCase(), found)
  for (const [{ name, latin }, found] of meant)
    for (const called of [name, latin]) byName.set(called.toLowerCase(), found)
  for (const { id, code, species, latin, keptAs } of kept) {
    if (keptAs === 'colonies') continue
    for (const called of [code, species, latin])
      byName.set(called.toLowerCase(), { species, protocolId: id, library: null })
  }
  return (word) => (word === '' ? undefined : byName.get(word.toLowerCase()))
}

async function knownLog(tx: Transaction, actor: Actor) {
  const records = await loadRecords(tx)
  const { rows } = await tx.execute<StoredEntry<(typeof KINDS_OF_LISTS)[number]>>(sql`
    select e.id, e.subject_id, e.kind, e.at, e.payload from entry e where ${isOfKind(...KINDS_OF_LISTS)} and e.subject_type = 'animal' and ${standsSql}`)
  return {
    today: actor.today,
    animals: new Map(
      records.map((r) => [
        r.animal.tag.toLowerCase(),
        { id: r.animal.id, tag: r.animal.tag, hatched: hatchedSpan(r) },
      ]),
    ),
    logged: new Set(
      rows.map((e) =>
        entryKey({
          ...e,
          animalId: e.subject_id,
          day: dayOfInstant(new Date(e.at).getTime(), actor.book.zone),
        }),
      ),
    ),
  }
}

/** What has to be chosen before a list can come in. */
export function missingOf({ what, means }: ListChoices): string[] {
  const has = (meaning: string) => means.includes(meaning)
  const twice = means.find((m, i) => m !== null && m !== 'grams on a day' && means.indexOf(m) !== i)
  const says = [
    ...(has('tag') ? [] : ['Say which column holds the tag.']),
    ...(twice ? [`Two columns cannot both be '${twice}'.`] : []),
  ]
  if (what === 'animals') return has('species') ? says : [...says, 'Say which column holds the species.']
  const seen = ['grams', 'meal', 'food', 'shed', 'note'].some(has)
  if (!seen && !has('grams on a day'))
    says.push('Say which column holds what was seen: a weight, a meal, a shed or a note.')
  if (seen && !has('day')) says.push('Say which column holds the day.')
  return says
}

/** Refuses choices that no list of this kind can have. */
export function checkChoices(choices: ListChoices, columns: number): void {
  const known: readonly string[] = COLUMN_MEANINGS[choices.what]
  const wrong = choices.means.find((m) => m !== null && !known.includes(m))
  if (wrong !== undefined) throw new BookError('invalid', `No column of such a list can be '${wrong}'.`)
  if (choices.means.length !== columns)
    throw new BookError('invalid', `This list has ${columns} columns, not ${choices.means.length}.`)
}

export async function viewOfList(
  tx: Transaction,
  actor: Actor,
  list: ListStored,
  show?: RowGroup,
  from = 0,
): Promise<ImportedList> {
  const missing = missingOf(list.choices)
  const read: ListRead =
    missing.length > 0
      ? {
          rows: { good: list.rows.map((r) => ({ ...r, faults: [] })), faulty: [], doubles: [], aside: [] },
          ...{ animals: [], entries: [] },
        }
      : await readList(tx, actor, list)
  const { rows } = read
  const shown = show ?? (rows.faulty.length > 0 ? 'faulty' : rows.doubles.length > 0 ? 'doubles' : 'good')
  const [member] = await tx.select().from(tables.member).where(eq(tables.member.id, list.memberId))
  const { guesses } = guessChoices(list.headers, list.rows, actor.book.weightUnit, list.choices)
  return {
    ...briefOf(list, member?.name ?? ''),
    ...{ encoding: list.encoding, delimiter: list.delimiter, choices: list.choices },
    columns: list.headers.map((header, i) => ({ header, samples: samplesOf(list.rows, i) })),
    ...{ guesses, missing, shown },
    notes: missing.length > 0 ? [] : notesOn(read, sayIn(actor.book)),
    counts: {
      good: missing.length > 0 ? 0 : rows.good.length,
      ...{ faulty: rows.faulty.length, doubles: rows.doubles.length, aside: rows.aside.length },
    },
    rows: rows[shown].slice(from, from + SHOWN),
  }
}

export const briefOf = (list: Omit<ListStored, 'rows'> & { rows: { length: number } }, by: string) => ({
  ...{ id: list.id, fileName: list.fileName, at: list.at.toISOString(), by, state: list.state },
  ...{ broughtIn: list.broughtIn, left: list.rows.length },
})

/** Cells of the first rows, row by row: what stands beside each other in the file does so here. */
const samplesOf = (rows: readonly StoredRow[], column: number): string[] =>
  rows.slice(0, SAMPLES).map(({ cells }) => (cells[column] ?? '').trim().slice(0, 40))

function notesOn({ animals, entries }: ListRead, say: Say): string[] {
  const made = new Map(
    animals.flatMap(({ place }) =>
      place && !place.id ? [[place.name.toLowerCase(), place.name] as const] : [],
    ),
  )
  const weights = [
    ...animals.flatMap((a) => a.grams ?? []),
    ...entries.flatMap((e) => (e.kind === 'weighed' ? [e.payload.grams] : [])),
  ].sort((a, b) => a - b)
  const days = entries.map((e) => e.day).sort()
  const kinds = new Map<string, number>()
  for (const { kind } of entries) kinds.set(kind, (kinds.get(kind) ?? 0) + 1)
  const taken = [...new Set(animals.flatMap((a) => (a.library ? [a.species] : [])))].sort()
  return [
    ...(taken.length > 0
      ? [`${counted(taken.length, 'species', 'species')} will be added from the library: ${taken.join(', ')}`]
      : []),
    ...(made.size > 0
      ? [
          `${counted(made.size, 'tub')} will be made: ${[...made.values()].slice(0, 8).join(', ')}${made.size > 8 ? ', …' : ''}`,
        ]
      : []),
    ...(days.length > 0
      ? [
          `${entries.length} entries from ${days[0]} to ${days.at(-1)}: ${[...kinds].map(([kind, n]) => `${kind} ${n}`).join(', ')}`,
        ]
      : []),
    ...(weights.length > 0
      ? [
          `Weights from ${say.grams(weights[0]!)} over ${say.grams(weights[Math.floor(weights.length / 2)]!)} in the middle to ${say.grams(weights.at(-1)!)}`,
        ]
      : []),
  ]
}
