import { PedigreeError, orderPedigree, parentFaults, type DaySpan } from '@hatch-book/core'
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
  const { rows } = await tx.execute<Ancestor>(sql`
    with recursive ancestor(id, tag, dam_id, sire_id) as (
      select id, tag, dam_id, sire_id from animal where id = any(${sql.param(wanted)}::uuid[])
      union select a.id, a.tag, a.dam_id, a.sire_id from animal a join ancestor d on a.id in (d.dam_id, d.sire_id))
    select id, tag, dam_id, sire_id from ancestor`)
  const loop = loopThrough(child, parents, rows)
  if (loop) fields.push({ field: 'damId', says: `${child.tag} would be its own ancestor: ${loop}` })
  if (fields.length > 0) throw new BookError('invalid', fields.map((f) => f.says).join('; '), fields)
}

interface Ancestor extends Record<string, unknown> {
  id: string
  tag: string
  dam_id: string | null
  sire_id: string | null
}

/** The way from an animal to itself, had it these parents; null when there is none. */
function loopThrough(
  child: { id: string; tag: string },
  parents: { damId: string | null; sireId: string | null },
  ancestors: readonly Ancestor[],
): string | null {
  if (!ancestors.some((a) => a.id === child.id)) return null
  const tags = new Map([...ancestors.map((a) => [a.id, a.tag] as const), [child.id, child.tag]])
  const others = ancestors.filter((a) => a.id !== child.id)
  try {
    orderPedigree([
      { id: child.id, dam: parents.damId, sire: parents.sireId },
      ...others.map((a) => ({ id: a.id, dam: a.dam_id, sire: a.sire_id })),
    ])
    return child.tag
  } catch (error) {
    if (!(error instanceof PedigreeError)) throw error
    return [...error.ids, error.ids[0]!].map((id) => tags.get(id) ?? '?').join(' is a child of ')
  }
}
