import type { BodyPlan } from '../../animals/bodyPlan'
import type { CheckOccasion } from '../../checks/names'
import { guess, just, type WayFigure, type WayOfLife } from './way'

/** What of a hatchling's body is looked at when it leaves the incubator, beside its yolk, its shape and its rinsing. */
const HATCHLING: Partial<Record<BodyPlan, string>> = {
  snake: 'eyes, mouth, body, vent',
  lizard: 'eyes, mouth, legs and toes, tail',
  chelonian: 'eyes, shell, legs and toes, vent',
}
/** What is looked at in one that rests: it is disturbed as little as can be. */
const ASLEEP: Record<BodyPlan, string> = {
  snake: 'eyes, nose, breathing, skin, weight in hand',
  lizard: 'eyes, nose, breathing, skin, weight in hand',
  chelonian: 'eyes, nose, shell, vent, weight in hand',
  frog: 'skin, belly, movement',
  salamander: 'skin, belly, legs and toes',
  arthropod: 'body, legs',
}

interface CheckOf {
  name: string
  when: CheckOccasion
  every?: readonly [days: number, least: number, most: number]
  goodDays?: number
  parts?: string
}

const checksOf = ({ bodyPlan, figures }: WayOfLife): CheckOf[] => {
  const hatchling = HATCHLING[bodyPlan]
  const isIncubated = 'incubation.method.1.name' in figures && hatchling !== undefined
  return [
    { name: 'Routine check', when: 'every so many days', every: [30, 14, 60] },
    ...(isIncubated
      ? [
          {
            ...{ name: 'Out of the incubator', when: 'out of the incubator' as const },
            parts: `yolk, straight, bath, ${hatchling}`,
          },
        ]
      : []),
    ...('cooling.holdDays' in figures
      ? [{ name: 'Mid-rest check', when: 'in mid-rest' as const, parts: ASLEEP[bodyPlan] }]
      : []),
    { name: 'Check before leaving', when: 'before it leaves', goodDays: 7 },
    { name: 'End of quarantine check', when: 'before quarantine ends', goodDays: 7 },
  ]
}

/** A way of life with the checks that its kind asks for: only those who are kept by name can be looked over one by one. */
export function withChecks(way: WayOfLife): WayOfLife {
  if (way.keptAs !== 'animals') return way
  const figures: Record<string, WayFigure> = { ...way.figures }
  checksOf(way).forEach(({ name, when, every, goodDays, parts }, i) => {
    const set = (key: string, figure: WayFigure) => (figures[`check.${i + 1}.${key}`] = figure)
    set('name', just(name))
    set('when', just(when))
    if (every) set('everyDays', guess(...every))
    if (goodDays) set('goodDays', just(goodDays))
    set('parts', just(parts ?? 'all'))
  })
  return { ...way, figures }
}
