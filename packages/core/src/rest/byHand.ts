import { METRIC, type Say } from '../quantities'
import { mean } from '../statistics'
import { counted } from '../words'
import { MS_PER_DAY, MS_PER_HOUR, type Instant } from '../calendar'
import { reason, type Reason } from '../reasons'
import { unitVerdict, type UnitAdvice, type UnitProof, type UnitRequest } from './unit'

/** What somebody read off a thermometer, °C: now, and the lowest and highest since it was last set back. */
export interface Look {
  at: Instant
  celsius: number | null
  lowC: number | null
  highC: number | null
}

/** Who leaves a unit unseen for longer cannot say how it was meanwhile, hours. */
const LONGEST_UNSEEN_HOURS = 36
const TENTHS = 10
const MOST_TURN_C = 6

/**
 * Proves a cold unit by what was read off a thermometer, where nothing logs it. It says little: of a plain thermometer only how it was when
 * somebody looked, of one that keeps its extremes also how far it went in between, but not for how long. So it can refuse a unit and
 * can pass one, and names what it does not know.
 * @param looks in order of time
 * @throws RangeError when the band is empty
 */
export function proveByHand(
  { looks, ...request }: Omit<UnitRequest, 'readings'> & { looks: readonly Look[] },
  say: Say = METRIC,
): UnitProof {
  const { from, to, bandC, rules, origin } = request
  if (!(bandC.high > bandC.low)) throw new RangeError('the band is empty')
  const seen = looks.filter((l) => l.at >= from && l.at <= to)
  const shown = seen.flatMap((l) => (l.celsius === null ? [] : [l.celsius]))
  const extremes = seen.flatMap((l) => [l.lowC, l.highC].filter((c) => c !== null))
  const all = [...shown, ...extremes]
  const meanC = shown.length > 0 ? mean(shown) : null
  const [minC, maxC] = all.length > 0 ? [Math.min(...all), Math.max(...all)] : [null, null]
  const days = seen.length > 1 ? (seen.at(-1)!.at - seen[0]!.at) / MS_PER_DAY : 0
  const isIn = (c: number) => c >= bandC.low && c <= bandC.high
  const enough = days >= rules.days.typical - 0.5
  const unseen = longestUnseen(seen, to)
  const withExtremes = seen.filter((l) => l.lowC !== null && l.highC !== null).length
  const reasons: Reason[] = [
    reason({
      rule: 'days',
      says: 'looked at over',
      origin,
      standing: enough ? 'holds' : 'unknown',
      have: { value: Math.floor(days * TENTHS) / TENTHS, unit: 'd' },
      wanted: { value: rules.days.typical, unit: 'd' },
      margin: days - rules.days.typical,
      change: enough ? '' : `look at it for ${Math.ceil(rules.days.typical - days)} more days`,
    }),
    reason({
      rule: 'unseen',
      says: 'longest time unseen',
      origin: 'read it once a day at least, at other hours now and then',
      bound: 'at most',
      standing: unseen <= LONGEST_UNSEEN_HOURS ? 'holds' : 'unknown',
      have: { value: Math.round(unseen), unit: 'h' },
      wanted: { value: LONGEST_UNSEEN_HOURS, unit: 'h' },
      margin: LONGEST_UNSEEN_HOURS - unseen,
    }),
    reason({
      rule: 'in band',
      says: 'of the looks within the band',
      origin,
      standing: shown.length === 0 ? 'unknown' : shown.every(isIn) ? 'holds' : 'fails',
      have: { value: shown.length === 0 ? 0 : shown.filter(isIn).length / shown.length, unit: 'share' },
      wanted: { value: 1, unit: 'share' },
      margin: null,
      note:
        minC === null || maxC === null
          ? ''
          : `${counted(shown.length, 'reading')}, ${say.celsiusRange(minC, maxC)}`,
    }),
    betweenLooks({ extremes, withExtremes, looks: seen.length, isIn }, say),
  ]
  return {
    verdict: unitVerdict(reasons),
    ...{ days, coverage: 0, minC, maxC, meanC },
    inBand: shown.length === 0 ? 0 : shown.filter(isIn).length / shown.length,
    ...{ longest: null, excursions: 0, cycle: null, driftPerWeekC: null, reasons },
    advice: turnFor(shown, bandC, say),
    looks: { times: seen.length, extremes: withExtremes },
  }
}

function longestUnseen(seen: readonly Look[], to: Instant): number {
  if (seen.length === 0) return Infinity
  const ends = [...seen.slice(1).map((l) => l.at), to]
  return Math.max(...ends.map((at, i) => at - seen[i]!.at)) / MS_PER_HOUR
}

/** What is known of the time between two looks. */
function betweenLooks(
  of: { extremes: readonly number[]; withExtremes: number; looks: number; isIn(c: number): boolean },
  say: Say,
): Reason {
  const outside = of.extremes.some((c) => !of.isIn(c))
  const known = of.looks > 0 && of.withExtremes === of.looks
  return reason({
    rule: 'between',
    says: 'between the looks',
    origin: 'only a log tells for how long',
    // Past the band for a minute or for a night: nobody knows, and nobody says it was fine.
    standing: outside ? 'unknown' : known ? 'holds' : 'perhaps',
    have: null,
    wanted: null,
    margin: null,
    note: outside
      ? `it reached ${say.celsius(of.extremes.find((c) => !of.isIn(c))!)}, for how long is unknown`
      : known
        ? 'lowest and highest are known, how long is not'
        : 'not measured',
    change: outside
      ? 'lay a logger in'
      : known
        ? ''
        : 'a max-min thermometer, set back at each look, tells more',
  })
}

function turnFor(shown: readonly number[], { low, high }: UnitRequest['bandC'], say: Say): UnitAdvice {
  const share = (by: number) =>
    shown.filter((c) => c + by >= low && c + by <= high).length / Math.max(1, shown.length)
  const leave = (says: string): UnitAdvice => ({ turnByC: 0, thenInBand: share(0), enough: false, says })
  if (shown.length === 0) return leave('No thermometer in it has been read yet.')
  if (share(0) === 1) return { ...leave('Leave the dial as it is.'), enough: true }
  const middle = (Math.min(...shown) + Math.max(...shown)) / 2
  const by = Math.round(((low + high) / 2 - middle) * TENTHS) / TENTHS
  const turn = Math.max(-MOST_TURN_C, Math.min(MOST_TURN_C, by))
  if (turn === 0)
    return leave('The dial is right. Find out what warmed or cooled it: a door, a draught, a power cut.')
  return {
    ...{ turnByC: turn, thenInBand: share(turn), enough: share(turn) === 1 },
    says: `Going by these readings, turn the dial ${turn > 0 ? 'up' : 'down'} by ${say.degrees(Math.abs(turn))}.`,
  }
}
