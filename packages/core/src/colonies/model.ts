import { effectiveDegrees } from '../incubation'
import { rangeSpread, type DevelopmentCurve, type Range } from '../protocols'

/** One stage on the way from the egg to the adult. */
export interface ColonyStage {
  name: string
  /** What it takes, in degree-days above its threshold. */
  curve: DevelopmentCurve
  /** Spread between individuals at the reference temperature, days. */
  spreadDays: number
  /** Share that comes through the stage; lost at the moult that ends it. */
  survive: number
  /** Length and weight at its end; null where nobody measured them. */
  mm: number | null
  grams: number | null
}

/** What a colony is reckoned with. Rates hold at `referenceC`; every clock runs by temperature. */
export interface ColonyModel {
  code: string
  species: string
  referenceC: number
  /** From the egg on; the last one ends with the moult to the adult. */
  stages: readonly ColonyStage[]
  /** Share of females among those that become adult, 1 where there are no males. */
  femaleShare: number
  /** From the last moult to the first eggs, days. */
  ripeningDays: Range
  eggsPerFemaleDay: Range
  /** How long a female lays, days. */
  layingDays: Range
  /** From the last moult to death, days. */
  femaleLifeDays: Range
  maleLifeDays: Range
  /** Laying is full from `fullC` on, none at `noneC`, straight between. */
  layingC: { fullC: number; noneC: number }
  /** A day at a mean beyond these kills the colony, °C. */
  lethalC: { low: number; high: number }
  /** How many one bin holds: adults, or the smallest young. */
  bin: { litres: number; adults: number; young: number }
}

/** A colony as counted or reckoned: young by stage, adults by sex. */
export interface ColonyCounts {
  /** One figure a stage, in the order of the model's stages. */
  young: readonly number[]
  females: number
  males: number
}

/** One link of the chain: so many boxes, passed one after the other. */
export interface Link {
  /** Index of the first box. */
  from: number
  boxes: number
  curve: DevelopmentCurve
  survive: number
}

/**
 * The chain a life runs through: a run of boxes for every stage, then females that ripen, lay and are spent, then males.
 *
 * A box is left on a day with probability p, so a stage of k boxes lasts k/p days with a variance of k(1 − p)/p² (negative
 * binomial). From the mean D and the spread s follow k = D²/(s² + D) and p = k/D: both are kept, up to the rounding of k.
 */
export interface Chain {
  stages: readonly Link[]
  ripening: Link
  laying: Link
  spent: Link
  males: Link
  /** All boxes together. */
  size: number
}

/** More boxes than this for a stretch of adult life cost time and show nothing. */
const ADULT_BOXES = 6

export function chainOf(model: ColonyModel): Chain {
  let size = 0
  const degrees = (curve: DevelopmentCurve) => effectiveDegrees(curve, model.referenceC)
  const link = (curve: DevelopmentCurve, spread: number, survive: number, most = Infinity): Link => {
    const days = curve.degreeDays / degrees(curve)
    const boxes = Math.max(1, Math.min(most, Math.round(days ** 2 / (spread ** 2 + days))))
    size += boxes
    return { from: size - boxes, boxes, curve, survive }
  }
  const last = model.stages.at(-1)!.curve
  // Adults age by the clock of the last stage: as many days at the reference temperature as is said of them.
  const adult = (days: number, { least, most }: Range) =>
    link({ ...last, degreeDays: Math.max(1, days) * degrees(last) }, rangeSpread(least, most), 1, ADULT_BOXES)
  const { ripeningDays, layingDays, femaleLifeDays, maleLifeDays } = model
  return {
    stages: model.stages.map((s) => link(s.curve, s.spreadDays, s.survive)),
    ripening: adult(ripeningDays.typical, ripeningDays),
    laying: adult(layingDays.typical, layingDays),
    spent: adult(femaleLifeDays.typical - ripeningDays.typical - layingDays.typical, femaleLifeDays),
    males: adult(maleLifeDays.typical, maleLifeDays),
    size,
  }
}

/** Boxes that an individual of a link moves on by in a day, on the mean. */
export const pace = ({ boxes, curve }: Link, celsius: number) =>
  (boxes * effectiveDegrees(curve, celsius)) / curve.degreeDays

/** Share of full laying at a temperature. */
export function layingShare({ layingC: { fullC, noneC } }: ColonyModel, celsius: number): number {
  if (fullC === noneC) return celsius >= fullC ? 1 : 0
  return Math.min(1, Math.max(0, (celsius - noneC) / (fullC - noneC)))
}

/**
 * Share of a bin that one of each stage takes: the smallest as one of the many that fill it, the others by the square of their
 * length up to an adult's share.
 */
export function spaceOf(model: ColonyModel): { young: number[]; adult: number } {
  const adult = 1 / model.bin.adults
  const least = 1 / model.bin.young
  const longest = Math.max(...model.stages.map((s) => s.mm ?? 0))
  return {
    // Eggs lie in their trap and crowd nobody.
    young: model.stages.map((s, i) =>
      i === 0 ? 0 : longest > 0 && s.mm ? Math.max(least, adult * (s.mm / longest) ** 2) : least,
    ),
    adult,
  }
}
