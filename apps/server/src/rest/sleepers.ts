import { batchRules, type Day, type RestAnchor, type RestRules } from '@hatch-book/core'
import { sql, type SQL } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { standsSql, isOfKind } from '../log'
import { loadShelf } from '../protocols'
import { SEASON_DAYS } from './restLog'
import type { RestRow } from './view'

/** One that sleeps in a unit now: an animal or a batch. */
export interface Sleeper {
  restId: string
  unitId: string
  tag: string
  tub: string
  species: string
  rules: RestRules
}

interface Row extends Record<string, unknown> {
  id: string
  unit_id: string
  tub: string
  protocol_id: string
  animal_id: string | null
  tag: string | null
  form: string | null
  line: string | null
  batch: RestRow['batch']
}

const wentIn = sql`exists (select 1 from entry e where e.subject_id = r.id and ${isOfKind('batch went in')} and ${standsSql})`
const cameOut = sql`exists (select 1 from entry e where e.subject_id = r.id and ${isOfKind('batch came out')} and ${standsSql})`
/** When an animal of a rest went into the cold, and when it was last warmed. */
const restingAt = sql`to_timestamp((s.standing->>'restingSince')::float8 / 1000)`
const warmedAt = sql`to_timestamp((s.standing->>'warmedAt')::float8 / 1000)`
/** A day that lies so many days from a plan's anchor, by what the anchor is. */
const fromAnchor = (daysOf: (kind: RestAnchor['kind']) => number) => {
  const cases = (Object.keys(SEASON_DAYS) as RestAnchor['kind'][]).map(
    (kind) => `when '${kind}' then ${daysOf(kind)}`,
  )
  return sql.raw(`p.anchor_day + case p.anchor_kind ${cases.join(' ')} end`)
}
const seasonFrom = fromAnchor((kind) => -SEASON_DAYS[kind].before)
const seasonTo = fromAnchor((kind) => SEASON_DAYS[kind].after)
/** After this day a plan's animals are no longer expected to go into the cold. */
const LATEST_AFTER_COOLING = 60
const goesInBy = fromAnchor((kind) => (kind === 'pairing' ? 0 : LATEST_AFTER_COOLING))

/** Who sleeps in the units: those who went in and did not come out. */
export const loadSleepers = (tx: Transaction, unitId?: string): Promise<Sleeper[]> =>
  load(
    tx,
    unitId,
    sql`(r.animal_id is not null and s.standing->>'restingSince' is not null
      and ${restingAt} between ${seasonFrom} and ${seasonTo}) or (r.animal_id is null and ${wentIn} and not ${cameOut})`,
  )

/** Who is to sleep in the units by a plan, and has not gone in yet. */
export const loadPlanned = (tx: Transaction, today: Day, unitId?: string): Promise<Sleeper[]> =>
  load(
    tx,
    unitId,
    sql`${today}::date <= ${goesInBy} and ((r.animal_id is not null and s.standing->>'presence' in ('here', 'listed')
      and s.standing->>'restingSince' is null and (s.standing->>'warmedAt' is null or ${warmedAt} < ${seasonFrom}))
      or (r.animal_id is null and not ${wentIn}))`,
  )

async function load(tx: Transaction, unitId: string | undefined, which: SQL): Promise<Sleeper[]> {
  const only = unitId ? sql`and r.unit_id = ${unitId}` : sql``
  const { rows } = await tx.execute<Row>(sql`
    select r.id, r.unit_id, r.tub, r.protocol_id, r.animal_id, a.tag, a.form, a.line, r.batch
    from rest r join rest_plan p on p.id = r.plan_id and not p.withdrawn
    left join animal a on a.id = r.animal_id
    left join animal_standing s on s.id = r.animal_id
    where not r.withdrawn and r.unit_id is not null ${only} and (${which})
    order by r.tub, a.tag`)
  if (rows.length === 0) return []
  const shelf = await loadShelf(tx)
  return rows.flatMap((row) => {
    const bearer = {
      id: row.animal_id ?? row.id,
      tag: row.tag ?? '',
      form: row.form ?? '',
      line: row.line ?? '',
      protocolId: row.protocol_id,
    }
    const protocol = shelf.usable(bearer)
    if (!protocol) return []
    const rules = row.batch ? batchRules(protocol.rest, row.batch) : protocol.rest
    if (!rules) return []
    const { id: restId, unit_id, tub } = row
    return [
      {
        restId,
        unitId: unit_id,
        tag: row.tag ?? row.batch?.name ?? '?',
        tub,
        species: protocol.species,
        rules,
      },
    ]
  })
}
