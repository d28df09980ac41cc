import { toCelsius, toFahrenheit, type TemperatureUnit } from '@hatch-book/core'

const STEPS = [0.5, 1, 2, 5, 10, 20, 50]
const MOST_STEPS = 5

/**
 * Where an axis of temperatures is marked: at round figures of the book's unit, the first below and the last above what is drawn.
 * @param low in °C
 * @param high in °C
 * @returns in °C, at least two
 */
export function temperatureMarks(low: number, high: number, unit: TemperatureUnit): number[] {
  const [shown, held] = unit === 'F' ? [toFahrenheit, toCelsius] : [(c: number) => c, (c: number) => c]
  const [from, to] = [shown(low), shown(high)]
  const step = STEPS.find((s) => (to - from) / s <= MOST_STEPS) ?? STEPS.at(-1)!
  const first = Math.floor(from / step)
  const last = Math.max(first + 1, Math.ceil(to / step))
  return Array.from({ length: last - first + 1 }, (_, i) => held((first + i) * step))
}
