import type { Problem } from '@hatch-book/contract'
import { QueryClient } from '@tanstack/react-query'

/** What the server refused, in its words. */
export class RefusedError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail)
  }
  /** The words for one field of a form, if it was that field. */
  says(field: string): string | undefined {
    return this.problem.fields?.find((f) => f.field === field)?.says
  }
}

const OFFLINE: Problem = {
  type: 'urn:hatch-book:no-answer',
  title: 'No answer',
  status: 0,
  code: 'no-answer',
  detail: 'The server does not answer. What you wrote is still here; try again when it is back.',
}

async function ask<T>(path: string, init: RequestInit): Promise<T> {
  const reply = await fetch(path, { credentials: 'same-origin', ...init }).catch(() => null)
  if (!reply) throw new RefusedError(OFFLINE)
  // Cut off in the middle of an answer, nobody knows what was done: the same as no answer at all.
  if (reply.ok)
    return (await reply.json().catch(() => {
      throw new RefusedError(OFFLINE)
    })) as T
  const problem = (await reply.json().catch(() => ({
    ...OFFLINE,
    status: reply.status,
    detail: 'The server answered with something unreadable.',
  }))) as Problem
  if (problem.code === 'not-signed-in') void queries.invalidateQueries({ queryKey: ['session'] })
  // Somebody else's is newer: it is asked for, and stands beside one's own a moment later.
  if (problem.code === 'stale') void refreshAll()
  throw new RefusedError(problem)
}

export const api = {
  get: <T>(path: string, signal?: AbortSignal) => ask<T>(path, signal ? { signal } : {}),
  send: <T>(method: 'POST' | 'PATCH' | 'DELETE', path: string, body?: unknown) =>
    ask<T>(path, {
      method,
      ...(body === undefined
        ? {}
        : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
    }),
  /** Sends a file as it is, byte for byte. */
  upload: <T>(path: string, file: Blob) =>
    ask<T>(path, { method: 'POST', headers: { 'content-type': 'application/octet-stream' }, body: file }),
}

/** What may be well at the next try: no answer, or a server that stumbled. */
const hiccup = (status: number) => status === 0 || status >= 500

export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 30_000,
      retry: (count, error) => count < 2 && error instanceof RefusedError && hiccup(error.problem.status),
      refetchOnWindowFocus: true,
    },
  },
})

/** Asks again for all that is on the screen, and waits until it is there. */
export const refreshAll = (): Promise<void> => queries.invalidateQueries()

/** A hand goes on after so long; what is reckoned slowly follows by itself. */
const PATIENCE_MS = 2500

/** After anything was written everything computed may have moved: ask again for what is on the screen. */
export const refreshBook = (): Promise<void> =>
  Promise.race([refreshAll(), new Promise<void>((resolve) => setTimeout(resolve, PATIENCE_MS))])

/** Sends and asks anew; says in words what was refused, or nothing when it went well. */
export async function sendOrSay(method: 'POST' | 'PATCH', path: string, body: unknown): Promise<string> {
  try {
    await api.send(method, path, body)
    await refreshBook()
    return ''
  } catch (error) {
    return error instanceof RefusedError ? error.problem.detail : 'It could not be saved.'
  }
}
