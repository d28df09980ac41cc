import { METRIC, type Say } from '../quantities'
/** One reading of a sex, as it was taken. */
export interface SexReading {
  sex: 'female' | 'male' | 'unsure'
  /** How often a trained reading by this method is right: over a half, and under 1, for nobody is always right. */
  right: number
  /** Whether whoever read it had not seen the earlier ones; others say nothing. */
  blind: boolean
}

export interface SexProbability {
  /** Probability of a female, 0 to 1. */
  female: number
  sex: 'female' | 'male' | 'unknown'
  /** Probability that `sex` is right; 0 where it is unknown. */
  certainty: number
  /** Readings that count: blind, and neither unsure nor by a method that tells nothing. */
  counted: number
  /** How many of those say the sex that is likelier. */
  agree: number
}

/** So sure is no method: a slip of the pen is always possible. */
export const MOST_RIGHT = 0.999
/** Whether a method can be right so often: a coin is right half of the time and tells nothing, and none is always right. */
export const isMethodsRight = (right: number) => right >= 0.5 && right <= MOST_RIGHT

/**
 * Probability of a female after independent blind readings: Bayes' rule on the odds, each reading multiplying them by
 * right / (1 − right) for a female and its inverse for a male.
 * @param prior probability of a female before any reading: a half, or what the eggs' temperature or a sex-linked trait says
 * @throws RangeError for a prior outside 0 to 1, or a method that no method can be
 * @example sexProbability([{ sex: 'female', right: 0.9, blind: true }, { sex: 'female', right: 0.9, blind: true }]).female
 * // 0.81 / 0.82
 */
export function sexProbability(readings: readonly SexReading[], prior = 0.5): SexProbability {
  if (!(prior >= 0 && prior <= 1)) throw new RangeError(`the prior ${prior} is no probability`)
  let logOdds = Math.log(prior) - Math.log(1 - prior)
  const counting = readings.filter((r) => r.blind && r.sex !== 'unsure' && r.right !== 0.5)
  for (const { sex, right } of counting) {
    if (!isMethodsRight(right)) throw new RangeError(`a method that is right ${right} of the time`)
    logOdds += (sex === 'female' ? 1 : -1) * Math.log(right / (1 - right))
  }
  const female = logOdds === Infinity ? 1 : logOdds === -Infinity ? 0 : 1 / (1 + Math.exp(-logOdds))
  const sex = female > 0.5 ? 'female' : female < 0.5 ? 'male' : 'unknown'
  return {
    female,
    sex,
    certainty: sex === 'unknown' ? 0 : Math.max(female, 1 - female),
    counted: counting.length,
    agree: counting.filter((r) => r.sex === sex).length,
  }
}

/** So many readings have to agree before a sex is told, however good the method. */
const AGREEING = 2

/**
 * The sex of an animal as it may be told: what was read of it is kept back until enough readings agree and together are sure,
 * so that nobody reads it again by what others saw. What was said outright is told as it was said.
 * @param sureFrom certainty from which the protocol calls a sex sure
 */
export function toldSex(
  {
    sex,
    sexCertainty,
    young,
  }: {
    sex: 'female' | 'male' | 'unknown'
    sexCertainty: number
    young: { readings: readonly Pick<SexReading, 'sex'>[]; sexSaid: boolean }
  },
  sureFrom: number,
): { sex: 'female' | 'male' | 'unknown'; certainty: number } {
  const agreeing = young.readings.filter((r) => r.sex === sex).length
  const open = young.readings.length > 0 && !young.sexSaid && (agreeing < AGREEING || sexCertainty < sureFrom)
  return open ? { sex: 'unknown', certainty: 0 } : { sex, certainty: sexCertainty }
}

/**
 * Why a method does not tell the sex of an animal as old and heavy as this, in words; empty where it does. What is not known of it
 * and would be asked for speaks against the method.
 */
export function methodUnfit(
  {
    fromDays,
    toDays,
    fromGrams,
  }: { fromDays: number | null; toDays: number | null; fromGrams: number | null },
  { ageDays, grams }: { ageDays: number | null; grams: number | null },
  say: Say = METRIC,
): string {
  const why: string[] = []
  if (fromDays !== null && (ageDays === null || ageDays < fromDays)) why.push(`not before day ${fromDays}`)
  if (toDays !== null && (ageDays === null || ageDays > toDays)) why.push(`only up to day ${toDays}`)
  if (fromGrams !== null && (grams === null || grams < fromGrams))
    why.push(`not under ${say.gramsBrief(fromGrams)}`)
  return why.join(', ')
}
