import type { Day } from '../calendar'
import { replaceOn, type Fitted } from '../places/equipment'
import type { LightRules } from '../protocols'

/** What decides whether an animal is given UV where only those that need most calcium are. */
export interface UvOf {
  growing: boolean
  /** A female that is bred from. */
  laying: boolean
}

/** Whether an animal is to have UV light: null where nobody has chosen, and where nobody asks. */
export function wantsUv({ uv }: LightRules, { growing, laying }: UvOf): boolean | null {
  switch (uv) {
    case 'none':
      return false
    case 'low dose':
    case 'full dose':
      return true
    case 'growing and laying animals':
      return growing || laying
    default:
      return null
  }
}

const plain = (n: number) => String(Number(n.toPrecision(2)))

/** The UV that is wanted, in words: `UV index 1 (0.5–1.5), warm side`. Nothing where none is. */
export function uvInWords(rules: LightRules, of: UvOf): string {
  if (rules.uv === null) return ''
  const wanted = wantsUv(rules, of)
  if (wanted === null) return 'UV light not decided yet'
  if (!wanted) return 'no UV light'
  const { uvIndex, uvSide } = rules
  const index = uvIndex && `${plain(uvIndex.typical)} (${plain(uvIndex.least)}–${plain(uvIndex.most)})`
  return [index === null ? 'UV light' : `UV index ${index}`, uvSide].filter(Boolean).join(', ')
}

/** Somebody who lives in a place, and by which rules. */
export interface UvWanted {
  rules: LightRules
  of: UvOf
}

/** How the UV light of a place stands for those who live there. */
export interface UvStanding {
  says: string
  standing: 'well' | 'outside'
}

/**
 * Holds the UV lamps over a place against what those who live there are to have.
 * @param fitted all equipment there and of the rack or room that it stands in
 * @returns null where nobody there is said to want any or none, and where none is wanted and none is there
 */
export function uvStanding(
  all: readonly UvWanted[],
  fitted: readonly Fitted[],
  today: Day,
): UvStanding | null {
  const lamps = fitted.filter(({ kind }) => kind === 'UV lamp')
  const wanting = all.filter(({ rules, of }) => wantsUv(rules, of) === true)
  const first = wanting[0]
  if (!first) {
    const unwanted = lamps.length > 0 && all.some(({ rules, of }) => wantsUv(rules, of) === false)
    return unwanted
      ? { says: `needs no UV light, but ${lamps[0]!.equipment} is fitted`, standing: 'outside' }
      : null
  }
  const wanted = [...new Set(wanting.map(({ rules, of }) => uvInWords(rules, of)))].join('; ')
  if (lamps.length === 0) return { says: `${wanted}: no UV lamp recorded here`, standing: 'outside' }
  const worn = lamps.find((lamp) => (replaceOn(lamp) ?? today) < today)
  return worn
    ? {
        says: `${wanted}: ${worn.equipment} was due for replacement by ${replaceOn(worn)}`,
        standing: 'outside',
      }
    : { says: `${wanted}: ${lamps.map(({ equipment }) => equipment).join(', ')}`, standing: 'well' }
}
