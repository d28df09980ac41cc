import type { FigureDeclaration } from './declare'

/** Whether UV light is given: what nobody has chosen is not said to be wanted or not. */
export const UV_CHOICES = [
  'not chosen',
  'none',
  'low dose',
  'full dose',
  'growing and laying animals',
] as const
export type UvChoice = (typeof UV_CHOICES)[number]
const UV_SIDES = ['warm side', 'cool side', 'both sides'] as const

const HOURS = { limits: [0, 24], why: 'a day has 24 hours' } as const

/** Hours of light through the year, and UV. */
export const LIGHT_FIGURES = {
  'light.summerHours': { label: 'Hours of light in midsummer', unit: 'h', ...HOURS },
  'light.winterHours': { label: 'Hours of light in midwinter', unit: 'h', ...HOURS },
  'light.longestOn': {
    ...{ label: 'Longest day', unit: 'words', dayOfYear: true },
    why: 'leave it out to follow the season outdoors',
  },
  'light.uv': { label: 'UV light', unit: 'words', choices: UV_CHOICES },
  'light.uvIndex': {
    ...{ label: 'UV index where it basks', unit: 'count', limits: [0, 12] },
    why: 'the midday sun of the tropics has about 12',
  },
  'light.uvSide': { label: 'UV light on', unit: 'words', choices: UV_SIDES },
} as const satisfies Record<string, FigureDeclaration>
