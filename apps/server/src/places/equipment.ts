import { dayOfInstant, equipmentWork, type Fitted, type PayloadOf, type WorkItem } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { carried, isOfKind, standsSql } from '../log'

/** The equipment of every place, each piece as it was last fitted; what was taken out since is not there. */
export async function readEquipment(tx: Transaction, zone: string): Promise<Map<string, Fitted[]>> {
  const { rows } = await tx.execute<{
    place: string
    kind: 'equipment fitted' | 'equipment taken out'
    payload: PayloadOf<'equipment fitted'>
    at: Date
  }>(sql`
    select distinct on (e.subject_id, ${carried('equipment fitted', 'equipment')}) e.subject_id as place, e.kind, e.payload, e.at
    from entry e where ${isOfKind('equipment fitted', 'equipment taken out')} and ${standsSql}
    order by e.subject_id, ${carried('equipment fitted', 'equipment')}, e.at desc, e.id desc`)
  const found = new Map<string, Fitted[]>()
  for (const { place, kind, payload, at } of rows) {
    if (kind === 'equipment taken out') continue
    const { equipment, kind: what, replaceDays = null } = payload
    const fitted = {
      equipment,
      kind: what,
      fittedOn: dayOfInstant(new Date(at).getTime(), zone),
      replaceDays,
    }
    found.set(place, [...(found.get(place) ?? []), fitted])
  }
  return found
}

/** What is to be replaced in the whole book. */
export async function equipmentItems(
  tx: Transaction,
  zone: string,
  nameOf: (placeId: string) => string,
): Promise<WorkItem[]> {
  return [...(await readEquipment(tx, zone))].flatMap(([id, all]) =>
    equipmentWork({ type: 'place', id, name: nameOf(id), placeId: id }, all),
  )
}
