import { addDays, daysBetween, earlierDay, laterDay, type Day, type DaySpan } from '../calendar'
import { originOf, type Protocol, type Range } from '../protocols'
import { reason, type Reason } from '../reasons'
import type { PairingEvent, PairingEventKind } from './events'
import { pairingMustStop, stopInWords, type PairingStop, type PartnerFacts } from './stop'

/** What is known beside the log of the two together. */
export interface PairingFacts {
  femaleShedOn?: Day | null
  clutchFoundOn?: Day | null
  /** The plan was given up before they met. A meeting takes it up again. */
  withdrawnOn?: Day | null
  /** Share of the eggs of that clutch that were good. */
  goodEggs?: number | null
  /** Last day she is expected to be receptive. */
  receptiveUntil?: Day | null
  /** Meals in a row that he refused since they were put together. */
  maleRefusals?: number
  /** What is known of her since then; nothing where she is not on trial. */
  female?: PartnerFacts | null
}

/** A window with its middle. */
export interface DayWindow extends DaySpan {
  likely: Day
}

export interface PairingWatch {
  state: 'planned' | 'withdrawn' | 'together' | 'apart' | 'laid' | 'ended'
  meetings: number
  locks: number
  /** Chance that they mated, from what was seen and how long they were together. */
  mated: number
  /** Her season went by without a likely mating. */
  missed: boolean
  /** When to look for the pre-lay shed; null before a lock. */
  shed: DayWindow | null
  /** When to look for eggs; null before a lock. */
  eggs: DayWindow | null
  /** What to do next, in words, and from when. */
  next: { says: string; on: Day | null }
  /** The same as a code: the words are for people. */
  step: PairingStep
  /** Why they must be parted, or the trial must stop, today; null while they may go on. */
  mustStop: PairingStop | null
  reasons: Reason[]
}

/** What is next of a pairing. */
export type PairingStep = 'introduce' | 'introduce again' | 'part' | 'part now' | 'look for eggs' | 'wait'

/** The window that follows a span of causes by a range of days. */
export function windowAfter(cause: DaySpan, days: Range): DayWindow {
  const from = addDays(cause.from, days.least)
  const to = addDays(cause.to, days.most)
  const likely = addDays(cause.from, days.typical)
  return { from, to, likely: earlierDay(likely, to) }
}

/**
 * What a pairing's log says is next: part them, put them together again, stop, or look for eggs.
 *
 * Eggs are counted from the first lock (earliest) to the last (latest). A shed of the female after a lock, if it falls in
 * the window in which the pre-lay shed is expected, narrows the window: eggs follow it by the protocol's days.
 */
export function watchPairing(
  events: readonly PairingEvent[],
  protocol: Protocol,
  on: Day,
  facts: PairingFacts = {},
): PairingWatch {
  const { femaleShedOn = null, clutchFoundOn = null } = facts
  const rules = protocol.pairing
  const inOrder = [...events].sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0))
  // A packet of sperm taken up counts as a lock does: what is seen of a mating differs, what follows does not.
  const locks = inOrder.filter((e) => e.kind === 'locked' || e.kind === 'taken up')
  const meetings = inOrder.filter((e) => e.kind === 'introduced').length
  const last = inOrder.findLast((e) => e.kind === 'introduced' || e.kind === 'separated')
  const together = last?.kind === 'introduced'
  const lockSpan: DaySpan | null = locks.length > 0 ? { from: locks[0]!.on, to: locks.at(-1)!.on } : null
  const shed = lockSpan && rules.lockToShed ? windowAfter(lockSpan, rules.lockToShed) : null
  const shedSeen =
    shed && femaleShedOn && femaleShedOn >= shed.from && femaleShedOn <= shed.to ? femaleShedOn : null
  const eggs =
    shedSeen && rules.shedToLaying
      ? windowAfter({ from: shedSeen, to: shedSeen }, rules.shedToLaying)
      : lockSpan
        ? windowAfter(lockSpan, rules.lockToLaying)
        : null
  const unmet = facts.withdrawnOn ? 'withdrawn' : 'planned'
  const state = clutchFoundOn ? 'laid' : last === undefined ? unmet : together ? 'together' : 'apart'
  const mated = matedChance(inOrder, protocol, on, facts)
  const missed = !clutchFoundOn && mated < LIKELY && facts.receptiveUntil != null && on > facts.receptiveUntil
  const mustStop = pairingMustStop(protocol, inOrder, {
    ...{ female: facts.female ?? null, laid: Boolean(clutchFoundOn) },
    male: {
      ...{ refusalsInARow: facts.maleRefusals ?? 0, onTrial: false, gramsAtStart: null, gramsNow: null },
    },
  })
  const watch = {
    state,
    meetings,
    locks: locks.length,
    mated,
    missed,
    shed: shedSeen ? null : shed,
    eggs: clutchFoundOn ? null : eggs,
    mustStop,
  } as const
  const { does: step, ...next } = whatIsNext(inOrder, watch, protocol, on, last?.on ?? null, facts)
  return {
    ...watch,
    ...{ step, next },
    reasons: eggs && lockSpan && !clutchFoundOn ? [eggReason(lockSpan, shedSeen, eggs, protocol)] : [],
  }
}

function whatIsNext(
  events: readonly PairingEvent[],
  watch: Pick<PairingWatch, 'state' | 'locks' | 'meetings' | 'eggs' | 'missed' | 'mustStop'>,
  { pairing }: Protocol,
  on: Day,
  lastMove: Day | null,
  { receptiveUntil }: PairingFacts,
): PairingWatch['next'] & { does: PairingStep } {
  if (watch.state === 'laid') return { does: 'wait', says: 'eggs are found: incubation takes over', on: null }
  if (watch.state === 'withdrawn') return { does: 'wait', says: 'not to be paired', on: null }
  if (watch.state === 'planned')
    return { does: 'introduce', says: `introduce them: ${pairing.manner}`, on: null }
  if (watch.state === 'together') {
    if (watch.mustStop) return { does: 'part now', says: stopInWords(watch.mustStop), on }
    return {
      does: 'part',
      says: 'separate them',
      on: addDays(lastMove!, Math.max(1, Math.round(pairing.hoursTogether.typical / 24))),
    }
  }
  if (watch.missed)
    return {
      does: 'wait',
      says: `her season is missed: she was receptive until ${receptiveUntil!}`,
      on: null,
    }
  if (watch.eggs && on >= addDays(watch.eggs.from, -14))
    return { does: 'look for eggs', says: 'look for eggs', on: laterDay(on, watch.eggs.from) }
  const ignored = events.filter((e) => e.kind === 'ignored').length
  if (watch.locks >= pairing.stopAfterLocks || (watch.eggs && watch.meetings >= pairing.meetings.most))
    return { does: 'look for eggs', says: 'leave her be and look for eggs', on: watch.eggs!.from }
  if (watch.locks === 0 && ignored >= COLD_MEETINGS)
    return {
      does: 'wait',
      says: `ignored ${ignored} times: wait for her next shed, or try another partner`,
      on: null,
    }
  return {
    does: 'introduce again',
    says: 'put them together again',
    on: addDays(lastMove!, pairing.daysBetween.typical),
  }
}

function eggReason(lock: DaySpan, shedSeen: Day | null, eggs: DayWindow, protocol: Protocol): Reason {
  const { pairing } = protocol
  const days = shedSeen && pairing.shedToLaying ? pairing.shedToLaying : pairing.lockToLaying
  const cause = shedSeen
    ? `pre-lay shed on ${shedSeen}`
    : lock.from === lock.to
      ? `locked on ${lock.from}`
      : `locked from ${lock.from} to ${lock.to}`
  return reason({
    rule: 'laying window',
    says: `laying follows ${shedSeen ? 'the pre-lay shed' : 'the lock'}`,
    standing: 'holds',
    wanted: { value: days.typical, unit: 'd' },
    bound: 'is',
    note: `${cause}; ${days.least} to ${days.most} days after`,
    origin: originOf(protocol, 'pairing.lockToLaying', 'pairing.shedToLaying'),
    change: shedSeen
      ? 'eggs found'
      : pairing.lockToShed
        ? `a shed after ${addDays(lock.from, pairing.lockToShed.least)} narrows it; so do the signs: ${pairing.signs}`
        : `the signs narrow it: ${pairing.signs}`,
    expected: { from: eggs.from, to: eggs.to },
  })
}

/** From this chance on a mating counts as likely. */
export const LIKELY = 0.5
/** So often ignored, another meeting tells nothing: keepers' rule of thumb. */
const COLD_MEETINGS = 2
const SHORT_LOCK_MINUTES = 2
/** A meeting nobody watched, over the time the protocol asks for. */
const UNSEEN_MEETING = 0.35
const AS_SEEN: Readonly<Record<PairingEventKind, number>> = {
  introduced: 0,
  courted: 0.15,
  locked: 0.9,
  spermatophore: 0.3,
  'taken up': 0.9,
  attacked: 0,
  ignored: 0,
  separated: 0,
}

/**
 * Chance that two mated, from what was seen of them: each sign works by itself, a meeting that nobody watched counts by its
 * length, and good eggs settle it. The shares are rules of thumb of keepers, with low confidence; seasons recorded in the book
 * are what they are to be measured against.
 */
export function matedChance(
  events: readonly PairingEvent[],
  { pairing }: Pick<Protocol, 'pairing'>,
  on: Day,
  { clutchFoundOn, goodEggs }: PairingFacts = {},
): number {
  if (clutchFoundOn && (goodEggs ?? 0) > 0) return 1
  const inOrder = [...events].sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0))
  let none = 1
  let since: Day | null = null
  let seen = false
  const meeting = (until: Day) => {
    if (since === null || seen) return
    const share = Math.min(1, ((daysBetween(since, until) || 0.5) * 24) / pairing.hoursTogether.typical)
    none *= 1 - UNSEEN_MEETING * share
  }
  for (const event of inOrder) {
    if (event.kind === 'introduced') {
      if (since !== null) meeting(event.on)
      since = event.on
      seen = false
    } else if (event.kind === 'separated') {
      meeting(event.on)
      since = null
    } else {
      // What was seen speaks for the meeting, for or against.
      seen ||= AS_SEEN[event.kind] > UNSEEN_MEETING || event.kind === 'ignored' || event.kind === 'attacked'
      const short =
        event.kind === 'locked' && event.minutes !== undefined && event.minutes < SHORT_LOCK_MINUTES
      none *= 1 - AS_SEEN[event.kind] * (short ? 0.5 : 1)
    }
  }
  meeting(on)
  return 1 - none
}
