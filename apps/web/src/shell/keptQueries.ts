import { booksApi, EVERY_ROUTE, isReading, type Session } from '@hatch-book/contract'
import { dehydrate, hydrate, type DehydratedState, type QueryClient } from '@tanstack/react-query'
import { keyOf, queries } from './api'
import { deviceStore } from './deviceStore'

/** What the round and the frame need to open without a signal. */
const KEPT: ReadonlySet<unknown> = new Set(
  EVERY_ROUTE.filter((route) => isReading(route) && route.offline).map((route) => route.path),
)
const SAVE_MS = 1500
const NAME = 'queries'
/** What is older says too little of today, ms. */
const OLDEST_MS = 14 * 86_400_000

const store = deviceStore('queries')

interface Stored {
  /** When the server last said anything of it, ms. */
  at: number
  /** The shapes it is of; none in what was stored before there were any. */
  shapes?: string
  state: DehydratedState
}

/**
 * The last good answers, as they are stored. A question that could not be asked again keeps the answer it had: without a signal every one
 * fails, and what was known must open the program the next time too.
 */
export function lastGood(client: QueryClient): Pick<Stored, 'at' | 'state'> {
  const state = dehydrate(client, {
    shouldDehydrateQuery: (q) => q.state.data !== undefined && KEPT.has(q.queryKey[0]),
  })
  return {
    at: Math.max(0, ...state.queries.map((q) => q.state.dataUpdatedAt)),
    state: {
      ...state,
      queries: state.queries.map((q) => ({
        ...q,
        state: {
          ...q.state,
          ...{ status: 'success', error: null, fetchStatus: 'idle' },
          ...{ fetchFailureCount: 0, fetchFailureReason: null, errorUpdateCount: 0 },
        },
      })),
    },
  }
}

/** Forgets all of it, in memory too: somebody signs out, and the device may be anybody's. */
export async function forgetQueries(to = '/sign-in'): Promise<void> {
  await store.del(NAME)
  window.location.assign(to)
}

/** Puts back what the server last said, so that the program opens with no signal; then keeps it up to date on this device. */
export async function keepQueries(): Promise<void> {
  const kept = await store.get<Stored>(NAME)
  // After an upgrade that changed what replies look like, old ones are not drawn.
  if (kept && kept.shapes === __SHAPES__ && Date.now() - kept.at < OLDEST_MS) {
    hydrate(queries, kept.state)
    // However lately it was kept, something may have been written since: every view asks again.
    void queries.invalidateQueries()
  }
  let timer: ReturnType<typeof setTimeout> | undefined
  const save = () => {
    timer = undefined
    // Before somebody signs in there is nothing to keep, least of all that nobody is there.
    if (!queries.getQueryData<Session>(keyOf(booksApi.session))?.member) return
    void store.set(NAME, { ...lastGood(queries), shapes: __SHAPES__ })
  }
  queries.getQueryCache().subscribe(({ type }) => {
    if (type !== 'updated' && type !== 'added') return
    // A busy room speaks all the time: what it says is kept now and then, not only once it is silent.
    timer ??= setTimeout(save, SAVE_MS)
  })
}
