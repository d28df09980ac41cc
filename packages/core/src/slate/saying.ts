import type { Day } from '../calendar'
import type { SaidOf } from '../log'
import type { ConditionScore } from '../weighing/entries'

/** Kinds of entries that a line says as they are, as far as it goes: how a sex was seen, say, nobody types. */
type AsItIs =
  | 'weighed'
  | 'meal'
  | 'shed'
  | 'going into shed'
  | 'droppings'
  | 'sexed'
  | 'measured'
  | 'moulted'
  | 'died'
  | 'problem found'
  | 'problem over'
  | 'noted'
  | 'misted'
  | 'cleaned'
  | 'soiled'
  | 'water changed'
  | 'set point'
  | 'thermometer read'
  | 'locked'
  | 'introduced'
  | 'separated'
  | 'ignored'
  | 'courted'
  | 'attacked'

/** So many of a stage, from fewest to most. */
export interface SlateShare {
  of: string
  low: number
  high: number
}

/** What a clause says: a kind with what it carries, or what only the book can make one of. */
export type SlateSaying =
  | { [K in AsItIs]: { kind: K; payload: Partial<SaidOf<K>> } }[AsItIs]
  | { kind: 'condition'; payload: { condition: ConditionScore; note?: string } }
  | { kind: 'moved'; payload: { place: string; note?: string } }
  | { kind: 'laid'; payload: { eggs?: number; bad?: number; note?: string } }
  | {
      kind: 'counted' | 'moulted on' | 'lost' | 'emerged' | 'fed off' | 'eggs collected'
      payload: { shares: SlateShare[]; note?: string }
    }

/** What a line says, before it is known whether it may be said: references by tag, figures in SI. */
export type SlateEntry = SlateSaying & {
  /** Tags as they are written in the book; two for a pairing, the first named first. */
  tags: string[]
  /** The day, and the time where it was told. */
  on: Day
  at: string | null
  /** As one says it back. */
  says: string
}
