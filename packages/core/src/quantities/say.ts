import { MASS_UNITS } from './masses'
import { toFahrenheit } from './temperatures'

/** In which units a book is kept. */
export interface BookUnits {
  weightUnit: 'g' | 'oz'
  temperatureUnit: 'C' | 'F'
}

/** How figures are said within a sentence, in a book's units. */
export interface Say {
  grams(value: number): string
  /** As short as it can be said without being another one: 3 g, but 3.2 g. */
  gramsBrief(value: number): string
  /** As it was written, to the last figure. */
  gramsExact(value: number): string
  celsius(value: number, digits?: number): string
  /** As short as it can be said without being another one: 31 °C, but 30.5 °C. */
  celsiusBrief(value: number): string
  /** From one to the other, the unit said once: 4 to 6 °C. */
  celsiusRange(low: number, high: number): string
  /** A difference of temperatures has no zero point. */
  degrees(value: number, digits?: number): string
}

/** As many figures as a scale for such a weight shows. */
const weighed = (n: number) =>
  n === 0 ? '0' : n < 10 ? n.toFixed(1) : n < 50 ? String(Math.round(n * 10) / 10) : String(Math.round(n))

/** How figures are said in the units of a book. */
export function sayIn({ weightUnit, temperatureUnit }: BookUnits): Say {
  const isF = temperatureUnit === 'F'
  const unit = isF ? '°F' : '°C'
  const inUnit = (celsius: number, digits: number) => (isF ? toFahrenheit(celsius) : celsius).toFixed(digits)
  const brief = (celsius: number) => inUnit(celsius, 1).replace(/\.0$/, '')
  const grams = (value: number) =>
    weightUnit === 'oz' ? `${(value / MASS_UNITS.oz).toFixed(2)} oz` : `${weighed(value)} g`
  return {
    grams,
    gramsExact: (value) => (weightUnit === 'oz' ? grams(value) : `${value} g`),
    gramsBrief: (value) => grams(value).replace(/\.0+ /, ' '),
    celsius: (value, digits = 1) => `${inUnit(value, digits)} ${unit}`,
    celsiusBrief: (value) => `${brief(value)} ${unit}`,
    celsiusRange: (low, high) => `${brief(low)} to ${brief(high)} ${unit}`,
    degrees: (value, digits = 1) => `${(isF ? (value * 9) / 5 : value).toFixed(digits)} ${unit}`,
  }
}

/** As protocols are kept, and as is said where no book is asked. */
export const METRIC: Say = sayIn({ weightUnit: 'g', temperatureUnit: 'C' })
