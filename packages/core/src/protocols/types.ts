import type { BodyPlan } from '../animals'
import type { TimeOfDay, YearSpan } from '../calendar'
import type { BodySize, GrowthCurve, PaceLimits } from '../weighing'
import type { DevelopmentCurve, SexCurve } from './curves'
import type { ProtocolDocument } from './document'
import type { CheckOccasion } from '../checks/names'
import type { CheckPart } from '../checks/sign'
import type { CareKind, UvChoice } from './figures'
import type { Range } from './range'
import type { RestRules } from './rest'

/**
 * What a breeder of one sex must show. `wanted` is the cautious school's figure, `least` the bold school's: between the
 * two lies the trial.
 */
export interface ReadinessThresholds {
  ageDays: { wanted: number; least: number }
  /** Null where weight says nothing, as of an insect. */
  grams: { wanted: number; least: number } | null
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
  /** What age is counted from: insects are adult from the last moult. */
  ageFrom: 'hatching' | 'last moult'
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
  /** Null where no shed foretells the laying. */
  lockToShed: Range | null
  shedToLaying: Range | null
  lockToLaying: Range
  signs: string
  caution: string
  /** From full warmth to being receptive, and how long it lasts; null where the season does not follow a rest. */
  trigger: Range | null
  receptive: Range | null
  /** How long sperm keeps in a female; null where it does not. */
  sperm: Range | null
  unmated: 'no' | 'daughters only' | 'clone'
  maleRestDays: number
  mostFemales: number
  togetherMost: number
  /** Inbreeding of the young: warned of, kept out of plans, refused unless overruled. */
  kin: { warn: number; alarm: number; block: number }
  /** What to see to before they meet. */
  before: string[]
  /** Never to be left alone together. */
  stay: boolean
  /** What shows afterwards that a mating happened unseen. */
  after: string
  /** Which carriers of a doubled harm may be paired, as its keepers decided. */
  carriers: string
}

/** What a clutch usually brings. */
export interface ClutchRules {
  count: Range
  infertile: number
  perYear: number
  /** Days from one clutch to the next; null where nothing is known of a next. */
  again: Range | null
  /** Usual weight of an egg, g; null where nobody weighs them. */
  eggGrams: Range | null
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
  /** How quickly eggs develop: degree-days, or a curved rate where the protocol has one. */
  curve: DevelopmentCurve
  /** How sex follows from temperature; null where it does not. */
  sex: SexCurve | null
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
  | { kind: 'size'; of: BodySize; mm: number }
  /** Looked over part by part and nothing found, not longer ago than it counts for. */
  | { kind: 'check'; check: string; goodDays: number }
  /** Somebody who decides says so. */
  | { kind: 'word' }
  | {
      kind: 'usual time'
      days: number
      /** What somebody would have to see. */ words: string
    }

/** How large the prey of a stage is: by the animal's weight, by a fixed weight, or by its head. */
export interface PreyRule {
  /** False for what is not named by the sizes that rodents are bought in. */
  rodents?: boolean
  /** Share of the animal's weight. */
  share: Range | null
  grams: Range | null
  /** Most head widths that the prey may be long. */
  heads: number | null
  /** So many a feed. */
  each: Range | null
}

/** What the air of a stage should be. Temperatures in °C, humidity as a share; null where nobody says. */
export interface StageClimate {
  /** The warm side, or the day where there is no cool one. */
  warm: Range
  cool: Range | null
  night: Range | null
  alarm: { low: number; high: number } | null
  humidity: Range | null
  humidityAlarm: { low: number; high: number } | null
}

/** What a tub of a stage must hold, and with whom. */
export interface StageRoom {
  /** Floor, square metres, or the water of a cup, litres. */
  areaM2: Range | null
  litres: Range | null
  /** Most in one tub, 1 where they live alone. */
  together: number
  /** Those together are to be parted by this day of age; null where they may stay. */
  partBy: Range | null
  /** Depth of water, mm; null where nobody says. */
  waterMm: Range | null
  /** Height, mm; null where nobody says. */
  heightMm: Range | null
  /** Height, in lengths of the animal; null where nobody says. */
  heightBodies: Range | null
  /** Length of the floor, in lengths of the animal; null where nobody says. */
  floorBodies: Range | null
}

/** Live prey of a stage, as a colony raises it. */
export interface FeederRule {
  /** Code of the colony's species, such as `BC`. */
  code: string
  /** Stages of it that are small enough and worth the bite; `adults` for the grown. */
  sizes: string[]
  each: Range
  everyDays: Range
}

/** Something that is repeated as long as somebody lives there: fresh water, misting, a bath. */
export interface CareRule {
  /** What it is known by in the log: `bath`; of food, what is given. */
  name: string
  /** As one says it: `mist it`, `feed fresh leaves`. */
  says: string
  kind: CareKind
  /** Below 1 several times a day. */
  everyDays: Range
  /** Parts of the day, one for each time; empty where it is once and makes no difference. */
  at: readonly TimeOfDay[]
  /** Only in stages of these names; null for all. */
  stages: readonly string[] | null
  /** Only in this part of the year. */
  season: YearSpan | null
  /** Left out while nobody is here, without harm. */
  mayBeLeft: boolean
  /** What goes with it by turns, such as one fruit after the other; empty where nothing does. */
  turns: readonly string[]
  /** Done once for all who live in a tub, or for each of them. */
  each: 'tub' | 'animal'
}

/** A list that an animal is looked over by, part by part, and when. */
export interface CheckRule {
  /** What it is known by in the log: `Routine check`. */
  name: string
  when: CheckOccasion
  /** Of a periodic one. */
  everyDays: Range | null
  /** Done before an event, it counts for so many days. */
  goodDays: number
  parts: readonly CheckPart[]
  /** Only in stages of these names; null for all. */
  stages: readonly string[] | null
}

export interface Stage {
  name: string
  days: Range
  housing: string
  /** What its keeper wrote of the air; empty where that is told from its figures. */
  climateSaid: string
  feed: { prey: string; everyDays: Range } | null
  prey: PreyRule
  /** Supplements by turns, one a feed, `o` for none; empty where whole prey needs none. */
  ring: string[]
  air: StageClimate | null
  room: StageRoom
  /** What is fed of a colony; null where nothing is. */
  feeder: FeederRule | null
  /** Water changed in part, and misting: days between. */
  waterDays: Range | null
  mistDays: Range | null
  /** All that is repeated in it: water and misting too. */
  care: CareRule[]
  gate: Evidence[]
  /** Whether any one piece of its evidence opens the gate; all of them where it does not say. */
  anyOpens?: boolean
  /** What else the log may call it: names that it had, and stages that it took the place of. */
  alsoCalled?: readonly string[]
}

/** One way of reading a sex, and how often one trained reading is right. */
export interface SexingMethod {
  name: string
  right: number
  /** It tells of an animal so old, up to so old, and from so heavy on; null where that makes no difference. */
  fromDays: number | null
  toDays: number | null
  fromGrams: number | null
}

/** How young that are slow to feed are helped on, and how their sex is read. */
export interface RearingRules {
  methods: SexingMethod[]
  /** Blind readings wanted before a sex is believed. */
  readings: number
  /** Tricks for one that will not eat, mildest first. */
  tricks: string[]
  lookAfterHours: Range
  /** Loss since its heaviest, as a share: helped on, and to the vet. */
  lossWarn: number
  lossAlarm: number
  /** Age by which the first meal is usually taken, days. */
  firstMealDays: Range
  /** Assist-feeding not before this day; null where it is not done. */
  assistFromDay: number | null
  /** What an animal with a defect is worth, as a share of its price. */
  priceSlight: number
  priceMarked: number
}

/** How long it is light through the year, and what UV light is given. */
export interface LightRules {
  /** Hours of light in midsummer and in midwinter; null where nobody says. */
  hours: { summer: Range; winter: Range } | null
  /** Month and day of the longest day, such as `06-21`; null for that of the place where they are kept. */
  longestOn: string | null
  /** Null for animals of which nobody asks it. */
  uv: UvChoice | null
  uvIndex: Range | null
  /** Which side it is over, in words. */
  uvSide: string
}

/** Everything the calculations assume of a species, line or animal: compiled from a document and what was set over it. */
export interface Protocol {
  /** Stable code, such as `CS`. */
  code: string
  species: string
  latin: string
  bodyPlan: BodyPlan
  keptAs: Exclude<ProtocolDocument['keptAs'], 'colonies'>
  young: string
  /** Who says so, shown with every verdict. */
  origin: string
  /** Who set a figure otherwise than it started, by its key. */
  sources: Readonly<Record<string, string>>
  readiness: ReadinessRules
  /** Null where the species has no rest. */
  rest: RestRules | null
  pairing: PairingRules
  /** Null where nobody counts a clutch. */
  clutch: ClutchRules | null
  /** Null where young are born. */
  incubation: IncubationRules | null
  growth: { female: GrowthCurve; male: GrowthCurve }
  /** From when growth is too fast or too slow. */
  pace: PaceLimits
  quarantineDays: number
  stages: Stage[]
  checks: CheckRule[]
  light: LightRules
  rearing: RearingRules
  leaving: Evidence[]
  /** Papers that usually go with one that leaves, in words; empty where none do. */
  papers: string
  price: Range
  cautions: string
}
