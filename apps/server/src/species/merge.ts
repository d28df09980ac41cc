import { withoutOwnSchools } from '@hatch-book/core'
import { newId } from '@hatch-book/contract'
import { and, eq, inArray, sql } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { loadShelf } from '../protocols'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import { writeSpecies } from './correct'

/** Whatever else names a species; of the prices, those that the other has none for. */
const NAMING = ['cohort', 'colony', 'feeder_plan', 'season_plan', 'line_goal', 'rest', 'wish'] as const

/** What of a species is in the book: its animals, and how many cohorts and colonies there are. */
export async function ofSpecies(
  tx: Transaction,
  protocolId: string,
): Promise<{ animals: string[]; cohorts: number; colonies: number }> {
  const { animal, cohort, colony } = tables
  const animals = await tx.select({ id: animal.id }).from(animal).where(eq(animal.protocolId, protocolId))
  const cohorts = await tx.$count(cohort, eq(cohort.protocolId, protocolId))
  const colonies = await tx.$count(
    colony,
    and(eq(colony.protocolId, protocolId), eq(colony.withdrawn, false)),
  )
  return { animals: animals.map((a) => a.id), cohorts, colonies }
}

/**
 * Makes one species of two that turned out to be one: all that is written of the first is of the second from now on, and is judged by what that
 * says. What was set for single lines and animals stays set over it. The first leaves the lists; what still names it means the second.
 */
export async function mergeSpecies(
  tx: Transaction,
  actor: Actor,
  fromId: string,
  intoId: string,
): Promise<void> {
  const shelf = await loadShelf(tx)
  const [from, into] = [shelf.meant(fromId), shelf.meant(intoId)]
  if (!from || !into) throw new BookError('not-found', 'This species is not in the book.')
  if (from.id === into.id) throw new BookError('invalid', 'Choose two different species.')
  const [was, becomes] = [shelf.document(from.id), shelf.document(into.id)]
  if (was.keptAs !== becomes.keptAs)
    throw new BookError(
      'invalid',
      `These cannot be merged: ${from.species} is kept as ${was.keptAs}, ${into.species} as ${becomes.keptAs}.`,
      [{ field: 'intoId', says: `choose a species kept as ${was.keptAs}` }],
    )
  const { animals } = await ofSpecies(tx, from.id)
  await writeSpecies(tx, actor, animals, into.id)
  for (const table of NAMING)
    await tx.execute(
      sql`update ${sql.identifier(table)} set protocol_id = ${into.id} where protocol_id = ${from.id}`,
    )
  await tx.execute(sql`
    update price p set protocol_id = ${into.id} where protocol_id = ${from.id} and not exists (
      select from price o where o.protocol_id = ${into.id} and not o.withdrawn
        and (o.line, o.sex, o.trait) = (p.line, p.sex, p.trait))`)
  await takeSettings(tx, actor, shelf, from.id, into.id)
  await takeGenes(tx, from.id, into.id)
  await tx
    .update(tables.protocol)
    .set({ state: 'removed', mergedIntoId: into.id, version: from.version + 1 })
    .where(eq(tables.protocol.id, from.id))
}

type Shelf = Awaited<ReturnType<typeof loadShelf>>

/**
 * Editions cannot be changed: what was set for a line or an animal is written again, over the other species. A school that was the first's own is
 * not the other's: what it set goes along as figures.
 */
async function takeSettings(
  tx: Transaction,
  actor: Actor,
  shelf: Shelf,
  fromId: string,
  intoId: string,
): Promise<void> {
  const { editions } = shelf
  const document = shelf.document(fromId)
  const taken = editions.filter(
    (e) =>
      e.protocolId === fromId &&
      e.scope !== 'species' &&
      !editions.some((o) => o.protocolId === intoId && o.scope === e.scope && o.scopeOf === e.scopeOf),
  )
  if (taken.length === 0) return
  await tx.insert(tables.protocolEdition).values(
    taken.map(({ scope, scopeOf, settings }) => ({
      ...{ bookId: actor.bookId, id: newId(), protocolId: intoId, scope, scopeOf, number: 1 },
      settings: withoutOwnSchools(document, settings),
      ...{
        reason: 'kept when two species were merged',
        at: new Date(actor.now),
        memberId: actor.member.id,
      },
    })),
  )
}

/** The genes that were told of the first, where none were told of the second. */
async function takeGenes(tx: Transaction, fromId: string, intoId: string): Promise<void> {
  const { geneSet } = tables
  const sets = await tx
    .select()
    .from(geneSet)
    .where(inArray(geneSet.id, [fromId, intoId]))
  const told = sets.find((s) => s.id === fromId)
  if (told && !sets.some((s) => s.id === intoId))
    await tx.insert(geneSet).values({ bookId: told.bookId, id: intoId, genes: told.genes })
}
