import { METRIC, type Say } from '../quantities'
import { MS_PER_DAY, MS_PER_HOUR, type Instant } from '../calendar'
import {
  findExcursions,
  joinReadings,
  splitAt,
  summariseClimate,
  type Excursion,
  type Reading,
  type Segment,
} from '../climate'
import type { UnitRules } from '../protocols'
import { reason, type Reason } from '../reasons'
import { findCycle, type CompressorCycle } from './cycle'

/** `not yet`: the log is too short or too patchy to tell. */
export type UnitVerdict = 'go' | 'no-go' | 'not yet'

export interface UnitRequest {
  /** In order of time. */
  readings: readonly Reading[]
  from: Instant
  to: Instant
  /** The band of the hold, °C, both ends allowed. */
  bandC: { low: number; high: number }
  rules: UnitRules
  /** Who says so. */
  origin: string
}

/** What a unit's log says of it, empty or occupied. Temperatures in °C, times in hours. */
export interface UnitProof {
  verdict: UnitVerdict
  days: number
  coverage: number
  minC: number | null
  maxC: number | null
  meanC: number | null
  /** Share of the logged time within the band. */
  inBand: number
  longest: Excursion | null
  excursions: number
  cycle: CompressorCycle | null
  /** °C a week; null under two days. */
  driftPerWeekC: number | null
  reasons: Reason[]
  advice: UnitAdvice
  /** How often somebody read a thermometer, and how often one that keeps its extremes; null where a log is judged. */
  looks: { times: number; extremes: number } | null
}

/** How to turn the dial. */
export interface UnitAdvice {
  /** °C to turn the set point by; 0 to leave it. */
  turnByC: number
  /** Share of the same log that would then lie within the band. */
  thenInBand: number
  /** Whether that alone would make it a go. */
  enough: boolean
  says: string
}

/** A silence longer than this is no measurement, hours. */
const GAP_HOURS = 1
const LEAST_COVERAGE = 0.95
const MOST_DRIFT_C = 0.5
const BIN_C = 0.05
const MOST_TURN_C = 6

/**
 * Proves a cold unit from its log: coverage, extremes, mean over time, share of time within the band, the longest stretch
 * outside it, the compressor's period and swing, and the drift; go or no-go, each rule with its margin, and the turn of the
 * set point that would bring most of the same log into the band.
 *
 * The temperature runs straight between readings up to an hour apart; crossings of the band are exact. The advice shifts the
 * whole log: a thermostat moves its cycle up or down and leaves its swing as it was.
 * @throws RangeError when readings are out of order, or the band is empty
 */
export function proveUnit(
  { readings, from, to, bandC, rules, origin }: UnitRequest,
  say: Say = METRIC,
): UnitProof {
  if (!(bandC.high > bandC.low)) throw new RangeError('the band is empty')
  const segments = joinReadings(readings, from, to, (bandC.low + bandC.high) / 2, GAP_HOURS)
  const logged = segments.filter((s) => s.source === 'log')
  const { coverage, minC, maxC, meanC, hours } = summariseClimate(segments)
  const drift = driftOf(logged)
  const cycle = findCycle(
    readings.filter((r) => r.at >= from && r.at <= to),
    drift === null ? 0 : drift / (7 * 24),
  )
  const within = evaluate(logged, bandC)
  const days = hours / 24
  const reasons = rulesOf({ days, coverage, drift, cycle, rules, origin }, within, say)
  return {
    looks: null,
    verdict: unitVerdict(reasons),
    days,
    coverage,
    minC,
    maxC,
    meanC,
    ...within,
    cycle,
    driftPerWeekC: drift,
    reasons,
    advice: advise(logged, bandC, rules, cycle, within, say),
  }
}

interface Within {
  inBand: number
  longest: Excursion | null
  excursions: number
}

function evaluate(logged: readonly Segment[], { low, high }: UnitRequest['bandC']): Within {
  const excursions = findExcursions(logged, low, high)
  const total = logged.reduce((sum, s) => sum + (s.to - s.from), 0) / MS_PER_HOUR
  const outside = excursions.reduce((sum, e) => sum + e.hours, 0)
  const longest = excursions.reduce<Excursion | null>((a, b) => (a && a.hours >= b.hours ? a : b), null)
  return { inBand: total > 0 ? 1 - outside / total : 0, longest, excursions: excursions.length }
}

/** Slope of least squares through the logged pieces, each counted by its time, °C a week. */
function driftOf(logged: readonly Segment[]): number | null {
  if (logged.length < 2 || logged.at(-1)!.to - logged[0]!.from < 2 * MS_PER_DAY) return null
  let [w, st, sc] = [0, 0, 0]
  const start = logged[0]!.from
  const pieces = logged.map((s) => ({
    weight: s.to - s.from,
    t: ((s.from + s.to) / 2 - start) / (7 * MS_PER_DAY),
    c: (s.startC + s.endC) / 2,
  }))
  for (const { weight, t, c } of pieces) {
    w += weight
    st += weight * t
    sc += weight * c
  }
  const [mt, mc] = [st / w, sc / w]
  const above = pieces.reduce((sum, { weight, t, c }) => sum + weight * (t - mt) * (c - mc), 0)
  const below = pieces.reduce((sum, { weight, t }) => sum + weight * (t - mt) ** 2, 0)
  return below > 0 ? above / below : null
}

function rulesOf(
  {
    days,
    coverage,
    drift,
    cycle,
    rules,
    origin,
  }: {
    days: number
    coverage: number
    drift: number | null
    cycle: CompressorCycle | null
    rules: UnitRules
    origin: string
  },
  { inBand, longest }: Within,
  say: Say,
): Reason[] {
  const longestHours = longest?.hours ?? 0
  // A day is logged when its last reading comes in: half an hour short is not short.
  const enough = days >= rules.days.typical - 0.05
  return [
    reason({
      rule: 'days',
      says: 'logged empty for',
      origin,
      standing: enough ? 'holds' : 'unknown',
      have: { value: Math.floor(days * 10) / 10, unit: 'd' },
      wanted: { value: rules.days.typical, unit: 'd' },
      margin: days - rules.days.typical,
      note: days >= rules.days.least && !enough ? `some are content with ${rules.days.least}` : '',
      change: enough ? '' : `run it ${Math.ceil(rules.days.typical - days)} more days`,
    }),
    reason({
      rule: 'coverage',
      says: 'of that time really logged',
      origin: 'a longer silence could hide anything',
      standing: coverage >= LEAST_COVERAGE ? 'holds' : 'unknown',
      have: { value: coverage, unit: 'share' },
      wanted: { value: LEAST_COVERAGE, unit: 'share' },
      margin: coverage - LEAST_COVERAGE,
      change: coverage >= LEAST_COVERAGE ? '' : 'see to the probe',
    }),
    reason({
      rule: 'in band',
      says: 'of the time within the band',
      origin,
      standing: coverage === 0 ? 'unknown' : inBand >= rules.share.typical ? 'holds' : 'fails',
      have: { value: inBand, unit: 'share' },
      wanted: { value: rules.share.typical, unit: 'share' },
      margin: inBand - rules.share.typical,
    }),
    reason({
      rule: 'excursion',
      says: 'longest stretch outside',
      origin,
      bound: 'at most',
      standing: longestHours <= rules.excursionHours.typical ? 'holds' : 'fails',
      have: { value: longestHours, unit: 'h' },
      wanted: { value: rules.excursionHours.typical, unit: 'h' },
      margin: rules.excursionHours.typical - longestHours,
      note: longest ? `${longest.side === 'above' ? 'up' : 'down'} to ${say.celsius(longest.peakC)}` : '',
    }),
    reason({
      rule: 'swing',
      says: 'swing of the compressor, each way',
      origin,
      bound: 'at most',
      standing: !cycle || cycle.swingC <= rules.swingC.typical ? 'holds' : 'fails',
      have: cycle ? { value: Math.round(cycle.swingC * 100) / 100, unit: 'C' } : null,
      wanted: { value: rules.swingC.typical, unit: 'C' },
      margin: cycle ? rules.swingC.typical - cycle.swingC : null,
      note: cycle ? `one turn in ${cycle.periodHours.toFixed(1)} h` : 'no cycle to be seen',
    }),
    reason({
      rule: 'drift',
      says: 'drift in a week',
      origin: 'more than this leaves the band before the rest is over',
      bound: 'at most',
      standing: drift === null || Math.abs(drift) <= MOST_DRIFT_C ? 'holds' : 'perhaps',
      have: drift === null ? null : { value: Math.round(Math.abs(drift) * 100) / 100, unit: 'C' },
      wanted: { value: MOST_DRIFT_C, unit: 'C' },
      margin: drift === null ? null : MOST_DRIFT_C - Math.abs(drift),
      note: drift === null ? '' : drift < 0 ? 'downwards' : 'upwards',
    }),
  ]
}

/** What the rules of a proof come to. */
export function unitVerdict(reasons: readonly Reason[]): UnitVerdict {
  // A unit that has left the band for hours need not run to its last day to be refused.
  if (reasons.some((r) => r.standing === 'fails')) return 'no-go'
  return reasons.some((r) => r.standing === 'unknown') ? 'not yet' : 'go'
}

/** A unit is as good as it is for the one it suits least: no-go for any is no-go. */
export const worstVerdict = (verdicts: readonly UnitVerdict[]): UnitVerdict | null =>
  [...verdicts].sort(byVerdict)[0] ?? null

const WORST_FIRST: readonly UnitVerdict[] = ['no-go', 'not yet', 'go']
/** Sorts verdicts, the worst first. */
export const byVerdict = (a: UnitVerdict, b: UnitVerdict) => WORST_FIRST.indexOf(a) - WORST_FIRST.indexOf(b)

/** Time at each temperature, in bins of a twentieth of a degree; pieces are cut so that none spans many bins. */
function timeAt(logged: readonly Segment[]): Map<number, number> {
  const time = new Map<number, number>()
  for (const s of logged) {
    const parts = Math.max(1, Math.ceil(Math.abs(s.endC - s.startC) / BIN_C))
    for (let i = 0; i < parts; i++) {
      const c = s.startC + ((s.endC - s.startC) * (i + 0.5)) / parts
      const bin = Math.round(c / BIN_C)
      time.set(bin, (time.get(bin) ?? 0) + (s.to - s.from) / parts)
    }
  }
  return time
}

function advise(
  logged: readonly Segment[],
  band: UnitRequest['bandC'],
  rules: UnitRules,
  cycle: CompressorCycle | null,
  now: Within,
  say: Say,
): UnitAdvice {
  const leave = (says: string): UnitAdvice => ({ turnByC: 0, thenInBand: now.inBand, enough: false, says })
  if (logged.length === 0) return leave('Nothing is logged yet.')
  const fine = (w: Within) =>
    w.inBand >= rules.share.typical && (w.longest?.hours ?? 0) <= rules.excursionHours.typical
  const steady = !cycle || cycle.swingC <= rules.swingC.typical
  if (fine(now) && steady) return { ...leave('Leave the dial as it is.'), enough: true }
  const turn = bestTurn(timeAt(logged), band)
  const moved = evaluate(
    logged.map((s) => ({ ...s, startC: s.startC + turn, endC: s.endC + turn })),
    band,
  )
  const enough = fine(moved) && steady
  const said = turn === 0 ? '' : `Turn the dial ${turn > 0 ? 'up' : 'down'} by ${say.degrees(Math.abs(turn))}`
  const share = `${(moved.inBand * 100).toFixed(1)} % of the same log would lie in the band`
  const damp = 'add bottles of water, open it less and keep the fan clear, or use another unit'
  if (enough) return { turnByC: turn, thenInBand: moved.inBand, enough, says: `${said}: ${share}.` }
  if (!steady)
    return {
      turnByC: turn,
      thenInBand: moved.inBand,
      enough,
      says: `Turning the dial will not cure a swing of ±${say.degrees(cycle.swingC)}: ${damp}.${said ? ` ${said} as well: ${share}.` : ''}`,
    }
  return {
    turnByC: turn,
    thenInBand: moved.inBand,
    enough,
    says: said
      ? `${said}: ${share}, which is still short. Find out what warmed or cooled it: a door, a draught, a power cut.`
      : `The dial is right. Find out what warmed or cooled it: a door, a draught, a power cut; ${damp}.`,
  }
}

/** The turn, in tenths of a degree, that brings most time into the band; of equal ones the most central. */
function bestTurn(time: ReadonlyMap<number, number>, { low, high }: UnitRequest['bandC']): number {
  const bins = [...time].map(([bin, ms]) => ({ c: bin * BIN_C, ms }))
  const total = bins.reduce((sum, b) => sum + b.ms, 0)
  const mean = bins.reduce((sum, b) => sum + b.c * b.ms, 0) / total
  const centre = (low + high) / 2
  let best = { turn: 0, share: -1, off: Infinity }
  for (let tenth = -MOST_TURN_C * 10; tenth <= MOST_TURN_C * 10; tenth++) {
    const turn = tenth / 10
    const inside = bins.reduce((sum, b) => (b.c + turn >= low && b.c + turn <= high ? sum + b.ms : sum), 0)
    const share = inside / total
    const off = Math.abs(mean + turn - centre)
    if (share > best.share + 1e-4 || (share > best.share - 1e-4 && off < best.off))
      best = { turn, share, off }
  }
  return best.turn
}

/** The pieces of a log that lie outside a band, for a chart that colours them. */
export function outsidePieces(segments: readonly Segment[], low: number, high: number): Segment[] {
  return segments
    .filter((s) => s.source === 'log')
    .flatMap((s) => splitAt(s, [low, high]))
    .filter((s) => (s.startC + s.endC) / 2 < low || (s.startC + s.endC) / 2 > high)
}
