import { declarationOf } from '../figures'
import { UNIT_LIMITS } from '../limits'
import type { FigureUnit, ProtocolDocument, ProtocolFigure } from '../document'
import { growthByAgeAndWeight } from './growth'
import { above, just, times, WARM_SIDE, type Derived, type WayFigure } from './way'

/**
 * Words that hold for its whole way of life and not for one species alone. All others are left out: they repeat figures, or name what only
 * that species needs.
 */
const GENERAL_WORDS = [
  /\.name$/,
  /^pairing\.(?:manner|before|stay|after|unmated|carriers)$/,
  /^laying\.signs$/,
  /^readiness\.ageFrom$/,
  /^stage\.\d+\.(?:supplements|gate\.readiness)$/,
  /^incubation\.(?:method\.\d+\.argument|usualMethod|rhythm|opening|eggCare|sexAim)$/,
  /^cooling\.(?:kind|needed|bedding|firstYear|tub\.sexesApart|where)$/,
  /^cohort\.(?!hostPlants|leaf)/,
  /^colony\.method\./,
  /^thermal\.\d+\.care$/,
]
/** An amount or a range that stands in words. */
const AMOUNT = /\d ?(?:d|h|g|mg|cm|mm|m|L|°C|%)(?!\w)|\d–\d|\d °C/
/** Weights that go with that of a grown female, of a grown male, and of one newly out. */
const BY_FEMALE =
  /^(?:readiness\.female\.grams\.cautious|cooling\.leastGrams|cooling\.fast\.\d+\.underGrams|sexing\.method\.\d+\.fromGrams)$/
const BY_MALE = /^readiness\.male\.grams\.cautious$/
const BY_YOUNG =
  /^(?:leaving\.grams|clutch\.eggGrams|cooling\.(?:firstYear|secondYear)\.leastGrams|stage\.\d+\.preyGrams)$/
/** What the bold go by, which is never above what the cautious do. */
const BOLD = /^readiness\.(?:fe)?male\.(?:ageDays|grams)\.bold$/
/** The age that goes with that at which a female may breed. */
const BY_AGE = /^readiness\.male\.ageDays\.cautious$/
/** Egg temperatures that lie so far from the set point, and those of the rest from the hold. */
const BY_SET_POINT =
  /^incubation\.(?:warnLowC|warnHighC|capC|lethalLowC|lethalHighC|sex\.pivot\.\d+\.celsius)$/
const BY_HOLD = /^cooling\.(?:alarmLowC|alarmHighC)$/
/** Temperatures of a stage's room, which lie so far from the warm side of the grown. */
const BY_WARM_SIDE = /^stage\.\d+\.(?:warmC|coolC|nightC|alarmLowC|alarmHighC)$/
/** What lies further from it is cold for a reason of its own, such as a winter. */
const FARTHEST = 16

const FEMALE = 'size.female'
const YOUNG = 'size.young'
const AGE = 'readiness.female.ageDays.cautious'
export const SET_POINT = 'incubation.setPointC'
/** What the temperatures of a colony are told at. */
export const REFERENCE = 'colony.referenceC'
/** How far a guess of a unit reaches beyond what is known of one species: by a factor, or by degrees. */
const FACTOR = 1.4
const DEGREES = 2
const LEFT_AS_THEY_ARE: readonly FigureUnit[] = ['score', 'per C', 'kJ per mol', 'price']

/** A figure of one species as a guess for its relatives. */
function widened(key: string, { unit, value, low, high }: ProtocolFigure): WayFigure {
  if (typeof value !== 'number' || unit === 'words') return just(value)
  // What was stated without a range is a threshold: its range would say nothing.
  if (low === null || high === null || LEFT_AS_THEY_ARE.includes(unit)) return { value, low, high }
  const [least, most] = declarationOf(key)?.limits ?? UNIT_LIMITS[unit]
  const fine = (n: number) => {
    if (unit === 'd' && n >= 1) return n >= 3 ? Math.round(n) : Math.round(n * 2) / 2
    return Number(n.toPrecision(unit === 'd' ? 1 : unit === 'share' ? 2 : 3))
  }
  const within = (n: number) => Math.min(most, Math.max(least, fine(n)))
  return unit === 'C'
    ? { value, low: within(low - DEGREES), high: within(high + DEGREES) }
    : { value, low: within(low / FACTOR), high: within(high * FACTOR) }
}

/**
 * The figures of a way of life as far as one species of it tells them: ranges made wider, weights in proportion to the grown and to the young,
 * ages in proportion to maturity, temperatures as distances from the set point, so that they follow what a keeper says of theirs.
 */
export function relativesOf({ figures: of, keptAs }: ProtocolDocument): Record<string, WayFigure> {
  const number = (key: string) => Number(of[key]?.value)
  const isSized = keptAs === 'animals' && FEMALE in of && YOUNG in of
  const found: Record<string, WayFigure> = {}
  const warmSide = warmSideOf(of)
  const isByWarmSide = (key: string) =>
    warmSide !== null && BY_WARM_SIDE.test(key) && Math.abs(number(key) - number(warmSide)) < FARTHEST
  const follow = (key: string, base: string, spread: number | null = null): WayFigure =>
    times(base, number(key) / number(base), spread)
  for (const [key, figure] of Object.entries(of)) {
    if (!declarationOf(key) || key.includes('.feeder.')) continue
    if (figure.unit === 'words') {
      const isName = key.endsWith('.name')
      if (GENERAL_WORDS.some((words) => words.test(key)) && (isName || !AMOUNT.test(String(figure.value))))
        found[key] = just(figure.value)
      continue
    }
    if (!isSized) found[key] = widened(key, figure)
    else if (BOLD.test(key)) found[key] = follow(key, key.replace('.bold', '.cautious'))
    else if (BY_FEMALE.test(key)) found[key] = follow(key, FEMALE)
    else if (BY_MALE.test(key)) found[key] = follow(key, 'size.male')
    else if (BY_YOUNG.test(key)) found[key] = follow(key, YOUNG, figure.low === null ? null : 0.3)
    else if (BY_AGE.test(key)) found[key] = follow(key, AGE)
    else if (BY_SET_POINT.test(key)) found[key] = above(SET_POINT, number(key) - number(SET_POINT))
    else if (BY_HOLD.test(key)) found[key] = above('cooling.holdC', number(key) - number('cooling.holdC'))
    else if (isByWarmSide(key))
      // A whole kind bears a little more cold than one of it; of heat nobody is to be sure of more.
      found[key] = above(
        WARM_SIDE,
        number(key) - number(warmSide!) - (key.endsWith('alarmLowC') ? 1 : 0),
        reachOf(figure),
      )
    else if (/^stage\.\d+\.gate\.grams/.test(key))
      found[key] = follow(key, number(key) < 0.2 * number(FEMALE) ? YOUNG : FEMALE)
    else if (/^stage\.\d+\.areaM2$/.test(key)) found[key] = floorLike(number(key), number(FEMALE))
    else if (/^stage\.\d+\.days$/.test(key) && Number(figure.value) > 60) found[key] = follow(key, AGE, 0.35)
    else found[key] = widened(key, figure)
  }
  if (isSized) {
    Object.assign(found, growthByAgeAndWeight)
    if (warmSide) found[WARM_SIDE] = widened(warmSide, of[warmSide]!)
    // Of the two that keepers say, the weight of the grown and that at which one may breed, either gives the other.
    const grown = (sex: 'female' | 'male', otherwise: WayFigure): Derived => {
      const breeding = `readiness.${sex}.grams.cautious`
      return { ...times(breeding, number(`size.${sex}`) / number(breeding), 0.35), otherwise }
    }
    found[FEMALE] = grown('female', widened(FEMALE, of[FEMALE]!))
    found['size.male'] = grown('male', times(FEMALE, number('size.male') / number(FEMALE), 0.35))
    found[YOUNG] = youngOf(number(YOUNG), number(FEMALE))
  }
  const warmth = keptAs === 'colonies' ? REFERENCE : SET_POINT
  for (let n = 1; of[`thermal.${n}.name`]; n++) {
    const { value: K } = of[`thermal.${n}.degreeDays`]!
    const days = Number(K) / (number(warmth) - number(`thermal.${n}.thresholdC`))
    Object.assign(found, stepOf(n, days, warmth))
  }
  return found
}

/** The key of the warm side in the last stage, the grown's; null where there is none. */
function warmSideOf(of: ProtocolDocument['figures']): string | null {
  let last: string | null = null
  for (let n = 1; of[`stage.${n}.name`]; n++) last = of[`stage.${n}.warmC`] ? `stage.${n}.warmC` : last
  return last
}

/** How far a temperature reaches to either side with its relatives, as a share of it; null where it is a threshold. */
function reachOf({ value, low, high }: ProtocolFigure): number | null {
  if (low === null || high === null) return null
  return (Math.max(Number(value) - low, high - Number(value)) + DEGREES) / Number(value)
}

/** Floor grows as skin does, by the power of two thirds of the weight. */
function floorLike(areaM2: number, grams: number): WayFigure {
  return { of: [FEMALE], by: (now) => areaM2 * Math.pow(now! / grams, 2 / 3), spread: 0.4 }
}

/** Small kinds bear larger young for their size: the young grow with about the power of 0.65 of the mother. */
function youngOf(young: number, female: number): WayFigure {
  return { of: [FEMALE], by: (now) => young * Math.pow(now! / female, 0.65), spread: 0.45 }
}

/**
 * A step of development as keepers say it, so many days at a temperature; the warmth that it takes follows: K = days · (T − T0).
 * @param warmth key of the figure that says at which temperature
 */
export function stepOf(n: number, days: number, warmth: string): Record<string, WayFigure> {
  const whole = days < 5 ? Math.round(days * 2) / 2 : Math.round(days)
  const key = `thermal.${n}.days`
  return {
    [key]: {
      value: whole,
      low: Number((whole / FACTOR).toPrecision(2)),
      high: Number((whole * FACTOR).toPrecision(2)),
    },
    [`thermal.${n}.degreeDays`]: {
      of: [key, warmth, `thermal.${n}.thresholdC`],
      by: (perStep, at, threshold) => perStep! * Math.max(1, at! - threshold!),
      spread: null,
    },
  }
}
