import { AnimalRow } from '@hatch-book/contract'
import { sql, type SQL } from 'drizzle-orm'
import { changesOf, readsBook, type Transaction } from '../db/connect'
import { keyBeside, newCache } from '../db/cache'
import { countedAs } from '../entries'
import { loadShelf } from '../protocols'
import type { Actor } from '../shell/actor'
import { inTurns, oneAtATime } from '../shell/turns'
import { sayByContract } from '../shell/validation'
import type { JudgedAnimal } from './judge'
import { judgeAnimals } from './judgeAnimals'

/** An animal as it was judged: its row as it goes out, and what other rooms worked out of the same judgement. */
export interface CachedAnimal {
  id: string
  json: string
  beside: Map<string, unknown>
}

const cached = newCache<CachedAnimal & { stamp: string }>({ most: 200_000 })

type Derive<T> = (tx: Transaction, actor: Actor, judged: readonly JudgedAnimal[]) => Promise<Map<string, T>>
const derivations = new Map<string, Derive<unknown>>()

/**
 * A room has something worked out and cached of every animal that is judged, as long as nothing changes that the judgement rests on; it
 * must rest on nothing else.
 * @returns reads it of a cached animal; undefined where the room had nothing to say
 */
export function cacheBeside<T>(name: string, derive: Derive<T>): (animal: CachedAnimal) => T | undefined {
  derivations.set(name, derive)
  return (animal) => animal.beside.get(name) as T | undefined
}

/** The animals of a book as they were looked at last, by tag. */
interface CachedBook {
  stamp: string
  everyone: string
  list: readonly CachedAnimal[]
  placeInList: ReadonlyMap<string, number>
}
const books = newCache<CachedBook>({ most: 500 })

/**
 * All animals as they are judged today, by tag. Judging ten thousand takes seconds, and from one look to the next hardly any of them
 * changes: an animal is cached with the versions of all it was judged from, and judged again when one of them, the protocols or the day has
 * changed. Where it is known that nothing was written since but of some animals, only theirs are asked for. Another server has its own;
 * nothing rests on it.
 */
export function cachedAnimals(tx: Transaction, actor: Actor): Promise<readonly CachedAnimal[]> {
  return oneAtATime(`animals ${actor.bookId}`, () => lookAtAnimals(tx, actor))
}

async function lookAtAnimals(tx: Transaction, actor: Actor): Promise<readonly CachedAnimal[]> {
  const bookId = readsBook(tx)
  const changes = changesOf(tx)
  // Before anything is read: what is written meanwhile is looked for the next time.
  const stamp = bookId && changes.stampOf(bookId)
  const shelf = await loadShelf(tx)
  const everyone = `${actor.today}|${actor.book.zone}|${shelf.stamp}|`
  if (bookId === null) return (await allOf(tx, actor, everyone)).list
  const key = keyBeside(changes, bookId)
  const last = books.get(key)
  const touched = last?.everyone === everyone ? changes.touchedSince(bookId, last.stamp) : null
  if (last && touched?.size === 0) return last.list
  const fresh =
    last && touched && touched.size <= MOST_TOUCHED
      ? await renewed(tx, actor, everyone, last, touched)
      : await allOf(tx, actor, everyone)
  if (stamp !== null) books.set(key, { stamp, everyone, ...fresh })
  return fresh.list
}

/** More than these are not looked up one by one. */
const MOST_TOUCHED = 1000

type InOrder = Pick<CachedBook, 'list' | 'placeInList'>

async function allOf(tx: Transaction, actor: Actor, everyone: string): Promise<InOrder> {
  const rows = await readStamps(tx, sql`true`)
  const list = await judgeStale(tx, actor, everyone, rows)
  return { list, placeInList: new Map(list.map((a, i) => [a.id, i])) }
}

async function renewed(
  tx: Transaction,
  actor: Actor,
  everyone: string,
  last: CachedBook,
  touched: ReadonlySet<string>,
): Promise<InOrder> {
  // What is written of a record that was merged counts for the animal it was merged into.
  const counted = await countedAs(tx, [...touched])
  const rows = await readStamps(tx, sql`a.id = any(${sql.param(counted)}::uuid[])`)
  const list = [...last.list]
  for (const animal of await judgeStale(tx, actor, everyone, rows)) {
    const place = last.placeInList.get(animal.id)
    if (place !== undefined) list[place] = animal
  }
  return { list, placeInList: last.placeInList }
}

interface Stamped extends Record<string, unknown> {
  id: string
  stamp: string
}

/** The row versions of all that animals are judged from, by tag. */
async function readStamps(tx: Transaction, which: SQL): Promise<Stamped[]> {
  const { rows } = await tx.execute<Stamped>(sql`
    select a.id, concat_ws('.', a.xmin, s.xmin, d.xmin, f.xmin, p.xmin, r.xmin, c.stamp) as stamp
    from animal a
    left join animal_standing s on s.id = a.id
    left join animal d on d.id = a.dam_id
    left join animal f on f.id = a.sire_id
    left join place p on p.id = (s.standing->>'placeId')::uuid
    left join place r on r.id = p.parent_id
    left join (select dam_id, sum(xmin::text::bigint) as stamp from clutch group by dam_id) c on c.dam_id = a.id
    where not a.withdrawn and (${which}) order by a.tag`)
  return rows
}

/** The animals of some stamps, those judged anew whose stamp is another than when they were judged last. */
async function judgeStale(
  tx: Transaction,
  actor: Actor,
  everyone: string,
  rows: readonly Stamped[],
): Promise<CachedAnimal[]> {
  const keyOf = (id: string) => `${actor.bookId}|${id}`
  const found = new Map<string, CachedAnimal>()
  for (const { id, stamp } of rows) {
    const animal = cached.get(keyOf(id))
    if (animal?.stamp === everyone + stamp) found.set(id, animal)
  }
  const stale = rows.filter(({ id }) => !found.has(id))
  if (stale.length > 0) {
    const stamps = new Map(stale.map((r) => [r.id, r.stamp]))
    const judged = await judgeAnimals(
      tx,
      actor,
      stale.map((r) => r.id),
    )
    const beside = await Promise.all(
      [...derivations].map(async ([name, derive]) => [name, await derive(tx, actor, judged)] as const),
    )
    // What a transaction that writes sees may never be so: it is not cached for others.
    const isSo = readsBook(tx) !== null
    await inTurns(judged, ({ row }) => {
      const animal = {
        id: row.id,
        stamp: everyone + stamps.get(row.id)!,
        json: sayByContract(AnimalRow, row),
        beside: new Map(beside.flatMap(([name, of]) => (of.has(row.id) ? [[name, of.get(row.id)]] : []))),
      }
      found.set(row.id, animal)
      if (isSo) cached.set(keyOf(row.id), animal)
    })
  }
  return rows.flatMap(({ id }) => found.get(id) ?? [])
}
