import { newId } from '@hatch-book/contract'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { refreshStandings } from '../entries'
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
    later as (
      select e.subject_id from m join entry e on e.subject_id = m.id and e.kind <> 'struck' left join w on w.id = e.id
      where w.id is null and not exists (select 1 from entry s where s.strikes = e.id))
    select a.tag from m join animal a on a.id = m.id and not a.withdrawn where (
      a.id in (select subject_id from later)
      or exists (select 1 from pairing p where p.female_id = a.id or p.male_id = a.id)
      or exists (select 1 from clutch c where c.dam_id = a.id or c.sire_id = a.id)
      or exists (select 1 from photo f where f.animal_id = a.id)
      or exists (select 1 from animal k where (k.dam_id = a.id or k.sire_id = a.id) and not k.withdrawn
        and k.id not in (select id from m)))
    order by a.tag limit 6`)
  if (rows.length === 0) return
  const tags = rows.map((r) => r.tag)
  throw new BookError(
    'depended-on',
    `${tags.slice(0, 5).join(', ')}${tags.length > 5 ? ' and others' : ''} went on since the list came in: entries, pairings, young or photos hang on ${tags.length === 1 ? 'it' : 'them'}. Nothing was undone.`,
  )
}
