import type { DaySpan } from '../calendar'

/** What a figure is measured in; the screen turns it into the book's units. */
export const UNITS = ['g', 'mm', 'd', 'h', 'C', 'score', 'count', 'share', 'day', 'word'] as const
export type Unit = (typeof UNITS)[number]

/** A figure with its unit. A `day` or `word` carries text, everything else a number. */
export interface Quantity {
  value: number | string
  unit: Unit
}

/**
 * How one rule stands.
 * - `holds`: met.
 * - `trial`: short of what is wanted, but within what the bold accept.
 * - `perhaps`: the facts are too uncertain to tell.
 * - `unknown`: the fact was never recorded.
 * - `fails`: not met.
 */
export type RuleStanding = 'holds' | 'trial' | 'perhaps' | 'unknown' | 'fails'

/** The working behind one rule: what a keeper is shown when asking 'why?'. */
export interface Reason {
  /** Stable name of the rule, such as `weight`. */
  rule: string
  /** The rule in words, without figures: 'weight, with an empty gut'. */
  says: string
  standing: RuleStanding
  have: Quantity | null
  wanted: Quantity | null
  bound: 'at least' | 'at most' | 'is' | 'between'
  /** How far above (positive) or below the wanted figure, in its unit. */
  margin: number | null
  /** What the figure is made of: when it was taken, how sure it is. */
  note: string
  /** Who says so: the protocol and its school. */
  origin: string
  /** What would change it, in words; empty when it holds. */
  change: string
  /** When it is expected to hold, where that can be worked out. */
  expected: DaySpan | null
}

/** A reason with the usual blanks filled in. */
export function reason(
  parts: Pick<Reason, 'rule' | 'says' | 'standing' | 'origin'> & Partial<Reason>,
): Reason {
  return {
    have: null,
    wanted: null,
    bound: 'at least',
    margin: null,
    note: '',
    change: '',
    expected: null,
    ...parts,
  }
}
