import { AnimalRow } from '@hatch-book/contract'
import { sql } from 'drizzle-orm'
import * as v from 'valibot'
import type { Transaction } from '../db/connect'
import { loadShelf } from '../protocols/store'
import type { Actor } from '../shell/actor'
import type { JudgedAnimal } from './judge'
import { judgeAnimals } from './judgeAnimals'

const MOST_KEPT = 100_000

/** An animal as it was judged: its row as it goes out, and what other rooms worked out of the same judgement. */
export interface KeptAnimal {
  id: string
  json: string
  beside: Map<string, unknown>
}

const kept = new Map<string, KeptAnimal & { stamp: string }>()

type Derive<T> = (tx: Transaction, actor: Actor, judged: readonly JudgedAnimal[]) => Promise<Map<string, T>>
const derivations = new Map<string, Derive<unknown>>()

/**
 * A room has something worked out and kept of every animal that is judged, as long as nothing changes that the judgement rests on; it
 * must rest on nothing else.
 * @returns reads it of a kept animal; undefined where the room had nothing to say
 */
export function keepBeside<T>(name: string, derive: Derive<T>): (animal: KeptAnimal) => T | undefined {
  derivations.set(name, derive)
  return (animal) => animal.beside.get(name) as T | undefined
}

/**
 * All animals as they are judged today, by tag. Judging ten thousand takes seconds, and from one look to the next hardly any of them
 * changes: an animal is kept with the versions of all it was judged from, and judged again when one of them, the protocols or the day has
 * changed. Another server keeps its own; nothing rests on it.
 */
export async function keptAnimals(tx: Transaction, actor: Actor): Promise<KeptAnimal[]> {
  const { rows } = await tx.execute<{ id: string; stamp: string }>(sql`
    select a.id, concat_ws('.', a.xmin, s.xmin, d.xmin, f.xmin, p.xmin, r.xmin, c.stamp) as stamp
    from animal a
    left join animal_standing s on s.id = a.id
    left join animal d on d.id = a.dam_id
    left join animal f on f.id = a.sire_id
    left join place p on p.id = (s.standing->>'placeId')::uuid
    left join place r on r.id = p.parent_id
    left join (select dam_id, sum(xmin::text::bigint) as stamp from clutch group by dam_id) c on c.dam_id = a.id
    where not a.withdrawn order by a.tag`)
  const shelf = await loadShelf(tx)
  const everyone = `${actor.today}|${actor.book.zone}|${shelf.stamp}|`
  const keyOf = (id: string) => `${actor.bookId}|${id}`
  const stale = rows.filter(({ id, stamp }) => kept.get(keyOf(id))?.stamp !== everyone + stamp)
  if (stale.length > 0) {
    if (kept.size + stale.length > MOST_KEPT) kept.clear()
    const stamps = new Map(rows.map((r) => [r.id, r.stamp]))
    // After a clearing the others are wanted too.
    const wanted = kept.size === 0 ? rows : stale
    const judged = await judgeAnimals(
      tx,
      actor,
      wanted.map((r) => r.id),
    )
    const beside = await Promise.all(
      [...derivations].map(async ([name, derive]) => [name, await derive(tx, actor, judged)] as const),
    )
    for (const { row } of judged)
      kept.set(keyOf(row.id), {
        id: row.id,
        stamp: everyone + stamps.get(row.id)!,
        json: JSON.stringify(v.parse(AnimalRow, row)),
        beside: new Map(beside.flatMap(([name, of]) => (of.has(row.id) ? [[name, of.get(row.id)]] : []))),
      })
  }
  return rows.flatMap(({ id }) => kept.get(keyOf(id)) ?? [])
}
