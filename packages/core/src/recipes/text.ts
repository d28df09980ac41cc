import type { RecipePart } from './recipe'

const LINE = /^(\d{1,5}(?:[.,]\d{1,3})?) ?(?:x|×|parts?(?: of)?)? (\S.*)$/iu

/** Parts as a keeper writes them, one a line: `3 papaya`, `1 fig / mango` where it is another each week. */
export const partsInText = (parts: readonly RecipePart[]): string =>
  parts.map(({ what, parts: n, turns }) => `${n} ${turns.length > 0 ? turns.join(' / ') : what}`).join('\n')

/**
 * Reads parts as a keeper writes them.
 * @returns the parts, or what is wrong with the first line that cannot be read
 */
export function partsOfText(text: string): { parts: RecipePart[] } | { says: string } {
  const lines = text
    .split('\n')
    .map((line) => line.trim().replace(/\s+/g, ' '))
    .filter((line) => line !== '')
  if (lines.length === 0) return { says: 'enter one ingredient per line, such as 3 papaya' }
  const parts: RecipePart[] = []
  for (const line of lines) {
    const [, number, named] = LINE.exec(line) ?? []
    const turns = (named ?? '')
      .split('/')
      .map((turn) => turn.trim())
      .filter((turn) => turn !== '')
    const n = Number(number?.replace(',', '.'))
    if (!(n > 0) || turns.length === 0)
      return { says: `'${line}': put the parts before the ingredient, such as 3 papaya` }
    parts.push({ what: turns[0]!, parts: n, turns: turns.length > 1 ? turns : [] })
  }
  return { parts }
}
