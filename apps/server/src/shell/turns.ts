import { setImmediate } from 'node:timers/promises'
import { Mutex } from 'async-mutex'

/** So long one piece of reckoning may hold everybody else up. */
const STRETCH_MS = 15

/** Works through many and lets others have their turn in between: judging ten thousand animals must not stop the whole server. */
export async function inTurns<T, R>(items: readonly T[], work: (item: T) => R): Promise<R[]> {
  const done: R[] = []
  let since = performance.now()
  for (const item of items) {
    done.push(work(item))
    if (performance.now() - since < STRETCH_MS) continue
    await setImmediate()
    since = performance.now()
  }
  return done
}

const turns = new Map<string, Mutex>()

/** Does something once what was begun before under the same name is done: who waited finds what it left. */
export async function oneAtATime<T>(name: string, work: () => Promise<T>): Promise<T> {
  const turn = turns.get(name) ?? new Mutex()
  turns.set(name, turn)
  try {
    return await turn.runExclusive(work)
  } finally {
    if (!turn.isLocked()) turns.delete(name)
  }
}
