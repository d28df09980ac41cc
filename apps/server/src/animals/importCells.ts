import { PURPOSES, Tag, words, type HatchFact } from '@hatch-book/contract'
import { isDay } from '@hatch-book/core'
import * as v from 'valibot'

/** Reads one cell of a list: the value, or words saying why it cannot be read. */
export type CellReading<T> = { value: T } | { says: string }

const SEX_WORDS: Record<string, 'female' | 'male' | 'unknown'> = {
  ...{ f: 'female', female: 'female', '0.1': 'female', '♀': 'female' },
  ...{ m: 'male', male: 'male', '1.0': 'male', '♂': 'male' },
  ...{
    '': 'unknown',
    u: 'unknown',
    unknown: 'unknown',
    '?': 'unknown',
    unsexed: 'unknown',
    '0.0.1': 'unknown',
  },
}

export function readSex(cell: string): CellReading<'female' | 'male' | 'unknown'> {
  const value = SEX_WORDS[cell.trim().toLowerCase()]
  return value ? { value } : { says: `'${cell.trim()}' is not a sex: write female, male or unknown` }
}

export function readTag(cell: string): CellReading<string> {
  const read = v.safeParse(Tag, cell)
  return read.success
    ? { value: read.output }
    : {
        says:
          cell.trim() === '' ? 'a tag is wanted' : `'${cell.trim().slice(0, 30)}': ${read.issues[0].message}`,
      }
}

export function readGrams(cell: string): CellReading<number | null> {
  const text = cell.trim().replace(/\s*g(rams?)?$/i, '')
  if (text === '') return { value: null }
  const number = Number(text.includes('.') ? text : text.replace(',', '.'))
  if (!Number.isFinite(number)) return { says: `'${cell.trim()}' is not a weight: write grams in figures` }
  if (number <= 0 || number > 100_000) return { says: `${cell.trim()}: ${words.grams}` }
  return { value: number }
}

export function readPurpose(cell: string): CellReading<(typeof PURPOSES)[number]> {
  const text = cell.trim().toLowerCase()
  if (text === '') return { value: 'growing on' }
  const value = PURPOSES.find((p) => p === text)
  return value ? { value } : { says: `'${cell.trim()}' is not a purpose: write ${PURPOSES.join(', ')}` }
}

const ABOUT = /^(?:about|approx\.?|around|ca\.?|~)\s*/i
const WIDTH = /\s*(?:\+\/-|±)\s*(\d+)\s*d?$/i

/**
 * Reads a hatch date: `2025-09-03`, `3.9.2025`, `2025-09`, `2025`; with 'about' or `± 30 d` an estimate.
 * A date with slashes is read only where day and month cannot be mistaken for one another.
 */
export function readHatched(cell: string): CellReading<HatchFact | null> {
  let text = cell.trim()
  if (text === '' || text === '?') return { value: null }
  const width = WIDTH.exec(text)
  if (width) text = text.slice(0, width.index).trim()
  const about = ABOUT.test(text) || width !== null
  text = text.replace(ABOUT, '').trim()
  const date = readDate(text)
  if ('says' in date) return date
  const { year, month, day } = date.value
  if (!about) {
    if (day) return { value: { date: `${year}-${month}-${day}`, precision: 'day', widthDays: 0 } }
    if (month) return { value: { date: `${year}-${month}`, precision: 'month', widthDays: 0 } }
    return { value: { date: year, precision: 'year', widthDays: 0 } }
  }
  // 'About 2023' is the middle of the year, give or take half of it; about a month likewise.
  const usual = day ? 30 : month ? 30 : 183
  return {
    value: {
      date: `${year}-${month ?? '07'}-${day ?? (month ? '15' : '02')}`,
      precision: 'about',
      widthDays: width ? Number(width[1]) : usual,
    },
  }
}

function readDate(text: string): CellReading<{ year: string; month?: string; day?: string }> {
  const two = (n: string) => n.padStart(2, '0')
  const whole = (
    year: string,
    month: string,
    day: string,
  ): CellReading<{ year: string; month: string; day: string }> =>
    isDay(`${year}-${two(month)}-${two(day)}`)
      ? { value: { year, month: two(month), day: two(day) } }
      : { says: `'${text}' is not a day of the calendar` }
  let m: RegExpExecArray | null
  if ((m = /^(\d{4})$/.exec(text))) return { value: { year: m[1]! } }
  if ((m = /^(\d{4})[-/.](\d{1,2})$/.exec(text)))
    return Number(m[2]) >= 1 && Number(m[2]) <= 12
      ? { value: { year: m[1]!, month: two(m[2]!) } }
      : { says: `'${text}' has no such month` }
  if ((m = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})/.exec(text))) return whole(m[1]!, m[2]!, m[3]!)
  if ((m = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(text))) return whole(m[3]!, m[2]!, m[1]!)
  if ((m = /^(\d{1,2})\/(\d{1,2})\/(\d{4})$/.exec(text))) {
    const [a, b] = [Number(m[1]), Number(m[2])]
    if (a === b || a > 12) return whole(m[3]!, m[2]!, m[1]!)
    if (b > 12) return whole(m[3]!, m[1]!, m[2]!)
    return {
      says: `'${text}' can be two days: write ${m[3]}-${two(m[2]!)}-${two(m[1]!)} or ${m[3]}-${two(m[1]!)}-${two(m[2]!)}`,
    }
  }
  return { says: `'${text.slice(0, 30)}' is not a date: write 2025-09-03, 2025-09, 2025 or 'about 2025'` }
}
