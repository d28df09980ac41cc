import { and, eq, inArray, sql } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'

/**
 * What is wrong with the tags of animals that are to come into the book together, by their place in the list: large and small letters make no
 * two tags, neither among them nor of those that are there.
 */
export async function faultsOfNewTags(
  tx: Transaction,
  tags: readonly string[],
): Promise<{ at: number; says: string }[]> {
  if (tags.length === 0) return []
  const lower = tags.map((tag) => tag.toLowerCase())
  const taken = await tx
    .select({ tag: sql<string>`lower(${tables.animal.tag})` })
    .from(tables.animal)
    .where(and(inArray(sql`lower(${tables.animal.tag})`, lower), eq(tables.animal.withdrawn, false)))
  return tags.flatMap((tag, at) => {
    if (lower.indexOf(lower[at]!) < at) return [{ at, says: `${tag} is given twice` }]
    return taken.some((t) => t.tag === lower[at]) ? [{ at, says: `${tag} is in the book already` }] : []
  })
}
