import { readNumber } from './numbers'

export type TemperatureUnit = 'C' | 'F'

/** The zero points lie 32 °F apart, and 9 degrees of Fahrenheit are 5 of Celsius, exactly. */
export const toFahrenheit = (celsius: number): number => (celsius * 9) / 5 + 32
export const toCelsius = (fahrenheit: number): number => ((fahrenheit - 32) * 5) / 9

const BELOW_ZERO = /^[-−–](?=[\d.])/
/** No room, unit or egg is outside of these. */
const [COLDEST, WARMEST] = [-40, 80]

/**
 * Reads a temperature as it is typed: `28`, `27,5`, `-3`, `82 F`, `28 °C`; a unit behind it counts more than the book's.
 * @returns °C, rounded to a hundredth; null where nothing is typed
 */
export function readTemperature(
  typed: string,
  unit: TemperatureUnit = 'C',
): { value: number | null } | { says: string } {
  const text = typed.trim()
  if (text === '') return { value: null }
  const last = text.at(-1)!.toUpperCase()
  const said = last === 'C' || last === 'F' ? last : unit
  const figures = (last === said ? text.slice(0, -1) : text).replace('°', '').trim()
  const size = readNumber(figures.replace(BELOW_ZERO, ''))
  if (size === null) return { says: `'${text.slice(0, 30)}' is not a temperature: write figures, such as 28` }
  const number = BELOW_ZERO.test(figures) ? -size : size
  const celsius = Math.round((said === 'F' ? toCelsius(number) : number) * 100) / 100
  if (celsius < COLDEST || celsius > WARMEST) {
    const limit = (c: number) => (unit === 'F' ? `${toFahrenheit(c)} °F` : `${c} °C`)
    return { says: `a temperature lies between ${limit(COLDEST)} and ${limit(WARMEST)}` }
  }
  return { value: celsius }
}
