import { sayIn, mixingFault } from '@hatch-book/core'
import type { Transaction } from '../db/connect'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import { loadPlanned, loadSleepers } from './sleepers'

/** Refuses those who are put into a unit, or are planned to be, where one dial cannot serve them and who is there. */
export async function refuseMixing(
  tx: Transaction,
  actor: Actor,
  unitId: string,
  restIds: readonly string[],
): Promise<void> {
  const guests = [...(await loadSleepers(tx, unitId)), ...(await loadPlanned(tx, actor.today, unitId))]
  const says = mixingFault(
    guests.map(({ restId, tag, species, rules }) => ({
      ...{ id: restId, tag, species },
      bandC: { low: rules.holdC.least, high: rules.holdC.most },
    })),
    new Set(restIds),
    sayIn(actor.book),
  )
  if (says)
    throw new BookError('invalid', `${says}. Nothing was changed.`, [
      { field: 'unitId', says: 'choose another unit' },
    ])
}
