import type { AnimalColumn, EntryColumn, ListChoices, ListKind } from '@hatch-book/contract'
import {
  guessDateOrder,
  guessMassUnit,
  readListDate,
  type DateOrder,
  type MassUnit,
  counted,
} from '@hatch-book/core'

/** A row as the file has it, or as it was mended since. */
export interface StoredRow {
  /** Line of the file on which it begins, from 1. */
  line: number
  cells: string[]
}

const ANIMALS: Record<AnimalColumn, readonly string[]> = {
  tag: ['tag', 'id', 'animal', 'number', 'no', 'code'],
  name: ['name', 'called', 'pet name'],
  species: ['species', 'taxon', 'kind'],
  look: ['look', 'genes', 'genetics', 'traits', 'trait', 'colour', 'color', 'pattern'],
  sex: ['sex', 'gender'],
  hatched: ['hatched', 'hatch date', 'hatch', 'born', 'birth', 'birth date', 'date of birth', 'dob', 'age'],
  dam: ['dam', 'mother', 'female parent'],
  sire: ['sire', 'father', 'male parent'],
  place: ['place', 'tub', 'rack', 'location', 'where'],
  grams: ['weight', 'mass', 'wt', 'g', 'grams'],
  form: ['form', 'locality', 'subspecies', 'locale'],
  line: ['line', 'strain', 'project'],
  purpose: ['purpose', 'use'],
  origin: ['origin', 'source', 'from', 'breeder'],
  note: ['note', 'notes', 'remark', 'remarks', 'comment', 'comments'],
}
const ENTRIES: Record<Exclude<EntryColumn, 'grams on a day'>, readonly string[]> = {
  tag: [...ANIMALS.tag, 'name'],
  day: ['day', 'date', 'when', 'on', 'weighed on', 'fed on', 'date weighed', 'date fed'],
  grams: ANIMALS.grams,
  meal: ['meal', 'fed', 'ate', 'eaten', 'outcome', 'result', 'feeding'],
  food: ['food', 'prey', 'what', 'feeder', 'food item'],
  shed: ['shed', 'sheds', 'slough', 'sloughed', 'moult', 'molt'],
  note: ANIMALS.note,
}

/** A heading as words: without case, dashes, brackets, and the unit that a weight names. */
const bare = (heading: string) =>
  heading
    .trim()
    .toLowerCase()
    .replace(/[_-]+/g, ' ')
    .replace(/[([]?\b(?:g|gr|grams?|kg|oz|ounces?|lbs?|pounds?)\b[)\]]?$/, (unit, at: number) =>
      at > 0 ? '' : unit,
    )
    .trim()

/** What a heading means in a list of this kind; null where it says nothing that is kept. */
export function meaningOf(heading: string, what: ListKind = 'animals'): AnimalColumn | EntryColumn | null {
  const word = bare(heading)
  const names = Object.entries(what === 'animals' ? ANIMALS : ENTRIES)
  const found = names.find(([, words]) => words.includes(word))?.[0] as AnimalColumn | EntryColumn | undefined
  return found ?? (what === 'entries' && dayOfHeading(heading) ? 'grams on a day' : null)
}

/** The day that heads a column of weights; null where the heading is no whole day, whatever order it may be written in. */
export function dayOfHeading(heading: string, order: DateOrder | null = null): string | null {
  const read = readListDate(heading, order ?? 'day first')
  if (!('value' in read)) return null
  const { year, month, day } = read.value
  return month && day ? `${year}-${month}-${day}` : null
}

/** Whether a list is of animals or of what was seen of them, by its headings. */
export function kindOfList(headers: readonly string[]): ListKind {
  const has = (meaning: string, what: ListKind) => headers.some((h) => meaningOf(h, what) === meaning)
  if (has('species', 'animals')) return 'animals'
  return has('day', 'entries') || has('grams on a day', 'entries') ? 'entries' : 'animals'
}

/** Which columns hold dates, and which weights, as they are understood. */
const DATES = new Set(['hatched', 'day'])
const WEIGHTS = new Set(['grams', 'grams on a day'])

interface Guessed {
  choices: ListChoices
  guesses: string[]
}

/**
 * Guesses how a list is meant: its kind and columns by its headings, the order of its dates and the unit of its weights by the cells.
 * @param said what a keeper chose already; it stands
 * @param usualUnit the unit of the book
 */
export function guessChoices(
  headers: readonly string[],
  rows: readonly { cells: readonly string[] }[],
  usualUnit: MassUnit,
  said: Partial<ListChoices> = {},
): Guessed {
  const what = said.what ?? kindOfList(headers)
  const means = said.means ?? tagged(firstOfEach(headers.map((h) => meaningOf(h, what))))
  const cellsOf = (wanted: ReadonlySet<string>) =>
    means.flatMap((m, i) => (m && wanted.has(m) ? rows.map((r) => r.cells[i] ?? '') : []))
  const headings = headers.filter((_, i) => means[i] === 'grams on a day')
  const dates = guessDateOrder([...cellsOf(DATES), ...headings])
  const dateOrder = said.dateOrder === undefined ? dates.order : said.dateOrder
  const weightAt = means.findIndex((m) => m !== null && WEIGHTS.has(m))
  const unit = guessMassUnit(headers[weightAt] ?? '', cellsOf(WEIGHTS), usualUnit)
  const massUnit = said.massUnit ?? unit.unit
  return {
    choices: { what, means, dateOrder, massUnit },
    guesses: [...saysOfDates(dates, dateOrder), ...(weightAt < 0 ? [] : [saysOfUnit(unit, massUnit)])],
  }
}

/** Where no column is headed as the tag, the names tell the animals apart. */
function tagged(means: (AnimalColumn | EntryColumn | null)[]): (AnimalColumn | EntryColumn | null)[] {
  return means.includes('tag') ? means : means.map((m) => (m === 'name' ? 'tag' : m))
}

/** Two columns cannot mean the same, but several may be headed by days: the first is taken. */
function firstOfEach<T extends string>(means: (T | null)[]): (T | null)[] {
  return means.map((m, i) => (m !== null && m !== 'grams on a day' && means.indexOf(m) < i ? null : m))
}

function saysOfDates(dates: ReturnType<typeof guessDateOrder>, order: DateOrder | null): string[] {
  const { dayFirst, monthFirst, open } = dates
  if (dayFirst + monthFirst + open === 0) return []
  const witnesses = (n: number) => counted(n, 'cell leaves', 'cells leave')
  if (dates.order !== null && order === dates.order)
    return [
      `Dates are read ${order === 'day first' ? 'day before month' : 'month before day'}: ${witnesses(Math.max(dayFirst, monthFirst))} no doubt of it${open > 0 ? `, ${open} could be either` : ''}.`,
    ]
  if (order !== null)
    return [
      `Dates are read ${order === 'day first' ? 'day before month' : 'month before day'}, as you say${open > 0 ? `; ${open} could be either` : ''}.`,
    ]
  return dayFirst > 0 && monthFirst > 0
    ? [
        `Some dates have the day first (${dayFirst}), some the month (${monthFirst}): those that could be either (${open}) are refused until you say.`,
      ]
    : [`Nothing tells whether the day or the month stands first: ${open} dates are refused until you say.`]
}

function saysOfUnit(guess: ReturnType<typeof guessMassUnit>, unit: MassUnit): string {
  if (guess.unit !== unit) return `Weights without a unit are read in ${unit}, as you say.`
  return guess.by === 'heading'
    ? `Weights are in ${unit}: the heading says so.`
    : guess.by === 'cells'
      ? `Weights are in ${unit}: most cells that name a unit say so.`
      : `Weights are read in ${unit}, the book's unit: neither heading nor cells name one.`
}
