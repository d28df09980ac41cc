import type { Day } from '../calendar'
import type { LightRules } from '../protocols'
import { hoursInWords } from './clock'
import { hoursOfLight, hoursTogether } from './hours'
import { uvInWords, type UvOf } from './uv'

/**
 * How long it is light for an animal, and what UV it is to have: `10½ h of light now (13 h in midsummer, 10 h in midwinter), UV index 3
 * (1.5–5), warm side`.
 */
export function lightInWords(rules: LightRules, of: UvOf, today: Day, zone: string): string {
  const now = hoursTogether([hoursOfLight(rules, today, zone)].flatMap((hours) => hours ?? []))
  const { summer, winter } = rules.hours ?? {}
  const hours =
    now && summer && winter
      ? `${hoursInWords(now.hours)} of light${
          summer.typical === winter.typical
            ? ''
            : ` now (${hoursInWords(summer.typical)} in midsummer, ${hoursInWords(winter.typical)} in midwinter)`
        }`
      : ''
  return [hours, uvInWords(rules, of)].filter(Boolean).join(', ')
}
