import type { Protocol } from '@hatch-book/core'
import type { Transaction } from '../db/connect'
import { harmForbids, harmsOf, speciesGenes } from './genes'
import { loadPedigree, orderedPedigree, youngInbreeding } from './kin'

const percent = (share: number) => `${Math.round(share * 1000) / 10} %`

/** What speaks against two animals having young together, in words; empty when nothing does. */
export async function whatSpeaksAgainst(
  tx: Transaction,
  pair: { femaleId: string; maleId: string; female: string; male: string },
  protocolId: string,
  { pairing }: Protocol,
): Promise<string[]> {
  const against: string[] = []
  const [inbreeding] = youngInbreeding(orderedPedigree(await loadPedigree(tx, protocolId)), [pair])
  if (inbreeding! >= pairing.kin.block - 1e-9)
    against.push(
      `${pair.female} and ${pair.male} are too close: their young would be inbred ${percent(inbreeding!)}, refused from ${percent(pairing.kin.block)} on`,
    )
  const genes = await speciesGenes(tx, protocolId)
  for (const harm of harmsOf(genes, pair.femaleId, pair.maleId))
    if (harmForbids(harm, pairing.carriers))
      against.push(
        harm.harm === 'lethal'
          ? `${percent(harm.share)} of their fertile eggs would die of ${harm.word}: ${harm.says}`
          : `${percent(harm.share)} of their young would be impaired by ${harm.word}: ${harm.says}`,
      )
  return against
}
