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

/** The species of a book with what of each is here; of each the first work of the days ahead. */
export async function keptSpecies(tx: Transaction, actor: Actor): Promise<KeptSpecies[]> {
  const shelf = await loadShelf(tx)
  const { rows } = await tx.execute<Counts>(sql`
    select p.id,
      (select count(*) from animal a left join animal_standing s on s.id = a.id
        where a.protocol_id = p.id and not a.withdrawn
          and coalesce(s.standing->>'presence', 'here') in ('here', 'listed'))::int
      + (select count(*) from colony c where c.protocol_id = p.id and not c.withdrawn)::int as here,
      (select count(*) from cohort c where c.protocol_id = p.id and not c.ended)::int as cohorts,
      exists (select from animal a where a.protocol_id = p.id and not a.withdrawn)
        or exists (select from cohort c where c.protocol_id = p.id)
        or exists (select from colony c where c.protocol_id = p.id and not c.withdrawn)
        or exists (select from rest r where r.protocol_id = p.id and not r.withdrawn)
        or exists (select from wish w where w.protocol_id = p.id and w.ended is null)
        or exists (select from season_plan s where s.protocol_id = p.id)
        or exists (select from line_goal g where g.protocol_id = p.id)
        or exists (select from price l where l.protocol_id = p.id and not l.withdrawn) as used,
      (select f.id from photo f join animal a on a.id = f.animal_id
        where a.protocol_id = p.id and not a.withdrawn order by f.at desc limit 1) as photo
    from protocol p`)
  const counted = new Map(rows.map((r) => [r.id, r]))
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
