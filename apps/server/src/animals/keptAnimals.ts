import { AnimalRow } from '@hatch-book/contract'
import { sql, type SQL } from 'drizzle-orm'
import type { BookChanges } from '../db/changes'
import { changesOf, readsBook, type Transaction } from '../db/connect'
import { forgettable, KeptBeside } from '../db/kept'
import { countedAs } from '../entries'
import { loadShelf } from '../protocols/store'
import type { Actor } from '../shell/actor'
import { inTurns, oneAtATime } from '../shell/turns'
import { sayByContract } from '../shell/validation'
import type { JudgedAnimal } from './judge'
import { judgeAnimals } from './judgeAnimals'

const MOST_KEPT = 100_000

/** An animal as it was judged: its row as it goes out, and what other rooms worked out of the same judgement. */
export interface KeptAnimal {
  id: string
  json: string
  beside: Map<string, unknown>
}

const kept = forgettable(new Map<string, KeptAnimal & { stamp: string }>())

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

/** The animals of a book as they were looked at last, by tag. */
interface KeptBook {
  stamp: string
  everyone: string
  list: readonly KeptAnimal[]
  placeInList: ReadonlyMap<string, number>
}
const keptBooks = forgettable(new KeptBeside<BookChanges, KeptBook>())

/**
 * All animals as they are judged today, by tag. Judging ten thousand takes seconds, and from one look to the next hardly any of them
 * changes: an animal is kept with the versions of all it was judged from, and judged again when one of them, the protocols or the day has
 * changed. Where it is known that nothing was written since but of some animals, only theirs are asked for. Another server keeps its own;
 * nothing rests on it.
 */
export function keptAnimals(tx: Transaction, actor: Actor): Promise<readonly KeptAnimal[]> {
  return oneAtATime(`animals ${actor.bookId}`, () => lookAtAnimals(tx, actor))
}

async function lookAtAnimals(tx: Transaction, actor: Actor): Promise<readonly KeptAnimal[]> {
  const bookId = readsBook(tx)
  const changes = changesOf(tx)
  // Before anything is read: what is written meanwhile is looked for the next time.
  const stamp = bookId && changes.stampOf(bookId)
  const shelf = await loadShelf(tx)
  const everyone = `${actor.today}|${actor.book.zone}|${shelf.stamp}|`
  if (bookId === null) return (await allOf(tx, actor, everyone)).list
  const books = keptBooks.of(changes)
  const last = books.get(bookId)
  const touched = last?.everyone === everyone ? changes.touchedSince(bookId, last.stamp) : null
  if (last && touched?.size === 0) return last.list
  const fresh =
    last && touched && touched.size <= MOST_TOUCHED
      ? await renewed(tx, actor, everyone, last, touched)
      : await allOf(tx, actor, everyone)
  if (stamp !== null) books.set(bookId, { stamp, everyone, ...fresh })
  return fresh.list
}

/** More than these are not looked up one by one. */
const MOST_TOUCHED = 1000

type InOrder = Pick<KeptBook, 'list' | 'placeInList'>

async function allOf(tx: Transaction, actor: Actor, everyone: string): Promise<InOrder> {
  const rows = await readStamps(tx, sql`true`)
  const list = await judgeStale(tx, actor, everyone, rows)
  return { list, placeInList: new Map(list.map((a, i) => [a.id, i])) }
}

async function renewed(
  tx: Transaction,
  actor: Actor,
  everyone: string,
  last: KeptBook,
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
): Promise<KeptAnimal[]> {
  const keyOf = (id: string) => `${actor.bookId}|${id}`
  // What a transaction that writes sees may never be so: it is not kept for others.
  const into = readsBook(tx) === null ? new Map<string, KeptAnimal & { stamp: string }>() : kept
  const stale = rows.filter(({ id, stamp }) => kept.get(keyOf(id))?.stamp !== everyone + stamp)
  if (stale.length > 0) {
    if (into === kept && kept.size + stale.length > MOST_KEPT) kept.clear()
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
    await inTurns(judged, ({ row }) =>
      into.set(keyOf(row.id), {
        id: row.id,
        stamp: everyone + stamps.get(row.id)!,
        json: sayByContract(AnimalRow, row),
        beside: new Map(beside.flatMap(([name, of]) => (of.has(row.id) ? [[name, of.get(row.id)]] : []))),
      }),
    )
  }
  return rows.flatMap(({ id }) => into.get(keyOf(id)) ?? kept.get(keyOf(id)) ?? [])
}
