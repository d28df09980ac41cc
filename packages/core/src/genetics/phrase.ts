import { PLAIN_WORD, type SaidTrait } from './belief'
import type { GeneSet } from './locus'

/** A part of what was said of an animal's genes, as it was understood. */
export interface SaidPart extends SaidTrait {
  /** The words it was read from. */
  text: string
  /** For a scored trait: its score. */
  score?: number | undefined
  /** The genes of the species do not name it: it is kept as it was said. */
  isNew?: true
}

/** What goes into the log of a part that was understood. */
export const saidOfTrait = ({
  trait,
  carries,
  certainty,
  copies,
  score,
}: SaidPart): Omit<SaidPart, 'text' | 'odds' | 'isNew'> => ({
  ...{ trait, carries, certainty },
  ...(copies === undefined ? {} : { copies }),
  ...(score === undefined ? {} : { score }),
})

export interface GenePhrase {
  parts: SaidPart[]
  /** What could not be read, with the nearest known word where there is one. */
  unread: { text: string; says: string }[]
}

const CARRIES = ['het', 'carries', 'carrying', 'carrier', 'heterozygous', 'hets']
const WITHOUT = ['no', 'not', 'without', 'lacks']
const DOUBLED = ['double', 'two', 'homozygous', 'hom']
const SINGLE = ['single', 'one']
const FILLERS = ['for', 'of', 'and', 'a', 'an', 'the', 'copy', 'copies', 'shows', 'is', 'with', 'also']
const PLAIN_SAID = ['plain', 'normal', 'wild', 'nothing']
/** How sure the words of doubt are. */
const DOUBTS: Readonly<Record<string, number>> = {
  surely: 1,
  proven: 1,
  probably: 0.75,
  likely: 0.67,
  possible: 0.5,
  possibly: 0.5,
  maybe: 0.5,
  perhaps: 0.5,
  hardly: 0.25,
  unlikely: 0.25,
}
const SEPARATORS = new Set([',', ';', '+', '&', '.'])
const SHORTEST = 3

interface KnownWord {
  trait: string
  words: string[]
  /** Unseen in one copy, so that a doubt about it means 'may carry'. */
  recessive: boolean
  scored: { from: number; to: number } | null
}

/**
 * Reads genes as keepers say them: 'amel het motley, maybe anery'.
 *
 * `het` holds until the next comma; a word of doubt or a share ('67 %') until the next trait or comma. Traits may be cut
 * short to three letters or more as long as only one of the species begins so. A doubted recessive is one that may be carried;
 * of anything else the doubt is whether it shows.
 *
 * @example readGenes('amel het motley, maybe anery', corn).parts.map((p) => [p.trait, p.carries, p.certainty])
 * // [['amelanistic', 'shows', 1], ['motley', 'carries', 1], ['anerythristic', 'carries', 0.5]]
 */
export function readGenes(text: string, genes: GeneSet): GenePhrase {
  const known = knownWords(genes)
  const tokens = [
    ...text.toLowerCase().matchAll(/\d{1,6}(?:\.\d{1,6})?\s{0,3}%|[\p{L}\d][\p{L}\d.'-]*|[,;+&.?]/gu),
  ].map(([t]) => t)
  const phrase: GenePhrase = { parts: [], unread: [] }
  let how: SaidTrait['carries'] | null = null
  let certainty: number | null = null
  let copies: 1 | 2 | undefined
  const said: string[] = []
  const fresh = () => {
    how = null
    certainty = null
    copies = undefined
    said.length = 0
  }
  for (let i = 0; i < tokens.length; i++) {
    const token = tokens[i]!
    if (SEPARATORS.has(token)) {
      fresh()
      continue
    }
    if (token === '?') {
      const last = phrase.parts.at(-1)
      if (last) Object.assign(last, { certainty: 0.5, text: `${last.text}?` })
      continue
    }
    said.push(token)
    if (CARRIES.includes(token)) how = 'carries'
    else if (WITHOUT.includes(token)) how = 'without'
    else if (DOUBLED.includes(token)) copies = 2
    else if (SINGLE.includes(token)) copies = 1
    else if (token in DOUBTS) certainty = DOUBTS[token]!
    else if (token.endsWith('%')) {
      certainty = parseFloat(token) / 100
      if (certainty > 1) {
        phrase.unread.push({ text: token, says: 'a chance is at most 100 %' })
        certainty = 1
      }
    } else if (PLAIN_SAID.includes(token))
      phrase.parts.push({ text: token, trait: PLAIN_WORD, carries: 'shows', certainty: 1 })
    else if (!FILLERS.includes(token)) {
      const found = longestMatch(tokens, i, known)
      if (found === null) {
        phrase.unread.push({ text: token, says: nearest(token, known) })
        said.length = 0
        certainty = null
        continue
      }
      for (let k = 1; k < found.length; k++) said.push(tokens[i + k]!)
      i += found.length - 1
      const score = found.word.scored ? Number(tokens[i + 1]) : null
      if (found.word.scored) {
        const { from, to } = found.word.scored
        if (score === null || !(score >= from && score <= to)) {
          phrase.unread.push({
            text: said.join(' '),
            says: `${found.word.trait} wants a score from ${from} to ${to}`,
          })
          said.length = 0
          continue
        }
        said.push(tokens[++i]!)
      }
      phrase.parts.push({
        text: said.join(' '),
        trait: found.word.trait,
        carries: how ?? (certainty !== null && certainty < 1 && found.word.recessive ? 'carries' : 'shows'),
        certainty: certainty ?? 1,
        ...(copies === undefined ? {} : { copies }),
        ...(score === null ? {} : { score }),
      })
      said.length = 0
      certainty = null
      copies = undefined
    }
  }
  return phrase
}

function knownWords(genes: GeneSet): KnownWord[] {
  const split = (word: string) => word.toLowerCase().split(/[\s]+/)
  const words: KnownWord[] = []
  for (const locus of genes.loci) {
    for (const allele of locus.alleles) {
      const recessive = allele.mode === 'recessive'
      for (const word of [allele.word, ...(allele.also ?? [])])
        words.push({ trait: allele.word, words: split(word), recessive, scored: null })
      if (allele.doubledWord && allele.doubledWord !== allele.word)
        words.push({
          trait: allele.doubledWord,
          words: split(allele.doubledWord),
          recessive: false,
          scored: null,
        })
    }
    for (const pair of locus.pairs ?? [])
      words.push({ trait: pair.word, words: split(pair.word), recessive: false, scored: null })
  }
  for (const score of genes.scores)
    words.push({ trait: score.word, words: split(score.word), recessive: false, scored: score })
  return words
}

/** The known word that most of the next tokens spell, in full or cut short; null when none, or several, begin so. */
function longestMatch(tokens: readonly string[], at: number, known: readonly KnownWord[]) {
  const whole = known
    .filter((k) => k.words.every((w, j) => tokens[at + j] === w))
    .sort((a, b) => b.words.length - a.words.length)[0]
  if (whole) return { word: whole, length: whole.words.length }
  const token = tokens[at]!
  if (token.length < SHORTEST) return null
  const starts = known.filter((k) => k.words.join(' ').startsWith(token))
  const traits = new Set(starts.map((k) => k.trait))
  return traits.size === 1 ? { word: starts[0]!, length: 1 } : null
}

/** What a word may have been meant for; null where no known one is like it. */
function likeKnown(token: string, known: readonly KnownWord[]): string | null {
  const starts = [...new Set(known.filter((k) => k.words[0]!.startsWith(token)).map((k) => k.trait))]
  if (starts.length > 1) return `'${token}' may be ${starts.join(' or ')}: write more of it`
  const close = known
    .map((k) => ({ trait: k.trait, off: editsBetween(token, k.words[0]!.slice(0, token.length + 1)) }))
    .sort((a, b) => a.off - b.off)[0]
  // Of three or four letters another letter is already another word.
  return close && close.off <= (token.length < 5 ? 1 : 2)
    ? `'${token}' is not a known trait; did you mean ${close.trait}?`
    : null
}

const nearest = (token: string, known: readonly KnownWord[]): string =>
  likeKnown(token, known) ?? `'${token}' is not a known trait of this species`

/** As many letters as an entry of a trait takes. */
const LONGEST_NAME = 60
const SAID_OF_HOW = [...CARRIES, ...WITHOUT, ...DOUBLED, ...SINGLE, ...FILLERS, ...Object.keys(DOUBTS)]

/**
 * Reads what an animal looks like and carries as it is said when it is written down: as `readGenes` does, but for one thing. A look that the
 * genes of its species do not name is kept under the name it was given between two commas, unless it is so like a known one that it was
 * probably misspelt. How it is inherited can be said later: by the name, both are the same trait.
 *
 * @example readLook('amel, tiger-eyed', corn).parts.map((p) => p.trait) // ['amelanistic', 'tiger-eyed']
 */
export function readLook(text: string, genes: GeneSet): GenePhrase {
  const known = knownWords(genes)
  const phrase: GenePhrase = { parts: [], unread: [] }
  for (const piece of text.split(/[,;+&\n]|\sand\s/)) {
    const read = readGenes(piece, genes)
    const isOfTheSpecies = read.unread.length === 0 || read.parts.some((p) => p.trait !== PLAIN_WORD)
    const misspelt = read.unread.some(
      ({ text: word }) => word.endsWith('%') || word.includes(' ') || likeKnown(word, known) !== null,
    )
    if (isOfTheSpecies || misspelt) {
      phrase.parts.push(...read.parts)
      phrase.unread.push(
        ...read.unread.map(({ text: word, says }) => ({
          text: word,
          says:
            misspelt || says !== nearest(word, known)
              ? says
              : `${says}: put a comma before it if it is a look of its own`,
        })),
      )
      continue
    }
    const words = piece.trim().toLowerCase().split(/\s+/)
    const from = words.findIndex((word) => !SAID_OF_HOW.includes(word) && !/^[\d.]{0,9}%?$/.test(word))
    const trait = words.slice(from).join(' ').replace(/\?$/, '')
    if (!/^[\p{L}\d][\p{L}\d .'-]*$/u.test(trait) || trait.length > LONGEST_NAME) {
      phrase.unread.push({
        text: trait,
        says: `a look is named with at most ${LONGEST_NAME} letters and figures`,
      })
      continue
    }
    // Read once more with this one among the known: the words before it say how it has it.
    const own = { word: trait, mode: 'recessive' as const }
    const of = { name: trait, linkage: 'autosome' as const, alleles: [own] }
    const said = readGenes(piece, { ...genes, loci: [...genes.loci, of] })
    phrase.parts.push(...said.parts.map((part) => ({ ...part, isNew: true as const })))
    phrase.unread.push(...said.unread)
  }
  return phrase
}

/** Letters to change, add or leave out to make one word of another (Levenshtein 1966). */
function editsBetween(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, j) => j)
  for (let i = 1; i <= a.length; i++) {
    const next = [i]
    for (let j = 1; j <= b.length; j++)
      next.push(Math.min(next[j - 1]! + 1, row[j]! + 1, row[j - 1]! + (a[i - 1] === b[j - 1] ? 0 : 1)))
    row = next
  }
  return row[b.length]!
}
