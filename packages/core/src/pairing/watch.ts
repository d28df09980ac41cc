import { addDays, earlierDay, laterDay, type Day, type DaySpan } from '../calendar'
import { originOf, type Protocol, type Range } from '../protocols'
import { reason, type Reason } from '../reasons'

export type PairingEventKind = 'introduced' | 'courted' | 'locked' | 'separated' | 'attacked' | 'ignored'

export interface PairingEvent {
  kind: PairingEventKind
  on: Day
}

/** A window with its middle. */
export interface DayWindow extends DaySpan {
  likely: Day
}

export interface PairingWatch {
  state: 'planned' | 'together' | 'apart' | 'laid' | 'ended'
  meetings: number
  locks: number
  /** When to look for the pre-lay shed; null before a lock. */
  shed: DayWindow | null
  /** When to look for eggs; null before a lock. */
  eggs: DayWindow | null
  /** What to do next, in words, and from when. */
  next: { says: string; on: Day | null }
  reasons: Reason[]
}

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
  femaleShedOn: Day | null = null,
  clutchFoundOn: Day | null = null,
): PairingWatch {
  const rules = protocol.pairing
  const inOrder = [...events].sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0))
  const locks = inOrder.filter((e) => e.kind === 'locked')
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
  const state = clutchFoundOn ? 'laid' : last === undefined ? 'planned' : together ? 'together' : 'apart'
  const watch = {
    state,
    meetings,
    locks: locks.length,
    shed: shedSeen ? null : shed,
    eggs: clutchFoundOn ? null : eggs,
  } as const
  return {
    ...watch,
    next: whatIsNext(inOrder, watch, protocol, on, last?.on ?? null),
    reasons: eggs && lockSpan && !clutchFoundOn ? [eggReason(lockSpan, shedSeen, eggs, protocol)] : [],
  }
}

function whatIsNext(
  events: readonly PairingEvent[],
  watch: Pick<PairingWatch, 'state' | 'locks' | 'meetings' | 'eggs'>,
  { pairing }: Protocol,
  on: Day,
  lastMove: Day | null,
): PairingWatch['next'] {
  if (watch.state === 'laid') return { says: 'eggs are found: incubation takes over', on: null }
  if (watch.state === 'planned') return { says: `introduce them: ${pairing.manner}`, on: null }
  if (watch.state === 'together') {
    if (events.some((e) => e.kind === 'attacked' && e.on >= lastMove!))
      return { says: 'part them now: one attacked the other', on }
    return {
      says: 'part them',
      on: addDays(lastMove!, Math.max(1, Math.round(pairing.hoursTogether.typical / 24))),
    }
  }
  if (watch.eggs && on >= addDays(watch.eggs.from, -14))
    return { says: 'look for eggs', on: laterDay(on, watch.eggs.from) }
  const ignored = events.filter((e) => e.kind === 'ignored').length
  if (watch.locks >= pairing.stopAfterLocks || (watch.eggs && watch.meetings >= pairing.meetings.most))
    return { says: 'leave her be and look for eggs', on: watch.eggs!.from }
  if (watch.locks === 0 && ignored >= pairing.stopAfterRefusals)
    return { says: `ignored ${ignored} times: wait for her next shed, or try another partner`, on: null }
  return { says: 'put them together again', on: addDays(lastMove!, pairing.daysBetween.typical) }
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
