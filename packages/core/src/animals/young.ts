import type { Day, Instant } from '../calendar'
import type { PayloadOf, Saying } from '../log'
import { never } from '../log/never'
import { sexProbability, type SexReading } from './sexing'
import type { Defect } from './defect'

/** Somebody who wants an animal, and on what terms. */
export interface Reservation {
  contactId: string
  name: string
  price: number
  deposit: number
  /** Held until this day; null for as long as it takes. */
  until: string | null
  at: Instant
}

/** A paper that an authority gave, by its number. */
export interface Permit {
  name: string
  number: string
  until: Day | null
}

/** What is told of an animal on its way from the egg to its owner. */
export type YoungEvent = Saying<
  | 'sex read'
  | 'readings shown'
  | 'defect found'
  | 'measured'
  | 'held back'
  | 'reserved'
  | 'reservation ended'
  | 'changed hands'
  | 'permit noted'
>

/** Where an animal stands on that way. */
export interface YoungStanding {
  /** Blind readings of its sex, in order; whoever had seen the earlier ones is refused. */
  readings: (Pick<SexReading, 'sex' | 'right'> & { method: string; at: Instant })[]
  /** Whether its sex was said outright, which comes before all readings. */
  sexSaid: boolean
  defects: (Defect & { entryId: string; at: Instant })[]
  /** Girth at its widest and width of the head, mm, each as last measured. */
  measured: { girthMm: number | null; headMm: number | null }
  /** Offers up to its first unaided meal, or so far. */
  offers: number
  firstMealAt: Instant | null
  /** Tricks that were tried until then, each as it last went. */
  tricks: { trick: string; took: boolean }[]
  /** Food that was offered and not looked after yet. */
  offered: { at: Instant; prey: string } | null
  kept: { keep: boolean; reason: string; at: Instant } | null
  reserved: Reservation | null
  permits: Permit[]
}

export const BLANK_YOUNG: YoungStanding = Object.freeze({
  readings: [],
  sexSaid: false,
  defects: [],
  measured: { girthMm: null, headMm: null },
  offers: 0,
  firstMealAt: null,
  tricks: [],
  offered: null,
  kept: null,
  reserved: null,
  permits: [],
})

/** A meal as it bears on the way: the offer that is open, and the climb to the first meal. */
export function mealOfYoung(
  young: YoungStanding,
  { payload, at }: { payload: PayloadOf<'meal'>; at: Instant },
): YoungStanding {
  const { outcome, prey = '', trick, assisted = false } = payload
  if (outcome === 'offered') return { ...young, offered: { at, prey } }
  if (outcome === 'brought up' || young.firstMealAt !== null) return { ...young, offered: null }
  const took = outcome === 'taken'
  const tricks = trick ? [...young.tricks.filter((t) => t.trick !== trick), { trick, took }] : young.tricks
  return {
    ...young,
    tricks,
    offered: null,
    offers: young.offers + 1,
    firstMealAt: took && !assisted ? at : null,
  }
}

/** Folds one entry of the way onto where an animal stands on it. */
export function stepOfYoung(
  young: YoungStanding,
  entry: YoungEvent & { id: string; at: Instant },
): YoungStanding {
  const { at } = entry
  switch (entry.kind) {
    case 'sex read': {
      const { sex, method, right } = entry.payload
      return { ...young, readings: [...young.readings, { sex, method, right, at }] }
    }
    case 'defect found': {
      const { defect, grade, view, x, y } = entry.payload
      // The same defect graded anew takes the place of what was said of it before.
      const others = young.defects.filter((d) => d.defect !== defect)
      return { ...young, defects: [...others, { defect, grade, view, x, y, entryId: entry.id, at }] }
    }
    case 'measured': {
      const { girthMm = null, headMm = null } = entry.payload
      const { measured } = young
      return {
        ...young,
        measured: { girthMm: girthMm ?? measured.girthMm, headMm: headMm ?? measured.headMm },
      }
    }
    case 'held back':
      return { ...young, kept: { keep: entry.payload.keep, reason: entry.payload.reason, at } }
    case 'reserved': {
      const { contactId, name, price, deposit, until } = entry.payload
      return { ...young, reserved: { contactId, name, price, deposit, until, at } }
    }
    case 'reservation ended':
      return { ...young, reserved: null }
    case 'permit noted': {
      const { name, number, until } = entry.payload
      return {
        ...young,
        permits: [...young.permits.filter((p) => p.name !== name), { name, number, until }],
      }
    }
    case 'readings shown':
    case 'changed hands':
      return young
    default:
      return never(entry, young)
  }
}

/** What the readings say together, unless its sex was said outright. */
export function sexOfReadings({ readings, sexSaid }: YoungStanding) {
  if (sexSaid || readings.length === 0) return null
  const { sex, certainty } = sexProbability(readings.map((r) => ({ ...r, blind: true })))
  return { sex, sexCertainty: certainty }
}
