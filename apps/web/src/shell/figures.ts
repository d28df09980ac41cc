import {
  counted,
  dayInWords,
  dayOfInstant,
  quantityInWords,
  readLength,
  readMass,
  readTemperature,
  timeOfInstant,
  sayIn,
  toFahrenheit,
  type Quantity,
  type Say,
} from '@hatch-book/core'
import { useMemo } from 'react'
import { useSession } from './session'

const GRAMS_PER_OUNCE = 28.349523125

/** Writes figures in the book's units and days the short way; the year only where it is not this one. */
export interface Figures {
  grams(value: number | null): string
  /** A scale's figure in the book's unit, without the unit; a dash when it shows none. */
  scale(value: number | null): string
  celsius(value: number | null, digits?: number): string
  /** As short as it can be said without being another one: 31 °C, but 30.5 °C. */
  celsiusBrief(value: number): string
  /** A difference of temperatures has no zero point. */
  degrees(value: number, digits?: number): string
  day(day: string): string
  span(span: { from: string; to: string }): string
  instant(iso: string): string
  clock(iso: string): string
  days(count: number): string
  quantity(quantity: Quantity): string
  /** How figures are said within sentences that are made elsewhere. */
  say: Say
  weightUnit: string
  temperatureUnit: string
  /** Reads a weight as it is typed, in the book's unit or with its own behind it, in grams; null where nothing is, or nothing that can be read. */
  readGrams(typed: string): number | null
  /** Why what is typed is no weight; null where it is one, or nothing. */
  weightFault(typed: string): string | null
  /** How a quantity is typed and read in this book. */
  typed: Record<Quantifiable, TypedQuantity>
  zone: string
}

/** What is typed in units, into a field of a form. */
export type Quantifiable = 'mass' | 'temperature' | 'length'
export interface TypedQuantity {
  /** The one that is meant where none is typed behind the figure. */
  unit: string
  /** @returns in g, °C or mm; null where nothing is typed */
  read(typed: string): { value: number | null } | { says: string }
  /** As it would be typed. */
  write(value: number | null): string
}

export function figuresOf(
  book: { weightUnit: 'g' | 'oz'; temperatureUnit: 'C' | 'F'; zone: string },
  today: string,
): Figures {
  const day = (d: string) => dayInWords(d, today)
  const ounces = book.weightUnit === 'oz'
  const fahrenheit = book.temperatureUnit === 'F'
  const say = sayIn(book)
  const clock = (iso: string) => timeOfInstant(Date.parse(iso), book.zone)
  const days = (count: number) => {
    const n = Math.round(Math.abs(count))
    if (n < 120) return `${counted(n, 'day')}`
    if (n < 730) return `${Math.round(n / 30.44)} months`
    const months = Math.round(n / 30.44)
    return months % 12 === 0 ? `${months / 12} years` : `${Math.floor(months / 12)} y ${months % 12} m`
  }
  const grams = (value: number | null) => (value === null ? '–' : say.grams(value))
  const scale = (value: number | null) => {
    if (value === null || !Number.isFinite(value)) return '–'
    const shown = ounces ? value / GRAMS_PER_OUNCE : value
    const text = Math.abs(shown).toFixed(ounces || Math.abs(shown) < 20 ? 2 : 1)
    return shown < 0 && Number(text) !== 0 ? `−${text}` : text
  }
  const celsius = (value: number | null, digits?: number) =>
    value === null ? '–' : say.celsius(value, digits)
  return {
    grams,
    scale,
    celsius,
    celsiusBrief: say.celsiusBrief,
    degrees: say.degrees,
    say,
    day,
    span: ({ from, to }) => {
      if (from === to) return day(from)
      const sameMonth = from.slice(0, 7) === to.slice(0, 7)
      const sameYear = from.slice(0, 4) === to.slice(0, 4)
      const start = sameMonth
        ? String(Number(from.slice(8, 10)))
        : sameYear
          ? day(from).replace(` ${from.slice(0, 4)}`, '')
          : day(from)
      return `${start} to ${day(to)}`
    },
    instant: (iso) => `${day(dayOfInstant(Date.parse(iso), book.zone))}, ${clock(iso)}`,
    clock,
    days,
    quantity: (quantity) =>
      quantity.unit === 'day' ? day(String(quantity.value)) : quantityInWords(quantity, say),
    weightUnit: book.weightUnit,
    temperatureUnit: fahrenheit ? '°F' : '°C',
    readGrams: (typed) => {
      const read = readMass(typed, book.weightUnit)
      return 'value' in read ? read.value : null
    },
    weightFault: (typed) => {
      const read = readMass(typed, book.weightUnit)
      return 'says' in read ? read.says : null
    },
    typed: {
      mass: {
        unit: book.weightUnit,
        read: (typed) => readMass(typed, book.weightUnit),
        write: (value) => short(value && (ounces ? value / GRAMS_PER_OUNCE : value)),
      },
      temperature: {
        unit: fahrenheit ? '°F' : '°C',
        read: (typed) => readTemperature(typed, book.temperatureUnit),
        write: (value) => short(value !== null && fahrenheit ? toFahrenheit(value) : value),
      },
      length: { unit: 'mm', read: (typed) => readLength(typed), write: short },
    },
    zone: book.zone,
  }
}

/** With as many digits as it has, two at most. */
const short = (value: number | null) => (value === null ? '' : String(Math.round(value * 100) / 100))

export function useFigures(): Figures {
  const { book, today } = useSession()
  return useMemo(() => figuresOf(book, today), [book, today])
}
