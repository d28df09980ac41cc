import { toCelsius } from '@hatch-book/core'
import { DateTime, IANAZone } from 'luxon'
import { readCsv, type DecodedText } from '../shell/decode'
import { BookError } from '../shell/problems'
import type { ProbeReading } from './readings'

export interface LoggerFile {
  unit: 'C' | 'F'
  timeColumn: string
  temperatureColumn: string
  /** In order of time, one an instant. */
  readings: ProbeReading[]
  faults: { line: number; text: string; says: string }[]
  notes: string[]
}

const TIME = /time|date|zeit|when|stamp/i
const TEMPERATURE = /temp|°|celsius|fahrenheit|\b[cf]\b/i
const HUMIDITY = /humid|feucht|\brh\b|% ?r\.?h/i
const FAHRENHEIT = /°\s*f|\(f\)|fahrenheit|\bf\b|degf/i
const CELSIUS = /°\s*c|\(c\)|celsius|\bc\b|degc/i
/** A mean above this is no room for eggs in Celsius, but a mild one in Fahrenheit. */
const SURELY_FAHRENHEIT = 55

const FORMATS = [
  'yyyy-MM-dd HH:mm:ss',
  'yyyy-MM-dd HH:mm',
  'yyyy/MM/dd HH:mm:ss',
  'yyyy/MM/dd HH:mm',
  'dd.MM.yyyy HH:mm:ss',
  'dd.MM.yyyy HH:mm',
  'd.M.yyyy H:mm:ss',
  'd.M.yyyy H:mm',
]
/** A log of nights has days and no hours: the low of a day is that of its early morning. */
const DAYS_ONLY = ['yyyy-MM-dd', 'yyyy/MM/dd', 'dd.MM.yyyy', 'd.M.yyyy']
const MORNING = { hour: 6 }
const DAY_FIRST = ['d/M/yyyy H:mm:ss', 'd/M/yyyy H:mm', 'd/M/yyyy h:mm:ss a', 'd/M/yyyy h:mm a']
const MONTH_FIRST = ['M/d/yyyy H:mm:ss', 'M/d/yyyy H:mm', 'M/d/yyyy h:mm:ss a', 'M/d/yyyy h:mm a']

/**
 * Reads a temperature log as loggers write them: headings after a preamble or none at all, any delimiter, C or F, decimal
 * commas, local times without a zone.
 *
 * Local times are read on the wall clock of `zone`. When the clocks go back an hour comes twice; the rows' own order tells
 * which of the two is meant. An hour that the clocks skip does not exist: its rows are faults, as are lines cut short.
 * @throws BookError when no line holds a time and a temperature
 */
export function readLoggerFile({ text }: DecodedText, unit: 'auto' | 'C' | 'F', zone: string): LoggerFile {
  if (!IANAZone.isValidZone(zone))
    throw new BookError('invalid', `'${zone}' is not a time zone: write one like Europe/Lisbon.`, [
      { field: 'zone', says: 'not a time zone' },
    ])
  const { rows, delimiter } = readCsv(text)
  const table = findColumns(rows)
  const formats = chooseFormats(rows.slice(table.firstRow).map((r) => timeText(r.cells, table)))
  const faults: LoggerFile['faults'] = []
  const raw: RawRow[] = []
  for (const { line, cells } of rows.slice(table.firstRow)) {
    const fault = (says: string) => faults.push({ line, text: cells.join(delimiter).slice(0, 120), says })
    const cell = withoutUnit(cells[table.temperature] ?? '')
    const value = Number(cell.includes('.') ? cell : cell.replace(',', '.'))
    const when = readTime(timeText(cells, table), formats, zone)
    if (cells.length <= Math.max(table.time, table.temperature)) fault('the line is cut short')
    else if (!when) fault(`'${timeText(cells, table).slice(0, 40)}' is not a date and time`)
    else if (cell === '' || !Number.isFinite(value))
      fault(`'${(cells[table.temperature] ?? '').slice(0, 20)}' is not a temperature`)
    else if (when === 'skipped') fault('this hour does not exist: the clocks went forward')
    else raw.push({ line, ...when, value, humidity: humidityIn(cells, table) })
  }
  if (raw.length === 0)
    throw new BookError('file-unreadable', 'No line of this file holds a time and a temperature.')
  const chosen = unit === 'auto' ? guessUnit(table.heading, raw) : unit
  const { readings, notes } = inOrder(raw, chosen, faults)
  if (table.humidity !== null) notes.push('The humidity of the air is read with it')
  if (unit === 'auto')
    notes.unshift(
      `Read as °${chosen}: ${FAHRENHEIT.test(table.heading) || CELSIUS.test(table.heading) ? 'the heading says so' : 'no heading says so, the figures do'}`,
    )
  return {
    unit: chosen,
    timeColumn: table.timeName,
    temperatureColumn: table.heading,
    readings,
    faults,
    notes,
  }
}

interface RawRow {
  line: number
  local: DateTime
  fixed: boolean
  value: number
  /** 0 to 1; null where the row has none. */
  humidity: number | null
}

interface Columns {
  time: number
  /** A second column when date and time stand apart. */
  clock: number | null
  temperature: number
  /** Relative humidity, where the logger measures it. */
  humidity: number | null
  firstRow: number
  heading: string
  timeName: string
}

function findColumns(rows: readonly { cells: string[] }[]): Columns {
  const headRow = rows
    .slice(0, 40)
    .findIndex(
      ({ cells }) =>
        cells.some((c) => TIME.test(c)) &&
        cells.some((c, i) => TEMPERATURE.test(c) && !TIME.test(c) && i > 0),
    )
  if (headRow >= 0) {
    const cells = rows[headRow]!.cells.map((c) => c.trim())
    const times = cells.flatMap((c, i) => (TIME.test(c) ? [i] : []))
    const temperature = cells.findIndex(
      (c, i) => TEMPERATURE.test(c) && !times.includes(i) && !HUMIDITY.test(c),
    )
    const humidity = cells.findIndex((c) => HUMIDITY.test(c))
    const apart = times.length > 1 && /date/i.test(cells[times[0]!]!) && !/time/i.test(cells[times[0]!]!)
    return {
      time: times[0]!,
      clock: apart ? times[1]! : null,
      temperature,
      humidity: humidity >= 0 ? humidity : null,
      firstRow: headRow + 1,
      heading: cells[temperature]!,
      timeName: cells[times[0]!]!,
    }
  }
  const width = rows[0]?.cells.length ?? 0
  if (width < 2)
    throw new BookError(
      'file-unreadable',
      'A log needs at least a column of times and a column of temperatures.',
    )
  return {
    ...{ time: 0, clock: null, temperature: 1, humidity: null, firstRow: 0 },
    ...{ heading: 'column 2', timeName: 'column 1' },
  }
}

/** A row's humidity as a share; nothing where the cell is empty or no per cent. */
function humidityIn(cells: readonly string[], { humidity }: Columns): number | null {
  if (humidity === null) return null
  const percent = Number((cells[humidity] ?? '').split('%')[0]!.trim().replace(',', '.') || NaN)
  return percent >= 0 && percent <= 100 ? Math.round(percent * 10) / 1000 : null
}

/** A temperature's figure, whatever unit stands after it. */
function withoutUnit(cell: string): string {
  const text = cell.trim()
  if (!/[CF]$/i.test(text)) return text
  const figure = text.slice(0, -1).trimEnd()
  return figure.endsWith('°') ? figure.slice(0, -1).trimEnd() : figure
}

function timeText(cells: readonly string[], { time, clock }: Columns): string {
  const text = (cells[time] ?? '').trim()
  return clock === null ? text : `${text} ${(cells[clock] ?? '').trim()}`
}

/** Day first unless the file itself shows otherwise: a thirteenth month settles it. */
function chooseFormats(times: readonly string[]): string[] {
  const monthFirst = times.some((t) => Number(/^\d{1,2}\/(\d{1,2})\//.exec(t)?.[1]) > 12)
  return [...FORMATS, ...(monthFirst ? MONTH_FIRST : DAY_FIRST)]
}

function readTime(
  text: string,
  formats: readonly string[],
  zone: string,
): { local: DateTime; fixed: boolean } | 'skipped' | null {
  if (/(z|[+-]\d{2}:?\d{2})$/i.test(text) && text.length > 16) {
    const at = DateTime.fromISO(text.replace(' ', 'T'), { setZone: true })
    return at.isValid ? { local: at, fixed: true } : null
  }
  for (const format of DAYS_ONLY) {
    const day = DateTime.fromFormat(text, format, { zone, locale: 'en' })
    if (day.isValid) return { local: day.set(MORNING), fixed: false }
  }
  const plain = text.replace('T', ' ').replace(/\.\d+$/, '')
  for (const format of formats) {
    const local = DateTime.fromFormat(plain, format, { zone, locale: 'en' })
    if (!local.isValid) continue
    // A wall time that the clocks skip is moved on by the library: it comes back different.
    const asked = DateTime.fromFormat(plain, format, { zone: 'utc', locale: 'en' })
    return local.hour === asked.hour && local.minute === asked.minute ? { local, fixed: false } : 'skipped'
  }
  return null
}

function guessUnit(heading: string, raw: readonly { value: number }[]): 'C' | 'F' {
  if (FAHRENHEIT.test(heading)) return 'F'
  if (CELSIUS.test(heading)) return 'C'
  return raw.reduce((sum, r) => sum + r.value, 0) / raw.length > SURELY_FAHRENHEIT ? 'F' : 'C'
}

/** Gives each row its instant, settling hours that come twice by the order of rows, and keeps one reading an instant. */
function inOrder(raw: readonly RawRow[], unit: 'C' | 'F', faults: LoggerFile['faults']) {
  const notes: string[] = []
  const byInstant = new Map<number, { celsius: number; humidity: number | null }>()
  let last = -Infinity
  let doubled = 0
  let twice = 0
  for (const { line, local, fixed, value, humidity } of raw) {
    const candidates = fixed
      ? [local.toMillis()]
      : local
          .getPossibleOffsets()
          .map((d) => d.toMillis())
          .sort((a, b) => a - b)
    if (candidates.length > 1) doubled++
    const at = candidates.find((c) => c > last) ?? candidates.at(-1)!
    const celsius = unit === 'F' ? toCelsius(value) : value
    if (celsius < -40 || celsius > 80) {
      faults.push({ line, text: String(value), says: `${value} °${unit} is no temperature of a room` })
      continue
    }
    if (byInstant.has(at)) twice++
    byInstant.set(at, { celsius: Math.round(celsius * 100) / 100, humidity })
    last = Math.max(last, at)
  }
  if (doubled > 0)
    notes.push(`The clocks went back: ${doubled} rows of the hour that came twice were put in their order`)
  if (twice > 0) notes.push(`${twice} rows repeat an instant; the later row counts`)
  const readings = [...byInstant].map(([at, found]) => ({ at, ...found })).sort((a, b) => a.at - b.at)
  return { readings, notes }
}
