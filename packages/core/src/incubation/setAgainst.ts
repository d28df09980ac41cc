import type { IncubationRules } from '../protocols'
import { METRIC } from '../quantities'

/**
 * What an incubator's temperatures do to eggs that lie in it: past their warning limits, or past those at which they die.
 * @param temperatures what it is set to, or would be, by day and by night, °C
 * @param say how a temperature is said, in the book's unit
 * @returns nothing where they are well for the eggs
 */
export function setAgainst(
  { warnC, lethalC }: Pick<IncubationRules, 'warnC' | 'lethalC'>,
  temperatures: readonly number[],
  say: (celsius: number) => string = METRIC.celsiusBrief,
): string[] {
  const kills = (side: string, limit: number) =>
    `${side} ${say(limit)}, which kills eggs after ${lethalC.hours} hours`
  const warns = (side: string, limit: number) => `${side} the warning limit of ${say(limit)}`
  const says = temperatures.flatMap((celsius) => {
    if (celsius > lethalC.high) return kills('above', lethalC.high)
    if (celsius > warnC.high) return warns('above', warnC.high)
    if (celsius < lethalC.low) return kills('below', lethalC.low)
    return celsius < warnC.low ? warns('below', warnC.low) : []
  })
  return [...new Set(says)]
}
