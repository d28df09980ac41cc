import { BLANK_STANDING, toldSex, type AnimalStanding } from '@hatch-book/core'
import { eq, inArray } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { loadShelf } from '../protocols'

/** Of some animals, those whose sex was read and is not to be told yet: what was read of them is kept back. */
export async function openSexes(tx: Transaction, animalIds: readonly string[]): Promise<Set<string>> {
  if (animalIds.length === 0) return new Set()
  const { animal, animalStanding } = tables
  const rows = await tx
    .select({ animal, standing: animalStanding.standing })
    .from(animal)
    .innerJoin(animalStanding, eq(animalStanding.id, animal.id))
    .where(inArray(animal.id, [...new Set(animalIds)]))
  const shelf = await loadShelf(tx)
  return new Set(
    rows.flatMap(({ animal: a, standing }) => {
      const known: AnimalStanding = { ...BLANK_STANDING, ...standing }
      // Where nobody knows how sure is sure, it is not told.
      const sureFrom = shelf.usable(a)?.readiness.sexCertainty ?? 1
      const told = toldSex(known, sureFrom)
      return known.young.readings.length > 0 && told.sex === 'unknown' ? [a.id] : []
    }),
  )
}
