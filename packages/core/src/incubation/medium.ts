/** Medium and water for a box, by weight. */
export interface MediumMix {
  dryGrams: number
  waterGrams: number
  totalGrams: number
  waterPerDry: number
}

/**
 * How much dry medium and water make a mix of so much water per gram of medium, by weight.
 * @param amount either the dry medium there is, or the mix that is wanted, g
 * @throws RangeError when a weight or the ratio is negative or not a number
 * @example mediumMix({ dryGrams: 250 }, 0.8) // { dryGrams: 250, waterGrams: 200, totalGrams: 450, waterPerDry: 0.8 }
 */
export function mediumMix(
  amount: { dryGrams: number } | { totalGrams: number },
  waterPerDry: number,
): MediumMix {
  const given = 'dryGrams' in amount ? amount.dryGrams : amount.totalGrams
  if (!(given >= 0) || !(waterPerDry >= 0) || given === Infinity || waterPerDry === Infinity)
    throw new RangeError('weights and the ratio are not negative')
  const dryGrams = 'dryGrams' in amount ? given : given / (1 + waterPerDry)
  const waterGrams = dryGrams * waterPerDry
  return { dryGrams, waterGrams, totalGrams: dryGrams + waterGrams, waterPerDry }
}

/** A box on the scale: set up, and today. */
export interface BoxWeights {
  /** Dry medium it was set up with, g. */
  dryGrams: number
  waterPerDry: number
  /** Weight of all of it when set up, box, lid, medium and eggs, g. */
  startGrams: number
  nowGrams: number
  /** What was taken out since (eggs, mostly), g. */
  takenGrams?: number
  /** What the eggs have gained by drinking, g: it is in the box still, but not in the medium. */
  drunkGrams?: number
}

export interface Rewetting {
  /** Water to add, g; none where nothing is missing. */
  addGrams: number
  /** Water per gram of dry medium as it is now. */
  waterPerDryNow: number
  /** Share of the water that is gone. */
  lost: number
}

/**
 * The water that brings a box back to its mix, from what it has lost on the scale.
 * @throws RangeError when there is no medium, or it weighs more than it can
 */
export function rewet(box: BoxWeights): Rewetting {
  const { dryGrams, waterPerDry, startGrams, nowGrams, takenGrams = 0, drunkGrams = 0 } = box
  if (!(dryGrams > 0) || !(startGrams > 0) || !(nowGrams > 0))
    throw new RangeError('a box on the scale has medium and weights')
  const water = dryGrams * waterPerDry
  const missing = startGrams - takenGrams - nowGrams + drunkGrams
  if (missing > water * 1.05 + 5)
    throw new RangeError('it has lost more than its water: something else was taken out')
  return {
    addGrams: Math.max(0, missing),
    waterPerDryNow: Math.max(0, (water - missing) / dryGrams),
    lost: water > 0 ? Math.min(1, Math.max(0, missing / water)) : 0,
  }
}
