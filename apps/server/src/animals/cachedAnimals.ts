import { addDays, type Day, type DaySpan } from '@hatch-book/core'
import { sql, type SQL } from 'drizzle-orm'
import { changesOf, keepInBook, readsBook, sharedWhenSettled, type Transaction } from '../db/connect'
import { keyBeside, newCache } from '../db/cache'
import { countedAs } from '../log'
import { loadShelf } from '../protocols'
import type { Actor } from '../shell/actor'
import { inTurns, oneAtATime } from '../shell/turns'
import { loadJudgeable } from './judgeAnimals'
import { basisOf, readJudged, storeMissing } from './judgedStore'
import { lastPhotos } from './records'
import { judgeInFull, rowOn, type Judgement } from './judgement'

/** An animal as it was judged for a day: its row as it goes out, and what other rooms worked out of the same judgement. */
export interface CachedAnimal extends Pick<Judgement, 'id' | 'row' | 'beside'> {
  json: string
}

const cached = newCache<CachedAnimal & { stamp: string }>({ most: 200_000 })

/** The animals of a book as they were looked at last, by tag. */
interface CachedBook {
  stamp: string
  everyone: string
  protocols: string
  list: readonly CachedAnimal[]
  placeInList: ReadonlyMap<string, number>
}
const books = newCache<CachedBook>({ most: 500 })

/**
 * All animals as they are judged today, by tag. Judging ten thousand takes seconds, and from one look to the next hardly any of them
 * changes: an animal is cached with the versions of all it was judged from, and judged again when one of them, its protocol or the day has
 * changed. Where it is known that nothing was written since but of some animals, only theirs are asked for. After a start and on a new day
 * what was stored is looked at first. Another server has its own; nothing rests on it.
 */
export function cachedAnimals(tx: Transaction, actor: Actor): Promise<readonly CachedAnimal[]> {
  return oneAtATime(`animals ${actor.bookId}`, () => lookAtAnimals(tx, actor))
}

async function lookAtAnimals(tx: Transaction, actor: Actor): Promise<readonly CachedAnimal[]> {
  const bookId = readsBook(tx)
  const changes = changesOf(tx)
  // Before anything is read: what is written meanwhile is looked for the next time.
  const stamp = bookId && changes.stampOf(bookId)
  const { zone, weightUnit, temperatureUnit } = actor.book
  const everyone = `${actor.today}|${zone}|${weightUnit}|${temperatureUnit}|`
  if (bookId === null)
    return sharedWhenSettled(tx, 'animals', async () => (await allOf(tx, actor, everyone)).list)
  const key = keyBeside(changes, bookId)
  const { stamp: protocols } = await loadShelf(tx)
  const found = books.get(key)
  const last = found?.protocols === protocols ? found : undefined
  const touched = last?.everyone === everyone ? changes.touchedSince(bookId, last.stamp) : null
  if (last && touched?.size === 0) return last.list
  const fresh =
    last && touched && touched.size <= MOST_TOUCHED
      ? await renewed(tx, actor, everyone, last, touched)
      : await allOf(tx, actor, everyone)
  if (stamp !== null) books.set(key, { stamp, everyone, protocols, ...fresh })
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
  hatched: DaySpan | null
}

/** The versions of all that animals are judged from, their species' protocol among them, by tag. */
export async function readStamps(tx: Transaction, which: SQL): Promise<Stamped[]> {
  const shelf = await loadShelf(tx)
  const { rows } = await tx.execute<
    Record<'id' | 'stamp' | 'protocol', string> & Record<'from' | 'to', Day | null>
  >(sql`
    select a.id, a.protocol_id as protocol, concat_ws('.', a.xmin, s.xmin, d.xmin, f.xmin, p.xmin, r.xmin, c.stamp, h.id) as stamp,
      a.hatched_from as "from", a.hatched_to as "to"
    from animal a
    left join animal_standing s on s.id = a.id
    left join animal d on d.id = a.dam_id
    left join animal f on f.id = a.sire_id
    left join place p on p.id = (s.standing->>'placeId')::uuid
    left join place r on r.id = p.parent_id
    left join (select dam_id, sum(xmin::text::bigint) as stamp from clutch group by dam_id) c on c.dam_id = a.id
    left join (${lastPhotos()}) h on h.animal_id = a.id
    where not a.withdrawn and (${which}) order by a.tag`)
  return rows.map(({ id, stamp, protocol, from, to }) => ({
    ...{ id, stamp: `${shelf.stampOf(protocol)}.${stamp}` },
    hatched: from && to ? { from, to } : null,
  }))
}

/** So few are judged sooner than they are looked for among what is stored, and are stored when somebody looks ahead. */
const FEW = 20

/** The animals of some stamps; those whose stamp is another than when they were judged last are looked for in what is stored, or judged anew. */
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
  const stale = new Map(rows.flatMap((r) => (found.has(r.id) ? [] : [[r.id, r]])))
  if (stale.size === 0) return rows.flatMap(({ id }) => found.get(id) ?? [])
  // What a transaction that writes sees may never be so: it is not cached for others.
  const isSo = readsBook(tx) !== null
  const take = ({ id, row, beside }: CachedAnimal | Pick<Judgement, 'id' | 'row' | 'beside'>) => {
    const { stamp, hatched } = stale.get(id)!
    const animal = {
      ...{ id, row, beside, stamp: everyone + stamp },
      json: rowOn({ row }, hatched, actor.today),
    }
    found.set(id, animal)
    if (isSo) cached.set(keyOf(id), animal)
  }
  const basis = stale.size > FEW && isSo ? await basisOf(tx, actor) : null
  if (basis)
    await inTurns(await readJudged(tx, [...stale.keys()], actor.today), (stored) => {
      if (stored.rests === restsOf(basis, stale.get(stored.id)!)) take(stored)
    })
  const left = [...stale.keys()].filter((id) => !found.has(id))
  if (left.length > 0) {
    const judged = await judgeInFull(tx, actor, await loadJudgeable(tx, actor, left))
    await inTurns(judged, take)
    if (basis && judged.length > FEW) await store(tx, actor, judged, (id) => restsOf(basis, stale.get(id)!))
  }
  return rows.flatMap(({ id }) => found.get(id) ?? [])
}

/** What the stored judgement of an animal rests on. */
export const restsOf = (basis: string, { stamp }: Pick<Stamped, 'stamp'>) => `${basis}.${stamp}`

/** How far they stand is not known yet: for today. */
function store(
  tx: Transaction,
  { bookId, today }: Actor,
  judged: readonly Judgement[],
  rests: (id: string) => string,
): Promise<void> {
  const rows = judged.map(({ id, row, beside }) => ({
    ...{ id, row, beside, rests: rests(id) },
    ...{ from: today, until: addDays(today, 1) },
  }))
  return keepInBook(tx, (writer) => storeMissing(writer, bookId, rows, today))
}
