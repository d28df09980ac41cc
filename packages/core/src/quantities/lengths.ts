import { readNumber } from './numbers'

/** Units in which keepers measure, with the millimetres of one: the international inch is 25.4 mm exactly. */
export const LENGTH_UNITS = { mm: 1, cm: 10, m: 1000, in: 25.4 } as const
export type LengthUnit = keyof typeof LENGTH_UNITS

/** The unit at the end, found without trying the figures before it. */
const UNIT = /(?:mm|cm|m|in|")$/

/**
 * Reads a length as it is typed: `15`, `1,5 cm`, `6 in`; a unit behind it counts more than the usual one.
 * @returns mm, rounded to a tenth; null where nothing is typed
 */
export function readLength(
  typed: string,
  unit: LengthUnit = 'mm',
): { value: number | null } | { says: string } {
  const text = typed.trim().toLowerCase()
  if (text === '') return { value: null }
  const word = UNIT.exec(text)?.[0] ?? ''
  const said = word === '"' ? 'in' : ((word || unit) as LengthUnit)
  const number = readNumber(text.slice(0, text.length - word.length).trim())
  if (number === null)
    return { says: `'${text.slice(0, 30)}' is not a length: write figures, with mm, cm, m or in after them` }
  const mm = Math.round(number * LENGTH_UNITS[said] * 10) / 10
  if (!(mm > 0) || mm > 20_000)
    return { says: `${text.slice(0, 30)}: a length lies above 0 and is at most 20 m` }
  return { value: mm }
}
