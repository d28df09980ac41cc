import { AnimalRow } from '@hatch-book/contract'
import { sql } from 'drizzle-orm'
import * as v from 'valibot'
import type { Transaction } from '../db/connect'
import { loadShelf } from '../protocols/store'
import type { Actor } from '../shell/actor'
import { judgeAnimals } from './judgeAnimals'

const KEPT_ROWS = 100_000
/** Rows as they go out, by book and animal, each with what it was judged from. */
const kept = new Map<string, { stamp: string; json: string }>()

/**
 * The list of all animals, each row as JSON text. Judging ten thousand takes seconds, and from one look to the next hardly any
 * of them changes: a row is kept with the versions of all it was judged from, and judged again when one of them, the protocols
 * or the day has changed. Another server keeps its own; nothing rests on it.
 */
export async function listRows(tx: Transaction, actor: Actor): Promise<string[]> {
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
    if (kept.size + stale.length > KEPT_ROWS) kept.clear()
    const stamps = new Map(rows.map((r) => [r.id, r.stamp]))
    // After a clearing the others are wanted too.
    const wanted = kept.size === 0 ? rows : stale
    const judged = await judgeAnimals(
      tx,
      actor,
      wanted.map((r) => r.id),
    )
    for (const { row } of judged)
      kept.set(keyOf(row.id), {
        stamp: everyone + stamps.get(row.id)!,
        json: JSON.stringify(v.parse(AnimalRow, row)),
      })
  }
  return rows.flatMap(({ id }) => kept.get(keyOf(id))?.json ?? [])
}
