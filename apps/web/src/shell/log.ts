import {
  entryThat,
  type Told,
  newId,
  touchedByEntries,
  type EntryInput,
  type EntryKind,
} from '@hatch-book/contract'

import { createElement, useCallback, useEffect, useMemo, useRef } from 'react'
import { useNavigate } from 'react-router'
import { create } from 'zustand'
import { refreshBook, wordsOf } from './api'
import { post, takeBackKept } from './outbox'
import { useSession } from './session'
import { useNotices } from './notices'

interface Written {
  entries: EntryInput[]
  says: string
  /** Fails where it is refused: until then nobody knows whether there is anything to take back. */
  posted: Promise<unknown>
}

interface UndoState {
  written: Written[]
  push(done: Written): void
  pop(): Written | undefined
  drop(refused: Written): void
}

/** What this device wrote since it was opened, so that the last can be taken back. */
const useUndoStore = create<UndoState>()((set, get) => ({
  written: [],
  push: (done) => set((s) => ({ written: [...s.written, done].slice(-50) })),
  pop: () => {
    const last = get().written.at(-1)
    set((s) => ({ written: s.written.slice(0, -1) }))
    return last
  },
  drop: (refused) => set((s) => ({ written: s.written.filter((w) => w !== refused) })),
}))

/** Something to write: a kind, whom it is about, what it carries; when, if not now. */
export type ToWrite<K extends EntryKind = EntryKind> = Told<K> & {
  at?: string
  /** How exactly the time is known; to the minute, if nothing is said. */
  precision?: 'minute' | 'day'
}

interface WriteOptions {
  /** Says nothing over the view, and waits for no view to be asked for again. */
  quiet?: boolean
  device?: string
  /** Called as soon as the server has kept it: what the hand holds changes then, not when the views have followed. */
  onKept?(entryIds: string[]): void
}

/** An entry as striking it out has to name it. */
type Struck = Pick<EntryInput, 'subject'> & { id: string }
const aboutOf = ({ subject: { type, id } }: Struck) => ({ type, id })

/** The entries that strike others out. */
export const strikingOf = (targets: readonly Struck[], reason: string, at: string): EntryInput[] =>
  targets.map((target) => ({
    ...{ id: newId(), kind: 'struck', subject: aboutOf(target), at, strikes: target.id },
    payload: { reason },
  }))

/** The two that put an entry right: the old one is struck out with the new one, in one act. */
export function correctionOf(
  old: Struck,
  { at, precision = 'minute', ...told }: ToWrite,
  now: string,
): EntryInput[] {
  return [
    ...strikingOf([old], 'corrected', now),
    entryThat(told, { id: newId(), at: at ?? now, precision, device: 'web' }),
  ]
}

/** Remembers entries that a larger act wrote (a hatching, a clutch), so that they can be taken back as one. */
export const rememberWritten = (entries: EntryInput[], says: string) =>
  useUndoStore.getState().push({ entries, says, posted: Promise.resolve() })

/**
 * Writes into the log, says so, and offers to take it back. `write` resolves to whether it was written, here or on the server, and says over the
 * view why it was not; `enter` is for forms, which say themselves where it was refused: it throws RefusedError.
 */
export function useLog() {
  const { clock, book, member } = useSession()
  const notification = useNotices()
  const navigate = useNavigate()
  const who = useMemo(() => ({ bookId: book.id, memberId: member.id }), [book.id, member.id])
  const latest = useRef(clock)
  useEffect(() => {
    latest.current = clock
  })

  const refused = useCallback(
    (error: unknown) => {
      const detail = wordsOf(error)
      notification.error({ title: 'Not written', description: detail, duration: 8 })
    },
    [notification],
  )

  const strike = useCallback(
    async (targets: readonly Struck[], reason: string, says: string): Promise<boolean> => {
      const entries = strikingOf(targets, reason, latest.current())
      try {
        const done = await post(entries, says, who)
        notification.info({ title: says, key: 'written', duration: 4 })
        if (done === 'sent') await refreshBook(touchedByEntries(entries))
        return true
      } catch (error) {
        refused(error)
        return false
      }
    },
    [who, notification, refused],
  )

  /**
   * Takes back what this device wrote last, also while it is on its way: whoever is quick takes back what they did and not what they did before.
   * Resolves to its entries' ids, or none.
   */
  const undo = useCallback(async (): Promise<string[]> => {
    const last = useUndoStore.getState().pop()
    if (!last) {
      notification.info({
        title: 'Nothing to undo on this device',
        description: createElement(
          'button',
          { className: 'plain', onClick: () => void navigate('/log') },
          'find the entry in the log',
        ),
        ...{ key: 'written', duration: 8 },
      })
      return []
    }
    const isWritten = await last.posted.then(
      () => true,
      () => false,
    )
    // Whoever wrote it has been told why it was refused.
    if (!isWritten) return []
    const ids = last.entries.map((e) => e.id)
    if (await takeBackKept(ids)) {
      notification.info({ title: `Taken back: ${last.says}`, key: 'written', duration: 4 })
      return ids
    }
    // The last written goes first: later entries may rest on earlier ones.
    const targets = [...last.entries].reverse()
    if (await strike(targets, 'taken back', `Taken back: ${last.says}`)) return ids
    useUndoStore.getState().push(last)
    return []
  }, [notification, strike, navigate])

  const enter = useCallback(
    async (
      items: ToWrite[],
      says: string,
      { quiet = false, device = 'web', onKept }: WriteOptions = {},
    ): Promise<void> => {
      const entries = items.map(({ at = latest.current(), precision = 'minute', ...told }) =>
        entryThat(told, { id: newId(), at, precision, device }),
      )
      const posted = entries.length > 0 ? post(entries, says, who) : Promise.resolve('sent' as const)
      const written = { entries, says, posted }
      useUndoStore.getState().push(written)
      const done = await posted.catch((error: unknown) => {
        useUndoStore.getState().drop(written)
        throw error
      })
      onKept?.(entries.map((e) => e.id))
      // Where a view shows what was written itself, a note over it would only be in the way.
      if (!quiet)
        notification.success({
          title: says,
          key: 'written',
          duration: 5,
          description: createElement(
            'button',
            { className: 'plain', onClick: () => void undo() },
            done === 'sent'
              ? 'take back (Ctrl+Z)'
              : 'kept on this device until the server answers; take back',
          ),
        })
      if (done === 'kept') return
      const refreshed = refreshBook(touchedByEntries(entries))
      if (!quiet) await refreshed
    },
    [who, notification, undo],
  )
  const write = useCallback(
    (...what: Parameters<typeof enter>): Promise<boolean> =>
      enter(...what).then(
        () => true,
        (error: unknown) => {
          refused(error)
          return false
        },
      ),
    [enter, refused],
  )

  /** Writes an entry otherwise, or refuses to. For forms: it throws RefusedError. */
  const correct = useCallback(
    async (old: Struck, now: ToWrite): Promise<void> => {
      const entries = correctionOf(old, now, latest.current())
      await post(entries, 'Corrected', who)
      notification.success({ title: 'Corrected', key: 'written', duration: 4 })
      await refreshBook(touchedByEntries(entries))
    },
    [who, notification],
  )

  return { enter, write, strike, correct, undo }
}
