/** One figure of a scale's stream. `grams` is not finite, or at the capacity, when the scale shows 'too heavy'. */
export interface ScaleSample {
  /** Milliseconds from any origin, rising. */
  atMs: number
  grams: number
}

export interface SteadyRules {
  /** Length of the quiet spell that is wanted, ms. */
  quietMs: number
  /** Movement and drift allowed within the spell, as a share of the weight. */
  share: number
  /** The same in grams, for animals so light that the share would ask more than a scale can give. */
  floorGrams: number
  /** Lighter loads are taken for an empty pan, g. */
  leastGrams: number
  /** What the scale can bear, g. */
  capacityGrams: number
}
