import {
  counted,
  dayOfInstant,
  firstOf,
  partsInText,
  timeOfInstant,
  type RecipePart,
  type Say,
} from '@hatch-book/core'

/** What it takes to say a stored value: names for identities, the book's units and clock. */
export interface Telling {
  names: ReadonlyMap<string, string>
  say: Say
  zone: string
}

/** So many of a list are named. */
const NAMED = 6
const INSTANT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}/

type Told<T> = (value: T, telling: Telling) => string

const nameOf = (id: string, { names }: Telling) => names.get(id) ?? id
const listed = (parts: readonly string[]) => firstOf(parts, NAMED)

/** Values that mean more than their parts, by their column. */
const TOLD: Record<string, Told<never>> = {
  moved: ((edges) => listed(Object.entries(edges).map(([edge, day]) => `${edge} ${day}`))) satisfies Told<
    Record<string, string>
  >,
  lines: ((shares) =>
    listed(shares.map(({ line, share }) => `${line} ${Math.round(share * 100)} %`))) satisfies Told<
    { line: string; share: number }[]
  >,
  warmth: ((steps, { say }) =>
    listed(steps.map(({ from, celsius }) => `${say.celsiusBrief(celsius)} from ${from}`))) satisfies Told<
    { from: string; celsius: number }[]
  >,
  parts: ((parts) => listed(partsInText(parts).split('\n'))) satisfies Told<RecipePart[]>,
  rule: (({ nights, side, limitC }, { say }) =>
    `${counted(nights, 'night')} ${side} ${say.celsiusBrief(limitC)}`) satisfies Told<{
    nights: number
    side: string
    limitC: number
  }>,
  courses: ((courses, telling) =>
    listed(
      courses.map(
        ({ female, male, visits }) =>
          `${nameOf(male, telling)} with ${nameOf(female, telling)} from ${visits.map((v) => v.from).join(' and ')}`,
      ),
    )) satisfies Told<{ female: string; male: string; visits: { from: string }[] }[]>,
  traits: ((traits) => listed(traits.map(({ as, trait }) => `${as} ${trait}`))) satisfies Told<
    { as: string; trait: string }[]
  >,
  grid: (({ rows, columns }) => `${counted(rows, 'row')} of ${columns}`) satisfies Told<{
    rows: number
    columns: number
  }>,
  hatch_fact: (({ date, precision, widthDays }) =>
    [
      date,
      precision === 'day' ? '' : `to the ${precision}`,
      widthDays ? `give or take ${counted(widthDays, 'day')}` : '',
    ]
      .filter(Boolean)
      .join(', ')) satisfies Told<{ date: string; precision: string; widthDays?: number }>,
}

/** A key as one says it: `mostInbreeding` and `most_inbreeding` are ‘most inbreeding’. */
const keyInWords = (key: string) =>
  key
    .replace(/_?[iI]ds?$/, '')
    .replace(/(?:_mm|_g|_c|Mm|C)$/, '')
    .replaceAll('_', ' ')
    .replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)

const isNothing = (value: unknown) =>
  value === null || value === undefined || value === '' || (Array.isArray(value) && value.length === 0)

/** A figure by what its column says it is measured in. */
function figureInWords(key: string, value: number, say: Say): string {
  if (/(?:^|_)celsius$|C$|_c$/.test(key)) return say.celsiusBrief(value)
  if (/(?:^|_)grams$|_g$/.test(key)) return say.gramsBrief(value)
  if (/_mm$|Mm$/.test(key)) return `${value} mm`
  return String(value)
}

/** A stored value as a keeper reads it; '' for nothing. Days stay as they are written, for the page to say. */
export function valueInWords(column: string, value: unknown, telling: Telling): string {
  if (isNothing(value)) return ''
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number') return figureInWords(column, value, telling.say)
  if (typeof value === 'string') {
    if (!INSTANT.test(value)) return nameOf(value, telling)
    const at = Date.parse(value)
    return `${dayOfInstant(at, telling.zone)}, ${timeOfInstant(at, telling.zone)}`
  }
  const told = TOLD[column]
  if (told) return told(value as never, telling)
  if (Array.isArray(value)) return listed(value.map((v) => valueInWords(column, v, telling)))
  return Object.entries(value as object)
    .filter(([, v]) => !isNothing(v) && v !== false)
    .map(([key, v]) => {
      const words = valueInWords(key, v, telling)
      return key === 'kind' || key === 'name' ? words : `${keyInWords(key)} ${words}`
    })
    .join(', ')
}

/** Columns that mean something else to a keeper than their name says. */
const FIELDS: Record<string, string> = {
  at: 'when',
  protocol_id: 'species',
  moved: 'days moved by hand',
  courses: 'who with whom',
  warmth: 'temperature',
  lines: 'of the line',
  to_day: 'until',
  hatch_fact: 'hatched',
}

export const fieldInWords = (column: string): string => FIELDS[column] ?? keyInWords(column)
