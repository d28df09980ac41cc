import type { Sheet } from './sheet'
import type { Range } from './range'

/** The rests that one plan and one machinery serve. */
export const REST_KINDS = ['cold rest', 'mild winter', 'pupae', 'dry eggs'] as const
/** Said of a species that is not cooled. */
export const NO_REST = 'none'
export type RestKind = (typeof REST_KINDS)[number]

/** What a cold unit must show, empty, before anything sleeps in it. */
export interface UnitRules {
  /** Logged empty for so long, days. */
  days: Range
  /** Share of the time within the band. */
  share: Range
  /** Longest stretch outside the band, hours. */
  excursionHours: Range
  /** Half the swing of a compressor's cycle, °C. */
  swingC: Range
}

/** Who may share a tub through the rest. */
export interface TubRules {
  count: number
  litresPer100g: number
  /** Heaviest against lightest. */
  sizeRatio: number
  sexesApart: boolean
}

/** A shorter, milder rest for the young of an age. */
export interface YoungRest {
  leastGrams: number
  holdC: Range
  holdDays: Range
}

/** How a species is rested. Temperatures in °C, durations in days unless said. */
export interface RestRules {
  kind: RestKind
  /** As the protocol says it: needed, optional, none, males only. */
  needed: string
  /** Last meal before the step down; heavier animals empty their gut more slowly. The last row has no upper weight. */
  fast: { underGrams: number | null; days: Range }[]
  fromC: number
  downPerDayC: Range
  holdC: Range
  holdDays: Range
  checkDays: Range
  /** Days of warming; null where the slope says it. */
  upDays: Range | null
  upPerDayC: Range
  /** Shares of the start weight. */
  warnLoss: number
  alarmLoss: number
  firstWaterDays: Range
  firstMealDays: Range
  introductionDays: Range
  leastAgeDays: number
  leastGrams: number
  /** Too cold for life and too warm for sleep, and how long either may last. */
  alarm: { lowC: number; highC: number; hours: number }
  unit: UnitRules
  tub: TubRules
  /** `dry`, `damp` and the like; empty when no school is chosen. */
  bedding: string
  /** Hours of light in the hold, where light matters; null in the dark. */
  lightHours: Range | null
  /** The school: none, short, only those that refuse food; empty when none is chosen. */
  firstYearSchool: string
  firstYear: YoungRest | null
  secondYear: YoungRest | null
  /** What besides weight wakes an animal at once. */
  wakeSigns: string
}

const just = (typical: number): Range => ({ typical, least: typical, most: typical })
const NOT_CHOSEN = 'not chosen'

/**
 * A species' rest from its figures. Figures that an older document lacks are those usual for a cold unit: 14 days empty, 97 %
 * in the band, two hours outside, a swing of 1.5 °C each way.
 */
export function restOf(sheet: Sheet): RestRules | null {
  if (!sheet.has('cooling.holdC')) return null
  const range = (key: string, otherwise: Range) => (sheet.has(key) ? sheet.range(key) : otherwise)
  const chosen = (key: string) => {
    const words = sheet.words(key)
    return words === NOT_CHOSEN ? '' : words
  }
  const holdC = sheet.range('cooling.holdC')
  const holdDays = sheet.range('cooling.holdDays')
  const young = (prefix: string): YoungRest | null =>
    sheet.has(`${prefix}.holdDays`)
      ? {
          leastGrams: sheet.numberOr(`${prefix}.leastGrams`, 0),
          holdC: range(`${prefix}.holdC`, holdC),
          holdDays: sheet.range(`${prefix}.holdDays`),
        }
      : null
  return {
    kind: REST_KINDS.find((k) => k === sheet.words('cooling.kind')) ?? 'cold rest',
    needed: sheet.words('cooling.needed', 'optional'),
    fast: fastOf(sheet),
    fromC: sheet.number('cooling.fromC'),
    downPerDayC: sheet.range('cooling.downPerDayC'),
    holdC,
    holdDays,
    checkDays: sheet.range('cooling.checkDays'),
    upDays: sheet.rangeOrNull('cooling.upDays'),
    upPerDayC: range('cooling.upPerDayC', sheet.range('cooling.downPerDayC')),
    warnLoss: sheet.numberOr('cooling.warnLoss', 0.05),
    alarmLoss: sheet.numberOr('cooling.alarmLoss', 0.08),
    firstWaterDays: range('cooling.firstWaterDays', just(0)),
    firstMealDays: range('cooling.firstMealDays', just(0)),
    introductionDays: range('cooling.introductionDays', just(14)),
    leastAgeDays: sheet.numberOr('cooling.leastAgeDays', 0),
    leastGrams: sheet.numberOr('cooling.leastGrams', 0),
    alarm: {
      lowC: sheet.numberOr('cooling.alarmLowC', holdC.least - 3),
      highC: sheet.numberOr('cooling.alarmHighC', holdC.most + 3),
      hours: sheet.numberOr('cooling.alarmHours', 12),
    },
    unit: {
      days: range('cooling.proof.days', { typical: 14, least: 7, most: 21 }),
      share: range('cooling.proof.share', { typical: 0.97, least: 0.95, most: 0.99 }),
      excursionHours: range('cooling.proof.excursionHours', { typical: 2, least: 1, most: 4 }),
      swingC: range('cooling.proof.swingC', { typical: 1.5, least: 0.5, most: 2.5 }),
    },
    tub: {
      count: sheet.numberOr('cooling.tub.count', 1),
      litresPer100g: sheet.numberOr('cooling.tub.litresPer100g', 5),
      sizeRatio: sheet.numberOr('cooling.tub.sizeRatio', 1.5),
      sexesApart: sheet.words('cooling.tub.sexesApart', 'yes') !== 'no',
    },
    bedding: chosen('cooling.bedding'),
    lightHours: sheet.rangeOrNull('cooling.lightHours'),
    firstYearSchool: chosen('cooling.firstYear'),
    firstYear: young('cooling.firstYear'),
    secondYear: young('cooling.secondYear'),
    wakeSigns: sheet.words('cooling.wakeSigns'),
  }
}

function fastOf(sheet: Sheet): RestRules['fast'] {
  const rows: RestRules['fast'] = []
  for (let n = 1; sheet.has(`cooling.fast.${n}.days`); n++)
    rows.push({
      underGrams: sheet.number(`cooling.fast.${n}.underGrams`),
      days: sheet.range(`cooling.fast.${n}.days`),
    })
  // Where nothing is said of a last meal the feed goes on unchanged.
  rows.push({
    underGrams: null,
    days: sheet.has('cooling.lastMealDays') ? sheet.range('cooling.lastMealDays') : just(0),
  })
  return rows
}
