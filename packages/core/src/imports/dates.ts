import { isDay } from '../calendar'

/** In which order day, month and year stand where only figures and dividers are written. */
export const DATE_ORDERS = ['day first', 'month first'] as const
export type DateOrder = (typeof DATE_ORDERS)[number]

/** A date as exactly as it was written: figures padded, `month` and `day` only where they were there. */
export interface ListDate {
  year: string
  month?: string
  day?: string
}
export type DateReading = { value: ListDate } | { says: string }

const NUMERIC = /^(\d{1,2})([./-])(\d{1,2})\2(\d{4}|\d{2})$/
/** Clock times after a date, as programs write them, are not asked for. */
const CLOCK =
  /(?:T|\s{1,4})\d{1,2}:\d{2}(?::\d{2}(?:\.\d{1,9})?)?\s{0,4}(?:Z|[ap]\.?m\.?|[+-]\d{2}:?\d{2})?$/i
const LANGUAGES = ['en', 'de', 'fr', 'es', 'pt', 'it', 'nl']
/** Day 0 of the spreadsheets' count, which has a 29 February 1900 that never was. */
const SPREADSHEET_EPOCH = Date.UTC(1899, 11, 30)
/** Counts of days that spreadsheets show for 1990 to 2064. */
const SERIAL = { from: 32_874, to: 60_000 }
/** Of two figures: up to here this century, above it the last. */
const PIVOT = 50

const two = (figures: string) => figures.padStart(2, '0')
const bare = (word: string) =>
  word
    .normalize('NFD')
    .replace(/\p{M}|\./gu, '')
    .toLowerCase()

/** Names of months, whole and shortened, in the languages of keepers' lists; each to its two figures. */
const MONTHS: ReadonlyMap<string, string> = new Map(
  LANGUAGES.flatMap((language) =>
    (['long', 'short'] as const).flatMap((month) =>
      Array.from({ length: 12 }, (_, i) => {
        const name = new Intl.DateTimeFormat(language, { month, timeZone: 'UTC' }).format(
          Date.UTC(2024, i, 15),
        )
        return [bare(name), two(String(i + 1))] as const
      }),
    ),
  ),
)

const fullYear = (year: string) =>
  year.length === 4 ? year : `${Number(year) <= PIVOT ? '20' : '19'}${year}`

/**
 * The order in which a column writes its dates, from those of its cells that leave no doubt.
 * @param cells all cells of the column, in any order
 * @returns the order; null where no cell tells, or where cells contradict each other
 *   (`dayFirst` and `monthFirst` count the witnesses, `open` those that could be either)
 */
export function guessDateOrder(cells: readonly string[]): {
  order: DateOrder | null
  dayFirst: number
  monthFirst: number
  open: number
} {
  let [dayFirst, monthFirst, open] = [0, 0, 0]
  for (const cell of cells) {
    const m = NUMERIC.exec(cell.trim().replace(CLOCK, ''))
    if (!m) continue
    const [first, second] = [Number(m[1]), Number(m[3])]
    if (first > 12 && second <= 12) dayFirst++
    else if (second > 12 && first <= 12) monthFirst++
    // With dots the day stands first wherever dots are used.
    else if (m[2] === '.') dayFirst++
    else if (first !== second) open++
  }
  const order = dayFirst > 0 === monthFirst > 0 ? null : dayFirst > 0 ? 'day first' : 'month first'
  return { order, dayFirst, monthFirst, open }
}

/**
 * Reads a date as keepers and their programs write it: `2025-09-03`, `3.9.2025`, `3/9/25` (by the order given), `3 Sep 2025`,
 * `September 3, 2025`, `Sep 2025`, `2025-09`, `2025`, and the day counts of spreadsheets (45903).
 * @param order for figures that could be either; without one such a date is refused, not guessed
 */
export function readListDate(text: string, order: DateOrder | null = null): DateReading {
  const written = text.trim().replace(CLOCK, '')
  const m = NUMERIC.exec(written)
  if (m) return readNumeric(written, [m[1]!, m[3]!], m[2]!, fullYear(m[4]!), order)
  return readYearFirst(written) ?? readNamed(written) ?? readSerial(written) ?? notADate(written)
}

const notADate = (text: string): DateReading => ({
  says: `'${text.slice(0, 30)}' is not a date: write 2025-09-03, 2025-09, 2025 or 'about 2025'`,
})

function whole(text: string, year: string, month: string, day: string): DateReading {
  const [m, d] = [two(month), two(day)]
  return isDay(`${year}-${m}-${d}`)
    ? { value: { year, month: m, day: d } }
    : { says: `'${text}' is not a day of the calendar` }
}

function readNumeric(
  text: string,
  [first, second]: [string, string],
  divider: string,
  year: string,
  order: DateOrder | null,
): DateReading {
  const [a, b] = [Number(first), Number(second)]
  if (divider === '.' || a > 12 || a === b) return whole(text, year, second, first)
  if (b > 12) return whole(text, year, first, second)
  if (order === null)
    return {
      says: `'${text}' can be two days: write ${year}-${two(second)}-${two(first)} or ${year}-${two(first)}-${two(second)}`,
    }
  return order === 'day first' ? whole(text, year, second, first) : whole(text, year, first, second)
}

function readYearFirst(text: string): DateReading | null {
  const m = /^(\d{4})(?:[-/.](\d{1,2})(?:[-/.](\d{1,2}))?)?$/.exec(text)
  if (!m) return null
  const [year, month, day] = [m[1]!, m[2], m[3]]
  if (day) return whole(text, year, month!, day)
  if (!month) return { value: { year } }
  return Number(month) >= 1 && Number(month) <= 12
    ? { value: { year, month: two(month) } }
    : { says: `'${text}' has no such month` }
}

function readNamed(text: string): DateReading | null {
  const words = text
    .replace(/(\d)(st|nd|rd|th)\b/i, '$1')
    .split(/[\s,/-]+|\.\s*/)
    .filter(Boolean)
  const at = words.findIndex((word) => MONTHS.has(bare(word)))
  const others = words.filter((_, i) => i !== at)
  if (at < 0 || others.length === 0 || others.length > 2 || others.some((w) => !/^\d{1,4}$/.test(w)))
    return null
  const month = MONTHS.get(bare(words[at]!))!
  if (others.length === 1)
    return /^\d{4}$/.test(others[0]!) ? { value: { year: others[0]!, month } } : notADate(text)
  const [a, b] = others as [string, string]
  return a.length === 4 ? whole(text, a, month, b) : whole(text, fullYear(two(b)), month, a)
}

function readSerial(text: string): DateReading | null {
  if (!/^\d{5}$/.test(text)) return null
  const count = Number(text)
  if (count < SERIAL.from || count > SERIAL.to) return null
  const [year, month, day] = new Date(SPREADSHEET_EPOCH + count * 86_400_000)
    .toISOString()
    .slice(0, 10)
    .split('-') as [string, string, string]
  return { value: { year, month, day } }
}
