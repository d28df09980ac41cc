import { AsyncLocalStorage } from 'node:async_hooks'

/** On whose behalf the database is written to, for the history of what is changed. */
export interface Acting {
  bookId: string
  memberId: string
  device: string
}

const acting = new AsyncLocalStorage<Acting>()

/** Does something on a member's behalf: every change within is theirs. */
export const onBehalfOf = <T>(who: Acting, work: () => T): T => acting.run(who, work)
/** Whoever acts now in this book; nobody where the program does something by itself. */
export const actingIn = (bookId: string): Acting | null => {
  const who = acting.getStore()
  return who?.bookId === bookId ? who : null
}
