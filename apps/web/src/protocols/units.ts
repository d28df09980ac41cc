import type { FigureUnit } from '@hatch-book/core'

/** Units as they are read in the editor; figures there are in the units that protocols are kept and given away in. */
export const UNIT_WORDS: Record<FigureUnit, string> = {
  words: '',
  g: 'g',
  d: 'days',
  h: 'hours',
  C: '°C',
  'C difference': '°C',
  'C d': '°C·days',
  mm: 'mm',
  count: '',
  share: '%',
  score: 'of 5',
  price: '',
  'per d': 'a day',
  'per C': 'a °C',
  'kJ per mol': 'kJ/mol',
  'g per g': 'g per g',
  m2: 'm²',
  L: 'litres',
}

/** Shares are kept of one and read in per cent. */
export const UNIT_FACTOR: Partial<Record<FigureUnit, number>> = { share: 100 }

/** A figure as it is read. */
export function figureInWords(value: number | string, unit: FigureUnit): string {
  if (typeof value === 'string') return value
  return String(Number((value * (UNIT_FACTOR[unit] ?? 1)).toPrecision(12)))
}
