/**
 * Degree-days: linear above a threshold, flat above a cap (the linear model of thermal summation, with a plateau).
 * Temperatures in °C, `degreeDays` from laying to hatching.
 */
export interface LinearCurve {
  model?: 'linear' | undefined
  thresholdC: number
  degreeDays: number
  capC: number
}

/**
 * A rate that rises to an optimum and falls to nothing at an upper limit (Brière and others, 1999):
 * r ∝ T (T − T0) √(Tu − T). It is scaled so that at `referenceC` it is as quick as the linear model of the same degree-days.
 */
export interface BriereCurve {
  model: 'briere'
  thresholdC: number
  degreeDays: number
  /** Development stops above, °C. */
  upperC: number
  referenceC: number
}

/**
 * A rate by enzyme kinetics with inhibition by heat (Schoolfield, Sharpe and Magnuson, 1981):
 * r ∝ (T/298.15) exp[Ha/R (1/298.15 − 1/T)] / (1 + exp[Hh/R (1/Th − 1/T)]), T in kelvin. Nothing below the threshold; scaled at
 * `referenceC` as the Brière curve is.
 */
export interface SchoolfieldCurve {
  model: 'schoolfield'
  thresholdC: number
  degreeDays: number
  activationKJ: number
  inhibitionKJ: number
  /** Half of the enzyme is idle at, °C. */
  halfIdleC: number
  referenceC: number
}

/** How quickly eggs develop at a temperature. */
export type DevelopmentCurve = LinearCurve | BriereCurve | SchoolfieldCurve

/** How the sex of a species follows from the temperature of its eggs. */
export interface SexCurve {
  /** The share of development in which it is decided. */
  sensitive: { from: number; to: number }
  /** The male share is the product of these logistic curves: S(slope · (T − pivot)). */
  pivots: readonly { slope: number; celsius: number }[]
}
