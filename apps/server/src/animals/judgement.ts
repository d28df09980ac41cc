import { AnimalRow } from '@hatch-book/contract'
import { ageOn, type Day, type DaySpan } from '@hatch-book/core'
import type { Transaction } from '../db/connect'
import type { Actor } from '../shell/actor'
import { inTurns } from '../shell/turns'
import { sayByContract } from '../shell/validation'
import type { JudgedAnimal } from './judge'
import { judgeLoaded, type Judgeable } from './judgeAnimals'

/** An animal as it was judged for a day, in the shape in which it is cached, compared and stored. */
export interface Judgement {
  id: string
  /** Its row as it goes out, but for its age: that turns every day, and is put in when it is read. */
  row: string
  /** What other rooms worked out of the same judgement, each under its name. */
  beside: Readonly<Record<string, unknown>>
  /** Whether it rests on what was expected of its line on this very day. */
  isOfTheDay: boolean
}

type Derive<T> = (tx: Transaction, actor: Actor, judged: readonly JudgedAnimal[]) => Promise<Map<string, T>>
const derivations = new Map<string, Derive<unknown>>()

/**
 * A room has something worked out and cached of every animal that is judged, as long as nothing changes that the judgement rests on. It
 * must rest on nothing else, the day apart, and be what JSON can carry: it is stored.
 * @returns reads it of a judgement; undefined where the room had nothing to say
 */
export function cacheBeside<T>(
  name: string,
  derive: Derive<T>,
): (judgement: Pick<Judgement, 'beside'>) => T | undefined {
  derivations.set(name, derive)
  return ({ beside }) => beside[name] as T | undefined
}

/** Judges animals for the actor's day, with what every room makes of them. */
export async function judgeInFull(tx: Transaction, actor: Actor, judgeable: Judgeable): Promise<Judgement[]> {
  const judged = await judgeLoaded(tx, actor, judgeable)
  const derived = await Promise.all(
    [...derivations].map(async ([name, derive]) => [name, await derive(tx, actor, judged)] as const),
  )
  return inTurns(judged, ({ row, facts }) => ({
    id: row.id,
    row: sayByContract(AnimalRow, { ...row, ageDays: null }),
    beside: Object.fromEntries(
      derived.flatMap(([name, of]) => (of.has(row.id) ? [[name, of.get(row.id)]] : [])),
    ),
    isOfTheDay: facts.growth !== null,
  }))
}

/** In a string of the row these quotes would be escaped: this is its own field and no other. */
const NO_AGE = '"ageDays":null'

/** The row of a judgement as it goes out on a day. */
export const rowOn = ({ row }: Pick<Judgement, 'row'>, hatched: DaySpan | null, day: Day): string =>
  hatched ? row.replace(NO_AGE, () => `"ageDays":${JSON.stringify(ageOn(hatched, day))}`) : row
