import { startingGenesOf, type GeneSet } from '@hatch-book/core'
import { eq, inArray, sql } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'

export interface KeptGenes {
  genes: GeneSet
  /** 0 while the starting set stands. */
  version: number
}

/** The genes of some species as this book has them. */
export async function loadGenes(
  tx: Transaction,
  protocolIds: readonly string[],
): Promise<Map<string, KeptGenes>> {
  if (protocolIds.length === 0) return new Map()
  const { geneSet, protocol } = tables
  const rows = await tx
    .select({
      id: protocol.id,
      latin: sql<string>`${protocol.document}->>'latin'`,
      genes: geneSet.genes,
      version: geneSet.version,
    })
    .from(protocol)
    .leftJoin(geneSet, eq(geneSet.id, protocol.id))
    .where(inArray(protocol.id, [...protocolIds]))
  return new Map(
    rows.map((r) => [r.id, { genes: r.genes ?? startingGenesOf(r.latin), version: r.version ?? 0 }]),
  )
}
