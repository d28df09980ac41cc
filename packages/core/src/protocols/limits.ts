import { isDayOfYear } from '../calendar'
import { SECTIONS, sectionOf, type FigureUnit, type ProtocolFigure } from './document'
import { declarationOf } from './figures'

/** What no keeper can mean: a figure outside these is a slip of the pen. */
export const UNIT_LIMITS: Record<Exclude<FigureUnit, 'words'>, readonly [least: number, most: number]> = {
  g: [0, 100_000],
  d: [-3000, 40_000],
  h: [0, 20_000],
  C: [-20, 60],
  'C difference': [0, 30],
  'C d': [0, 20_000],
  mm: [0, 5000],
  count: [0, 1_000_000],
  share: [0, 1],
  score: [1, 5],
  price: [0, 1_000_000],
  'per d': [0, 10],
  'per C': [-20, 20],
  'kJ per mol': [1, 2000],
  'g per g': [0, 20],
  m2: [0, 1000],
  L: [0, 100_000],
}

/** Longest text of a figure. */
export const MOST_WORDS = 2000

/** A figure as somebody wants to set it. */
export interface FigureSetting {
  value: number | string
  low: number | null
  high: number | null
}

/**
 * Why a figure cannot be set so, in words; null when it can.
 * @param key of the figure: some have limits of their own
 */
export function figureFault(
  figure: Pick<ProtocolFigure, 'label' | 'unit'>,
  set: FigureSetting,
  key = '',
): string | null {
  const { label, unit } = figure
  const { limits, why, dayOfYear, choices, line, pattern } = declarationOf(key) ?? {}
  if (unit === 'words') {
    if (typeof set.value !== 'string') return `${label}: this is told in words`
    if (dayOfYear && !isDayOfYear(set.value)) return `${label}: month and day, such as 11-05 for 5 November`
    const length = set.value.trim().length
    if (line && length === 0) return `${label}: ${why ?? 'enter a name'}`
    if (line && (length > line || /[\r\n]/.test(set.value)))
      return `${label}: one line of at most ${line} letters`
    if (pattern && !pattern.test(set.value)) return `${label}: ${why}`
    if (choices && !choices.includes(set.value)) return `${label}: ${choices.join(', ')}?`
    return set.value.length > MOST_WORDS ? `${label}: at most ${MOST_WORDS} characters` : null
  }
  const [least, most] = UNIT_LIMITS[unit]
  for (const value of [set.value, set.low ?? null, set.high ?? null]) {
    if (value === null) continue
    if (typeof value !== 'number' || !Number.isFinite(value)) return `${label}: write it in figures`
    if (value < least || value > most) return `${label}: between ${least} and ${most}${inUnit(unit)}`
    if (limits && (value < limits[0] || value > limits[1]))
      return `${label}: between ${limits[0]} and ${limits[1]}${why ? `; ${why}` : ''}`
  }
  const low = set.low ?? (set.value as number)
  const high = set.high ?? (set.value as number)
  if (low > (set.value as number) || high < (set.value as number))
    return `${label}: the usual figure lies between the least and the most`
  return null
}

const inUnit = (unit: FigureUnit) =>
  unit === 'C' || unit === 'C difference' ? ' °C' : unit === 'share' || unit === 'count' ? '' : ` ${unit}`

/** Why a whole document cannot be taken, figure by figure; empty when it can. */
export function documentFaults(figures: Readonly<Record<string, ProtocolFigure>>): string[] {
  return Object.entries(figures).flatMap(([key, figure]) => {
    if (!SECTIONS.some(([prefix]) => prefix === sectionOf(key)))
      return [`${key}: no part of a protocol has this name`]
    const fault = figureFault(figure, figure, key)
    return fault ? [`${key}: ${fault}`] : []
  })
}
