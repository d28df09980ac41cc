import { newId } from '@hatch-book/contract'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { refreshStandings } from '../log'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import type { Made, Tell } from './progress'

const AT_ONCE = 5000
const uuids = (ids: readonly string[]) => sql`${sql.param(ids)}::uuid[]`

/**
 * Undoes all that a list brought in: its entries are struck out, its animals withdrawn, its tubs taken away where nothing else is in them.
 * @throws BookError `depended-on` where its animals have gone on since: they would lose what others wrote of them
 */
export async function undoList(tx: Transaction, actor: Actor, made: Made, tell: Tell): Promise<void> {
  await refuseWhereLivedOn(tx, made)
  const now = new Date(actor.now).toISOString()
  const total = made.entries.length * 2
  const { rows: struck } = await tx.execute<{ subject_id: string }>(sql`
    with going as (
      select e.* from entry e join unnest(${uuids(made.entries)}) as m (id) on m.id = e.id
      and not exists (select 1 from entry s where s.strikes = e.id))
    insert into entry (book_id, id, kind, subject_type, subject_id, at, precision, recorded_at, member_id, device, payload, strikes)
    select g.book_id, i.id, 'struck', g.subject_type, g.subject_id, ${now}, 'minute', ${now}, ${actor.member.id}, 'list', '{}', g.id
    from going g join unnest(${uuids(made.entries)}, ${uuids(made.entries.map(() => newId()))}) as i (of, id) on i.of = g.id
    returning subject_id`)
  await tell(made.entries.length, total)
  await tx.execute(
    sql`update animal set withdrawn = true, version = version + 1 from unnest(${uuids(made.animals)}) as m (id) where m.id = animal.id`,
  )
  const subjects = [...new Set([...struck.map((s) => s.subject_id), ...made.animals])]
  for (let start = 0; start < subjects.length; start += AT_ONCE) {
    await refreshStandings(tx, actor.bookId, subjects.slice(start, start + AT_ONCE))
    await tell(made.entries.length + Math.min(start + AT_ONCE, made.entries.length), total)
  }
  await tx.execute(sql`
    delete from place p where p.id = any(${uuids(made.places)})
    and not exists (select 1 from place c where c.parent_id = p.id)
    and not exists (select 1 from probe r where r.place_id = p.id)
    and not exists (select 1 from entry e where e.subject_id = p.id)
    and not exists (select 1 from animal_standing s join animal a on a.id = s.id
      where not a.withdrawn and s.standing->>'placeId' = p.id::text)`)
}

async function refuseWhereLivedOn(tx: Transaction, { animals, entries }: Made): Promise<void> {
  const { rows } = await tx.execute<{ tag: string }>(sql`
    with m as materialized (select unnest(${uuids(animals)}) as id), w as materialized (select unnest(${uuids(entries)}) as id),
    others as materialized (select k.dam_id, k.sire_id from animal k left join m on m.id = k.id where m.id is null and not k.withdrawn),
    named as (
      select e.subject_id as id from entry e left join w on w.id = e.id left join entry s on s.strikes = e.id
      where e.subject_type = 'animal' and e.kind <> 'struck' and w.id is null and s.id is null
      union select female_id from pairing union select male_id from pairing
      union select dam_id from clutch union select sire_id from clutch
      union select animal_id from photo union select dam_id from others union select sire_id from others)
    select a.tag from m join named n on n.id = m.id join animal a on a.id = m.id and not a.withdrawn order by a.tag limit 6`)
  if (rows.length === 0) return
  const tags = rows.map((r) => r.tag)
  throw new BookError(
    'depended-on',
    `${tags.slice(0, 5).join(', ')}${tags.length > 5 ? ' and others' : ''} went on since the list came in: entries, pairings, young or photos hang on ${tags.length === 1 ? 'it' : 'them'}. Nothing was undone.`,
  )
}
