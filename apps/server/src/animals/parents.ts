import { parentFaults, type DaySpan } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { BookError } from '../shell/problems'
import { hatchedSpan } from './judge'
import { loadRecords, withIds } from './records'

/** Refuses parents that cannot be: of the wrong sex or species, younger than the child, or descended from it. */
export async function checkParents(
  tx: Transaction,
  child: { id: string; tag: string; species: string; hatched: DaySpan | null },
  parents: { damId: string | null; sireId: string | null },
): Promise<void> {
  const wanted = [parents.damId, parents.sireId].filter((id) => id !== null)
  if (wanted.length === 0) return
  const records = await loadRecords(tx, withIds(wanted))
  const fields = (['dam', 'sire'] as const).flatMap((role) => {
    const id = parents[`${role}Id`]
    if (!id) return []
    const parent = records.find((r) => r.animal.id === id)
    if (!parent) return [{ field: `${role}Id`, says: `this ${role} is not in the book` }]
    const facts = {
      tag: parent.animal.tag,
      species: parent.protocol.species,
      sex: parent.standing.sex,
      hatched: hatchedSpan(parent),
    }
    return parentFaults(child, facts, role).map((says) => ({ field: `${role}Id`, says }))
  })
  const { rows } = await tx.execute<{ tag: string }>(sql`
    with recursive ancestor(id, tag, dam_id, sire_id) as (
      select id, tag, dam_id, sire_id from animal where id = any(${sql.param(wanted)}::uuid[])
      union select a.id, a.tag, a.dam_id, a.sire_id from animal a join ancestor d on a.id in (d.dam_id, d.sire_id))
    select tag from ancestor where id = ${child.id}`)
  if (rows.length > 0) fields.push({ field: 'damId', says: `${child.tag} would be its own ancestor` })
  if (fields.length > 0) throw new BookError('invalid', fields.map((f) => f.says).join('; '), fields)
}
