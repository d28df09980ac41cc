import {
  createToken,
  Lexer,
  type CustomPatternMatcherFunc,
  type ILexingResult,
  type TokenType,
} from 'chevrotain'
import type { BodySize } from '../weighing/sizes'

/** A word ends where no letter or figure follows. */
const word = (name: string, pattern: RegExp): TokenType =>
  createToken({ name, pattern: new RegExp(`(?:${pattern.source})(?![\\w'’À-ÖØ-öø-ÿ])`, 'i') })

/** Anything else that is written with letters. */
export const Word = createToken({ name: 'Word', pattern: /[A-Za-zÀ-ÖØ-öø-ÿ][\w'’À-ÖØ-öø-ÿ]*/ })

/** Names by their first letter, the longest first. */
type NameIndex = ReadonlyMap<string, readonly string[]>
const NO_NAMES: NameIndex = new Map()

/** The names of the book whose lines are being read. The grammar has one type for them all, whatever book is open. */
const book = { tags: NO_NAMES, stages: NO_NAMES }

const named =
  (which: 'tags' | 'stages'): CustomPatternMatcherFunc =>
  (text, offset) => {
    for (const name of book[which].get(text.charAt(offset).toLowerCase()) ?? []) {
      const end = offset + name.length
      const here = text.slice(offset, end)
      if (here.toLowerCase() === name.toLowerCase() && !/[\wÀ-ÖØ-öø-ÿ]/.test(text.charAt(end)))
        return [here] as unknown as RegExpExecArray
    }
    return null
  }

/** A tag of the book, in whatever case: the longest that is written there. */
export const Tag = createToken({ name: 'Tag', pattern: named('tags'), line_breaks: false })
/** A stage by the name a protocol gives it, such as `size 2`. */
export const Stage = createToken({ name: 'Stage', pattern: named('stages'), line_breaks: false })
export const Note = createToken({ name: 'Note', pattern: /(?:#|--|[“"])[^\n]+/ })
export const Clock = createToken({ name: 'Clock', pattern: /(?:[01]?\d|2[0-3]):[0-5]\d(?!\d)/ })
export const IsoDay = createToken({ name: 'IsoDay', pattern: /\d{4}-\d{2}-\d{2}(?!\d)/ })
export const Weight = createToken({
  name: 'Weight',
  pattern: /\d+(?:[.,]\d+)?\s?(?:kg|mg|g|oz)(?!\w)/i,
})
export const Length = createToken({ name: 'Length', pattern: /\d+(?:[.,]\d+)?\s?(?:mm|cm)(?!\w)/i })
export const Warmth = createToken({ name: 'Warmth', pattern: /-?\d+(?:[.,]\d+)?\s?°?(?:C|F)(?!\w)/i })
export const Minutes = createToken({ name: 'Minutes', pattern: /\d+\s?(?:minutes|min)(?!\w)/i })
export const NumberToken = createToken({ name: 'Number', pattern: /\d+(?:[.,]\d+)?(?![\d])/ })
export const Cross = createToken({ name: 'Cross', pattern: /[+×]|[xX](?=\s)/ })
export const Comma = createToken({ name: 'Comma', pattern: /[,;&]|and(?=\s)/i })
export const Dash = createToken({ name: 'Dash', pattern: /[-–]/ })
const Space = createToken({ name: 'Space', pattern: /[\s.]+/, group: Lexer.SKIPPED })

export const Today = word('Today', /today/i)
export const Yesterday = word('Yesterday', /yesterday/i)
export const Ago = word('Ago', /days? ago/i)
export const Weekday = word(
  'Weekday',
  /mon(?:day)?|tue(?:sday)?|wed(?:nesday)?|thu(?:rsday)?|fri(?:day)?|sat(?:urday)?|sun(?:day)?/i,
)
export const Month = word(
  'Month',
  /jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sep(?:t(?:ember)?)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?/i,
)

export const Weighs = word('Weighs', /weighed|weighs|weight/i)
export const Gut = word('Gut', /empty|gravid|full/i)
export const FedOff = word('FedOff', /fed off/i)
export const Ate = word('Ate', /ate|eaten|eats|took|fed/i)
export const Refused = word('Refused', /refused|refuses|ref/i)
export const Offered = word('Offered', /offered/i)
export const BroughtUp = word('BroughtUp', /brought up|regurgitated/i)
export const Dusted = word('Dusted', /with/i)
export const Supplement = word('Supplement', /CaD|Ca|MV/i)
export const InShed = word('InShed', /(?:going )?in(?:to)? shed|blue|opaque/i)
export const Shed = word('Shed', /shed|sheds/i)
export const Pieces = word('Pieces', /(?:in )?pieces/i)
export const Whole = word('Whole', /whole/i)
export const Droppings = word('Droppings', /droppings|defecated/i)
export const Moved = word('Moved', /moved|moves/i)
export const To = word('To', /to|into/i)
export const Sexed = word('Sexed', /sexed/i)
export const Sex = word('Sex', /female|male|f|m/i)
export const Condition = word('Condition', /condition|cond/i)
/** What is measured is a word like any other, wherever no length follows it. */
const part = (name: string, pattern: RegExp): TokenType =>
  createToken({ name, pattern: word(name, pattern).PATTERN as RegExp, categories: Word })
export const Girth = part('Girth', /girth/i)
export const Head = part('Head', /head/i)
export const Long = part('Long', /total length|length|long/i)
export const Body = part('Body', /snout to vent|svl/i)
export const Shell = part('Shell', /shell|carapace/i)
export const Wings = part('Wings', /wingspan/i)
/** Which size a length is, by the word before it. */
export const SIZES_BY_WORD: readonly (readonly [word: TokenType, of: BodySize])[] = [
  [Girth, 'girth'],
  [Head, 'head'],
  [Long, 'length'],
  [Body, 'body'],
  [Shell, 'shell'],
  [Wings, 'wings'],
]
export const SIZES: readonly TokenType[] = SIZES_BY_WORD.map(([word]) => word)
export const Problem = word('Problem', /problem/i)
export const Over = word('Over', /over|well again/i)
export const Died = word('Died', /died|dead/i)
export const Locked = word('Locked', /locked|lock/i)
export const Introduced = word('Introduced', /introduced|together/i)
export const Separated = word('Separated', /separated|parted|apart/i)
export const Ignored = word('Ignored', /ignored/i)
export const Courted = word('Courted', /courted|courting/i)
export const Attacked = word('Attacked', /attacked|fought/i)
export const Laid = word('Laid', /laid|lays/i)
export const Bad = word('Bad', /bad|slugs?|infertile/i)
export const Misted = word('Misted', /misted/i)
export const Cleaned = word('Cleaned', /cleaned|clean/i)
export const Soiled = word('Soiled', /soiled/i)
export const Watered = word('Watered', /water changed|watered|water/i)
export const SetTo = word('SetTo', /set to|set/i)
export const Counted = word('Counted', /counted|count/i)
export const Moulted = word('Moulted', /moulted|moults/i)
export const Lost = word('Lost', /lost/i)
export const Emerged = word('Emerged', /emerged/i)
export const Collected = word('Collected', /collected/i)
export const Eggs = word('Eggs', /eggs?/i)
export const Noted = word('Noted', /noted?:?/i)

/** In the order in which they are tried: longer phrases and figures with units first. */
export const KEYWORDS: readonly TokenType[] = [
  ...[Today, Yesterday, Ago, Weekday, Month],
  ...[Weighs, Gut, FedOff, Ate, Refused, Offered, BroughtUp, Dusted, Supplement],
  ...[InShed, Shed, Pieces, Whole, Droppings, Moved, To, Sexed, Sex, Condition, ...SIZES],
  ...[Problem, Over, Died, Locked, Introduced, Separated, Ignored, Courted, Attacked, Laid, Bad],
  ...[Misted, Cleaned, Soiled, Watered, SetTo, Counted, Moulted, Lost, Emerged, Collected, Eggs, Noted],
]
export const TOKENS: readonly TokenType[] = [
  ...[Space, Note, Clock, IsoDay, Weight, Length, Warmth, Minutes, Tag, Stage, Cross, Comma],
  ...KEYWORDS,
  ...[NumberToken, Dash, Word],
]

const lexer = new Lexer([...TOKENS], { ensureOptimizations: false, positionTracking: 'onlyOffset' })

export interface BookNames {
  tags: NameIndex
  stages: NameIndex
}

export const indexNames = (tags: readonly string[], stages: readonly string[]): BookNames => ({
  tags: byFirst(tags),
  stages: byFirst(stages),
})

function byFirst(names: readonly string[]): NameIndex {
  const index = new Map<string, string[]>()
  for (const name of [...names].sort((a, b) => b.length - a.length)) {
    const first = name.charAt(0).toLowerCase()
    index.set(first, [...(index.get(first) ?? []), name])
  }
  return index
}

/** Cuts a line into tokens, with the tags and the stages of a book. */
export function tokenize(line: string, names: BookNames): ILexingResult {
  Object.assign(book, names)
  return lexer.tokenize(line)
}
