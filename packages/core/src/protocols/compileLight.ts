import { isDayOfYear } from '../calendar'
import { UV_CHOICES } from './figures'
import type { Sheet } from './sheet'
import type { LightRules } from './types'

/** Hours of light and UV, as a protocol says them; null where it says nothing of the hours. */
export function lightOf(sheet: Sheet): LightRules {
  const [summer, winter] = [sheet.rangeOrNull('light.summerHours'), sheet.rangeOrNull('light.winterHours')]
  const longestOn = sheet.words('light.longestOn')
  const chosen = sheet.words('light.uv')
  return {
    // Who says one of them says that it is the same all year.
    hours: (summer ?? winter) && { summer: (summer ?? winter)!, winter: (winter ?? summer)! },
    longestOn: isDayOfYear(longestOn) ? longestOn : null,
    uv: UV_CHOICES.find((choice) => choice === chosen) ?? null,
    uvIndex: sheet.rangeOrNull('light.uvIndex'),
    uvSide: sheet.words('light.uvSide'),
  }
}
