import { batchRules, type RestRules } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { standsSql } from '../entries'
import { loadShelf } from '../protocols/store'
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
  line: string | null
  batch: RestRow['batch']
}

/** Who sleeps in the units: those who went in and did not come out. */
export async function loadSleepers(tx: Transaction, unitId?: string): Promise<Sleeper[]> {
  const only = unitId ? sql`and r.unit_id = ${unitId}` : sql``
  const { rows } = await tx.execute<Row>(sql`
    select r.id, r.unit_id, r.tub, r.protocol_id, r.animal_id, a.tag, a.line, r.batch
    from rest r join rest_plan p on p.id = r.plan_id and not p.withdrawn
    left join animal a on a.id = r.animal_id
    left join animal_standing s on s.id = r.animal_id
    where not r.withdrawn and r.unit_id is not null ${only} and (
      (r.animal_id is not null and s.standing->>'restingSince' is not null
        and to_timestamp((s.standing->>'restingSince')::float8 / 1000) between
          p.anchor_day - case when p.anchor_kind = 'pairing' then 270 else 60 end
          and p.anchor_day + case when p.anchor_kind = 'pairing' then 90 else 300 end)
      or (r.animal_id is null
        and exists (select 1 from entry e where e.subject_id = r.id and e.kind = 'batch went in' and ${standsSql})
        and not exists (select 1 from entry e where e.subject_id = r.id and e.kind = 'batch came out' and ${standsSql})))
    order by r.tub, a.tag`)
  if (rows.length === 0) return []
  const shelf = await loadShelf(tx)
  return rows.flatMap((row) => {
    const bearer = {
      id: row.animal_id ?? row.id,
      tag: row.tag ?? '',
      line: row.line ?? '',
      protocolId: row.protocol_id,
    }
    const protocol = shelf.of(bearer)
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
