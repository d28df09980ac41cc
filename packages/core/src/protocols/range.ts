/** A figure with the range keepers use. */
export interface Range {
  typical: number
  least: number
  most: number
}

/** Nine in ten of a normal distribution lie within so many standard deviations to each side. */
export const Z90 = 1.645

/** Standard deviation behind a range: what keepers use holds about nine in ten. */
export const rangeSpread = (least: number, most: number): number => (most - least) / (2 * Z90)
