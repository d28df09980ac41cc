import { AsyncLocalStorage } from 'node:async_hooks'
import type { BookChanged } from '@hatch-book/contract'

const store = new AsyncLocalStorage<BookChanged>()

/** Does what a request asks for: whatever it writes within touches this, and every open page of the book is told so. */
export const touching = <T>(what: BookChanged, work: () => T): T => store.run(what, work)
/** What is touched by whatever is written now; null where the program does something by itself, and tells of it itself. */
export const touchedNow = (): BookChanged | null => store.getStore() ?? null
