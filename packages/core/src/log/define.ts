import type * as v from 'valibot'
import type { Topic } from './topics'

export const SUBJECT_TYPES = [
  'animal',
  'pairing',
  'clutch',
  'place',
  'rest',
  'colony',
  'cohort',
  'recipe',
] as const
export type SubjectType = (typeof SUBJECT_TYPES)[number]

/** Writes the figures of an entry in the book's units. */
export interface LogFigures {
  grams(value: number): string
  celsius(value: number, digits?: number): string
  day(day: string): string
}

type Payload = v.GenericSchema<unknown, object>
type Hidden<P extends Payload> = readonly (keyof v.InferOutput<P> & string)[]

/** What a reader sees of a payload: what is kept from some may not be there. */
export type SeenPayload<P, H extends PropertyKey> = [H] extends [never]
  ? P
  : Omit<P, H> & Partial<Pick<P, H & keyof P>>

/**
 * A kind of entry: what is said of it here is all that anybody knows of it. Reading it, folding it, saying it in words, striking it out and
 * keeping parts of it from some readers all follow from this.
 */
export interface EntryDefinition<
  K extends string = string,
  S extends SubjectType | 'any' = SubjectType | 'any',
  P extends Payload = Payload,
  H extends Hidden<P> = Hidden<P>,
> {
  kind: K
  /** Whom or what it is about. */
  subject: S
  /** What it carries. */
  payload: P
  /** Who writes it and strikes it out: whoever walks the racks, or only those who decide. */
  by: 'helper' | 'keeper'
  /**
   * Written by the program as part of a larger act, such as a merging or a found clutch, and taken from nobody by itself: its payload says what
   * the act did, and striking it undoes just that.
   */
  act?: true
  /** Part of something larger that was done on one page: struck out, it is done anew there and not written again. */
  once?: true
  /** What of it names people outside the book or money: read by those who may see who buys, kept from all others. */
  trade?: H
  /** What of it is kept from whoever has not asked to be shown it. */
  blind?: H
  /** What it touches beside its subject. */
  touches?: readonly Topic[]
  /** What it says, in a line. */
  says(payload: SeenPayload<v.InferOutput<P>, H[number]>, figures: LogFigures): string
}

/** Defines a kind of entry, in the room to which it belongs. */
export const defineEntry = <
  const K extends string,
  const S extends SubjectType | 'any',
  P extends Payload,
  const H extends Hidden<P> = readonly [],
>(
  definition: EntryDefinition<K, S, P, H>,
): EntryDefinition<K, S, P, H> => definition
