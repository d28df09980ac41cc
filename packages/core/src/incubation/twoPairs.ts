/** So many days of development at a temperature, as keepers say it. */
export interface DaysAt {
  days: number
  celsius: number
}

/** Nothing that is bred here develops below freezing; what comes out lower was not measured at what it says. */
const COLDEST = 0
/** Closer temperatures than this tell more of the thermometer than of the eggs. */
const LEAST_APART = 1

/**
 * The threshold and the thermal constant that two observations give. With a rate that is linear above a threshold T₀ (the degree-day model)
 * K = d₁ (T₁ − T₀) = d₂ (T₂ − T₀), hence T₀ = (d₁ T₁ − d₂ T₂) / (d₁ − d₂).
 * @returns °C and °C·d; or why the two cannot both be right, in words
 */
export function thermalOfTwo(
  one: DaysAt,
  other: DaysAt,
): { thresholdC: number; degreeDays: number } | { says: string } {
  const [cool, warm] = one.celsius < other.celsius ? [one, other] : [other, one]
  if (!(one.days > 0 && other.days > 0)) return { says: 'enter both numbers of days' }
  if (warm.celsius - cool.celsius < LEAST_APART) return { says: 'these temperatures are too close together' }
  if (warm.days >= cool.days) return { says: 'the warmer temperature must take fewer days' }
  const thresholdC = (cool.days * cool.celsius - warm.days * warm.celsius) / (cool.days - warm.days)
  if (thresholdC < COLDEST)
    return {
      says: 'these differ too little: eggs would develop below freezing',
    }
  return { thresholdC, degreeDays: cool.days * (cool.celsius - thresholdC) }
}
