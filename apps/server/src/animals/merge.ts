import { newId } from '@hatch-book/contract'
import { soundPedigree } from '@hatch-book/core'
import { eq, sql } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { entryOf, onStrike, refresh, writeEntries } from '../log'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import { judgeOne } from './judgeAnimals'

/** Whatever else names an animal: the table and the column it does so in. */
const REFERENCES = [
  ['animal', 'dam_id'],
  ['animal', 'sire_id'],
  ['animal', 'merged_into_id'],
  ['pairing', 'female_id'],
  ['pairing', 'male_id'],
  ['clutch', 'dam_id'],
  ['clutch', 'sire_id'],
  ['photo', 'animal_id'],
  ['paper', 'animal_id'],
] as const
const nameOf = ([table, column]: readonly [string, string]) => `${table}.${column}`

/** Lets every row that names one animal name another instead; tells which rows those were. */
async function point(
  tx: Transaction,
  [table, column]: readonly [string, string],
  to: string,
  rows: { from: string } | { ids: string[] },
): Promise<string[]> {
  const which =
    'from' in rows
      ? sql`${sql.identifier(column)} = ${rows.from}`
      : sql`id = any(${sql.param(rows.ids)}::uuid[])`
  const moved = await tx.execute<{ id: string }>(
    sql`update ${sql.identifier(table)} set ${sql.identifier(column)} = ${to} where ${which} returning id`,
  )
  return moved.rows.map((r) => r.id)
}

/**
 * Makes one record of two that turned out to be of one animal: the log of the other counts here from now on, and so does
 * whatever names it. Nothing of the other's log is changed; striking out the merging parts them again.
 */
export async function mergeAnimals(
  tx: Transaction,
  actor: Actor,
  keptId: string,
  otherId: string,
): Promise<void> {
  if (keptId === otherId) throw new BookError('invalid', 'These are one record already.')
  const kept = await judgeOne(tx, actor, keptId)
  const other = await judgeOne(tx, actor, otherId)
  refuseDifferent(kept.row, other.row)
  const [relation] = await tx
    .select({ id: tables.animal.id })
    .from(tables.animal)
    .where(
      sql`(${tables.animal.id} = ${keptId} and ${otherId} in (dam_id, sire_id)) or (${tables.animal.id} = ${otherId} and ${keptId} in (dam_id, sire_id))`,
    )
  if (relation) throw new BookError('invalid', 'One of them is a parent of the other.')
  const moved: Record<string, string[]> = {}
  for (const reference of REFERENCES) {
    const ids = await point(tx, reference, keptId, { from: otherId })
    if (ids.length > 0) moved[nameOf(reference)] = ids
  }
  // What names the two together may make parents that cannot be: then nothing is merged.
  await refuseImpossibleParents(tx)
  await tx
    .update(tables.animal)
    .set({ mergedIntoId: keptId, withdrawn: true })
    .where(eq(tables.animal.id, otherId))
  await writeEntries(tx, actor, [
    entryOf(newId(), 'merged', { type: 'animal', id: keptId }, new Date(actor.now).toISOString(), {
      mergedId: otherId,
      tag: other.row.tag,
      moved,
    }),
  ])
}

async function refuseImpossibleParents(tx: Transaction): Promise<void> {
  const { animal } = tables
  const rows = await tx
    .select({ id: animal.id, tag: animal.tag, dam: animal.damId, sire: animal.sireId })
    .from(animal)
    .where(eq(animal.withdrawn, false))
  const tags = new Map(rows.map((r) => [r.id, r.tag]))
  const [fault] = soundPedigree(rows, (id) => tags.get(id) ?? '?').faults
  if (fault) throw new BookError('invalid', `They cannot be one: ${fault.says}.`)
}

function refuseDifferent(
  kept: { tag: string; species: string; sex: string; presence: string },
  other: { tag: string; species: string; sex: string; presence: string },
): void {
  if (kept.species !== other.species)
    throw new BookError('invalid', `${kept.tag} is a ${kept.species}, ${other.tag} a ${other.species}.`)
  if (kept.sex !== 'unknown' && other.sex !== 'unknown' && kept.sex !== other.sex)
    throw new BookError(
      'invalid',
      `${kept.tag} was read as ${kept.sex}, ${other.tag} as ${other.sex}: settle that first.`,
    )
}

onStrike('merged', async (tx, struck) => {
  const { mergedId, tag, moved } = struck.payload
  const [taken] = await tx
    .select({ id: tables.animal.id })
    .from(tables.animal)
    .where(sql`lower(${tables.animal.tag}) = lower(${tag}) and not ${tables.animal.withdrawn}`)
  if (taken) throw new BookError('depended-on', `Another animal has the tag ${tag} by now.`)
  await tx
    .update(tables.animal)
    .set({ mergedIntoId: null, withdrawn: false })
    .where(eq(tables.animal.id, mergedId))
  for (const reference of REFERENCES) {
    const ids = moved[nameOf(reference)]
    if (ids) await point(tx, reference, mergedId, { ids })
  }
  await refresh(tx, struck.bookId, [
    { type: 'animal', id: mergedId },
    { type: 'animal', id: struck.subjectId },
  ])
})
