import { PURPOSES, Tag, type HatchFact } from '@hatch-book/contract'
import { readListDate, type DateOrder } from '@hatch-book/core'
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

export function readPurpose(cell: string): CellReading<(typeof PURPOSES)[number]> {
  const text = cell.trim().toLowerCase()
  if (text === '') return { value: 'growing on' }
  const value = PURPOSES.find((p) => p === text)
  return value ? { value } : { says: `'${cell.trim()}' is not a purpose: write ${PURPOSES.join(', ')}` }
}

const ABOUT = /^(?:about|approx\.?|around|ca\.?|~)\s*/i
const WIDTH = /(?:\+\/-|±)\s{0,4}(\d{1,6})\s{0,4}d?$/i

/**
 * Reads a hatch date as exactly as it is known: a day, a month, a year; with 'about' or `± 30 d` an estimate.
 * @param order for figures that could be two days; without one they are refused
 */
export function readHatched(cell: string, order: DateOrder | null = null): CellReading<HatchFact | null> {
  let text = cell.trim()
  if (text === '' || text === '?') return { value: null }
  const width = WIDTH.exec(text)
  if (width) text = text.slice(0, width.index).trim()
  const about = ABOUT.test(text) || width !== null
  text = text.replace(ABOUT, '').trim()
  const date = readListDate(text, order)
  if ('says' in date) return date
  const { year, month, day } = date.value
  if (!about) {
    if (day) return { value: { date: `${year}-${month}-${day}`, precision: 'day', widthDays: 0 } }
    if (month) return { value: { date: `${year}-${month}`, precision: 'month', widthDays: 0 } }
    return { value: { date: year, precision: 'year', widthDays: 0 } }
  }
  // 'About 2023' is the middle of the year, give or take half of it; about a month likewise.
  const usual = month ? 30 : 183
  return {
    value: {
      date: `${year}-${month ?? '07'}-${day ?? (month ? '15' : '02')}`,
      precision: 'about',
      widthDays: width ? Number(width[1]) : usual,
    },
  }
}
