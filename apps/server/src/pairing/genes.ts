import {
  NO_GENES,
  crossOutcomes,
  inheritedBeliefs,
  type HarmExpected,
  type Inherited,
  type SaidTrait,
} from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { loadGenes, type KeptGenes } from '../protocols'
import { loadPedigree, type KinRow } from './kin'

/** What is said of the traits of every animal of a species. */
export async function loadSaid(tx: Transaction, protocolId: string): Promise<Map<string, SaidTrait[]>> {
  const { rows } = await tx.execute<{ id: string; traits: SaidTrait[] }>(sql`
    select a.id, s.standing->'traits' as traits from animal a join animal_standing s on s.id = a.id
    where a.protocol_id = ${protocolId} and not a.withdrawn and jsonb_array_length(s.standing->'traits') > 0`)
  return new Map(rows.map((r) => [r.id, r.traits]))
}

const sexOf = (rows: readonly { id: string; sex: string }[]) => new Map(rows.map((r) => [r.id, r.sex]))

export interface SpeciesGenes extends KeptGenes {
  pedigree: KinRow[]
  said: Map<string, SaidTrait[]>
  sexes: Map<string, string>
  inherited: Inherited
}

/** What is believed of every animal of a species: from what is said of it, its parents and its young. */
export async function speciesGenes(tx: Transaction, protocolId: string): Promise<SpeciesGenes> {
  const kept = (await loadGenes(tx, [protocolId])).get(protocolId) ?? { genes: NO_GENES, version: 0 }
  const pedigree = await loadPedigree(tx, protocolId)
  const said = await loadSaid(tx, protocolId)
  const { rows } = await tx.execute<{ id: string; sex: string }>(sql`
    select a.id, coalesce(s.standing->>'sex', 'unknown') as sex from animal a
    left join animal_standing s on s.id = a.id where a.protocol_id = ${protocolId}`)
  const sexes = sexOf(rows)
  const inherited = inheritedBeliefs(
    pedigree.map((r) => ({
      id: r.id,
      sex: (sexes.get(r.id) ?? 'unknown') as 'female' | 'male' | 'unknown',
      dam: r.dam_id,
      sire: r.sire_id,
      said: said.get(r.id) ?? [],
    })),
    kept.genes,
  )
  return { ...kept, pedigree, said, sexes, inherited }
}

/** What a pair's young would suffer from. */
export function harmsOf(
  { genes, inherited }: SpeciesGenes,
  femaleId: string,
  maleId: string,
): HarmExpected[] {
  return crossOutcomes({
    genes,
    dam: inherited.beliefs.get(femaleId) ?? {},
    sire: inherited.beliefs.get(maleId) ?? {},
  }).harms.filter((h) => h.share > LEAST_HARM)
}
const LEAST_HARM = 0.005

/** Whether the school that was chosen lets such a pair be made: some accept a loss before hatching, none an impaired young. */
export function harmForbids(harm: HarmExpected, carriers: string): boolean {
  return !(carriers === 'when the loss is before hatch' && harm.harm === 'lethal')
}
