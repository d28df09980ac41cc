import type { Day } from '../calendar'
import { METRIC, type Say } from '../quantities'
import { parseLine } from './grammar'
import { Unreadable } from './nodes'
import { readLine } from './read'
import type { SlateEntry } from './saying'
import { indexNames, KEYWORDS, NumberToken, tokenize, type BookNames } from './tokens'

export type { SlateEntry, SlateShare } from './saying'

/** What a slate is read with. */
export interface SlateContext {
  today: Day
  /** All tags that may be written of: animals, places, cohorts, colonies, clutches. */
  tags: readonly string[]
  /** Stages by name, so that `size 2` is one. */
  stages?: readonly string[]
  /** What stands for several tags at once: a species by its name, for all of it that live here. */
  groups?: readonly SlateGroup[]
  /** How what was understood is said back; in g and °C where nothing is given. */
  say?: Say
}

export interface SlateGroup {
  name: string
  tags: readonly string[]
}

export interface SlateLine {
  /** As it was written. */
  text: string
  /** What was understood; empty where it could not be read. */
  entries: SlateEntry[]
  /** Why it could not be read, and which part of it; null where it could, or where nothing is written. */
  problem: { says: string; from: number; to: number } | null
}

const indexed = new WeakMap<SlateContext, BookNames>()

/**
 * Reads the slate: a line as one writes it on a card, or many of them. A line that cannot be read is kept and marked, never dropped;
 * nothing of it is guessed. The grammar is told at `SlateParser`.
 * @param text lines as typed or pasted
 */
export function parseSlate(text: string, context: SlateContext): SlateLine[] {
  let names = indexed.get(context)
  if (!names) {
    names = indexNames([...context.tags, ...groupNames(context)], context.stages ?? [])
    indexed.set(context, names)
  }
  return text.split(/\r?\n/).map((line) => readOne(line, names, context))
}

/** A group is said of one or of many: `corn snake`, `corn snakes`. */
const groupNames = ({ groups = [] }: SlateContext) => groups.flatMap(({ name }) => [name, `${name}s`])

function readOne(text: string, names: BookNames, context: SlateContext): SlateLine {
  const { tags, groups = [], today } = context
  const fail = (says: string, from = 0, to = text.length): SlateLine => ({
    text,
    entries: [],
    problem: { says, from, to },
  })
  if (text.trim() === '') return { text, entries: [], problem: null }
  if (text.length > LONGEST) return fail(`a line has at most ${LONGEST} characters`)
  const { tokens, errors } = tokenize(text, names)
  const [strange] = errors
  if (strange)
    return fail(
      `'${text.slice(strange.offset, strange.offset + strange.length)}' cannot be read`,
      strange.offset,
      strange.offset + strange.length,
    )
  const { cst, error } = parseLine(tokens)
  if (!cst) {
    const token = error!.token
    const last = tokens.at(-1)!
    if (!token && last.tokenType === NumberToken)
      return fail(`${last.image} what? Write ${last.image}g`, last.startOffset, text.length)
    if (!token) return fail('something is missing at the end', text.length, text.length)
    const to = token.startOffset + token.image.length
    const isTag = tags.some((t) => t.toLowerCase() === token.image.toLowerCase())
    const tagLike = !isTag && /^[A-Za-z]+\d/.test(token.image)
    return fail(
      tagLike ? `${token.image} is not a tag of this book` : `'${token.image}' is not understood here`,
      token.startOffset,
      to,
    )
  }
  try {
    return { text, entries: readLine(cst, { tags, groups }, today, context.say ?? METRIC), problem: null }
  } catch (error) {
    if (!(error instanceof Unreadable)) throw error
    const { token } = error
    return token
      ? fail(error.message, token.startOffset, token.startOffset + token.image.length)
      : fail(error.message)
  }
}

const LONGEST = 500
const MOST_OFFERED = 8

/** Where the word begins that a line ends with; its end where it ends with none. */
export function beginOfLastWord(text: string): number {
  let at = text.length
  while (at > 0 && /[\wÀ-ÖØ-öø-ÿ]/.test(text[at - 1]!)) at--
  return at
}

/** Words a line may go on with: tags and the slate's own words that begin as its last word does. */
export function completeSlate(text: string, { tags, stages = [], groups = [] }: SlateContext): string[] {
  const begun = text.slice(beginOfLastWord(text)).toLowerCase()
  if (begun === '') return []
  const words = KEYWORDS.flatMap((k) =>
    /^\(\?:(.*)\)\(\?!/
      .exec((k.PATTERN as RegExp).source)![1]!
      .split('|')
      .flatMap((w) => (/^[a-z ]+$/i.test(w) ? [w] : [])),
  )
  const fits = (name: string) => name.toLowerCase().startsWith(begun) && name.toLowerCase() !== begun
  const inOrder = new Intl.Collator('en', { numeric: true }).compare
  return [
    ...tags.filter(fits).sort(inOrder),
    ...[...groups.map((g) => g.name), ...stages, ...words].filter(fits).sort(inOrder),
  ].slice(0, MOST_OFFERED)
}
