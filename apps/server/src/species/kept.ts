import type { KeptSpecies } from '@hatch-book/contract'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { loadShelf } from '../protocols'
import { bookWork } from '../rounds'
import type { Actor } from '../shell/actor'

/** Work is looked at so far ahead, days. */
const AHEAD_DAYS = 30

interface Counts extends Record<string, unknown> {
  id: string
  here: number
  cohorts: number
  used: boolean
  photo: string | null
}

/** How much of each species is in the book, by its id; and whether anything that stands is written of it. */
export async function countSpecies(tx: Transaction): Promise<Map<string, Counts>> {
  const { rows } = await tx.execute<Counts>(sql`
    with living as (
      select a.protocol_id as id, count(*) filter (where coalesce(s.standing->>'presence', 'here') in ('here', 'listed')) as n
      from animal a left join animal_standing s on s.id = a.id where not a.withdrawn group by 1
    ), kept_bins as (select protocol_id as id, count(*) as n from colony where not withdrawn group by 1),
    kept_cohorts as (select protocol_id as id, count(*) filter (where not ended) as n from cohort group by 1),
    latest as (
      select distinct on (a.protocol_id) a.protocol_id as id, f.id as photo
      from photo f join animal a on a.id = f.animal_id where not a.withdrawn order by a.protocol_id, f.at desc
    ), planned as (
      select protocol_id as id from rest where not withdrawn
      union select protocol_id from wish where ended is null
      union select protocol_id from season_plan
      union select protocol_id from line_goal
      union select protocol_id from price where not withdrawn
    )
    select p.id, (coalesce(l.n, 0) + coalesce(b.n, 0))::int as here, coalesce(c.n, 0)::int as cohorts, t.photo,
      l.id is not null or b.id is not null or c.id is not null or p.id in (select id from planned) as used
    from protocol p left join living l on l.id = p.id left join kept_bins b on b.id = p.id
      left join kept_cohorts c on c.id = p.id left join latest t on t.id = p.id`)
  return new Map(rows.map((r) => [r.id, r]))
}

/** The species of a book with what of each is here; of each the first work of the days ahead. */
export async function keptSpecies(tx: Transaction, actor: Actor): Promise<KeptSpecies[]> {
  const shelf = await loadShelf(tx)
  const counted = await countSpecies(tx)
  const next = await firstWork(tx, actor)
  return shelf.rows.map(({ id, version, species, state }) => {
    const { latin, keptAs } = shelf.document(id)
    const { here, cohorts, used, photo } = counted.get(id)!
    return {
      ...{ id, version, species, latin, keptAs, hidden: state === 'hidden' },
      ...{ here, cohorts, unused: !used, photoId: photo, next: next.get(id) ?? null },
    }
  })
}

/** The first work of each species: of its animals, cohorts, colonies and clutches. */
async function firstWork(
  tx: Transaction,
  actor: Actor,
): Promise<Map<string, NonNullable<KeptSpecies['next']>>> {
  const { items } = await bookWork(tx, actor, AHEAD_DAYS)
  const { rows } = await tx.execute<{ id: string; protocol_id: string }>(sql`
    select id, protocol_id from animal where not withdrawn
    union all select id, protocol_id from cohort
    union all select id, protocol_id from colony
    union all select c.id, a.protocol_id from clutch c join animal a on a.id = c.dam_id`)
  const speciesOf = new Map(rows.map((r) => [r.id, r.protocol_id]))
  const first = new Map<string, NonNullable<KeptSpecies['next']>>()
  for (const { subject, says, due } of items) {
    const species = speciesOf.get(subject.id)
    if (species === undefined) continue
    const known = first.get(species)
    if (!known || due < known.due) first.set(species, { due, name: subject.name, says })
  }
  return first
}
