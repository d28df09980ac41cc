import type { UvChoice } from '../figures'
import { guess, just, type WayFigure, type WayOfLife } from './way'

type Hours = readonly [hours: number, least: number, most: number]

interface LightOfWay {
  summer: Hours
  winter: Hours
  uv?: UvChoice
}

const SEASONS = { summer: [13, 11, 15], winter: [10, 7, 12] } as const
/** Days that are short in winter and long in summer, as where summers are hot and winters cold. */
const STRONG_SEASONS = { summer: [13, 12, 15], winter: [9, 6, 11] } as const
const NO_SEASONS = { summer: [12, 10, 14], winter: [12, 10, 14] } as const

/** Wide: how long the day is where they come from differs more than what keepers give. */
const LIGHT: Readonly<Record<string, LightOfWay>> = {
  'egg-laying snake': SEASONS,
  'live-bearing snake': SEASONS,
  'small lizard laying two eggs': SEASONS,
  'lizard with buried clutches': { ...SEASONS, uv: 'full dose' },
  'live-bearing lizard': { ...SEASONS, uv: 'full dose' },
  'large seasonal lizard': { ...STRONG_SEASONS, uv: 'full dose' },
  'cool-forest climbing lizard': { ...SEASONS, uv: 'full dose' },
  tortoise: { ...STRONG_SEASONS, uv: 'full dose' },
  'semi-aquatic turtle': { ...STRONG_SEASONS, uv: 'full dose' },
  'frog with free tadpoles': SEASONS,
  'frog with tadpoles reared singly': NO_SEASONS,
  'salamander with water larvae': STRONG_SEASONS,
  'salamander without larvae': STRONG_SEASONS,
  mantis: NO_SEASONS,
  'stick or leaf insect': NO_SEASONS,
  'moth or butterfly that feeds': SEASONS,
  'dormant-egg crustacean': { summer: [14, 10, 16], winter: [14, 10, 16] },
}

/** Index at midday, and where they bask in it: a gradient lets each choose. */
const INDEX: Readonly<Partial<Record<UvChoice, Hours>>> = {
  'not chosen': [1, 0.5, 1.5],
  'full dose': [3, 1.5, 5],
}

/** A way of life with the light that its kind lives by; where nobody can say, none is asked for. */
export function withLight(way: WayOfLife): WayOfLife {
  const light = LIGHT[way.code]
  if (!light) return way
  const { summer, winter, uv } = light
  const index = INDEX[uv ?? 'not chosen']
  const basks = way.bodyPlan === 'snake' || way.bodyPlan === 'lizard' || way.bodyPlan === 'chelonian'
  const figures: Record<string, WayFigure> = {
    'light.summerHours': guess(...summer),
    'light.winterHours': guess(...winter),
    ...(basks && index
      ? {
          'light.uv': just(uv ?? 'not chosen'),
          'light.uvIndex': guess(...index),
          'light.uvSide': just('warm side'),
        }
      : {}),
  }
  return { ...way, figures: { ...figures, ...way.figures } }
}
