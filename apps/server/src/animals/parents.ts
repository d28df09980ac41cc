import { PedigreeError, orderPedigree, parentFaults, type DaySpan } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { guardEntries } from '../log'
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

interface Roles extends Record<string, unknown> {
  id: string
  tag: string
  /** A young, a clutch or a pairing in which it is the dam; null where there is none. */
  dam_of: string | null
  sire_of: string | null
}

/** Where some animals stand as dam and as sire: as parents, in clutches, in pairings. */
async function rolesOf(tx: Transaction, ids: readonly string[]): Promise<Roles[]> {
  if (ids.length === 0) return []
  const { rows } = await tx.execute<Roles>(sql`
    select a.id, a.tag,
      coalesce((select c.tag from animal c where c.dam_id = a.id and not c.withdrawn limit 1),
        (select c.name from clutch c where c.dam_id = a.id and not c.withdrawn limit 1),
        (select 'a pairing' from pairing p where p.female_id = a.id limit 1)) as dam_of,
      coalesce((select c.tag from animal c where c.sire_id = a.id and not c.withdrawn limit 1),
        (select c.name from clutch c where c.sire_id = a.id and not c.withdrawn limit 1),
        (select 'a pairing' from pairing p where p.male_id = a.id limit 1)) as sire_of
    from animal a where a.id = any(${sql.param([...ids])}::uuid[])`)
  return rows
}

/**
 * Refuses what would make an animal a dam in one place and a sire in another; asked in the transaction that wrote it, by whatever way it
 * came: a form, a list, two that are merged, a change that is set back.
 */
export async function refuseTwoRoles(tx: Transaction, ids: readonly (string | null)[]): Promise<void> {
  const both = (
    await rolesOf(
      tx,
      ids.filter((id) => id !== null),
    )
  ).filter((r) => r.dam_of && r.sire_of)
  if (both.length === 0) return
  const says = both.map((r) => `${r.tag} is the dam in ${r.dam_of} and would be the sire in ${r.sire_of}`)
  throw new BookError('invalid', `${says.join('; ')}. It cannot be both.`, [
    { field: 'damId', says: says[0]! },
  ])
}

/** The parents of an animal as they stand now, however they came to, held to every law of parents. */
export async function recheckParents(tx: Transaction, id: string): Promise<void> {
  const [row] = await loadRecords(tx, withIds([id]))
  if (!row) return
  const { animal, protocol } = row
  const child = { id, tag: animal.tag, species: protocol.species, hatched: hatchedSpan(row) }
  await checkParents(tx, child, animal)
  await refuseTwoRoles(tx, [animal.damId, animal.sireId])
}

/** A sex that is read of one that is a parent already: the parentage is put right first. */
guardEntries('sexed', async (tx, _actor, { subject, payload }) => {
  const { sex } = payload
  const [roles] = sex === 'unknown' ? [] : await rolesOf(tx, [subject.id])
  if (!roles) return
  const against = sex === 'male' ? roles.dam_of : roles.sire_of
  if (against)
    throw new BookError(
      'invalid',
      `${roles.tag} is the ${sex === 'male' ? 'dam' : 'sire'} in ${against}: put that right first, then write its sex.`,
      [{ field: 'sex', says: `it is the ${sex === 'male' ? 'dam' : 'sire'} in ${against}` }],
    )
})
