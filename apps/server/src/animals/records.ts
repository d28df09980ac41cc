import {
  BLANK_STANDING,
  dayOfInstant,
  type AnimalStanding,
  type Day,
  type Overrule,
  type Protocol,
  type PayloadOf,
} from '@hatch-book/core'
import { and, eq, sql, type SQL } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { standsSql, type StoredEntry, isOfKind, carried } from '../log'
import { loadShelf, type ProtocolShelf } from '../protocols'

export type AnimalStored = typeof tables.animal.$inferSelect

/** An animal as stored, where it stands, and the protocol it is judged by. */
export interface AnimalRecord {
  animal: AnimalStored
  standing: AnimalStanding
  protocol: Protocol
}

export async function loadRecords(
  tx: Transaction,
  where?: SQL,
  shelf?: ProtocolShelf,
): Promise<AnimalRecord[]> {
  const { animal, animalStanding } = tables
  const protocols = shelf ?? (await loadShelf(tx))
  const rows = await tx
    .select({ animal, standing: animalStanding.standing })
    .from(animal)
    .leftJoin(animalStanding, eq(animalStanding.id, animal.id))
    .where(and(eq(animal.withdrawn, false), where))
    .orderBy(animal.tag)
  // Whose protocol is broken is left out, and the protocol says why.
  const judgeable = rows.filter((row) => protocols.faultOf(row.animal) === null)
  return judgeable.map((row) => ({
    animal: row.animal,
    // One kept by an earlier version lacks what came since; a rebuild brings it.
    standing: { ...BLANK_STANDING, ...row.standing },
    protocol: protocols.of(row.animal),
  }))
}

/** Some animals by their ids, as one parameter however many they are. */
export const withIds = (ids: readonly string[]) => sql`${tables.animal.id} = any(${sql.param(ids)}::uuid[])`

/** What the judgement of some animals needs beyond their own logs. */
export interface Surroundings {
  places: Map<string, string>
  tags: Map<string, string>
  /** The last photo of each, by which it is known. */
  photos: Map<string, string>
  lastClutch: Map<string, { foundOn: Day; gramsBefore: number | null }>
  overrules: Map<string, (PayloadOf<'overruled'> & Omit<Overrule, 'verdict'> & { entryId: string })[]>
}

/** Days before laying within which a weight may already count the eggs. */
const GRAVID_DAYS = 60

export async function loadSurroundings(
  tx: Transaction,
  zone: string,
  records?: readonly AnimalRecord[],
): Promise<Surroundings> {
  const animalIds = records?.map((r) => r.animal.id)
  const named = records ? await namesAround(tx, records) : await allNames(tx)
  const photos = await loadPhotos(tx, animalIds)
  const clutches = await tx.execute<{ dam_id: string; found_at: Date; grams: number | null }>(sql`
    select distinct on (c.dam_id) c.dam_id, c.found_at, (
      select (${carried('weighed', 'grams')})::real from entry e
      where e.subject_id = c.dam_id and ${isOfKind('weighed')} and ${carried('weighed', 'context')} in ('empty', 'not said')
        and e.at < c.laid_from - make_interval(days => ${GRAVID_DAYS}) and ${standsSql}
      order by e.at desc limit 1) as grams
    from clutch c where not c.withdrawn ${animalIds ? sql`and c.dam_id = any(${sql.param(animalIds)}::uuid[])` : sql``} order by c.dam_id, c.found_at desc`)
  const of = animalIds ? sql`and e.subject_id = any(${sql.param(animalIds)}::uuid[])` : sql``
  const overruled = await tx.execute<StoredEntry<'overruled'> & { by: string }>(sql`
    select e.id, e.kind, e.subject_id, e.at, e.payload, m.name as by from entry e join member m on m.id = e.member_id
    where ${isOfKind('overruled')} ${of} and ${standsSql} order by e.at desc`)
  const overrules: Surroundings['overrules'] = new Map()
  for (const { id, subject_id, at, by, payload } of overruled.rows) {
    const all = overrules.get(subject_id) ?? []
    all.push({ ...payload, on: dayOfInstant(new Date(at).getTime(), zone), by, entryId: id })
    overrules.set(subject_id, all)
  }
  return {
    ...named,
    photos,
    lastClutch: new Map(
      clutches.rows.map((c) => [
        c.dam_id,
        { foundOn: dayOfInstant(new Date(c.found_at).getTime(), zone), gramsBefore: c.grams },
      ]),
    ),
    overrules,
  }
}

/** The last photo of each animal: one from above before one from the side, and these before any other. */
export const lastPhotos = (which = sql`true`) => sql`
  select distinct on (animal_id) animal_id, id from photo where animal_id is not null and ${which}
  order by animal_id, array_position(array['above', 'side', 'other'], view), at desc, id`

async function loadPhotos(tx: Transaction, ids: readonly string[] | undefined): Promise<Map<string, string>> {
  const which = ids && sql`animal_id = any(${sql.param(ids)}::uuid[])`
  const { rows } = await tx.execute<{ animal_id: string; id: string }>(lastPhotos(which))
  return new Map(rows.map((r) => [r.animal_id, r.id]))
}

type Names = Pick<Surroundings, 'places' | 'tags'>

async function allNames(tx: Transaction): Promise<Names> {
  const tags = await tx.select({ id: tables.animal.id, tag: tables.animal.tag }).from(tables.animal)
  return { places: await loadPlaceNames(tx), tags: new Map(tags.map(({ id, tag }) => [id, tag])) }
}

/** Names of where some animals are and of whom they are from, and no others. */
async function namesAround(tx: Transaction, records: readonly AnimalRecord[]): Promise<Names> {
  const idsOf = (ids: (string | null)[]) => [...new Set(ids.flatMap((id) => id ?? []))]
  const placeIds = idsOf(records.map((r) => r.standing.placeId))
  const parentIds = idsOf(records.flatMap((r) => [r.animal.damId, r.animal.sireId]))
  const { rows } = await tx.execute<{ id: string; name: string; of: 'place' | 'animal' }>(sql`
    select p.id, case when r.kind <> 'room' then r.name || ' · ' || p.name else p.name end as name, 'place' as of
    from place p left join place r on r.id = p.parent_id where p.id = any(${sql.param(placeIds)}::uuid[])
    union all select id, tag, 'animal' from animal where id = any(${sql.param(parentIds)}::uuid[])`)
  const of = (what: 'place' | 'animal') =>
    new Map(rows.filter((r) => r.of === what).map((r): [string, string] => [r.id, r.name]))
  return { places: of('place'), tags: of('animal') }
}

/** Each place by the words one would say: the rack and the tub, the incubator and the box. */
export async function loadPlaceNames(tx: Transaction): Promise<Map<string, string>> {
  const { place } = tables
  const rows = await tx.select().from(place)
  const byId = new Map(rows.map((row) => [row.id, row]))
  return new Map(
    rows.map((row) => {
      const parent = row.parentId ? byId.get(row.parentId) : undefined
      return [row.id, parent && parent.kind !== 'room' ? `${parent.name} · ${row.name}` : row.name]
    }),
  )
}
