import {
  kinship,
  soundPedigree,
  type PedigreeFault,
  type OrderedPedigree,
  type PedigreeAnimal,
} from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'

export interface KinRow extends Record<string, unknown> {
  id: string
  tag: string
  line: string
  dam_id: string | null
  sire_id: string | null
  protocol_id: string
  hatched_from: string | null
}

/** Everybody's parents, as far as they are known; of one species, or of the whole book. */
export async function loadPedigree(tx: Transaction, protocolId?: string): Promise<KinRow[]> {
  const { rows } = await tx.execute<KinRow>(sql`
    select id, tag, line, dam_id, sire_id, protocol_id, hatched_from from animal
    where not withdrawn and merged_into_id is null
      ${protocolId ? sql`and protocol_id = ${protocolId}` : sql``} order by tag`)
  return rows
}

export const pedigreeOf = (rows: readonly KinRow[]): PedigreeAnimal[] =>
  rows.map(({ id, dam_id, sire_id }) => ({ id, dam: dam_id, sire: sire_id }))

/** The pedigree laid out; parents that cannot be count as unknown. What is wrong is told by `pedigreeFaults`. */
export const orderedPedigree = (rows: readonly KinRow[]): OrderedPedigree => soundKin(rows).pedigree

/** What is wrong with the parents of some, with the animals by their tags. */
export const pedigreeFaults = (rows: readonly KinRow[]): PedigreeFault[] => soundKin(rows).faults

function soundKin(rows: readonly KinRow[]) {
  const tags = new Map(rows.map((r) => [r.id, r.tag]))
  return soundPedigree(pedigreeOf(rows), (id) => tags.get(id) ?? '?')
}

/** Inbreeding of the young of some pairs. */
export function youngInbreeding(
  pedigree: OrderedPedigree,
  pairs: readonly { femaleId: string; maleId: string }[],
): number[] {
  const females = [...new Set(pairs.map((p) => p.femaleId))]
  const males = [...new Set(pairs.map((p) => p.maleId))]
  const table = kinship(pedigree, females, males)
  return pairs.map((p) => table[females.indexOf(p.femaleId)]![males.indexOf(p.maleId)]!)
}
