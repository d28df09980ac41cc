import { dayOfInstant, paceOf, toldSex, type GrowthPace } from '@hatch-book/core'
import { hatchedSpan } from './judge'
import type { AnimalRecord } from './records'

/** How an animal grows against what its protocol expects: told of those that are here, and by an empty weight alone. */
export function growthPace(record: AnimalRecord, zone: string): GrowthPace | null {
  const { standing, protocol } = record
  const { weight, presence } = standing
  const hatched = hatchedSpan(record)
  if (!weight || !hatched || (presence !== 'here' && presence !== 'listed')) return null
  if (weight.context === 'gravid' || weight.context === 'fed') return null
  // What was read of a sex is told nowhere before it is sure: not by what is expected of it either.
  const { sex } = toldSex(standing, protocol.readiness.sexCertainty)
  const curve = protocol.growth[sex === 'male' ? 'male' : 'female']
  return paceOf(curve, protocol.pace, { grams: weight.grams, on: dayOfInstant(weight.at, zone) }, hatched)
}
