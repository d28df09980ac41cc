import type { Confidence } from '../document'

/** Usual, least and most. */
type Told = readonly [typical: number, least: number, most: number]

/** What a library entry may tell, in the words of keepers; g, days, years and °C. */
export interface Telling {
  /** Weight of a grown female. */
  grown?: Told
  /** Weight of one newly out. */
  young?: Told
  /** Age from which a female may breed, years. */
  years?: Told
  /** Eggs or young at a time. */
  brood?: Told
  /** Clutches or litters a year. */
  aYear?: Told
  /** Days from mating to laying or birth. */
  toLaying?: Told
  /** Eggs, or a cohort, are kept at. */
  at?: Told
  /** The warm side of a grown one's room, or its water; where there is none, its only temperature. */
  warm?: Told
  /** Days to hatching at that warmth; of those that are counted, the first step of their development. */
  days?: Told
  /** Eggs of a female a day. */
  eggsADay?: Told
  /** Days a grown female lives. */
  femaleDays?: Told
  /** Days a grown male lives. */
  maleDays?: Told
  /** A colony is kept at. */
  colonyAt?: number
}

/** A species of the library: starting figures from general knowledge, on top of its way of life. */
export interface LibraryEntry {
  name: string
  latin: string
  /** Other names that it is looked for by. */
  synonyms: readonly string[]
  /** Code of its way of life. */
  way: string
  confidence: Confidence
  /** What it eats in every stage in which its kind has the usual food; nothing where that is its own. */
  feeds?: string
  tells: Telling
}
