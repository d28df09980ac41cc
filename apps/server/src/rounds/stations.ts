import type { Round } from '@hatch-book/contract'
import { cachedBesideAnimals } from '../db/cache'
import { tables, type Transaction } from '../db/connect'

/** All places of the book, by their identity. */
export const stationsIn = (tx: Transaction): Promise<Map<string, Round['stations'][number]>> =>
  cachedBesideAnimals(tx, 'stations', async () => {
    const { place } = tables
    const { id, name, kind, parentId, position } = place
    const rows = await tx.select({ id, name, kind, parentId, position }).from(place)
    return new Map(rows.map((row) => [row.id, row]))
  })
