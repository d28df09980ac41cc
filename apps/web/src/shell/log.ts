import { newId, type EntryInput, type EntryKind, type SubjectType } from '@hatch-book/contract'
import { App } from 'antd'
import { createElement, useCallback } from 'react'
import { create } from 'zustand'
import { RefusedError, api, refreshBook } from './api'
import { useSession } from './session'

interface Written {
  entries: EntryInput[]
  says: string
}

interface UndoState {
  written: Written[]
  push(done: Written): void
  pop(): Written | undefined
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
}))

/** Something to write: a kind, whom it is about, what it carries; when, if not now. */
export interface ToWrite {
  kind: EntryKind
  subject: { type: SubjectType; id: string }
  payload?: Record<string, unknown>
  at?: string
}

interface WriteOptions {
  /** Says nothing over the view, and waits for no view to be asked for again. */
  quiet?: boolean
  device?: string
  /** Called as soon as the server has kept it: what the hand holds changes then, not when the views have followed. */
  onKept?(): void
}

/** Remembers entries that a larger act wrote (a hatching, a clutch), so that they can be taken back as one. */
export const rememberWritten = (entries: EntryInput[], says: string) =>
  useUndoStore.getState().push({ entries, says })

/** Writes into the log, says so, and offers to take it back. Resolves to whether it was written. */
export function useLog() {
  const { now } = useSession()
  const { notification } = App.useApp()

  const refused = useCallback(
    (error: unknown) => {
      const detail = error instanceof RefusedError ? error.problem.detail : 'Something went wrong here.'
      notification.error({ title: 'Not written', description: detail, duration: 8 })
    },
    [notification],
  )

  const strike = useCallback(
    async (
      targets: { id: string; subject: { type: SubjectType; id: string } }[],
      reason: string,
      says: string,
    ): Promise<boolean> => {
      const at = new Date(Date.parse(now)).toISOString()
      const entries: EntryInput[] = targets.map(({ id, subject }) => ({
        id: newId(),
        kind: 'struck',
        subject,
        at,
        strikes: id,
        payload: { reason },
      }))
      try {
        await api.send('POST', '/api/entries', { entries })
        notification.info({ title: says, key: 'written', duration: 4 })
        await refreshBook()
        return true
      } catch (error) {
        refused(error)
        return false
      }
    },
    [now, notification, refused],
  )

  const undo = useCallback(async () => {
    const last = useUndoStore.getState().pop()
    if (!last) {
      notification.info({ title: 'Nothing to take back on this device', key: 'written', duration: 3 })
      return
    }
    // The last written goes first: later entries may rest on earlier ones.
    const targets = [...last.entries]
      .reverse()
      .map(({ id, subject }) => ({ id, subject: { type: subject.type, id: subject.id } }))
    if (!(await strike(targets, 'taken back', `Taken back: ${last.says}`))) useUndoStore.getState().push(last)
  }, [notification, strike])

  const write = useCallback(
    async (
      items: ToWrite[],
      says: string,
      { quiet = false, device = 'web', onKept }: WriteOptions = {},
    ): Promise<boolean> => {
      const entries: EntryInput[] = items.map(({ kind, subject, payload = {}, at = now }) => ({
        id: newId(),
        kind,
        subject,
        at,
        device,
        payload,
      }))
      try {
        await api.send('POST', '/api/entries', { entries })
      } catch (error) {
        refused(error)
        return false
      }
      useUndoStore.getState().push({ entries, says })
      onKept?.()
      // Where a view shows what was written itself, a note over it would only be in the way.
      if (!quiet)
        notification.success({
          title: says,
          key: 'written',
          duration: 5,
          description: createElement(
            'button',
            { className: 'plain', onClick: () => void undo() },
            'take back (Ctrl+Z)',
          ),
        })
      const refreshed = refreshBook()
      if (!quiet) await refreshed
      return true
    },
    [now, notification, refused, undo],
  )

  return { write, strike, undo }
}
