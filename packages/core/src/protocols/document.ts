import type { BodyPlan } from '../animals'

/** What a figure of a protocol is measured in; `words` are text. */
export const FIGURE_UNITS = [
  'words',
  'g',
  'd',
  'h',
  'C',
  'C difference',
  'C d',
  'mm',
  'count',
  'share',
  'score',
  'price',
  'per d',
  'per C',
  'kJ per mol',
  'g per g',
  'm2',
  'L',
] as const
export type FigureUnit = (typeof FIGURE_UNITS)[number]

export const CONFIDENCES = ['high', 'medium', 'low'] as const
export type Confidence = (typeof CONFIDENCES)[number]

/** How a species is kept: each animal by name, in cohorts that are counted, or as a colony that feeds the others. */
export const KEPT_AS = ['animals', 'cohorts', 'colonies'] as const

/** One figure that a species is kept by. */
export interface ProtocolFigure {
  label: string
  unit: FigureUnit
  /** The figure gone by: a number, or text where the unit is `words`. */
  value: number | string
  /** The range that keepers use; null where it is one figure, or text. */
  low: number | null
  high: number | null
  /** How widely it is agreed on. */
  confidence: Confidence
}

/**
 * A species' protocol as it is kept, edited, brought in and given away. A figure's key says where it belongs:
 * `readiness.female.grams.cautious`; what the calculations read is compiled from it.
 */
export interface ProtocolDocument {
  format: 'hatch-book protocol'
  formatVersion: 1
  /** Stable code, such as `CS`. */
  code: string
  species: string
  latin: string
  bodyPlan: BodyPlan
  keptAs: (typeof KEPT_AS)[number]
  /** What young come as, such as `egg clutch`. */
  young: string
  /** The way of life that guesses whatever figure the species does not say itself; nothing where it says all. */
  wayOfLife?: string | undefined
  /** Latin name of the library's species whose figures stand where this one says none; nothing where it is likened to none. */
  library?: string | undefined
  /** Keys of figures that its way of life has and it has not, `*` for any number: `stage.*.coolC` where nothing is to be cooler. */
  without?: string[] | undefined
  figures: Record<string, ProtocolFigure>
}

/** Parts of a protocol, in the order in which a year needs them. */
export const SECTIONS: readonly (readonly [prefix: string, title: string])[] = [
  ['school', 'Schools'],
  ['identity', 'What it is'],
  ['sexing', 'Sexing'],
  ['size', 'Size'],
  ['readiness', 'Readiness'],
  ['rest', 'Rest and condition'],
  ['cooling', 'Cold rest'],
  ['pairing', 'Pairing'],
  ['laying', 'Laying'],
  ['clutch', 'Clutch or litter'],
  ['incubation', 'Incubation'],
  ['thermal', 'Development by temperature'],
  ['growth', 'Growth'],
  ['stage', 'Stages'],
  ['feeding', 'Feeding'],
  ['care', 'Care'],
  ['check', 'Checks'],
  ['housing', 'Housing and climate'],
  ['light', 'Light'],
  ['season', 'Season'],
  ['cohort', 'Cohort'],
  ['colony', 'Colony'],
  ['quarantine', 'Quarantine'],
  ['leaving', 'Leaving'],
  ['problems', 'Problems'],
  ['cautions', 'Cautions'],
]

export const sectionOf = (key: string) => key.slice(0, key.indexOf('.'))
