import { readNumber } from './numbers'

/** Units in which keepers weigh, with the grams of one: the international avoirdupois pound is 453.59237 g exactly. */
export const MASS_UNITS = { g: 1, kg: 1000, oz: 28.349523125, lb: 453.59237 } as const
export type MassUnit = keyof typeof MASS_UNITS

const WORDS: Record<string, MassUnit> = {
  ...{ g: 'g', gr: 'g', gram: 'g', grams: 'g', gramm: 'g' },
  ...{ kg: 'kg', kilo: 'kg', kilos: 'kg', kilogram: 'kg', kilograms: 'kg' },
  ...{ oz: 'oz', ounce: 'oz', ounces: 'oz', lb: 'lb', lbs: 'lb', pound: 'lb', pounds: 'lb' },
}

/** A weight's figure and the word after it, if there is one: `14.5 oz` or `412 gr.`; read from its end, in one go. */
function splitUnit(cell: string): { figures: string; word: string | null } {
  const text = cell.endsWith('.') ? cell.slice(0, -1) : cell
  let at = text.length
  while (at > 0 && /[a-z]/i.test(text[at - 1]!)) at--
  if (at === text.length) return { figures: cell, word: null }
  return { figures: text.slice(0, at).trim(), word: text.slice(at).toLowerCase() }
}

/** The unit that a heading names, as in `weight (oz)`; null where it names none. */
export function unitOfHeading(heading: string): MassUnit | null {
  const words = heading.toLowerCase().split(/[^a-z]+/)
  return words.map((word) => WORDS[word]).find((unit) => unit !== undefined) ?? null
}

/**
 * The unit of a column of weights: the heading's, else the one most cells name, else the one given as usual.
 * @param cells all cells of the column
 */
export function guessMassUnit(
  heading: string,
  cells: readonly string[],
  usual: MassUnit,
): { unit: MassUnit; by: 'heading' | 'cells' | 'usual' } {
  const named = unitOfHeading(heading)
  if (named) return { unit: named, by: 'heading' }
  const votes = new Map<MassUnit, number>()
  for (const cell of cells) {
    const unit = WORDS[splitUnit(cell.trim()).word ?? '']
    if (unit) votes.set(unit, (votes.get(unit) ?? 0) + 1)
  }
  const [most] = [...votes].sort((a, b) => b[1] - a[1])
  return most ? { unit: most[0], by: 'cells' } : { unit: usual, by: 'usual' }
}

/**
 * Reads a weight: `412`, `412,5`, `1'250 g`, `14.5 oz`; a unit in the cell counts more than the column's.
 * @returns grams, rounded to a hundredth, below one gram to a tenth of a milligram; null for an empty cell
 */
export function readMass(cell: string, unit: MassUnit = 'g'): { value: number | null } | { says: string } {
  const text = cell.trim()
  if (text === '' || text === '-' || text === '–') return { value: null }
  const { figures, word } = splitUnit(text)
  const said = word === null ? unit : WORDS[word]
  const number = said && readNumber(figures)
  if (said === undefined || number === null || number === undefined)
    return { says: `'${text.slice(0, 30)}' is not a weight: write figures, with g, kg, oz or lb after them` }
  const weight = number * MASS_UNITS[said]
  const parts = weight < 1 ? 10_000 : 100
  const grams = Math.round(weight * parts) / parts
  if (!(grams > 0) || grams > 100_000)
    return { says: `${text.slice(0, 30)}: a weight lies above 0 and is at most 100000 g` }
  return { value: grams }
}
