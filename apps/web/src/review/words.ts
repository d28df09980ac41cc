import type { Comparison, Measure } from '@hatch-book/core'
import type { Figures } from '../shell/figures'

/** A measure's figure in the book's units. */
export function sayValue(figures: Figures, measure: Measure, value: number | null): string {
  if (value === null) return '–'
  if (measure.kind === 'share') return `${Math.round(value * 100)} %`
  if (measure.unit === 'g') return figures.grams(value)
  if (measure.unit === 'money') return value.toFixed(0)
  return `${Math.round(value * 10) / 10}${measure.unit === 'days' ? ' d' : ''}`
}

/** A difference, with its sign. */
export function sayDifference(figures: Figures, measure: Measure, value: number | null): string {
  if (value === null) return 'nobody knows'
  const sign = value > 0 ? '+' : value < 0 ? '−' : '±'
  if (measure.kind === 'share') return `${sign}${Math.round(Math.abs(value) * 100)} points`
  return `${sign}${sayValue(figures, measure, Math.abs(value))}`
}

/** One in so many. */
const oneIn = (p: number) => `1 in ${Math.round(1 / p)}`

/** How a difference stands against chance, in words. */
export function sayChance({ verdict, p, leastP }: Comparison, holds: boolean, looked: number): string {
  switch (verdict) {
    case 'more than chance':
      return holds
        ? `more than chance, even among the ${looked} looked at: alone it would come so ${oneIn(p)} times`
        : `by itself more than chance (${oneIn(p)}); but of ${looked} looked at one or more would look so in ${Math.round((1 - (1 - p) ** looked) * 100)} of 100 such rooms`
    case 'perhaps':
      return `perhaps: chance alone would do it ${oneIn(p)} times`
    case 'chance will do':
      return 'chance will do'
    case 'too few to tell':
      return leastP >= 1
        ? 'nothing to hold it against'
        : `too few to tell: so few could show no more than ${oneIn(leastP)}`
  }
}

/** Whether a difference is for the better; null where neither way is wished for. */
export const isBetter = ({ better }: Measure, difference: number): boolean | null =>
  better === null || difference === 0 ? null : difference > 0 === (better === 'more')

export const UNITS: Readonly<Record<Measure['of'], [string, string]>> = {
  clutch: ['clutch', 'clutches'],
  pairing: ['pair', 'pairs'],
  rest: ['rest', 'rests'],
  animal: ['animal', 'animals'],
}
