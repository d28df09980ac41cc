import { EGG_FATES, type EggFate } from './clutch'

/** What was said of some eggs. */
export interface EggsSaid {
  numbers: number[]
  fate: EggFate
}

/** Short for a fate, as it is said at the box. */
const SHORT: Readonly<Record<string, EggFate>> = {
  bad: 'infertile',
  slug: 'infertile',
  mould: 'mouldy',
  dent: 'dented',
  ok: 'good',
  fine: 'good',
  pip: 'pipped',
  broken: 'damaged',
}

/**
 * Reads what is said of a row of eggs: `3-7 dented, 9 dead`, `all good`, `2 5 8 mouldy`.
 * @param numbers the eggs that there are
 * @returns what was understood, or what was not, in words
 * @example readEggWords('3-5 dented, 9 dead', [1, 2, 3, 4, 5, 9]) // { said: [{ numbers: [3, 4, 5], fate: 'dented' }, ...] }
 */
export function readEggWords(
  text: string,
  numbers: readonly number[],
): { said: EggsSaid[]; says: string | null } {
  const said: EggsSaid[] = []
  for (const part of text.split(/[,;\n]/)) {
    const words = part.trim().toLowerCase().replace(/\s+/g, ' ')
    if (words === '') continue
    const found = /^([\d –-]*\d|all|the rest) (\D.*)$/.exec(words)
    if (!found) return { said, says: `'${part.trim()}' is not eggs and what they are: write '3-7 dented'` }
    const fate = fateOf(found[2]!)
    if (typeof fate !== 'string') return { said, says: fate.says }
    const spoken = new Set(said.flatMap((s) => s.numbers))
    const asked =
      found[1] === 'all'
        ? [...numbers]
        : found[1] === 'the rest'
          ? numbers.filter((n) => !spoken.has(n))
          : numbersOf(found[1]!)
    if (typeof asked === 'string') return { said, says: asked }
    const missing = asked.filter((n) => !numbers.includes(n))
    if (missing.length > 0)
      return { said, says: `there is no open egg ${missing.slice(0, 3).join(', ')} in this clutch` }
    const twice = asked.filter((n) => spoken.has(n))
    if (twice.length > 0)
      return {
        said,
        says:
          twice.length === 1
            ? `egg ${twice[0]} comes up twice`
            : `eggs ${twice.slice(0, 3).join(', ')} come up twice`,
      }
    said.push({ numbers: asked, fate })
  }
  return { said, says: null }
}

/** A fate by its word, a short one, or as many of its letters as no other begins with. */
function fateOf(word: string): EggFate | { says: string } {
  const known = SHORT[word] ?? EGG_FATES.find((f) => f === word)
  if (known) return known
  const begun = EGG_FATES.filter((f) => f.startsWith(word))
  if (begun.length === 1) return begun[0]!
  return {
    says:
      begun.length > 1
        ? `'${word}' may be ${begun.join(' or ')}`
        : `'${word}' is nothing an egg can be: ${EGG_FATES.slice(1).join(', ')}`,
  }
}

function numbersOf(text: string): number[] | string {
  const numbers: number[] = []
  for (const piece of text
    .replace(/ ?[–-] ?/g, '-')
    .split(' ')
    .filter(Boolean)) {
    const range = /^(\d{1,3})-(\d{1,3})$/.exec(piece)
    const one = /^\d{1,3}$/.test(piece) ? Number(piece) : null
    if (one !== null) numbers.push(one)
    else if (range && Number(range[1]) <= Number(range[2]))
      for (let n = Number(range[1]); n <= Number(range[2]); n++) numbers.push(n)
    else return `'${piece}' is no row of eggs: write the lower number first`
  }
  return [...new Set(numbers)]
}
