/**
 * Where a function that never falls reaches zero, within a bracket: false position with the Illinois rule (Dowell and Jarratt 1971), and the
 * middle wherever that does not halve the bracket in three steps: where each middle is followed by steps that gain nothing, it takes six
 * times the steps of halving, and never more.
 * @param low below the zero, `high` above it; where the bracket holds none, its end that is nearer is the answer
 * @param within how near is near enough, in the unit of the bracket
 */
export function rootOf(of: (x: number) => number, low: number, high: number, within: number): number {
  let [atLow, atHigh] = [of(low), of(high)]
  if (atLow >= 0) return low
  if (atHigh <= 0) return high
  let side = 0
  for (let step = 0, width = high - low; high - low > within; step++) {
    const slow = step % 3 === 2 && high - low > width / 2
    if (step % 3 === 2) width = high - low
    const guess = slow ? (low + high) / 2 : (low * atHigh - high * atLow) / (atHigh - atLow)
    // A guess that falls on an end by rounding is the answer as near as figures go.
    const x = Math.min(high - within / 3, Math.max(low + within / 3, guess))
    const value = of(x)
    if (value < 0) {
      if (side < 0) atHigh /= 2
      ;[low, atLow, side] = [x, value, -1]
    } else {
      if (side > 0) atLow /= 2
      ;[high, atHigh, side] = [x, value, 1]
    }
  }
  return (low + high) / 2
}
