import type { AnimalRow } from '@hatch-book/contract'
import { daysBetween, type WeightContext } from '@hatch-book/core'

/** A meal is in the gut for some days. */
const FED_DAYS = 3

/** What the log says of its belly: a keeper who knows better says so with a key. */
export function likelyContext(animal: AnimalRow, today: string): WeightContext {
  if (animal.inShed) return 'in shed'
  if (animal.lastTakenOn && daysBetween(animal.lastTakenOn, today) <= FED_DAYS) return 'fed'
  return 'empty'
}
