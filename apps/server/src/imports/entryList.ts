import type { EntryColumn, ListChoices, ListRow } from '@hatch-book/contract'
import { readListDate, readMass, type Day, type DaySpan, type Saying } from '@hatch-book/core'
import type { CellReading } from './animalCells'
import { dayOfHeading, type StoredRow } from './columns'

/** What a list tells of animals. */
export const KINDS_OF_LISTS = ['weighed', 'meal', 'shed', 'noted'] as const
type ListSaying = Saying<(typeof KINDS_OF_LISTS)[number]>

/** One thing seen of an animal on a day. */
export type ReadEntry = ListSaying & { animalId: string; day: Day }

export interface EntryReading {
  row: ListRow
  entries: ReadEntry[]
  /** True where the log has all of it already. */
  double: boolean
}

/** What of the book a list of entries is held against. */
export interface KnownLog {
  today: Day
  /** By tag in small letters. */
  animals: ReadonlyMap<string, { id: string; tag: string; hatched: DaySpan | null }>
  /** What the log has of these animals, by `entryKey`. */
  logged: ReadonlySet<string>
}

/** Two entries with one key say the same of the same animal on the same day. */
export const entryKey = (entry: ReadEntry) =>
  [entry.animalId, entry.day, entry.kind, String(tellingOf(entry))].join('|')

/** What tells two of a kind apart on one day. */
function tellingOf(said: ListSaying): string | number {
  switch (said.kind) {
    case 'weighed':
      return said.payload.grams
    case 'meal':
      return said.payload.outcome
    case 'noted':
      return said.payload.text
    case 'shed':
      return ''
  }
}

const YES = new Set(['y', 'yes', 'x', '1', 'true', '✓', '✔', 'ok'])
const NO = new Set(['n', 'no', '0', 'false', '-', '–'])
const TAKEN = new Set([...YES, 'taken', 'took', 'ate', 'eaten', 'fed', 'accepted'])
const REFUSED = new Set([...NO, 'refused', 'declined', 'not taken', 'left', 'ignored'])

function readMeal(cell: string): CellReading<'taken' | 'refused' | 'offered' | 'brought up' | null> {
  const word = cell.trim().toLowerCase()
  if (word === '') return { value: null }
  if (TAKEN.has(word)) return { value: 'taken' }
  if (REFUSED.has(word)) return { value: 'refused' }
  if (word === 'offered') return { value: 'offered' }
  if (/^(brought up|regurgitated|regurg)$/.test(word)) return { value: 'brought up' }
  return {
    says: `'${cell.trim().slice(0, 30)}' is no outcome of a meal: write ate, refused, offered or brought up`,
  }
}

function readShed(cell: string): CellReading<boolean | null> {
  const word = cell.trim().toLowerCase()
  if (word === '' || NO.has(word)) return { value: null }
  if (YES.has(word) || /^(whole|complete|full|one piece|good|shed)$/.test(word)) return { value: true }
  if (/^(partial|pieces|in pieces|incomplete|bad)$/.test(word)) return { value: false }
  return { says: `'${cell.trim().slice(0, 30)}' is no shed: write whole or in pieces` }
}

/**
 * Reads the rows of a list of what was seen. A row may say several things of its day; a column headed by a day is a weight of that day.
 * What the log has already is passed over; a row of which nothing is new is a double.
 */
export function readEntryRows(
  headers: readonly string[],
  rows: readonly StoredRow[],
  choices: ListChoices,
  log: KnownLog,
): EntryReading[] {
  const index = new Map(choices.means.flatMap((m, i) => (m ? [[m as EntryColumn, i] as const] : [])))
  const wide = choices.means.flatMap((means, i) =>
    means === 'grams on a day' ? [{ column: i, day: dayOfHeading(headers[i] ?? '', choices.dateOrder) }] : [],
  )
  const seen = new Map<string, number>()
  return rows.map(({ line, cells }) => {
    const row: ListRow = { line, cells, faults: [] }
    const fault = (column: number | null, says: string) => row.faults.push({ column, says })
    const cell = (column: EntryColumn) => cells[index.get(column) ?? -1] ?? ''
    const take = <T>(column: EntryColumn, reading: CellReading<T>): T | null => {
      if ('value' in reading) return reading.value
      fault(index.get(column) ?? null, reading.says)
      return null
    }
    const tag = cell('tag').trim()
    const animal = log.animals.get(tag.toLowerCase())
    if (!animal)
      fault(
        index.get('tag') ?? null,
        tag === '' ? 'a tag is wanted' : `${tag.slice(0, 30)} is not in the book`,
      )
    const found: (ListSaying & { day: Day })[] = []
    const checkDay = (day: Day, column: number | null) => {
      if (day > log.today) fault(column, `${day} has not come yet`)
      else if (day < '1990-01-01') fault(column, `${day} is too long ago`)
      else if (animal?.hatched && day < animal.hatched.from)
        fault(column, `${animal.tag} had not hatched on ${day}`)
    }

    const grams = take('grams', readMass(cell('grams'), choices.massUnit))
    const outcome = take('meal', readMeal(cell('meal')))
    const whole = take('shed', readShed(cell('shed')))
    const food = cell('food').trim().slice(0, 80)
    const text = cell('note').trim().slice(0, 4000)
    const says: ListSaying[] = [
      ...(grams === null
        ? []
        : [{ kind: 'weighed' as const, payload: { grams, context: 'not said' as const } }]),
      ...(outcome === null && food === ''
        ? []
        : [{ kind: 'meal' as const, payload: { outcome: outcome ?? 'taken', ...(food && { prey: food }) } }]),
      ...(whole === null ? [] : [{ kind: 'shed' as const, payload: { whole } }]),
      ...(text === '' ? [] : [{ kind: 'noted' as const, payload: { text } }]),
    ]
    if (says.length > 0 || (wide.length === 0 && row.faults.length === 0)) {
      const column = index.get('day') ?? null
      const read = readListDate(cell('day'), choices.dateOrder)
      if (cell('day').trim() === '') fault(column, 'a day is wanted')
      else if ('says' in read) fault(column, read.says)
      else if (!read.value.day) fault(column, `'${cell('day').trim()}' is no whole day`)
      else {
        const day = `${read.value.year}-${read.value.month}-${read.value.day}`
        checkDay(day, column)
        found.push(...says.map((s) => ({ ...s, day })))
      }
    }
    for (const { column, day } of wide) {
      const weight = readMass(cells[column] ?? '', choices.massUnit)
      if ('says' in weight) fault(column, weight.says)
      else if (weight.value !== null && day) {
        checkDay(day, column)
        found.push({ kind: 'weighed', day, payload: { grams: weight.value, context: 'not said' } })
      }
    }
    if (row.faults.length === 0 && found.length === 0) fault(null, 'nothing is said in this row')
    const entries = animal && row.faults.length === 0 ? found.map((f) => ({ ...f, animalId: animal.id })) : []
    const fresh = entries.filter((e) => !log.logged.has(entryKey(e)) && !seen.has(entryKey(e)))
    const double = entries.length > 0 && fresh.length === 0
    if (double) {
      const earlier = seen.get(entryKey(entries[0]!))
      fault(null, earlier === undefined ? 'the log has this already' : `line ${earlier} says the same`)
    }
    for (const e of fresh) seen.set(entryKey(e), line)
    return { row, entries: fresh, double }
  })
}
