import { counted } from '@hatch-book/core'
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
  if (value === null) return 'not known'
  const size =
    measure.kind === 'share'
      ? `${Math.round(Math.abs(value) * 100)} points`
      : sayValue(figures, measure, Math.abs(value))
  // What is nothing once it is rounded has no direction.
  const sign = Number.parseFloat(size) === 0 ? '±' : value > 0 ? '+' : '−'
  return `${sign}${size}`
}

/** One in so many. */
const oneIn = (p: number) => `1 in ${Math.round(1 / p)}`

/** How a difference stands against chance, in words. */
export function sayChance({ verdict, p, leastP }: Comparison, holds: boolean, looked: number): string {
  switch (verdict) {
    case 'more than chance':
      return holds
        ? `more than chance (${oneIn(p)}), even with ${looked} measures looked at`
        : `unlikely to be chance on its own (${oneIn(p)}), but among ${looked} measures one like it turns up in ${Math.round((1 - (1 - p) ** looked) * 100)} of 100 reviews by chance`
    case 'perhaps':
      return `perhaps: chance alone would show this (${oneIn(p)})`
    case 'chance will do':
      return 'could be chance'
    case 'too few to tell':
      return leastP >= 1
        ? 'nothing to compare it with'
        : `too few to tell: even the clearest difference could be chance (${oneIn(leastP)})`
  }
}

/** Whether a difference is for the better; null where neither way is wished for. */
export const isBetter = ({ better }: Measure, difference: number): boolean | null =>
  better === null || difference === 0 ? null : difference > 0 === (better === 'more')

/** Members and the units they are of; where each unit is counted once, only the units. */
export const sayCounts = (measure: Measure, members: number, units: number): string =>
  `${members === units ? '' : `${members} in `}${counted(units, ...UNITS[measure.of])}`

export const UNITS: Readonly<Record<Measure['of'], [string, string]>> = {
  clutch: ['clutch', 'clutches'],
  pairing: ['pair', 'pairs'],
  rest: ['rest', 'rests'],
  animal: ['animal', 'animals'],
}
