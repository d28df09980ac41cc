import { readNumber } from './numbers'

/** Days of the units in which keepers say how long something takes; a month and a year are the mean ones. */
const UNITS: readonly (readonly [word: RegExp, days: number])[] = [
  [/^h(?:ours?|rs?)?$/, 1 / 24],
  [/^d(?:ays?)?$/, 1],
  [/^(?:w|wks?|weeks?)$/, 7],
  [/^(?:m|mths?|months?)$/, 365.25 / 12],
  [/^(?:y|yrs?|years?)$/, 365.25],
]
const LONGEST_DAYS = 40_000

/**
 * Reads how long something takes: `60`, `60 days`, `8 weeks`, `18 months`, `2.5 years`; a bare figure means days.
 * @returns days, below a month to a tenth; null where nothing is typed
 */
export function readDuration(typed: string): { value: number | null } | { says: string } {
  const text = typed.trim()
  if (text === '') return { value: null }
  let end = 0
  while (end < text.length && /[\d.,'\s]/.test(text[end]!)) end++
  const number = readNumber(text.slice(0, end))
  const word = text.slice(end).replace('.', '')
  const unit = word ? UNITS.find(([of]) => of.test(word.toLowerCase())) : UNITS[1]
  if (number === null || !unit)
    return {
      says: `'${text.slice(0, 30)}' is not a time: write it as 60 days, 8 weeks, 18 months or 3 years`,
    }
  const exact = number * unit[1]
  const days = exact < 30 ? Math.round(exact * 10) / 10 : Math.round(exact)
  return days > LONGEST_DAYS ? { says: 'that is longer than a hundred years' } : { value: days }
}

const SAID = [
  { one: 'year', days: 365.25, from: 700 },
  { one: 'month', days: 365.25 / 12, from: 120 },
  { one: 'day', days: 1, from: 0 },
] as const

/** In which of them so many days are said. */
const unitFor = (days: number) => SAID.find(({ from }) => days >= from) ?? SAID[2]

function figureIn(days: number, { days: per }: (typeof SAID)[number]): number {
  const n = days / per
  if (per === 1) return n < 10 ? Math.round(n * 10) / 10 : Math.round(n)
  return Math.round(n * 2) / 2
}
const said = (n: number, one: string) => `${n} ${one}${n === 1 ? '' : 's'}`

/** How long something takes, as keepers say it: days, then months, then years. */
export function durationInWords(days: number): string {
  const unit = unitFor(days)
  return said(figureIn(days, unit), unit.one)
}

/** From how long to how long something takes: in one unit where the shorter is at least one of it. */
export function durationsInWords(least: number, most: number): string {
  const unit = unitFor(most)
  const [from, to] = [figureIn(least, unit), figureIn(most, unit)]
  if (least < unit.days) return `${durationInWords(least)} to ${durationInWords(most)}`
  return from === to ? said(to, unit.one) : `${from}–${said(to, unit.one)}`
}
