import { touchedByEntries, logApi, newId, type EntryInput } from '@hatch-book/contract'
import { createStore, del, entries as readAll, set } from 'idb-keyval'
import { create } from 'zustand'
import { ask, refreshTouched, RefusedError } from './api'

/** Entries that were written together, and are sent together: all of them or none. */
export interface Act {
  id: string
  bookId: string
  memberId: string
  /** As one says it back. */
  says: string
  /** When it was written, by this device's clock. */
  madeAt: string
  entries: EntryInput[]
  /** Why the server did not take it; empty while it waits. */
  refused: string
  /** How often the server stumbled over it. */
  stumbles?: number
}

/** Somebody else wrote the same of the same while this device had no signal. */
export interface Twice {
  says: string
  by: string
  /** This device's own entry. */
  mine: { id: string; subject: EntryInput['subject'] }
}

interface OutboxState {
  /** What was kept on this device, oldest first. */
  acts: Act[]
  /** Whether the server answered when it was last spoken to. */
  answers: boolean
  twice: Twice[]
}

export const useOutbox = create<OutboxState>()(() => ({ acts: [], answers: true, twice: [] }))

const MOST_AT_ONCE = 400
let sending: Promise<void> | null = null
/** Not before somebody needs it: where a browser forbids storage, writing on line still works. */
let opened: ReturnType<typeof createStore> | undefined
const store = () => (opened ??= createStore('hatch-book-outbox', 'acts'))
const change = (next: (s: OutboxState) => Partial<OutboxState>) => useOutbox.setState(next)
const without = (id: string) => change((s) => ({ acts: s.acts.filter((a) => a.id !== id) }))

/** Whoever is signed in: an act waits for the member who wrote it. */
export type Who = Pick<Act, 'bookId' | 'memberId'>
/** Written by them, and not sent yet. */
export const isWaiting = (act: Act, who: Who) =>
  act.refused === '' && act.bookId === who.bookId && act.memberId === who.memberId

/** Whether the server did not say yes or no: what was sent may not have arrived, and is sent again under the same names. */
export const isNoAnswer = (error: unknown) =>
  error instanceof RefusedError && (error.problem.status === 0 || error.problem.status >= 500)
/** A server that stumbles over the same act again and again is not asked for ever; the others go on. */
const MOST_STUMBLES = 5
const isStumble = (error: unknown) => error instanceof RefusedError && error.problem.status === 500

/** Reads what an earlier visit kept. */
const restored = (async () => {
  let all: Act[]
  try {
    all = (await readAll<string, Act>(store())).map(([, act]) => act)
  } catch {
    return
  }
  change((s) => ({ acts: [...all.sort((a, b) => (a.id < b.id ? -1 : 1)), ...s.acts] }))
})()

/**
 * Writes entries: on the server where it answers, else on this device until it does. What was kept goes first, so that nothing
 * overtakes what it rests on.
 * @returns whether they are on the server or kept here
 * @throws RefusedError where the server refuses them
 */
export async function post(entries: EntryInput[], says: string, who: Who): Promise<'sent' | 'kept'> {
  await restored
  const waiting = () => useOutbox.getState().acts.some((a) => isWaiting(a, who))
  if (waiting()) await sendKept(who)
  if (!waiting())
    try {
      await ask(logApi.write, { body: { entries } })
      change(() => ({ answers: true }))
      return 'sent'
    } catch (error) {
      if (!isNoAnswer(error)) throw error
    }
  const act: Act = {
    ...{ id: newId(), ...who, says, entries, refused: '' },
    madeAt: new Date().toISOString(),
  }
  await set(act.id, act, store())
  change((s) => ({ acts: [...s.acts, act], answers: false }))
  return 'kept'
}

/** Takes acts back that were never sent; resolves to whether all of them were still here. */
export async function takeBackKept(entryIds: readonly string[]): Promise<boolean> {
  await restored
  // What is under way is on the server by then, and struck out there.
  await sending
  const ids = new Set(entryIds)
  const kept = useOutbox.getState().acts.filter((a) => a.entries.some((e) => ids.has(e.id)))
  for (const act of kept) await drop(act.id)
  return kept.reduce((n, a) => n + a.entries.length, 0) >= entryIds.length
}

export async function drop(id: string): Promise<void> {
  await del(id, store())
  without(id)
}

/** A refused act waits again: what spoke against it may have changed. */
export async function tryAgain(id: string, who: Who): Promise<void> {
  const act = useOutbox.getState().acts.find((a) => a.id === id)
  if (!act) return
  await keep({ ...act, refused: '', stumbles: 0 })
  await sendKept(who)
}

async function keep(act: Act): Promise<void> {
  await set(act.id, act, store())
  change((s) => ({ acts: s.acts.map((a) => (a.id === act.id ? act : a)) }))
}

/** Sends what was kept, in the order in which it was written; what the server refuses stays here with its reason. */
export function sendKept(who: Who): Promise<void> {
  sending ??= oneTabAtATime(() => sendAll(who)).finally(() => (sending = null))
  return sending
}

const oneTabAtATime = (work: () => Promise<void>): Promise<void> =>
  'locks' in navigator ? navigator.locks.request('hatch-book-outbox', work).then(() => undefined) : work()

async function sendAll(who: Who): Promise<void> {
  await restored
  const mine = () => useOutbox.getState().acts.filter((a) => isWaiting(a, who))
  const sent: EntryInput[] = []
  for (let acts = mine(); acts.length > 0; acts = mine()) {
    const together = fitting(acts)
    try {
      await sendActs(together)
      sent.push(...together.flatMap((a) => a.entries))
    } catch (error) {
      if (isNoAnswer(error) || !(error instanceof RefusedError)) {
        change(() => ({ answers: false }))
        if (isStumble(error)) await stumbled(together[0]!)
        break
      }
      // One of them is at fault: each by itself, so that only that one stays.
      if (!(await sendOneByOne(together))) break
    }
  }
  if (sent.length > 0) await refreshTouched(touchedByEntries(sent))
}

/** Over one act of several the server stumbled, and nobody knows which: the first is tried alone next, and put aside in the end. */
async function stumbled(act: Act): Promise<void> {
  const stumbles = (act.stumbles ?? 0) + 1
  await keep({
    ...{ ...act, stumbles },
    refused:
      stumbles < MOST_STUMBLES
        ? ''
        : 'The server failed to write this five times. It is kept on this device.',
  })
}

/** As many acts as go into one request; one that the server stumbled over goes alone. */
function fitting(acts: readonly Act[]): Act[] {
  let entries = 0
  return acts.filter((a, i) => {
    entries += a.entries.length
    const alone = acts[0]!.stumbles ?? 0
    return i === 0 || (alone === 0 && entries <= MOST_AT_ONCE)
  })
}

async function sendActs(acts: readonly Act[]): Promise<void> {
  const entries = acts.flatMap((a) => a.entries)
  const { alike } = await ask(logApi.write, { body: { entries, late: true } })
  change(() => ({ answers: true }))
  const byId = new Map(acts.flatMap((a) => a.entries.map((e) => [e.id, { act: a, entry: e }])))
  change((s) => ({
    twice: [
      ...s.twice,
      ...(alike ?? []).flatMap(({ id, by }) => {
        const own = byId.get(id)
        return own ? [{ says: own.act.says, by, mine: { id, subject: own.entry.subject } }] : []
      }),
    ],
  }))
  for (const act of acts) await drop(act.id)
}

/** Resolves to whether the server still answers. */
async function sendOneByOne(acts: readonly Act[]): Promise<boolean> {
  for (const act of acts)
    try {
      await sendActs([act])
    } catch (error) {
      if (!(error instanceof RefusedError) || isNoAnswer(error)) return false
      // Signed out meanwhile: it is nobody's fault.
      if (error.problem.code === 'not-signed-in') return false
      await keep({ ...act, refused: error.words })
    }
  return true
}
