/** A figure with the range keepers use. */
export interface Range {
  typical: number
  least: number
  most: number
}
