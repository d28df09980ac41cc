import type { GrowthCurve } from '../weighing'

/** A figure with the range keepers use. */
export interface Range {
  typical: number
  least: number
  most: number
}

/**
 * What a breeder of one sex must show. `wanted` is the cautious school's figure, `least` the bold school's: between the
 * two lies the trial.
 */
export interface ReadinessThresholds {
  ageDays: { wanted: number; least: number }
  grams: { wanted: number; least: number }
  condition: { from: number; to: number; never: number }
  /** Share of the weight before the last clutch that must be back. */
  regained: number
  /** Oldest age at which the species still breeds well, days. */
  oldestDays: number
  /** Days of rest wanted after a clutch was found. */
  restDays: number
}

export interface ReadinessRules {
  female: ReadinessThresholds
  male: ReadinessThresholds
  /** Probability from which a sex counts as sure. */
  sexCertainty: number
  /** Meals in a row that show an animal feeds regularly. */
  mealsInARow: number
  /** A weight older than this says nothing about today, days. */
  weightGoodForDays: number
  /** What ends a trial. */
  stop: { refusals: number; loss: number }
}

export interface PairingRules {
  /** How the two meet, in words. */
  manner: string
  hoursTogether: Range
  daysBetween: Range
  meetings: Range
  stopAfterLocks: number
  stopAfterRefusals: number
  lockToShed: Range
  shedToLaying: Range
  lockToLaying: Range
  signs: string
  caution: string
}

export interface IncubationMethod {
  name: string
  argument: string
  /** Water per gram of dry medium, by weight; null where eggs lie dry. */
  waterPerMedium: number | null
}

export interface IncubationRules {
  methods: IncubationMethod[]
  /** Temperature under which nothing develops, °C. */
  thresholdC: number
  /** Thermal constant K, degree-days from laying to hatching. */
  degreeDays: number
  /** Above this the rate is held flat, °C. */
  capC: number
  /** Spread between eggs of one clutch, days. */
  eggSpreadDays: number
  /** Spread between clutches, as a share of the duration. */
  clutchSpread: number
  setPointC: number
  warnC: { low: number; high: number }
  lethalC: { low: number; high: number; hours: number }
  /** A longer silence of the probe is filled by the set point and flagged, hours. */
  gapHours: number
  /** Share of fertile eggs that usually hatch. */
  hatchRate: Range
  pipToOutDays: Range
}

/** One piece of evidence a gate asks for. */
export type Evidence =
  | { kind: 'age'; days: number }
  | { kind: 'weight'; grams: number; sex?: 'female' | 'male' | undefined }
  | {
      kind: 'meals in a row'
      count: number
      /** The row must be unbroken today, not only once reached. */ now?: boolean | undefined
    }
  | { kind: 'whole sheds'; count: number }
  | { kind: 'sex sure'; certainty: number }
  | { kind: 'no open problem' }
  | { kind: 'out of quarantine' }
  | { kind: 'readiness' }

export interface Stage {
  name: string
  days: Range
  housing: string
  climate: string
  feed: { prey: string; everyDays: Range } | null
  gate: Evidence[]
}

/** Everything the program assumes of a species until a keeper says otherwise. */
export interface Protocol {
  /** Stable code, such as `CS`. */
  code: string
  species: string
  latin: string
  /** Who says so, shown with every verdict. */
  origin: string
  readiness: ReadinessRules
  pairing: PairingRules
  incubation: IncubationRules
  growth: { female: GrowthCurve; male: GrowthCurve }
  quarantineDays: number
  stages: Stage[]
  leaving: Evidence[]
  price: Range
  cautions: string
}
