import type { CorrectedSpecies } from '@hatch-book/contract'
import { eq, sql } from 'drizzle-orm'
import type { judgeAnimals } from '../animals'
import { tables, type Transaction } from '../db/connect'
import { refresh } from '../log'
import { loadShelf } from '../protocols'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'

/**
 * An animal and whoever is of one species with it: parents, young and those it was put to, theirs, and so on. They are corrected together, since
 * no pair and no family is of two species. Those that were withdrawn are among them: they may come back.
 */
async function relativesOf(tx: Transaction, animalId: string): Promise<string[]> {
  const { rows } = await tx.execute<{ id: string }>(sql`
    with recursive together(id) as (
      select ${animalId}::uuid
      union
      select beside.id from together t cross join lateral (
        select dam_id as id from animal where id = t.id
        union all select sire_id from animal where id = t.id
        union all select id from animal where dam_id = t.id or sire_id = t.id
        union all select male_id from pairing where female_id = t.id
        union all select female_id from pairing where male_id = t.id
        union all select sire_id from clutch where dam_id = t.id
        union all select dam_id from clutch where sire_id = t.id
        union all select merged_into_id from animal where id = t.id
        union all select id from animal where merged_into_id = t.id
      ) beside where beside.id is not null
    ) select id from together`)
  return rows.map((r) => r.id)
}

/** Animals that are to be of another species, the one that is meant and its relatives; and which species. @throws BookError where it cannot be */
export async function correctedTogether(
  tx: Transaction,
  { animalId, protocolId }: { animalId: string; protocolId: string },
): Promise<{ ids: string[]; protocolId: string }> {
  const shelf = await loadShelf(tx)
  const [animal] = await tx.select().from(tables.animal).where(eq(tables.animal.id, animalId))
  if (!animal || animal.withdrawn) throw new BookError('not-found', 'This animal is not in the book.')
  const species = shelf.meant(protocolId)
  if (!species || shelf.document(species.id).keptAs === 'colonies')
    throw new BookError('invalid', 'Choose a species that is kept individually.', [
      { field: 'protocolId', says: 'choose a species that is kept individually' },
    ])
  if (species.id === animal.protocolId)
    throw new BookError('invalid', `${animal.tag} is already recorded as ${species.species}.`, [
      { field: 'protocolId', says: 'choose another species' },
    ])
  return { ids: await relativesOf(tx, animalId), protocolId: species.id }
}

/** Records animals as another species, with the rests that are planned for them; their logs stay as they are. */
export async function writeSpecies(
  tx: Transaction,
  actor: Actor,
  ids: readonly string[],
  protocolId: string,
): Promise<void> {
  const these = sql`any(${sql.param(ids)}::uuid[])`
  await tx.execute(
    sql`update animal set protocol_id = ${protocolId}, form = '', version = version + 1 where id = ${these}`,
  )
  await tx.execute(sql`update rest set protocol_id = ${protocolId} where animal_id = ${these}`)
  await refresh(
    tx,
    actor.bookId,
    ids.map((id) => ({ type: 'animal' as const, id })),
  )
}

type Stood = Awaited<ReturnType<typeof judgeAnimals>>

/** What becomes of animals by a change, as they were judged before and after it: whose verdict or stage is another is named. */
export function correctedOf(before: Stood, after: Stood): CorrectedSpecies {
  const now = new Map(after.map(({ row }) => [row.id, row]))
  return {
    together: before.map(({ row: { id, tag } }) => ({ id, tag })),
    changes: before.flatMap(({ row: was }) => {
      const is = now.get(was.id)
      if (!is || (is.stage === was.stage && is.verdict === was.verdict)) return []
      return [
        {
          ...{ id: was.id, tag: was.tag, stageFrom: was.stage, stageTo: is.stage },
          ...{ verdictFrom: was.verdict, verdictTo: is.verdict, because: is.verdictBecause },
        },
      ]
    }),
  }
}
