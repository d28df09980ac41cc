import * as v from 'valibot'
import { isDay } from '../calendar'

/** No keeper means a day of an earlier or a later year. The database holds the same limits. */
export const [FIRST_YEAR, LAST_YEAR] = [1900, 2199]

/** The words a keeper reads when a value does not fit; one place, so that every form and file says it alike. */
export const words = {
  id: 'this is not an identifier of the book',
  day: 'write a day like 2026-05-27',
  instant: 'write a date with its time',
  years: `use a date between ${FIRST_YEAR} and ${LAST_YEAR}`,
  empty: 'this cannot be empty',
  grams: 'a weight is more than 0 and at most 100000 g',
  celsius: 'a temperature lies between -40 and 80 °C',
}

export const Id = v.pipe(v.string(words.id), v.uuid(words.id))
const isUsual = (text: string) =>
  text.slice(0, 4) >= String(FIRST_YEAR) && text.slice(0, 4) <= String(LAST_YEAR)

export const DaySchema = v.pipe(v.string(words.day), v.check(isDay, words.day), v.check(isUsual, words.years))
/** An instant that every part of the program reads alike: a shape that only some can read is refused where it comes in. */
export const InstantSchema = v.pipe(
  v.string(words.instant),
  v.isoTimestamp(words.instant),
  v.check((text) => Number.isFinite(Date.parse(text)), words.instant),
  v.check(isUsual, words.years),
)
export const Line = (most: number) =>
  v.pipe(
    v.string(words.empty),
    v.trim(),
    v.minLength(1, words.empty),
    v.maxLength(most, `at most ${most} characters`),
  )
export const Note = v.pipe(v.string(), v.trim(), v.maxLength(4000, 'at most 4000 characters'))
export const Grams = v.pipe(
  v.number(words.grams),
  v.gtValue(0, words.grams),
  v.maxValue(100_000, words.grams),
)
export const Celsius = v.pipe(
  v.number(words.celsius),
  v.minValue(-40, words.celsius),
  v.maxValue(80, words.celsius),
)
export const Share = v.pipe(v.number(), v.minValue(0), v.maxValue(1))
export const Price = v.pipe(
  v.number('write a price in figures'),
  v.minValue(0, 'a price is not below 0'),
  v.maxValue(1_000_000, 'a price is at most 1000000'),
)
/** What may be added to any entry. */
export const remark = { note: v.optional(Note) }
