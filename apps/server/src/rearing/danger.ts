import type { WantsAir } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import { judgeAnimals } from '../animals'
import { warnOfDanger } from '../climate'
import type { Transaction } from '../db/connect'
import { cachedWhile } from '../db/cache'
import { loadShelf } from '../protocols'
import type { Actor } from '../shell/actor'

type Living = WantsAir & { tag: string }

/** Who lives in a place, or in one that it holds, and does not rest. */
const livingIn = (placeId: string) => sql`
  from animal_standing s join animal a on a.id = s.id and not a.withdrawn
  where s.standing->>'presence' in ('here', 'listed') and s.standing->>'restingSince' is null
    and (s.standing->>'placeId')::uuid in (
      with recursive inside as (
        select id, 0 as depth from place where id = ${placeId}
        union select p.id, i.depth + 1 from place p join inside i on p.parent_id = i.id where i.depth < 9
      ) select id from inside)`

/** A probe speaks all day: what those who live there bear is worked out anew only after one of them, or a protocol, has changed. */
warnOfDanger(async (tx, actor, placeId) => {
  const { rows } = await tx.execute<{ stamp: string }>(
    sql`select concat_ws('.', count(*), sum(s.xmin::text::bigint), sum(a.xmin::text::bigint)) as stamp ${livingIn(placeId)}`,
  )
  const { stamp: protocols } = await loadShelf(tx)
  const stamp = [actor.today, protocols, rows[0]!.stamp].join('|')
  return cachedWhile(`danger ${actor.bookId} ${placeId}`, stamp, () => livingOf(tx, actor, placeId))
})

async function livingOf(tx: Transaction, actor: Actor, placeId: string): Promise<Living[]> {
  const { rows } = await tx.execute<{ id: string }>(sql`select s.id ${livingIn(placeId)}`)
  if (rows.length === 0) return []
  const judged = await judgeAnimals(
    tx,
    actor,
    rows.map((r) => r.id),
  )
  return judged.flatMap(({ row, stage: { stage } }): Living[] =>
    stage.air ? [{ tag: row.tag, who: `${row.species} (${stage.name.toLowerCase()})`, air: stage.air }] : [],
  )
}
