import { carriedNumber, carried, isOfKind } from '../log'
import { entryKinds, tradeOf } from '@hatch-book/core'
import { sql, type SQL } from 'drizzle-orm'
import { namedSql } from './names'

/** A list of the book as a spreadsheet reads it. */
export interface CsvList {
  /** In its address and the name of its file. */
  name: string
  says: string
  /** The rows, their columns named as the file's headings are. */
  rows(zone: string, reader: ListReader): SQL
  /** It is only for those who may see who buys. */
  ofTheTrade?: true
}
export interface ListReader {
  seesTrade: boolean
}

/** A point of time as the book's clock showed it. */
const local = (column: string, zone: string) =>
  sql`to_char(${sql.raw(column)} at time zone ${zone}, 'YYYY-MM-DD HH24:MI')`
const day = (column: string, zone: string) =>
  sql`to_char(${sql.raw(column)} at time zone ${zone}, 'YYYY-MM-DD')`
const stands = sql`e.kind <> 'struck' and not exists (select 1 from entry s where s.strikes = e.id)`
const species = (id: string) => sql.raw(`(select kept.species from protocol kept where kept.id = ${id})`)

/** What names buyers and money is left out of what was said. */
const withoutTrade = sql.join(
  entryKinds
    .filter((kind) => tradeOf(kind).length > 0)
    .map((kind) => sql`when e.kind = ${kind} then e.payload - ${sql.param(tradeOf(kind))}::text[]`),
  sql` `,
)

/** A column that names whose sex a row tells: it is told only where it may be, and the column itself is not written. */
export const SEX_OF = 'sex_of'

/** Every list and log that can be saved, each row readable by itself: names for identities, the book's own clock. */
export const CSV_LISTS: readonly CsvList[] = [
  {
    name: 'animals',
    says: 'every animal, where it stands today',
    rows: (zone) => sql`
      select a.id as ${sql.raw(SEX_OF)}, a.tag, a.name, ${species('a.protocol_id')} as species, a.form, a.line, s.standing->>'sex' as sex,
        a.hatched_from, a.hatched_to, dam.tag as dam, sire.tag as sire, c.name as clutch, a.purpose,
        s.standing->>'presence' as presence, pl.name as place, (s.standing->'weight'->>'grams')::float8 as weight_g,
        to_char(to_timestamp((s.standing->'weight'->>'at')::float8 / 1000) at time zone ${zone}, 'YYYY-MM-DD') as weighed_on,
        a.origin, a.note
      from animal a left join animal_standing s on s.id = a.id left join animal dam on dam.id = a.dam_id
        left join animal sire on sire.id = a.sire_id left join clutch c on c.id = a.clutch_id
        left join place pl on pl.id::text = s.standing->>'placeId'
      where not a.withdrawn order by a.tag, a.id`,
  },
  {
    name: 'log',
    says: 'every entry, struck ones too',
    rows: (zone, { seesTrade }) => sql`
      with ${namedSql}
      select ${local('e.at', zone)} as at, e.precision, e.kind, e.subject_type as about, n.name, m.name as by, e.device,
        ${local('e.recorded_at', zone)} as recorded_at, 
        -- What sex somebody read is told to nobody who may read it anew: by a list least of all.
        (case when ${isOfKind('sex read')} then e.payload - 'sex' ${seesTrade ? sql`` : withoutTrade} else e.payload end)::text as says,
        case when x.id is null then '' else 'struck out' end as struck, e.id, e.strikes
      from entry e join member m on m.id = e.member_id left join named n on n.id = e.subject_id
        left join entry x on x.strikes = e.id
      order by e.at, e.id`,
  },
  {
    name: 'weights',
    says: 'every weighing that stands',
    rows: (zone) => sql`
      select a.tag, ${species('a.protocol_id')} as species, ${local('e.at', zone)} as at, ${carriedNumber('weighed', 'grams')} as weight_g,
        ${carried('weighed', 'context')} as context, ${carriedNumber('weighed', 'condition')} as condition, ${carried('weighed', 'note')} as remark
      from entry e join animal a on a.id = e.subject_id where ${isOfKind('weighed')} and ${stands} order by e.at, e.id`,
  },
  {
    name: 'meals',
    says: 'every meal that stands',
    rows: (zone) => sql`
      select a.tag, ${species('a.protocol_id')} as species, ${local('e.at', zone)} as at, ${carried('meal', 'outcome')} as outcome,
        ${carried('meal', 'prey')} as food, ${carriedNumber('meal', 'grams')} as food_g, ${carried('meal', 'assisted')} as assisted,
        ${carried('meal', 'trick')} as trick, ${carried('meal', 'supplement')} as supplement, ${carried('meal', 'note')} as remark
      from entry e join animal a on a.id = e.subject_id where ${isOfKind('meal')} and ${stands} order by e.at, e.id`,
  },
  {
    name: 'pairings',
    says: 'who was to be with whom, and what was seen',
    rows: (zone) => sql`
      select f.tag as female, m.tag as male, ${species('f.protocol_id')} as species, ${day('p.planned_at', zone)} as planned,
        (select count(*)::int from entry e where e.subject_id = p.id and ${isOfKind('introduced')} and ${stands}) as introduced,
        (select count(*)::int from entry e where e.subject_id = p.id and ${isOfKind('locked')} and ${stands}) as locked,
        (select count(*)::int from clutch c where c.pairing_id = p.id and not c.withdrawn) as clutches
      from pairing p join animal f on f.id = p.female_id join animal m on m.id = p.male_id order by p.planned_at, p.id`,
  },
  {
    name: 'clutches',
    says: 'every clutch, litter and batch, with what became of its eggs',
    rows: (zone) => sql`
      select c.name, c.kind, dam.tag as dam, sire.tag as sire, ${species('dam.protocol_id')} as species,
        ${day('c.found_at', zone)} as found, ${day('c.laid_from', zone)} as laid_from, ${day('c.laid_to', zone)} as laid_to,
        c.method, b.name as box, count(g.id)::int as eggs, count(g.id) filter (where g.fate = 'hatched')::int as hatched,
        c.counted::text as counted
      from clutch c join animal dam on dam.id = c.dam_id left join animal sire on sire.id = c.sire_id
        left join place b on b.id = c.box_id left join egg g on g.clutch_id = c.id
      where not c.withdrawn group by c.book_id, c.id, dam.tag, sire.tag, dam.protocol_id, b.name order by c.found_at, c.id`,
  },
  {
    name: 'eggs',
    says: 'every egg that has a place of its own',
    rows: (zone) => sql`
      select c.name as clutch, g.number, g.grams as weight_g, g.set_fate, g.fate, ${day('g.fate_at', zone)} as fate_on, a.tag as animal
      from egg g join clutch c on c.id = g.clutch_id left join animal a on a.id = g.animal_id
      where not c.withdrawn order by c.found_at, c.id, g.number`,
  },
  {
    name: 'rests',
    says: 'who was to rest, by which plan',
    rows: () => sql`
      select p.name as plan, p.anchor_day, coalesce(a.tag, 'a batch') as who, ${species('r.protocol_id')} as species, u.name as unit, r.tub,
        r.moved::text as moved
      from rest r join rest_plan p on p.id = r.plan_id left join animal a on a.id = r.animal_id left join place u on u.id = r.unit_id
      where not r.withdrawn order by p.anchor_day, who, r.id`,
  },
  {
    name: 'cohorts',
    says: 'cohorts and breeding boxes',
    rows: () => sql`
      select c.name, c.kind, ${species('c.protocol_id')} as species, c.began, c.generation_least, c.generation_most, c.fertilised,
        c.origin, pl.name as place, c.tubs, c.litres, c.celsius, c.host_plant, c.ended::text as ended
      from cohort c left join place pl on pl.id = c.place_id order by c.began, c.id`,
  },
  {
    name: 'colonies',
    says: 'feeder colonies',
    rows: () => sql`
      select c.name, ${species('c.protocol_id')} as species, c.bins, c.celsius, c.method from colony c
      where not c.withdrawn order by c.name, c.id`,
  },
  {
    name: 'places',
    says: 'rooms, racks, tubs, incubators and units',
    rows: () => sql`
      select p.name, p.kind, u.name as within, p.set_point_c, p.tub->>'size' as size, p.position from place p
      left join place u on u.id = p.parent_id order by u.name nulls first, p.position nulls first, p.name, p.id`,
  },
  {
    name: 'readings',
    says: 'temperatures and humidities of every probe, hour by hour',
    rows: (zone) => sql`
      select r.name as probe, pl.name as place, ${local('h.hour', zone)} as hour, h.count, h.min_c, h.max_c,
        h.min_humidity, h.max_humidity
      from reading_hour h join probe r on r.id = h.probe_id join place pl on pl.id = r.place_id order by r.name, h.hour, h.id`,
  },
  {
    name: 'prices',
    says: 'the price list',
    ofTheTrade: true,
    rows: () => sql`
      select ${species('p.protocol_id')} as species, p.line, p.sex, p.trait, p.price from price p where not p.withdrawn
      order by species, p.line, p.sex, p.trait, p.id`,
  },
]
