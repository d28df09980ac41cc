import { isDayOfYear, partsOfDay, timesNamedIn } from '../calendar'
import { LONGEST_CARE, STAGE_FOOD } from '../care/names'
import type { Range } from './range'
import type { Sheet } from './sheet'
import { CARE_IN_WORDS, EACH_ANIMAL, IN_ALL_STAGES, IN_NO_STAGE, MAY_BE_LEFT } from './figures'
import type { CareRule } from './types'

/** What is named in words one after the other. */
export const partsOf = (words: string) =>
  words
    .split(/[,;\n]/)
    .map((part) => part.trim())
    .filter((part) => part !== '')

const timesADay = ({ typical }: Range) => (typical > 0 && typical < 1 ? Math.round(1 / typical) : 1)

/**
 * The care tasks that a protocol names, in their order; those put aside are not among them. Stages are told by their numbers, so that one may be
 * renamed.
 * @throws MissingFigureError for a task without its rhythm
 */
export function careOf(sheet: Sheet): CareRule[] {
  return sheet.numbered('care').flatMap((p): CareRule[] => {
    const stages = sheet.words(`${p}.stages`, IN_ALL_STAGES)
    if (stages === IN_NO_STAGE) return []
    const everyDays = sheet.range(`${p}.everyDays`)
    const [from, to] = [sheet.words(`${p}.from`), sheet.words(`${p}.to`)]
    const named = timesNamedIn(sheet.words(`${p}.at`))
    const name = sheet.words(`${p}.name`)
    const kind = CARE_IN_WORDS[sheet.words(`${p}.does`)] ?? 'care'
    return [
      {
        ...{ name, kind, says: kind === 'food' ? `feed ${name}` : name },
        everyDays,
        at: named.length > 0 ? named : partsOfDay(timesADay(everyDays)),
        stages: stages === IN_ALL_STAGES ? null : partsOf(stages).map((n) => sheet.words(`stage.${n}.name`)),
        season: isDayOfYear(from) && isDayOfYear(to) ? { from, to } : null,
        mayBeLeft: sheet.words(`${p}.away`) === MAY_BE_LEFT,
        turns: partsOf(sheet.words(`${p}.turns`)).map((turn) => turn.slice(0, LONGEST_CARE)),
        each: sheet.words(`${p}.each`) === EACH_ANIMAL ? 'animal' : 'tub',
      },
    ]
  })
}

/** Water or misting of a stage as care. */
const ofStage = (kind: 'water' | 'mist', says: string, everyDays: Range | null): CareRule[] =>
  everyDays && everyDays.typical > 0
    ? [
        {
          ...{ kind, name: says, says, everyDays, at: partsOfDay(timesADay(everyDays)) },
          ...{ stages: null, season: null, mayBeLeft: false, turns: [], each: 'tub' },
        },
      ]
    : []

/** What those of one stage that are counted are fed, how often, and how many each of them gets; null where nobody counts that. */
export interface StageFood {
  stage: string
  food: string
  everyDays: Range
  each: Range | null
}

/** How many are given: to each where all get as many, and to all of them; empty where it is not counted. */
function countInWords(fed: readonly { each: Range | null; count: number }[]): string {
  const eaters = fed.filter(({ count }) => count >= 1)
  if (eaters.length === 0 || eaters.some(({ each }) => each === null)) return ''
  const each = new Set(eaters.map((f) => f.each!.typical))
  const all = Math.round(eaters.reduce((sum, f) => sum + f.each!.typical * Math.round(f.count), 0))
  return `: ${each.size === 1 ? `${[...each][0]!} each, ` : ''}${all.toLocaleString('en')} in all`
}

/**
 * Food of those who are counted, as care: of all stages that they are in at once.
 * @param fed of each stage also how many are in it
 */
export const foodTogether = (fed: readonly (Omit<StageFood, 'stage'> & { count: number })[]): CareRule[] => {
  const foods = fed
  const [quickest] = [...foods].sort((a, b) => a.everyDays.typical - b.everyDays.typical)
  if (!quickest) return []
  const what = [...new Set(foods.map(({ food }) => food))].join('; ')
  return [
    {
      ...{ kind: 'food', name: STAGE_FOOD, says: `feed ${what}${countInWords(fed)}` },
      everyDays: quickest.everyDays,
      ...{ at: partsOfDay(timesADay(quickest.everyDays)), stages: null, season: null, mayBeLeft: false },
      ...{ turns: [what.slice(0, LONGEST_CARE).trim()], each: 'tub' },
    },
  ]
}

/** Food of each stage of those who are counted, and how often it is given. */
export const foodsOf = (sheet: Sheet): StageFood[] =>
  sheet.stages().flatMap((p) => {
    const everyDays = sheet.rangeOrNull(`${p}.everyDays`)
    const food = sheet.words(`${p}.feed`)
    const each = sheet.rangeOrNull(`${p}.each`) ?? sheet.rangeOrNull(`${p}.feeder.each`)
    return everyDays && food !== '' ? [{ stage: sheet.words(`${p}.name`), food, everyDays, each }] : []
  })

/** Care of those who are counted: that of every stage by its name, and what the protocol names besides. */
export function careOfCohorts(sheet: Sheet): CareRule[] {
  const stages = sheet
    .stages()
    .flatMap((p) =>
      [
        ...ofStage('mist', 'mist them', sheet.rangeOrNull(`${p}.mistDays`)),
        ...ofStage('water', 'give fresh water', sheet.rangeOrNull(`${p}.waterDays`)),
      ].map((rule): CareRule => ({ ...rule, stages: [sheet.words(`${p}.name`)] })),
    )
  return [...stages, ...careOf(sheet)]
}

/** All care of one stage: its water and misting, and what the protocol names for it. */
export const careOfStage = (
  named: readonly CareRule[],
  stage: { name: string; waterDays: Range | null; mistDays: Range | null; inWater: boolean },
): CareRule[] => [
  ...ofStage('mist', 'mist it', stage.mistDays),
  ...ofStage('water', stage.inWater ? 'change part of the water' : 'give fresh water', stage.waterDays),
  ...named.filter(({ stages }) => stages === null || stages.includes(stage.name)),
]
