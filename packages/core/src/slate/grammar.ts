import { CstParser, EOF, tokenMatcher, type CstNode, type IToken, type TokenType } from 'chevrotain'
import * as T from './tokens'

/**
 * The slate's grammar. Square brackets are optional, `*` is any number of times.
 *
 *     line     = [when] target { [","] clause }* [when] [note]
 *     target   = member { ("," | "and" | "&") member }* | member "+" member
 *     member   = tag [ "-" (tag | number) ]
 *     when     = "today" | "yesterday" | weekday | number month | month number | 2026-05-27 | number "days ago"
 *                followed by [clock], or clock alone
 *     clause   = weighing | meal | shedding | … (each begins with a word or a figure of its own)
 *     note     = "#" text | "--" text | '"' text
 */
export class SlateParser extends CstParser {
  constructor() {
    super([...T.TOKENS], { recoveryEnabled: false, maxLookahead: 3 })
    this.performSelfAnalysis()
  }

  line = this.RULE('line', () => {
    this.OPTION1(() => this.SUBRULE1(this.when))
    this.SUBRULE(this.target)
    this.MANY({
      GATE: () => !this.startsWhen(),
      DEF: () => {
        this.OPTION2(() => this.CONSUME(T.Comma))
        this.SUBRULE(this.clause)
      },
    })
    this.OPTION3(() => this.SUBRULE2(this.when))
    this.OPTION4(() => this.CONSUME(T.Note))
  })

  when = this.RULE('when', () => {
    this.OR([
      {
        ALT: () => {
          this.SUBRULE(this.day)
          this.OPTION(() => this.CONSUME1(T.Clock))
        },
      },
      { ALT: () => this.CONSUME2(T.Clock) },
    ])
  })

  day = this.RULE('day', () => {
    this.OR([
      { ALT: () => this.CONSUME(T.Today) },
      { ALT: () => this.CONSUME(T.Yesterday) },
      { ALT: () => this.CONSUME(T.Weekday) },
      { ALT: () => this.CONSUME(T.IsoDay) },
      {
        ALT: () => {
          this.CONSUME1(T.NumberToken)
          this.OR2([{ ALT: () => this.CONSUME1(T.Month) }, { ALT: () => this.CONSUME(T.Ago) }])
        },
      },
      {
        ALT: () => {
          this.CONSUME2(T.Month)
          this.CONSUME2(T.NumberToken)
        },
      },
    ])
  })

  target = this.RULE('target', () => {
    this.SUBRULE1(this.member)
    this.OR([
      {
        ALT: () => {
          this.CONSUME(T.Cross)
          this.SUBRULE2(this.member)
        },
      },
      {
        ALT: () =>
          this.MANY({
            // A comma before a tag goes on with the animals; before anything else the clauses begin.
            GATE: () => this.is(1, T.Comma) && this.is(2, T.Tag),
            DEF: () => {
              this.CONSUME(T.Comma)
              this.SUBRULE3(this.member)
            },
          }),
      },
    ])
  })

  member = this.RULE('member', () => {
    this.CONSUME1(T.Tag)
    this.OPTION(() => {
      this.CONSUME(T.Dash)
      this.OR([{ ALT: () => this.CONSUME2(T.Tag) }, { ALT: () => this.CONSUME(T.NumberToken) }])
    })
  })

  clause = this.RULE('clause', () => {
    this.OR([
      { ALT: () => this.SUBRULE(this.weighing) },
      { ALT: () => this.SUBRULE(this.meal) },
      { ALT: () => this.SUBRULE(this.shedding) },
      { ALT: () => this.SUBRULE(this.seen) },
      { ALT: () => this.SUBRULE(this.move) },
      { ALT: () => this.SUBRULE(this.sexing) },
      { ALT: () => this.SUBRULE(this.measuring) },
      { ALT: () => this.SUBRULE(this.trouble) },
      { ALT: () => this.SUBRULE(this.pairing) },
      { ALT: () => this.SUBRULE(this.laying) },
      { ALT: () => this.SUBRULE(this.warmth) },
      { ALT: () => this.SUBRULE(this.numbers) },
      { ALT: () => this.SUBRULE(this.noting) },
    ])
  })

  weighing = this.RULE('weighing', () => {
    this.OR([
      { ALT: () => this.CONSUME1(T.Weight) },
      {
        ALT: () => {
          this.CONSUME(T.Weighs)
          this.OR2([{ ALT: () => this.CONSUME2(T.Weight) }, { ALT: () => this.CONSUME(T.NumberToken) }])
        },
      },
    ])
    this.OPTION(() => this.CONSUME(T.Gut))
  })

  meal = this.RULE('meal', () => {
    this.OR([
      { ALT: () => this.CONSUME(T.Ate) },
      { ALT: () => this.CONSUME(T.Refused) },
      { ALT: () => this.CONSUME(T.Offered) },
      { ALT: () => this.CONSUME(T.BroughtUp) },
    ])
    this.OPTION1({ GATE: () => !this.startsWhen(), DEF: () => this.CONSUME(T.NumberToken) })
    this.MANY({ GATE: () => !this.startsSize(), DEF: () => this.CONSUME(T.Word) })
    this.OPTION2(() => this.CONSUME(T.Weight))
    this.OPTION3(() => {
      this.CONSUME(T.Dusted)
      this.CONSUME(T.Supplement)
    })
  })

  shedding = this.RULE('shedding', () => {
    this.OR([
      {
        ALT: () => {
          this.CONSUME(T.Shed)
          this.OPTION(() =>
            this.OR2([{ ALT: () => this.CONSUME(T.Whole) }, { ALT: () => this.CONSUME(T.Pieces) }]),
          )
        },
      },
      { ALT: () => this.CONSUME(T.InShed) },
    ])
  })

  /** What is said in one word. */
  seen = this.RULE('seen', () => {
    this.OR([
      { ALT: () => this.CONSUME(T.Droppings) },
      { ALT: () => this.CONSUME(T.Misted) },
      { ALT: () => this.CONSUME(T.Cleaned) },
      { ALT: () => this.CONSUME(T.Soiled) },
      { ALT: () => this.CONSUME(T.Watered) },
    ])
  })

  move = this.RULE('move', () => {
    this.CONSUME(T.Moved)
    this.OPTION(() => this.CONSUME(T.To))
    this.CONSUME(T.Tag)
  })

  sexing = this.RULE('sexing', () => {
    this.OPTION(() => this.CONSUME(T.Sexed))
    this.CONSUME(T.Sex)
  })

  measuring = this.RULE('measuring', () => {
    this.OR([
      {
        ALT: () => {
          this.CONSUME(T.Condition)
          this.CONSUME(T.NumberToken)
        },
      },
      {
        ALT: () => {
          this.OPTION(() => this.SUBRULE(this.size))
          this.CONSUME(T.Length)
        },
      },
    ])
  })

  /** Which of its sizes a length is; how long it is where none is named. */
  size = this.RULE('size', () => {
    this.OR(T.SIZES.map((token) => ({ ALT: () => this.CONSUME(token) })))
  })

  trouble = this.RULE('trouble', () => {
    this.OR([
      {
        ALT: () => {
          this.CONSUME(T.Problem)
          this.OPTION(() => this.CONSUME(T.Over))
          this.AT_LEAST_ONE({ GATE: () => !this.startsSize(), DEF: () => this.CONSUME1(T.Word) })
        },
      },
      {
        ALT: () => {
          this.CONSUME(T.Died)
          this.MANY({ GATE: () => !this.startsSize(), DEF: () => this.CONSUME2(T.Word) })
        },
      },
    ])
  })

  pairing = this.RULE('pairing', () => {
    this.OR([
      {
        ALT: () => {
          this.CONSUME(T.Locked)
          this.OPTION(() => this.CONSUME(T.Minutes))
        },
      },
      { ALT: () => this.CONSUME(T.Introduced) },
      { ALT: () => this.CONSUME(T.Separated) },
      { ALT: () => this.CONSUME(T.Ignored) },
      { ALT: () => this.CONSUME(T.Courted) },
      { ALT: () => this.CONSUME(T.Attacked) },
    ])
  })

  laying = this.RULE('laying', () => {
    this.CONSUME(T.Laid)
    this.OPTION1({
      GATE: () => !this.startsWhen() && !this.is(2, T.Bad),
      DEF: () => {
        this.CONSUME1(T.NumberToken)
        this.OPTION2(() => this.CONSUME(T.Eggs))
      },
    })
    this.OPTION3({
      GATE: () => this.is(2, T.Bad),
      DEF: () => {
        this.CONSUME2(T.NumberToken)
        this.CONSUME(T.Bad)
      },
    })
  })

  warmth = this.RULE('warmth', () => {
    this.OPTION(() => this.CONSUME(T.SetTo))
    // What it shows now, and its lowest and highest.
    this.AT_LEAST_ONE(() => this.CONSUME(T.Warmth))
  })

  /** So many of a cohort or a colony: the stage is a word or two with a figure. Of one animal it is said without. */
  numbers = this.RULE('numbers', () => {
    this.OR([
      { ALT: () => this.CONSUME(T.Counted) },
      { ALT: () => this.CONSUME(T.Moulted) },
      { ALT: () => this.CONSUME(T.Lost) },
      { ALT: () => this.CONSUME(T.Emerged) },
      { ALT: () => this.CONSUME(T.FedOff) },
      { ALT: () => this.CONSUME(T.Collected) },
    ])
    this.MANY({
      GATE: () => !this.startsWhen(),
      DEF: () => this.SUBRULE(this.share),
    })
  })

  share = this.RULE('share', () => {
    this.CONSUME1(T.NumberToken)
    this.OPTION1(() => {
      this.CONSUME(T.Dash)
      this.CONSUME2(T.NumberToken)
    })
    this.MANY(() =>
      this.OR([
        { ALT: () => this.CONSUME(T.Stage) },
        { ALT: () => this.CONSUME(T.Word) },
        { ALT: () => this.CONSUME(T.Eggs) },
        { ALT: () => this.CONSUME(T.Sex) },
      ]),
    )
  })

  noting = this.RULE('noting', () => {
    this.CONSUME(T.Noted)
    this.AT_LEAST_ONE(() =>
      this.OR([{ ALT: () => this.CONSUME(T.Word) }, { ALT: () => this.CONSUME(T.NumberToken) }]),
    )
  })

  private is(ahead: number, type: TokenType): boolean {
    return tokenMatcher(this.LA(ahead), type)
  }

  /** What is measured is named here, with its length behind it. */
  private startsSize(): boolean {
    return this.is(2, T.Length) && T.SIZES.some((size) => this.is(1, size))
  }

  /** A day or a time begins here: a figure alone does not. */
  private startsWhen(): boolean {
    const dated = this.is(1, T.NumberToken) && (this.is(2, T.Month) || this.is(2, T.Ago))
    return dated || [T.Today, T.Yesterday, T.Weekday, T.IsoDay, T.Clock, T.Month].some((t) => this.is(1, t))
  }
}

/** Made when the first line is read: its analysis takes longer than many lines. */
let parser: SlateParser | null = null

export interface ParsedLine {
  cst: CstNode | null
  error: { says: string; token: IToken | null } | null
}

/** Parses the tokens of one line; one parser serves all, since nothing runs beside it. */
export function parseLine(tokens: IToken[]): ParsedLine {
  parser ??= new SlateParser()
  parser.input = tokens
  const cst = parser.line()
  const [error] = parser.errors
  if (!error) return { cst, error: null }
  const token = error.token.tokenType === EOF ? null : error.token
  return { cst: null, error: { says: error.message, token } }
}
