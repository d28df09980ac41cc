import { addDays, daysBetween, type Day } from '../calendar'
import { readListDate, type DateOrder } from '../imports/dates'
import { hatchSpan, type HatchPrecision } from './age'

/** A hatch date as exactly as it is known: see `hatchSpan` for what each precision means. */
export interface ReadHatched {
  date: string
  precision: HatchPrecision
  widthDays: number
}
/** What was read; null where it says that the day is not known. */
export type HatchedReading = { value: ReadHatched | null } | { says: string }

const NOT_KNOWN = ['', '?', '-', '–', 'not known', 'unknown', 'no idea']
const ABOUT = /^(?:about|approx\.?|around|roughly|maybe|ca\.?|~)\s*/i
const WIDTH = /(?:\+\/-|±)\s{0,4}(\d{1,6})\s{0,4}d?$/i
const UNIT_DAYS = { day: 1, week: 7, month: 365.25 / 12, year: 365.25 }
type Unit = keyof typeof UNIT_DAYS
const UNITS: Readonly<Record<string, Unit>> = {
  ...{ d: 'day', w: 'week', wk: 'week', m: 'month', mo: 'month', mth: 'month', y: 'year', yr: 'year' },
  ...{ day: 'day', week: 'week', month: 'month', year: 'year' },
}
const NUMBERS: Readonly<Record<string, number>> = {
  ...{
    a: 1,
    an: 1,
    one: 1,
    two: 2,
    three: 3,
    four: 4,
    five: 5,
    six: 6,
    seven: 7,
    eight: 8,
    nine: 9,
    ten: 10,
  },
}
/** How old one is that is called so: from and to, in days. */
const CALLED: readonly [called: RegExp, from: number, to: number][] = [
  [/^(?:hatchling|neonate|newborn|baby|young)$/, 0, 60],
  [/^yearling$/, 270, 540],
]
/** None is older; a slip of the finger is. */
const OLDEST_DAYS = 200 * 365

interface Span {
  least: number
  most: number
}

function numberOf(word: string): number {
  const known = NUMBERS[word]
  if (known !== undefined) return known
  return /^\d{1,4}(?:[.,]\d{1,2})?$/.test(word) ? Number(word.replace(',', '.')) : NaN
}

/** Reads `8 years`, `2 years 3 months`, `six weeks old`, `18m`: between which days of age that lies. */
function readAge(text: string, isAbout: boolean): Span | null {
  const words = text
    .toLowerCase()
    .replace(/(\d)(?=\p{L})/gu, '$1 ')
    .split(/[\s,-]+/)
    .filter((word) => word !== '' && word !== 'old' && word !== 'and')
  if (words.length === 0 || words.length % 2 === 1) return null
  let days = 0
  let finest: number = UNIT_DAYS.year
  let isPart = false
  for (let i = 0; i < words.length; i += 2) {
    const count = numberOf(words[i]!)
    const unit = UNITS[words[i + 1]!.replace(/s$/, '')]
    if (!unit || !Number.isFinite(count)) return null
    days += count * UNIT_DAYS[unit]
    finest = UNIT_DAYS[unit]
    isPart ||= !Number.isInteger(count)
  }
  if (days > OLDEST_DAYS) return null
  if (isAbout) return { least: Math.max(0, days - finest), most: days + finest }
  if (finest === 1) return { least: days, most: days }
  // Who is eight years old has not come to nine; two and a half is said of whoever is near it.
  return isPart
    ? { least: Math.max(0, days - finest / 4), most: days + finest / 4 }
    : { least: days, most: days + finest }
}

const CAME = /^(?:came|arrived|bought|got) /i

/** The age today of one that came some time ago, at some age: the two spans added. */
function readArrival(text: string, order: DateOrder | null, today: Day): Span | { says: string } | null {
  const said = text.split(/\s+/).join(' ').toLowerCase()
  const at = said.lastIndexOf(' as ')
  if (!CAME.test(said) || at < 0) return null
  const when = said
    .slice(0, at)
    .replace(CAME, '')
    .replace(/^(?:in|on|for|since) /, '')
    .replace(/ ago$/, '')
  const as = said.slice(at + 4).replace(/^an? /, '')
  const called = CALLED.find(([name]) => name.test(as))
  const then = called
    ? { least: called[1], most: called[2] }
    : readAge(as.replace(/^about /, ''), /^about /.test(as))
  if (!then)
    return { says: `say how old it was then: ‘as a hatchling’, ‘as a yearling’ or ‘as a two-year-old’` }
  const isAbout = ABOUT.test(when)
  const since = readAge(when.replace(ABOUT, ''), isAbout)
  if (since) {
    // Three years ago is said from two and a half to three and a half.
    const half = (since.most - since.least) / 2
    const middle = isAbout ? (since.least + since.most) / 2 : since.least
    return { least: Math.max(0, middle - half) + then.least, most: middle + half + then.most }
  }
  const arrived = readHatched(when, { order })
  if ('says' in arrived || arrived.value === null)
    return { says: `‘${when}’ is not a date: write one, or how long ago, such as ‘3 years ago’` }
  const { date, precision, widthDays } = arrived.value
  const { from, to } = hatchSpan(date, precision, widthDays)
  const between = (day: Day) => Math.max(0, daysBetween(day, today))
  return { least: between(to) + then.least, most: between(from) + then.most }
}

function bornAt({ least, most }: Span, today: Day): ReadHatched {
  const widthDays = Math.round((most - least) / 2)
  const date = addDays(today, -Math.round((least + most) / 2))
  return { date, precision: widthDays === 0 ? 'day' : 'about', widthDays }
}

/**
 * Reads when an animal hatched or was born as a keeper says it: a day, a month, a year; with 'about' or `± 30 d` an estimate; its age; or how
 * long ago it came, and as what.
 *
 * @param order for figures that could be two days; without one they are refused
 * @param today for ages; without it none is read
 * @example readHatched('about 8 years', { today: '2026-05-20' }) // { value: { date: '2018-05-20', precision: 'about', widthDays: 365 } }
 */
export function readHatched(
  cell: string,
  { order = null, today = null }: { order?: DateOrder | null; today?: Day | null } = {},
): HatchedReading {
  let text = cell.trim()
  if (NOT_KNOWN.includes(text.toLowerCase())) return { value: null }
  text = text.replace(/^(?:hatched|born)\s+/i, '')
  if (today) {
    const age = readArrival(text, order, today) ?? readAge(text.replace(ABOUT, ''), ABOUT.test(text))
    if (age && 'says' in age) return age
    if (age) return { value: bornAt(age, today) }
  }
  const width = WIDTH.exec(text)
  if (width) text = text.slice(0, width.index).trim()
  const isAbout = ABOUT.test(text) || width !== null
  text = text.replace(ABOUT, '').trim()
  const date = readListDate(text, order)
  if ('says' in date) return date
  const { year, month, day } = date.value
  if (!isAbout) {
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

/** A hatch date as it would be written: what `readHatched` reads back. */
export function writtenHatched(fact: ReadHatched | null): string {
  if (!fact) return ''
  return fact.precision === 'about' ? `${fact.date} ± ${fact.widthDays} d` : fact.date
}
