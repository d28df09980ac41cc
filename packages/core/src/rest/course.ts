import { METRIC, type Say } from '../quantities'
import { addDays, daysBetween, type Day } from '../calendar'
import type { RestKind } from '../protocols'
import type { RestClock } from './clock'
import type { RestEdge } from './lengths'
import type { LossRate } from './loss'
import { CHECK_SIGNS, type CheckSign } from './entries'

export { CHECK_SIGNS, type CheckSign }

/** Signs that a vet should hear of, and signs that only the tub needs. */
const ILL: readonly CheckSign[] = ['breathing', 'nose', 'eyes', 'skin']

/** What the log tells of one rest. */
export interface RestLog {
  /** The day it went into the cold. */
  wentInOn: Day | null
  warmedOn: Day | null
  /** Woken before its time, and why. */
  wokenBecause: string | null
  diedOn: Day | null
  checks: { on: Day; signs: CheckSign[] }[]
  /** Entries that disturbed it since it went in: checks, weighings, moves. */
  disturbances: number
  watered: Day | null
  ateOn: Day | null
  /** Introduced to a mate since it was warmed. */
  introducedOn: Day | null
  /** What somebody answered when asked afterwards whether it met a mate. */
  met?: 'yes' | 'no' | 'not known' | null
}

export const REST_STATES = [
  'held back',
  'planned',
  'fasting',
  'cooling',
  'resting',
  'warming',
  'awake',
  'over',
  'woken early',
  'died',
] as const
export type RestState = (typeof REST_STATES)[number]

export interface RestCourse {
  state: RestState
  /** What comes next and when; null when nothing does. */
  next: { does: RestEdge | 'clear gut' | 'check'; on: Day; late: number } | null
  /** Day of the hold, of how many; null outside it. */
  day: { of: number; is: number } | null
  checksDone: number
  /** Why it must be woken now; empty while it may sleep. */
  wakeBecause: string[]
  seeVet: boolean
  /** What to do about its tub. */
  tub: string[]
  /** What nobody wrote down in its time and is asked once: whether it met a mate, free to from a day. */
  asks: { about: 'meeting'; since: Day } | null
}

/** Where an animal stands in its rest: from its clock, what the log tells and its loss, on a day. */
export function restCourse(
  clock: RestClock,
  log: RestLog,
  {
    held,
    loss,
    wakeSigns,
    kind,
    breeds = true,
  }: {
    held: boolean
    loss: LossRate | null
    wakeSigns: string
    kind: RestKind
    /** Whether it is kept for breeding: of others nobody asks whether they met a mate. */
    breeds?: boolean
  },
  today: Day,
): RestCourse {
  const state = stateOf(clock, log, { held, kind }, today)
  const last = log.checks.at(-1)
  const inCold = state === 'cooling' || state === 'resting'
  const wakeBecause = inCold ? reasonsToWake(loss, last, wakeSigns) : []
  const { hold, 'step up': stepUp } = clock.edges
  return {
    state,
    next: nextOf(state, clock, log, today),
    day:
      state === 'resting'
        ? { is: Math.max(1, daysBetween(hold, today) + 1), of: daysBetween(hold, stepUp) }
        : null,
    checksDone: log.checks.length,
    wakeBecause,
    seeVet: inCold && (last?.signs.some((s) => ILL.includes(s)) ?? false),
    tub: inCold && kind !== 'dry eggs' ? tubWork(last) : [],
    asks: breeds ? asksOf(state, clock, log, kind, today) : null,
  }
}

/** So long after its time nothing of a rest is waited for any more, days. */
const SETTLED_DAYS = 21
/** After so many more nobody remembers, and it is not asked either. */
const ASKED_DAYS = 120

const eats = (kind: RestKind) => kind === 'cold rest' || kind === 'mild winter'

/** A season that went by without a word of a meeting is asked about once, not called late for ever. */
function asksOf(
  state: RestState,
  { edges }: RestClock,
  log: RestLog,
  kind: RestKind,
  today: Day,
): RestCourse['asks'] {
  if (state !== 'over' || !eats(kind) || log.introducedOn || log.met) return null
  const since = edges.introductions
  return today < addDays(since, SETTLED_DAYS + ASKED_DAYS) ? { about: 'meeting', since } : null
}

function stateOf(
  clock: RestClock,
  log: RestLog,
  { held, kind }: { held: boolean; kind: RestKind },
  today: Day,
): RestState {
  if (log.diedOn) return 'died'
  if (log.warmedOn) {
    if (log.wokenBecause !== null) return 'woken early'
    if (log.introducedOn || log.met) return 'over'
    // Nobody waters a cocoon, and what was not written down by now is not late any more.
    if (today >= (eats(kind) ? addDays(clock.edges.introductions, SETTLED_DAYS) : clock.edges['full warmth']))
      return 'over'
    return log.ateOn || today >= clock.edges['full warmth'] ? 'awake' : 'warming'
  }
  if (log.wentInOn) {
    if (today >= clock.edges['step up']) return 'warming'
    return today < clock.edges.hold ? 'cooling' : 'resting'
  }
  if (held) return 'held back'
  return today > clock.edges['last meal'] ? 'fasting' : 'planned'
}

function nextOf(state: RestState, clock: RestClock, log: RestLog, today: Day): RestCourse['next'] {
  const at = (does: RestEdge | 'clear gut' | 'check', on: Day) => ({
    does,
    on,
    late: Math.max(0, daysBetween(on, today)),
  })
  const { edges } = clock
  switch (state) {
    case 'planned':
      return at('last meal', edges['last meal'])
    case 'fasting':
      return today < clock.clearGutBy
        ? at('clear gut', clock.clearGutBy)
        : at('step down', edges['step down'])
    case 'cooling':
      return at('hold', edges.hold)
    case 'resting': {
      const seen = log.checks.at(-1)?.on ?? edges.hold
      const due = addDays(seen > edges.hold ? seen : edges.hold, clock.checkEvery)
      return due < edges['step up'] ? at('check', due) : at('step up', edges['step up'])
    }
    case 'warming':
      return log.warmedOn ? at('full warmth', edges['full warmth']) : at('step up', edges['step up'])
    case 'awake':
      if (!log.watered) return at('first water', edges['first water'])
      return log.ateOn ? at('introductions', edges.introductions) : at('first meal', edges['first meal'])
    default:
      return null
  }
}

function reasonsToWake(
  loss: LossRate | null,
  last: RestLog['checks'][number] | undefined,
  wakeSigns: string,
) {
  const because: string[] = []
  if (loss?.standing === 'wake now')
    because.push(`lost ${(loss.lost * 100).toFixed(1)} % of its start weight`)
  const ill = last?.signs.filter((s) => ILL.includes(s)) ?? []
  if (ill.length > 0) because.push(`at the last check: ${ill.join(', ')}`)
  if (wakeSigns && last?.signs.includes('droppings')) because.push(wakeSigns)
  return because
}

function tubWork(last: RestLog['checks'][number] | undefined): string[] {
  const work: string[] = []
  if (last?.signs.includes('damp')) work.push('change the bedding: it was found wet or mouldy')
  if (last?.signs.includes('water')) work.push('fill the water')
  if (last?.signs.includes('droppings')) work.push('take the droppings out')
  return work
}

/** The steps by which an animal is woken before its time, gentlest first. */
export function wakeSteps(kind: RestKind, fullWarmthC: number, say: Say = METRIC): string[] {
  if (kind === 'pupae')
    return [
      `Move them to ${say.celsius(15, 0)} for a day, then to room temperature.`,
      'Mist lightly; hang them with room for wings.',
      'Look daily for those that are soft or smell, and take them out.',
    ]
  if (kind === 'dry eggs')
    return [
      'Take a tenth of them out first.',
      'Wet them at the warmth of hatching.',
      'Look twice a day for young.',
    ]
  return [
    `Carry its tub to a dim room at about ${say.celsiusRange(12, 15)}. Leave the others shut.`,
    `After a day, move it to ${say.celsius(fullWarmthC, 0)}. Never put a cold animal under a lamp.`,
    'Give a shallow lukewarm bath, 20 minutes, chin above water, and fresh water to drink.',
    'Weigh it after the bath and look at mouth, nose, eyes, belly.',
    'Offer nothing to eat for three days; then little. It stays awake for this season.',
  ]
}
