import { priceWith, traitsFit } from '@hatch-book/core'
import { eq } from 'drizzle-orm'
import type { JudgedAnimal } from '../animals'
import { tables, type Transaction } from '../db/connect'

export type PriceRow = typeof tables.price.$inferSelect

/** The price list as it stands. */
export async function loadPrices(tx: Transaction): Promise<PriceRow[]> {
  return tx.select().from(tables.price).where(eq(tables.price.withdrawn, false))
}

/** How much a line of the list says of an animal; the one that says most holds. */
const closeness = (row: PriceRow) =>
  (row.trait === '' ? 0 : 4) + (row.line === '' ? 0 : 2) + (row.sex === 'either' ? 0 : 1)

/** What is asked for an animal: the closest line of the list, else what is usual, less for a defect; null where it is never to be sold. */
export function askedPrice(
  prices: readonly PriceRow[],
  { record, row }: Pick<JudgedAnimal, 'record' | 'row'>,
): { price: number; says: string } | null {
  const { animal, standing, protocol } = record
  const fitting = prices
    .filter(
      (p) =>
        p.protocolId === animal.protocolId &&
        (p.line === '' || p.line === animal.line) &&
        (p.sex === 'either' || p.sex === row.sex) &&
        traitsFit(p.trait, standing.traits),
    )
    .sort((a, b) => closeness(b) - closeness(a) || b.price - a.price)[0]
  const plain = fitting?.price ?? protocol.price.typical
  const price = priceWith(plain, standing.young.defects, protocol.rearing)
  if (price === null) return null
  const words = fitting
    ? ['by the list', fitting.line, fitting.sex === 'either' ? '' : fitting.sex, fitting.trait]
    : [`usual for a ${protocol.species}`]
  const less = price < plain ? `, less for ${standing.young.defects.map((d) => d.defect).join(' and ')}` : ''
  return { price, says: `${words.filter((w) => w !== '').join(', ')}${less}` }
}
